import { describe, expect, it } from 'vitest';
import { seededRandom } from '../../drive';
import { drawRunning, type RunningKind } from '../../../lab/running-scenes';
import { hearTimes } from './hear-times';

const scene = (kind: RunningKind, seed: number) => drawRunning(kind, seededRandom(seed), [16000]);
const isNear = (seconds: number, truth: number, s: number, share: number) => Math.abs(seconds - truth) <= Math.max(s, share * truth);

describe('times by sound', () => {
  const { sound, sampleRate, truth, tips } = scene('clean', 11);
  const heard = hearTimes([sound], sampleRate, { tips });

  it('hears engagement, stop and speed of one cycle', () => {
    expect(isNear(heard.engage!.seconds, truth.engage!.seconds, 0.2, 0.12)).toBe(true);
    expect(isNear(heard.stop!.seconds, truth.stop!.seconds, 0.25, 0.08)).toBe(true);
    expect(Math.abs(heard.engage!.at - truth.engage!.at)).toBeLessThan(0.2);
    expect(Math.abs(heard.stop!.at - truth.stop!.at)).toBeLessThan(0.2);
    expect(heard.run!.hz / truth.runHz!).toBeCloseTo(1, 2);
    expect(heard.run!.rpm).toBeCloseTo((60 * heard.run!.hz) / tips, 6);
  });

  it('returns a track in the order of time, from the lever to the standstill', () => {
    const times = heard.track.map((p) => p.t);
    expect([...times].sort((a, b) => a - b)).toEqual(times);
    expect(times[0]).toBeCloseTo(heard.engage!.at, 1);
    expect(times.at(-1)).toBeCloseTo(heard.stop!.at + heard.stop!.seconds, 0);
    expect(heard.track.every((p) => p.hz >= 0)).toBe(true);
  });

  it('is independent of loudness and sign, and ignores a dead channel', () => {
    const quiet = hearTimes([new Float32Array(sound.length), sound.map((v) => -0.1 * v)], sampleRate, { tips });
    expect(quiet.engage!.seconds).toBeCloseTo(heard.engage!.seconds, 1);
    expect(quiet.stop!.seconds).toBeCloseTo(heard.stop!.seconds, 1);
  });

  it('hears a recording at 8 kHz', () => {
    const half = Float32Array.from({ length: sound.length >> 1 }, (_, i) => 0.5 * (sound[2 * i]! + sound[2 * i + 1]!));
    const { engage, stop } = hearTimes([half], sampleRate / 2, { tips });
    expect(isNear(engage!.seconds, truth.engage!.seconds, 0.2, 0.12)).toBe(true);
    expect(isNear(stop!.seconds, truth.stop!.seconds, 0.25, 0.08)).toBe(true);
  });

  it('returns null for the time that a part of a recording does not contain', () => {
    const from = Math.floor((truth.engage!.at + truth.engage!.seconds + 0.8) * sampleRate);
    const stopAlone = hearTimes([sound.slice(from)], sampleRate, { tips });
    expect(stopAlone).toMatchObject({ engage: null, reason: 'stop-only' });
    const until = Math.floor((truth.stop!.at - 0.3) * sampleRate);
    const engageAlone = hearTimes([sound.slice(0, until)], sampleRate, { tips });
    expect(engageAlone).toMatchObject({ stop: null, reason: 'engage-only' });
    expect(isNear(stopAlone.stop!.seconds, truth.stop!.seconds, 0.25, 0.08)).toBe(true);
  });

  it.each([3, 4, 5])('hears nothing where nothing is engaged: an engine, people or wind, recording %i', (seed) => {
    const none = scene('none', seed);
    const answer = hearTimes([none.sound], none.sampleRate, { tips: none.tips });
    expect(answer).toMatchObject({ engage: null, stop: null, run: null, quality: 'none', track: [] });
  });

  it('states why a silent or a short recording has no answer', () => {
    const still = new Float32Array(5 * 16000);
    expect(hearTimes([still], 16000).reason).toBe('silent');
    expect(hearTimes([still.subarray(0, 16000)], 16000).reason).toBe('too-short');
  });
});
