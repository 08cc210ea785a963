'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { timedOf, type Stage, type Timed, type TimedWhat } from '@/core/job';
import { blank, lazyPart } from '@/ui/lazy';
import { TIMED_WORDS } from '../job-messages';
import type { JobCommands } from '../job-commands';
import type { Job } from '@/contract/records';

const HOW: Readonly<Record<TimedWhat, { begin: string; end: string; means: string }>> = {
  engagement: {
    begin: 'Start timing (lever moved)',
    end: 'Stop timing (full speed)',
    means: 'At full throttle, engage in one quick movement. Stop timing at full speed.',
  },
  stop: {
    begin: 'Start timing (lever released)',
    end: 'Stop timing (all parts stopped)',
    means: 'From full speed until every part stops.',
  },
};

/** The field loads when it is first asked for. */
const TypedTime = lazyPart(async () => (await import('./typed-time')).TypedTime, blank(56));

/** Seconds since the start, shown in tenths. Null while it does not run. */
function useRunning() {
  const [began, setBegan] = useState<number | null>(null);
  const [shown, setShown] = useState(0);
  useEffect(() => {
    if (began === null) return;
    const tick = setInterval(() => setShown((performance.now() - began) / 1000), 100);
    return () => clearInterval(tick);
  }, [began]);
  return {
    shown: began === null ? null : shown,
    start: () => {
      setShown(0);
      setBegan(performance.now());
    },
    /** Ends it. Returns the time, s. */
    stop: () => {
      setBegan(null);
      return began === null ? 0 : (performance.now() - began) / 1000;
    },
  };
}

/** A time taken with two taps, or typed where another clock took it. */
export function Stopwatch({
  job,
  at,
  commands,
  what,
  when,
  limitS,
}: {
  job: Job;
  at: Stage;
  commands: JobCommands;
  what: TimedWhat;
  when: Timed['when'];
  limitS: number | null;
}) {
  const { shown, start, stop } = useRunning();
  const [isTyping, setTyping] = useState(false);
  const taken = timedOf(job.entries, what, when);
  const words = HOW[what];
  const isRunning = shown !== null;
  const write = (seconds: number, how: Timed['how']) =>
    commands.write(
      at,
      'timed',
      { what, seconds: Math.round(seconds * 10) / 10, when, limitS, how, sdS: null },
      `Job ${job.number}: ${TIMED_WORDS[what].toLowerCase()} ${seconds.toFixed(1)} s`,
    );
  return (
    <Box
      component="section"
      aria-label={TIMED_WORDS[what]}
      sx={{ border: '1px solid var(--ts-edge)', borderRadius: '4px', p: 1.5, flex: '1 1 260px' }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1 }}>
        <Box sx={{ fontWeight: 650, mr: 'auto' }}>{TIMED_WORDS[what]}</Box>
        <Box className="ts-mono" sx={{ fontSize: 26 }} role="timer" aria-live="off">
          {isRunning ? `${shown.toFixed(1)} s` : taken ? `${taken.seconds} s` : '– s'}
        </Box>
      </Box>
      <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)', mb: 1 }}>{words.means}</Box>
      <Button
        fullWidth
        variant={isRunning ? 'contained' : 'outlined'}
        onClick={() => (isRunning ? void write(Math.max(LEAST_S, stop()), 'stopwatch') : start())}
        sx={{ minHeight: 72, fontSize: 18 }}
      >
        {isRunning ? words.end : words.begin}
      </Button>
      {taken && !isRunning && <WithinLimit seconds={taken.seconds} limitS={limitS} />}
      {isRunning && (
        <Button onClick={stop} sx={{ mt: 0.5 }}>
          Cancel
        </Button>
      )}
      {!isRunning && !isTyping && (
        <Button onClick={() => setTyping(true)} sx={{ mt: 0.5 }}>
          Enter time
        </Button>
      )}
      {isTyping && (
        <TypedTime
          label={`${TIMED_WORDS[what]}, s`}
          onSave={async (seconds) => {
            if (await write(seconds, 'typed')) setTyping(false);
          }}
        />
      )}
    </Box>
  );
}

/** Shortest time that is stored, s. */
const LEAST_S = 0.1;

function WithinLimit({ seconds, limitS }: { seconds: number; limitS: number | null }) {
  const over = limitS !== null && seconds > limitS;
  return (
    <Box sx={{ mt: 1, fontWeight: over ? 650 : 450, color: over ? 'var(--ts-stop)' : 'inherit' }}>
      {limitS === null ? 'Timed.' : over ? `■ Over the limit of ${limitS} s.` : `Within the limit of ${limitS} s.`}
    </Box>
  );
}
