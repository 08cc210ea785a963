'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { ENGAGES, engagementOf } from '@/core/tension';
import type { Cycle } from './use-cycles';
import { cycleName, engineSags, limitVerdict, runningAt, TIMES_ADVICE, withDeviation } from './messages';
import { marksOf, TimesTrack, type Marks } from './times-track';

/** A time to be stored, s. `sdS` is null where a person moved its marks. */
export interface TakenTime {
  readonly what: 'engagement' | 'stop';
  readonly seconds: number;
  readonly sdS: number | null;
}

/** Sag of the engine from which it is worth a line. */
const WORTH_SAG = 0.2;

/** One cycle: its times in figures that can be read from three metres, its speed over time, and its marks. */
export function CycleCard({
  cycle: { number, heard, recording, isSimulated },
  limitS,
  onSave,
  onDiscard,
}: {
  cycle: Cycle;
  limitS: number | null;
  /** Null where nothing can be stored. */
  onSave: ((times: readonly TakenTime[], recording: Cycle['recording']) => Promise<boolean>) | null;
  onDiscard: () => void;
}) {
  const [marks, setMarks] = useState<Marks>(() => marksOf(heard));
  const [moved, setMoved] = useState(false);
  const [state, setState] = useState<'new' | 'busy' | 'saved'>('new');
  const seconds = (recording.channels[0]?.length ?? 0) / recording.sampleRate;
  const length = (pair: readonly [number, number] | null) => (pair ? pair[1] - pair[0] : null);
  const [engageS, stopS] = [length(marks.engage), length(marks.stop)];
  const sdOf = (time: { readonly sd: number } | null) => (moved || !time ? null : time.sd);
  const times: TakenTime[] = [
    ...(engageS === null ? [] : [{ what: 'engagement' as const, seconds: engageS, sdS: sdOf(heard.engage) }]),
    ...(stopS === null ? [] : [{ what: 'stop' as const, seconds: stopS, sdS: sdOf(heard.stop) }]),
  ];
  const move = (next: Marks | null) => {
    setMarks(next ?? marksOf(heard));
    setMoved(next !== null);
  };
  const save = async () => {
    setState('busy');
    setState((await onSave!(times, recording)) ? 'saved' : 'new');
  };
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
      <BigTimes {...{ times, limitS }} />
      <Box>{TIMES_ADVICE[heard.reason]}</Box>
      {heard.engineSag !== null && heard.engineSag >= WORTH_SAG && <Box>{engineSags(heard.engineSag)}.</Box>}
      <TimesTrack {...{ heard, seconds, marks }} onMove={move} />
      {moved && <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>You moved the marks. The times have no calculated deviation.</Box>}
      <CardButtons
        state={state}
        onSave={onSave && !isSimulated ? () => void save() : null}
        count={times.length}
        onReset={moved ? () => move(null) : null}
        onDiscard={onDiscard}
      />
    </Box>
  );
}

function CardButtons({
  state,
  count,
  onSave,
  onReset,
  onDiscard,
}: {
  state: 'new' | 'busy' | 'saved';
  /** Number of times to save. */
  count: number;
  onSave: (() => void) | null;
  onReset: (() => void) | null;
  onDiscard: () => void;
}) {
  return (
    <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', '& .MuiButton-root': { minHeight: 56 } }}>
      {onSave && (
        <Button variant="contained" disabled={state !== 'new'} onClick={onSave}>
          {state === 'saved' ? 'Times saved' : count === 1 ? 'Save time' : 'Save times'}
        </Button>
      )}
      {onReset && state === 'new' && <Button onClick={onReset}>Reset marks</Button>}
      {state !== 'saved' && <Button onClick={onDiscard}>Discard cycle</Button>}
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
      {time && <Box sx={{ color: 'var(--ts-quiet)' }}>{withDeviation(time.seconds, time.sdS)}</Box>}
      {verdict && (
        <Box sx={{ fontSize: 20, fontWeight: verdict.isOver ? 650 : 450, color: verdict.isOver ? 'var(--ts-stop)' : 'inherit' }}>
          {verdict.text}.
        </Box>
      )}
    </Box>
  );
}
