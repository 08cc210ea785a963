'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { placeDimension, type Drive } from '@/core/drive';
import type { Decided } from '@/core/tension';
import { useUnits } from '@/ui/units';
import type { TensionAnswer } from '@/services/tension';
import { becauseWords, brakeMargin, DECISION_WORDS, spanName, timedNow } from './messages';
import { MovedAdjuster, turnedWords, type AdjusterMoved } from './moved-adjuster';
import { TermText } from '../glossary/term-text';

type Answered = Extract<TensionAnswer, { ok: true }>;

/** Earlier readings of this job, N, newest last. */
export interface ReadBefore {
  readonly label: string;
  readonly tensionN: number;
}

/** The one advice on the setting: what to turn and how far, why, with which margin, and what to read afterwards. */
export function TensionAdvice({
  drive,
  answer,
  scale = null,
  decided,
  before,
  times,
  onMoved,
  onLeave = null,
}: {
  drive: Drive;
  answer: Answered;
  /** Tension scale of the answer. */
  scale?: ReactNode;
  decided: Decided;
  /** Readings from before a change. */
  before: readonly ReadBefore[];
  /** Current times, s. Null if none was measured in this condition. */
  times: { readonly engage: number | null; readonly stop: number | null };
  /** Null where nothing may be written. */
  onMoved: AdjusterMoved | null;
  /** Records the advice to leave the setting; null where it is recorded, or nothing may be written. */
  onLeave?: (() => Promise<boolean>) | null;
}) {
  return (
    <Box component="section" aria-label="Advice" sx={{ mb: 1 }}>
      <AdviceWords {...{ drive, answer, decided, times }} />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 4, rowGap: 0.5, my: 1, alignItems: 'center' }}>
        <Tensions answer={answer} before={before} />
        {scale && <Box sx={{ flex: '2 1 300px' }}>{scale}</Box>}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, alignItems: 'center' }}>
        <AtTarget drive={drive} spans={answer.spans} />
        {onLeave && decided.act === 'leave' && (
          <Button variant="contained" onClick={() => void onLeave()} sx={{ minHeight: 56, mb: 1 }}>
            {DECISION_WORDS.leave}
          </Button>
        )}
        {onMoved && drive.adjusters.length > 0 && (
          <MovedAdjuster {...{ drive, onMoved }} advised={decided.to ? { id: decided.to.adjuster, position: decided.to.position } : null} />
        )}
      </Box>
    </Box>
  );
}

/** The instruction, then its reason, expected tension, margin and current times. */
function AdviceWords({
  drive,
  answer,
  decided,
  times,
}: Pick<Parameters<typeof TensionAdvice>[0], 'drive' | 'answer' | 'decided' | 'times'>) {
  const { show, adjusterPosition } = useUnits();
  const { to } = decided;
  const adjuster = to && drive.adjusters.find((a) => a.id === to.adjuster);
  const recommended = to && answer.recommended.find((r) => r.adjuster === to.adjuster);
  const margin = recommended?.brakeMargin ?? null;
  const brakeIn = drive.tensioners.find((t) => t.id === drive.brakes[0]?.tensioner)?.kind === 'pivot' ? 'angle' : 'length';
  const timed = [
    ...(times.engage === null ? [] : [`engagement ${times.engage} s`]),
    ...(times.stop === null ? [] : [`stop ${times.stop} s`]),
  ];
  const turned = adjuster && to ? turnedWords(adjuster, to.position) : '';
  return (
    <>
      <Box role="status" sx={{ fontSize: 18, fontWeight: 650 }}>
        {adjuster && to
          ? `Move ${adjuster.label} to ${adjusterPosition(to.position, placeDimension(drive, adjuster))}${turned && `, ${turned}`}.`
          : `${DECISION_WORDS[decided.act]}.`}
      </Box>
      <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>
        Reason: <TermText>{becauseWords(decided.because)}</TermText>.{to && ` Expected tension: ${show(to.tensionN, 'force')}.`}
        {recommended && recommended.reach !== 'met' && ' The target is out of reach of this adjuster.'}
        {margin !== null && ` ${brakeMargin(show(margin, brakeIn))}`}
        {timed.length > 0 && ` ${timedNow(timed.join(', '))}`}
      </Box>
    </>
  );
}

/** Tensions before, now and at the target. */
function Tensions({ answer, before }: { answer: Answered; before: readonly ReadBefore[] }) {
  const { show } = useUnits();
  const now = answer.combined ? (['Now, measured', answer.combined.tensionN] as const) : (['Now, as drawn', answer.sheet.tension] as const);
  const rows = [...before.map((b) => [b.label, b.tensionN] as const), now, ['Target', answer.targetN] as const].flatMap(([label, n]) =>
    n === null ? [] : [{ label, n }],
  );
  if (rows.length === 0) return null;
  return (
    <Box
      component="dl"
      sx={{
        ...{ m: 0, display: 'grid', gridTemplateColumns: '1fr auto', columnGap: 2, rowGap: 0.25 },
        ...{ flex: '1 0 200px', maxWidth: 360, fontSize: 15 },
      }}
    >
      {rows.map(({ label, n }, i) => (
        <Box key={i} sx={{ display: 'contents' }}>
          <Box component="dt">{label}</Box>
          <Box component="dd" className="ts-mono" sx={{ m: 0, fontWeight: 650, textAlign: 'right' }}>
            {show(n, 'force')}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

/** Tap frequency and deflection of the longest span at the target. */
function AtTarget({ drive, spans }: { drive: Drive; spans: Answered['spans'] }) {
  const { show } = useUnits();
  const longest = spans.reduce<Answered['spans'][number] | null>((a, s) => (a === null || s.length > a.length ? s : a), null);
  if (!longest || longest.tapHz === null) return null;
  return (
    <Box sx={{ fontSize: 15, mb: 1, flex: '1 1 300px' }}>
      At the target, {spanName(drive, longest.from, longest.to)} taps at <strong>{longest.tapHz.toFixed(1)} Hz</strong>
      {longest.force !== null && (
        <>
          {' '}
          or moves {show(longest.deflection, 'length')} under <strong>{show(longest.force, 'force')}</strong>
        </>
      )}
      .
    </Box>
  );
}
