'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { ENGAGES, engagementOf } from '@/core/tension';
import { marksOf, timesOf, type Marks, type TakenTime } from './marks';
import { cycleName, deviation, limitVerdict, runningAt, TIMES_ADVICE } from './messages';
import type { CycleSign } from './signs';
import { SignRow, type RecordSign } from './sign-row';
import { TimesTrack } from './times-track';
import type { Cycle } from './use-cycles';

/** One cycle: its times in figures that can be read from three metres, its speed over time, and its marks. */
export function CycleCard({
  cycle: { number, heard, recording, isSimulated, moved },
  signs,
  limitS,
  record,
  onMove,
  onDiscard,
}: {
  cycle: Cycle;
  signs: readonly CycleSign[];
  limitS: number | null;
  /** Null where nothing is recorded. */
  record: RecordSign | null;
  /** Null resets the marks. */
  onMove: (marks: Marks | null) => void;
  onDiscard: () => void;
}) {
  const seconds = (recording.channels[0]?.length ?? 0) / recording.sampleRate;
  return (
    <Box
      component="section"
      aria-label={cycleName(number)}
      sx={{ border: '1px solid var(--ts-edge)', borderRadius: '4px', p: 1.5, display: 'grid', gap: 1, bgcolor: 'var(--ts-card)' }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, flexWrap: 'wrap' }}>
        <Box sx={{ fontWeight: 650, fontSize: 18 }}>{cycleName(number)}</Box>
        {isSimulated && <strong>Simulated, not a measurement.</strong>}
        <Box sx={{ ml: 'auto', color: 'var(--ts-quiet)' }}>{heard.run && runningAt(heard.run.rpm)}</Box>
      </Box>
      <BigTimes times={timesOf(heard, moved)} limitS={limitS} />
      <Box>{TIMES_ADVICE[heard.reason]}</Box>
      {signs.map((sign) => (
        <SignRow key={sign.text} sign={sign} record={isSimulated ? null : record} />
      ))}
      <TimesTrack {...{ heard, seconds, onMove }} marks={moved ?? marksOf(heard)} />
      {moved && <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>You moved the marks. The times have no calculated deviation.</Box>}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', '& .MuiButton-root': { minHeight: 56 } }}>
        {moved && <Button onClick={() => onMove(null)}>Reset marks</Button>}
        <Button onClick={onDiscard}>Discard cycle</Button>
      </Box>
    </Box>
  );
}

/** Both times in large figures, with their verdicts. */
function BigTimes({ times, limitS }: { times: readonly TakenTime[]; limitS: number | null }) {
  const engage = times.find((t) => t.what === 'engagement');
  const stop = times.find((t) => t.what === 'stop');
  return (
    <Box role="status" sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fit, minmax(220px, 1fr))', gap: 1.5 }}>
      <BigTime label="Engagement time" time={engage} verdict={engage ? engagementVerdict(engage.seconds) : null} />
      <BigTime label="Stop time" time={stop} verdict={stop && limitS !== null ? limitVerdict(stop.seconds, stop.sdS, limitS) : null} />
    </Box>
  );
}

/** Meaning of an engagement time. */
function engagementVerdict(seconds: number): { readonly text: string; readonly isOver: boolean } {
  const how = engagementOf(seconds);
  if (how === 'prompt') return { text: 'Prompt', isOver: false };
  if (how === 'soft') return { text: 'Soft', isOver: false };
  return { text: `■ Slow: over ${ENGAGES.slips} s, the belt slips`, isOver: true };
}

function BigTime({
  label,
  time,
  verdict,
}: {
  label: string;
  time: TakenTime | undefined;
  verdict: { readonly text: string; readonly isOver: boolean } | null;
}) {
  return (
    <Box>
      <Box sx={{ color: 'var(--ts-quiet)' }}>{label}</Box>
      <Box className="ts-mono" sx={{ fontSize: 'clamp(40px, 11vw, 64px)', lineHeight: 1.05, fontWeight: 650 }}>
        {time ? `${time.seconds.toFixed(1)} s` : '–'}
      </Box>
      {time && <Box sx={{ color: 'var(--ts-quiet)' }}>{deviation(time.sdS)}</Box>}
      {verdict && (
        <Box sx={{ fontSize: 20, fontWeight: verdict.isOver ? 650 : 450, color: verdict.isOver ? 'var(--ts-stop)' : 'inherit' }}>
          {verdict.text}.
        </Box>
      )}
    </Box>
  );
}
