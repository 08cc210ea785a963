import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { seededRandom } from '../core/drive';
import { writeWav } from '../formats/wav';
import { simulatedCycle } from '../lab/simulated-cycle';

const root = join(__dirname, '../..');
const taut = (...args: string[]) => spawnSync(join(root, 'bin/taut'), args, { encoding: 'utf8' });
const folder = mkdtempSync(join(tmpdir(), 'taut-times-'));
const recording = (name: string, samples: Float32Array, sampleRate = 16000) => {
  writeFileSync(join(folder, name), writeWav({ sampleRate, channels: [samples] }));
  return join(folder, name);
};
const cycle = simulatedCycle(
  { engineRpm: 3100, ratio: 1.1, spindles: 1, hasBrake: true, bladeInertia: 0.7, spindleGap: 0 },
  3,
  seededRandom(6),
);

beforeAll(() => {
  execFileSync(process.execPath, [join(root, 'scripts/build-command.mjs')]);
}, 60_000);

describe('times', () => {
  it('answers one recording as an object and several as an array, in order', () => {
    const heard = recording('heard.wav', cycle.sound);
    const one = JSON.parse(taut('times', heard, '--tips', '3', '--blades', '1', '--run', '3300').stdout);
    expect(Object.keys(one)).toEqual(['file', 'engage', 'stop', 'run', 'quality', 'reason', 'track']);
    expect(Object.keys(one.engage)).toEqual(['at', 'seconds', 'sd']);
    expect(one).toMatchObject({ file: heard, quality: 'good', reason: 'engagement and stop were heard' });
    expect(Math.abs(one.engage.seconds - cycle.engageS)).toBeLessThan(Math.max(0.2, 0.12 * cycle.engageS));
    expect(Math.abs(one.stop.seconds - cycle.stopS)).toBeLessThan(Math.max(0.25, 0.08 * cycle.stopS));
    expect(one.run.rpm).toBeCloseTo((60 * one.run.hz) / 3, 6);
    const still = recording('still.wav', new Float32Array(16000 * 4));
    const both = JSON.parse(taut('times', still, heard, '--tips', '3').stdout);
    expect(both[0]).toEqual({
      file: still,
      engage: null,
      stop: null,
      run: null,
      quality: 'none',
      reason: 'the recording is silent',
      track: [],
    });
    expect(both[1].file).toBe(heard);
  });

  it.each<[string, (file: string) => string[], RegExp]>([
    ['no recording', () => [], /^taut times: name at least one recording$/],
    [
      'a part of a blade',
      (f) => [f, '--tips', '2.5'],
      /--tips must be the number of blade tips on a spindle, a whole number from 1 to 12, not “2\.5”/,
    ],
    ['spindles in words', (f) => [f, '--blades', 'two'], /--blades must be the number of spindles/],
    ['a speed of nothing', (f) => [f, '--run', ''], /--run must be the speed of blades or engine in rpm, a number from 300 to 12000/],
    ['a file that is not a recording', () => [join(root, 'package.json')], /package\.json: this is not a WAV file/],
    ['an option of another command', (f) => [f, '--span', '400'], /--span belongs to tap/],
  ])('refuses %s in one line', (_, args, problem) => {
    const { status, stdout, stderr } = taut('times', ...args(recording('any.wav', cycle.sound)));
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr.trim()).toMatch(problem);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });
});
