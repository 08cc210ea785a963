'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type ReactNode } from 'react';
import { turnsAndFlats } from '@/core/alignment';
import { placeDimension, type Drive } from '@/core/drive';
import type { Changed } from '@/core/job';
import type { Decided } from '@/core/tension';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';
import type { TensionAnswer } from '@/services/tension';
import { DECISION_WORDS, becauseWords, spanName, brakeMargin, positionRange, timedNow } from './messages';
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
  onMoved: ((change: Extract<Changed, { change: 'adjusted' }>) => Promise<boolean>) | null;
  /** Records the advice to leave the setting; null where it is recorded, or nothing may be written. */
  onLeave?: (() => Promise<boolean>) | null;
}) {
  const { show, adjusterPosition } = useUnits();
  const { to, because } = decided;
  const adjuster = to && drive.adjusters.find((a) => a.id === to.adjuster);
  const placeIn = adjuster ? placeDimension(drive, adjuster) : 'length';
  const recommended = to && answer.recommended.find((r) => r.adjuster === to.adjuster);
  const margin = recommended?.brakeMargin ?? null;
  const brakeIn = drive.tensioners.find((t) => t.id === drive.brakes[0]?.tensioner)?.kind === 'pivot' ? 'angle' : 'length';
  const longest = answer.spans.reduce<Answered['spans'][number] | null>((a, s) => (a === null || s.length > a.length ? s : a), null);
  const rows = [
    ...before.map((b) => [b.label, b.tensionN] as const),
    ...(answer.combined
      ? [['Now, measured', answer.combined.tensionN] as const]
      : answer.sheet.tension === null
        ? []
        : [['Now, as drawn', answer.sheet.tension] as const]),
    ...(answer.targetN === null ? [] : [['Target', answer.targetN] as const]),
  ];
  const timed = [
    ...(times.engage === null ? [] : [`engagement ${times.engage} s`]),
    ...(times.stop === null ? [] : [`stop ${times.stop} s`]),
  ];
  return (
    <Box component="section" aria-label="Advice" sx={{ mb: 1 }}>
      <Box role="status" sx={{ fontSize: 18, fontWeight: 650 }}>
        {adjuster && to ? (
          <>
            Move {adjuster.label} to {adjusterPosition(to.position, placeIn)}
            {turnedWords(adjuster, to.position)}.
          </>
        ) : (
          `${DECISION_WORDS[decided.act]}.`
        )}
      </Box>
      <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>
        Reason: <TermText>{becauseWords(because)}</TermText>.{to && ` Expected tension: ${show(to.tensionN, 'force')}.`}
        {recommended && recommended.reach !== 'met' && ' The target is out of reach of this adjuster.'}
        {margin !== null && ` ${brakeMargin(show(margin, brakeIn))}`}
        {timed.length > 0 && ` ${timedNow(timed.join(', '))}`}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 4, rowGap: 0.5, my: 1, alignItems: 'center' }}>
        {rows.length > 0 && (
          <Box
            component="dl"
            sx={{
              ...{ m: 0, display: 'grid', gridTemplateColumns: '1fr auto', columnGap: 2, rowGap: 0.25 },
              ...{ flex: '1 0 200px', maxWidth: 360, fontSize: 15 },
            }}
          >
            {rows.map(([label, n], i) => (
              <Box key={i} sx={{ display: 'contents' }}>
                <Box component="dt">{label}</Box>
                <Box component="dd" className="ts-mono" sx={{ m: 0, fontWeight: 650, textAlign: 'right' }}>
                  {show(n, 'force')}
                </Box>
              </Box>
            ))}
          </Box>
        )}
        {scale && <Box sx={{ flex: '2 1 300px' }}>{scale}</Box>}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, alignItems: 'center' }}>
        {longest && longest.tapHz !== null && (
          <Box sx={{ fontSize: 15, mb: 1, flex: '1 1 300px' }}>
            At the target, {spanName(drive, longest.from, longest.to)} taps at <strong>{longest.tapHz.toFixed(1)} Hz</strong>
            {longest.force === null ? (
              ''
            ) : (
              <>
                {' '}
                or moves {show(longest.deflection, 'length')} under <strong>{show(longest.force, 'force')}</strong>
              </>
            )}
            .
          </Box>
        )}
        {onLeave && decided.act === 'leave' && (
          <Button variant="contained" onClick={() => void onLeave()} sx={{ minHeight: 56, mb: 1 }}>
            {DECISION_WORDS.leave}
          </Button>
        )}
        {onMoved && drive.adjusters.length > 0 && (
          <Moved {...{ drive, onMoved }} advised={to ? { id: to.adjuster, position: to.position } : null} />
        )}
      </Box>
    </Box>
  );
}

/** Turns of the screw of an adjuster, from its present position. */
function turnedWords({ screw, position }: Drive['adjusters'][number], to: number): string {
  if (!screw || Math.abs(to - position) < 0.01) return '';
  const { all } = turnsAndFlats(to - position, screw);
  const each = screw.rods.map((r) => `${(r.label ?? 'rod').toLowerCase()} ${Math.abs(all)} flats`).join(', ');
  return `, ${all > 0 ? 'tighten' : 'slacken'}: ${each || `${Math.abs(all)} flats`}`;
}

/** Where the adjuster was moved to: as advised in one tap, or another position. */
function Moved({
  drive,
  advised,
  onMoved,
}: {
  drive: Drive;
  advised: { readonly id: string; readonly position: number } | null;
  onMoved: (change: Extract<Changed, { change: 'adjusted' }>) => Promise<boolean>;
}) {
  const { adjusterPosition } = useUnits();
  const [other, setOther] = useState(false);
  const [id, setId] = useState(advised?.id ?? drive.adjusters[0]!.id);
  const [position, setPosition] = useState<number | null>(null);
  const [turned, setTurned] = useState('');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const adjuster = drive.adjusters.find((a) => a.id === id) ?? drive.adjusters[0]!;
  const move = async (which: Drive['adjusters'][number], to: number, counted: string) => {
    if (to < which.min || to > which.max)
      return setProblem(
        positionRange(adjusterPosition(which.min, placeDimension(drive, which)), adjusterPosition(which.max, placeDimension(drive, which))),
      );
    setBusy(true);
    const done = await onMoved({
      change: 'adjusted',
      adjuster: { id: which.id, label: which.label ?? 'Adjuster' },
      to,
      placeIn: placeDimension(drive, which),
      turned: counted,
    });
    if (done) {
      setOther(false);
      setPosition(null);
      setTurned('');
      setProblem('');
    }
    setBusy(false);
  };
  const named = advised && drive.adjusters.find((a) => a.id === advised.id);
  return (
    <Box sx={{ flex: other || named ? '1 0 100%' : 'none' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {named && advised && (
          <Button
            variant="contained"
            disabled={busy}
            onClick={() => void move(named, advised.position, turnedWords(named, advised.position).replace(/^, /, ''))}
            sx={{ minHeight: 56 }}
          >
            Moved to {adjusterPosition(advised.position, placeDimension(drive, named))}
          </Button>
        )}
        <Button
          variant={named ? 'outlined' : 'text'}
          onClick={() => setOther(!other)}
          aria-expanded={other}
          sx={named ? { minHeight: 56 } : { minHeight: 44, ml: -1, my: -0.5 }}
        >
          {named ? 'Other position' : 'I moved the adjuster'}
        </Button>
      </Box>
      {other && (
        <Box
          component="form"
          aria-label="Adjuster moved"
          onSubmit={(e) => {
            e.preventDefault();
            if (position === null) setProblem('Enter the new position.');
            else void move(adjuster, position, turned);
          }}
          sx={{ display: 'grid', gap: 1.5, mt: 1.5, maxWidth: 420 }}
        >
          {drive.adjusters.length > 1 && (
            <TextField select label="Adjuster" value={id} onChange={(e) => setId(e.target.value)} slotProps={{ select: { native: true } }}>
              {drive.adjusters.map((a) => (
                <option key={a.id} value={a.id}>
                  {a.label ?? 'Adjuster'}
                </option>
              ))}
            </TextField>
          )}
          <NumberField
            dimension={placeDimension(drive, adjuster)}
            label={`New position, now ${adjusterPosition(adjuster.position, placeDimension(drive, adjuster))}`}
            value={position}
            onValue={setPosition}
            optional
          />
          <TextField
            label="Turned, as counted"
            placeholder={adjuster.screw ? 'left 19 flats, right 11 flats' : '2 holes'}
            value={turned}
            onChange={(e) => setTurned(e.target.value)}
            slotProps={{ htmlInput: { maxLength: 200 } }}
          />
          {problem !== '' && (
            <Box role="alert" sx={{ color: 'var(--ts-stop)', fontSize: 15 }}>
              {problem}
            </Box>
          )}
          <Button type="submit" variant="contained" disabled={busy} sx={{ minHeight: 48 }}>
            Save new position
          </Button>
        </Box>
      )}
    </Box>
  );
}
