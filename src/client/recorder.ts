'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { Recording } from '@/formats/wav';

/** A recording never gets longer than this, s, unless it is stated. */
const LONGEST_S = 20;

export interface Recorder {
  readonly running: boolean;
  /** Loudest of the last tenth of a second, 0…1. */
  readonly level: number;
  readonly seconds: number;
  /** Microphones to choose between, once one was allowed. */
  readonly devices: readonly { readonly id: string; readonly label: string }[];
  readonly start: (deviceId: string | null) => Promise<void>;
  readonly stop: () => void;
  /** The recording so far, from the last `forget` on. Null while it does not run. */
  readonly peek: () => Recording | null;
  /** Deletes the first seconds of the recording. */
  readonly forget: (seconds: number) => void;
}

interface Running {
  readonly context: AudioContext;
  readonly stream: MediaStream;
  readonly parts: Float32Array[][];
}

/** The microphone, without what a phone does to make speech clear: that takes away what is looked for. */
export function useRecorder(
  onRecording: (recording: Recording) => void,
  onRefused: (problem: string) => void,
  longestS = LONGEST_S,
): Recorder {
  const now = useRef<Running | null>(null);
  const [state, setState] = useState({ running: false, level: 0, seconds: 0 });
  const [devices, setDevices] = useState<Recorder['devices']>([]);

  const end = useCallback(() => {
    const run = now.current;
    now.current = null;
    if (!run) return null;
    run.stream.getTracks().forEach((t) => t.stop());
    void run.context.close();
    setState({ running: false, level: 0, seconds: 0 });
    return run;
  }, []);
  useEffect(() => () => void end(), [end]);

  const stop = useCallback(() => {
    const run = end();
    if (!run) return;
    const recording = recordingOf(run);
    if (!recording) return onRefused('Nothing was heard from the microphone. Choose another one, or open a recording.');
    onRecording(recording);
  }, [end, onRecording, onRefused]);

  const start = useCallback(
    async (deviceId: string | null) => {
      try {
        const stream = await navigator.mediaDevices.getUserMedia({
          audio: {
            echoCancellation: false,
            noiseSuppression: false,
            autoGainControl: false,
            ...(deviceId === null ? {} : { deviceId: { exact: deviceId } }),
          },
        });
        const all = await navigator.mediaDevices.enumerateDevices();
        setDevices(all.filter((d) => d.kind === 'audioinput').map((d, i) => ({ id: d.deviceId, label: d.label || `Microphone ${i + 1}` })));
        const context = new AudioContext();
        await context.audioWorklet.addModule('/recorder-worklet.js');
        const node = new AudioWorkletNode(context, 'recorder', { numberOfOutputs: 0 });
        const parts: Float32Array[][] = [];
        let samples = 0;
        node.port.onmessage = ({ data }: MessageEvent<Float32Array[][]>) => {
          // A late event after the stop would show it as running.
          if (now.current?.parts !== parts) return;
          parts.push(...data);
          samples += data.reduce((a, p) => a + p[0]!.length, 0);
          const level = data.reduce((a, p) => Math.max(a, ...p[0]!.map(Math.abs)), 0);
          setState({ running: true, level, seconds: samples / context.sampleRate });
        };
        context.createMediaStreamSource(stream).connect(node);
        now.current = { context, stream, parts };
        setState({ running: true, level: 0, seconds: 0 });
      } catch (error) {
        onRefused(refusal(error));
      }
    },
    [onRefused],
  );
  useEffect(() => {
    if (state.seconds > longestS) stop();
  }, [state.seconds, stop, longestS]);
  const peek = useCallback(() => now.current && recordingOf(now.current), []);
  const forget = useCallback((seconds: number) => {
    const run = now.current;
    let left = run ? seconds * run.context.sampleRate : 0;
    // Whole parts only: a tenth of a second each.
    while (run && run.parts.length > 0 && left >= run.parts[0]![0]!.length) left -= run.parts.shift()![0]!.length;
  }, []);
  return { ...state, devices, start, stop, peek, forget };
}

function recordingOf({ parts, context }: Running): Recording | null {
  const count = parts[0]?.length ?? 0;
  if (count === 0) return null;
  return { sampleRate: context.sampleRate, channels: Array.from({ length: count }, (_, c) => joined(parts.map((p) => p[c] ?? p[0]!))) };
}

function joined(parts: readonly Float32Array[]): Float32Array {
  const out = new Float32Array(parts.reduce((a, p) => a + p.length, 0));
  let at = 0;
  for (const p of parts) {
    out.set(p, at);
    at += p.length;
  }
  return out;
}

/** Why there is no microphone, and what to do. */
export function refusal(error: unknown): string {
  const name = error instanceof Error ? error.name : '';
  if (name === 'NotAllowedError')
    return 'The microphone is not allowed. Allow it for this page in the browser, or open a recording instead.';
  if (name === 'NotFoundError' || name === 'OverconstrainedError')
    return 'No microphone was found. Plug one in, or open a recording instead.';
  if (name === 'NotReadableError') return 'Another program uses the microphone. Close it, or open a recording instead.';
  return 'The microphone cannot be used here. Open a recording instead.';
}
