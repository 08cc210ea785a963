'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { TimesHeard, TimesOptions } from '@/core/sound';
import { useRecorder } from '@/client/recorder';
import { signal } from '@/client/signal';
import { askTimes } from '@/client/solver';
import { useWakeLock } from '@/client/wake-lock';
import type { Recording } from '@/formats/wav';
import type { Marks } from './marks';
import { TIMES_ADVICE } from './messages';

/** One engagement with its stop, as heard. */
export interface Cycle {
  readonly number: number;
  readonly heard: TimesHeard;
  readonly recording: Recording;
  readonly isSimulated: boolean;
  /** Marks that a person moved; null where they are as heard. */
  readonly moved: Marks | null;
}

/** A recording of several cycles never gets longer than this, s. */
const LONGEST_S = 300;
/** While it records, the sound is analysed each time it has grown by this, s. */
const EVERY_S = 8;
/** A cycle takes at least this long, s. */
const LEAST_S = 6;
/** While it records, the first analysis of a cycle is after this time, s: most are complete by then. */
const FIRST_S = 12;
/** Sound after the standstill, s, by which a cycle is complete. */
const AFTER_S = 0.8;
/** Longest stored sound without a complete cycle, s. A cycle takes at most about 25 s. */
const MOST_KEPT_S = 40;

const secondsOf = ({ channels, sampleRate }: Recording): number => (channels[0]?.length ?? 0) / sampleRate;

/** Part of a recording, from one time to another, s. */
const partOf = ({ channels, sampleRate }: Recording, from: number, until: number): Recording => ({
  sampleRate,
  channels: channels.map((c) => c.slice(Math.max(0, Math.floor(from * sampleRate)), Math.floor(until * sampleRate))),
});

/** Hears cycles one after another while it records. */
export function useCycles(options: TimesOptions) {
  const [cycles, setCycles] = useState<readonly Cycle[]>([]);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const count = useRef(0);
  const isAnalysing = useRef(false);

  const add = useCallback((heard: TimesHeard, recording: Recording, isSimulated: boolean) => {
    const number = ++count.current;
    setCycles((before) => [...before, { number, heard, recording, isSimulated, moved: null }]);
    if (!isSimulated) signal('taken');
  }, []);
  const hear = useCallback(
    async (recording: Recording, isSimulated = false) => {
      setBusy(true);
      setProblem('');
      const heard = await askTimes({ ...recording, ...options }).catch(() => null);
      setBusy(false);
      if (!heard) return setProblem('The recording could not be analysed. Try again, or use the stopwatch.');
      if (heard.engage || heard.stop) return add(heard, recording, isSimulated);
      setProblem(TIMES_ADVICE[heard.reason]);
      if (!isSimulated) signal('nothing');
    },
    [options, add],
  );

  const rest = useRef(0);
  const finish = useCallback(
    (recording: Recording) => {
      // After complete cycles a quiet rest needs no message.
      if (rest.current > 0 && secondsOf(recording) < LEAST_S) return;
      void hear(recording);
    },
    [hear],
  );
  const recorder = useRecorder(finish, setProblem, LONGEST_S);
  const { running, seconds, peek, forget } = recorder;
  useWakeLock(running);
  const analysedAt = useRef(0);
  useEffect(() => {
    if (!running) {
      analysedAt.current = 0;
      return;
    }
    if (isAnalysing.current || seconds - analysedAt.current < EVERY_S) return;
    const recording = peek();
    if (!recording || secondsOf(recording) < FIRST_S) return;
    analysedAt.current = seconds;
    isAnalysing.current = true;
    void askTimes({ ...recording, ...options })
      .then((heard) => {
        const length = secondsOf(recording);
        const end = heard.stop ? heard.stop.at + heard.stop.seconds : Infinity;
        if (heard.engage && heard.stop && end + AFTER_S < length) {
          rest.current++;
          forget(end + AFTER_S / 2);
          add(heard, partOf(recording, Math.max(0, heard.engage.at - 1.5), end + AFTER_S), false);
        } else if (length > MOST_KEPT_S) forget(length - MOST_KEPT_S / 2);
      })
      .catch(() => setProblem('A part of the recording could not be analysed. The recording goes on.'))
      .finally(() => (isAnalysing.current = false));
  }, [running, seconds, peek, forget, options, add]);

  const start = useCallback(async () => {
    rest.current = 0;
    setProblem('');
    await recorder.start(null);
  }, [recorder]);
  const move = useCallback(
    (number: number, moved: Marks | null) => setCycles((before) => before.map((c) => (c.number === number ? { ...c, moved } : c))),
    [],
  );
  const discard = useCallback((number: number) => setCycles((before) => before.filter((c) => c.number !== number)), []);
  return { cycles, problem, setProblem, busy, recorder, start, hear, move, discard };
}
