'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import { timedOf, type Stage, type Timed, type TimedWhat } from '@/core/job';
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
  const [began, setBegan] = useState<number | null>(null);
  const [shown, setShown] = useState(0);
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState('');
  useEffect(() => {
    if (began === null) return;
    const tick = setInterval(() => setShown((performance.now() - began) / 1000), 100);
    return () => clearInterval(tick);
  }, [began]);
  const taken = timedOf(job.entries, what, when);
  const words = HOW[what];
  const write = (seconds: number, how: Timed['how']) =>
    commands.write(
      at,
      'timed',
      { what, seconds: Math.round(seconds * 10) / 10, when, limitS, how },
      `Job ${job.number}: ${TIMED_WORDS[what].toLowerCase()} ${seconds.toFixed(1)} s`,
    );
  const tap = () => {
    if (began === null) {
      setShown(0);
      setBegan(performance.now());
      return;
    }
    const seconds = (performance.now() - began) / 1000;
    setBegan(null);
    setShown(seconds);
    void write(Math.max(0.1, seconds), 'stopwatch');
  };
  const keep = async () => {
    const seconds = Number((typed ?? '').replace(',', '.').replace(/\s*s(?:ec(?:onds?)?)?$/i, ''));
    if (!(seconds >= 0.1 && seconds <= 600)) return setWrong('Enter a time from 0.1 to 600 s.');
    if (await write(seconds, 'typed')) setTyped(null);
  };
  const over = taken !== null && limitS !== null && taken.seconds > limitS;
  return (
    <Box
      component="section"
      aria-label={TIMED_WORDS[what]}
      sx={{ border: '1px solid var(--ts-edge)', borderRadius: '4px', p: 1.5, flex: '1 1 260px' }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1 }}>
        <Box sx={{ fontWeight: 650, mr: 'auto' }}>{TIMED_WORDS[what]}</Box>
        <Box className="ts-mono" sx={{ fontSize: 26 }} role="timer" aria-live="off">
          {began !== null ? `${shown.toFixed(1)} s` : taken ? `${taken.seconds} s` : '– s'}
        </Box>
      </Box>
      <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)', mb: 1 }}>{words.means}</Box>
      <Button fullWidth variant={began === null ? 'outlined' : 'contained'} onClick={tap} sx={{ minHeight: 72, fontSize: 18 }}>
        {began === null ? words.begin : words.end}
      </Button>
      {taken && began === null && (
        <Box sx={{ mt: 1, fontWeight: over ? 650 : 450, color: over ? 'var(--ts-stop)' : 'inherit' }}>
          {limitS === null ? 'Timed.' : over ? `■ Over the limit of ${limitS} s.` : `Within the limit of ${limitS} s.`}
        </Box>
      )}
      {began !== null && (
        <Button onClick={() => setBegan(null)} sx={{ mt: 0.5 }}>
          Cancel
        </Button>
      )}
      {began === null && typed === null && (
        <Button onClick={() => setTyped('')} sx={{ mt: 0.5 }}>
          Enter time
        </Button>
      )}
      {typed !== null && (
        <Box
          component="form"
          onSubmit={(e) => {
            e.preventDefault();
            void keep();
          }}
          sx={{ display: 'flex', gap: 1, mt: 1, alignItems: 'flex-start' }}
        >
          <TextField
            label={`${TIMED_WORDS[what]}, s`}
            value={typed}
            autoFocus
            onChange={(e) => {
              setTyped(e.target.value);
              setWrong('');
            }}
            error={wrong !== ''}
            helperText={wrong}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          />
          <Button type="submit" variant="outlined" disabled={typed.trim() === ''}>
            Save time
          </Button>
        </Box>
      )}
    </Box>
  );
}
