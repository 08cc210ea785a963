import { describe, expect, it } from 'vitest';
import { seededRandom } from '../drive';
import { removeHum } from './hum';
import { onsetsIn } from './onsets';
import { toMono, downsample } from './prepare';
import { projectable } from './projection';
import { quietStretches } from './quiet';
import { fitString, type Struck } from './string-fit';
import { hearTap } from './tap-meter';
import { QUIET_SCENE, tapSound, type TapScene } from '../../lab/tap-synthesis';
import { whitened } from './whiten';

const heard = (scene: Partial<TapScene>, seed = 1, options: Parameters<typeof hearTap>[2] = {}) => {
  const whole = { ...QUIET_SCENE, ...scene };
  return hearTap([tapSound(whole, seededRandom(seed))], whole.sampleRate, options);
};
const near = (hz: number | null, true_: number, share = 0.01) => {
  expect(hz).not.toBeNull();
  expect(Math.abs(hz! / true_ - 1)).toBeLessThan(share);
};

describe('the note of a tapped span', () => {
  it.each([14, 37, 97, 233])('is heard at %d Hz, once for every tap', (hz) => {
    const answer = heard({ hz });
    near(answer.hz, hz);
    expect(answer.taps).toHaveLength(3);
    answer.taps.forEach((t, i) => expect(Math.abs(t.at - QUIET_SCENE.strikes[i]!.at)).toBeLessThan(0.03));
    expect(answer.quality).toBe('good');
    expect(answer.sdHz! / hz).toBeLessThan(0.02);
  });
  it('is the string’s own where the microphone lets no sign of it through', () => {
    near(heard({ hz: 47, highPass: { hz: 130, order: 4 } }).hz, 47);
  });
  it('is heard next to mains that is louder than the tap', () => {
    near(heard({ hz: 71, hum: { hz: 50, overDb: 6, harmonics: 5 } }).hz, 71, 0.015);
  });
  it('is heard in noise, clipped, at any rate, and struck at the middle, where even partials are missing', () => {
    near(heard({ hz: 58, noise: { underDb: 6, colour: 1 } }).hz, 58, 0.015);
    near(heard({ hz: 58, clip: 0.25 }).hz, 58, 0.015);
    near(heard({ hz: 58, sampleRate: 44100 }).hz, 58);
    near(heard({ hz: 58, sampleRate: 8000, strikes: QUIET_SCENE.strikes.map((s) => ({ ...s, place: 0.5 })) }).hz, 58);
  });
  it('does not hang on how loud the recording is, nor on a dead channel or one that is turned round', () => {
    const sound = tapSound({ ...QUIET_SCENE, hz: 66 }, seededRandom(2));
    const alone = hearTap([sound], 16000).hz!;
    const soft = sound.map((v) => v / 50);
    near(hearTap([soft], 16000).hz, alone, 1e-3);
    near(hearTap([new Float32Array(sound.length), sound], 16000).hz, alone, 1e-3);
    near(hearTap([sound, sound.map((v) => -v)], 16000).hz, alone, 1e-3);
  });
  it.each([
    [190, 21],
    [190, 9],
    [17, 8],
    [17, 40],
    [240, 12],
  ])('hears rubber: %d Hz with a quality of %d, however short it rings', (hz, q) => {
    near(heard({ hz, q, damping: 0.35 }, 3).hz, hz, 0.015);
  });
  it('separates a blow from a ring by its quality, not by its duration', () => {
    // Both are over within 0.1 s: a clean tap of 190 Hz, and a thump of 60 Hz with a quality of 1.5.
    expect(heard({ hz: 190, q: 15 }, 5).hz).not.toBeNull();
    const thumps = QUIET_SCENE.strikes.map(({ at }) => ({ at, loudness: 1, hz: 60, q: 1.5 }));
    expect(heard({ strikes: [], thumps }, 5).hz).toBeNull();
  });
  it('an expectation that is off does not move it', () => {
    near(heard({ hz: 61 }, 1, { expect: [70, 120] }).hz, 61);
    near(heard({ hz: 61 }, 1, { expect: [20, 40] }).hz, 61);
  });
});

describe('no note', () => {
  const none = { strikes: [], noise: { underDb: 20, colour: 1 } } as const;
  it.each([
    ['noise alone', {}],
    ['mains alone', { hum: { hz: 60, overDb: 3, harmonics: 6 } }],
    ['blows', { thumps: [0.5, 1.2, 2].map((at) => ({ at, loudness: 1, hz: 70, q: 1.5 })) }],
  ] as const)('is made of %s', (_, scene) => {
    const answer = heard({ ...none, ...scene }, 4);
    expect(answer).toMatchObject({ hz: null, sdHz: null, taps: [], quality: 'none' });
  });
  it('reports silence and a recording of a moment', () => {
    expect(hearTap([new Float32Array(16000)], 16000).reason).toBe('silent');
    expect(hearTap([new Float32Array(100).fill(0.1)], 16000).reason).toBe('too-short');
    expect(hearTap([], 16000).reason).toBe('too-short');
  });
});

describe('what it is made of', () => {
  it('mains is taken away where it is known from quiet stretches, and the tap stays', () => {
    const rate = 3600;
    const x = Float64Array.from({ length: 2 * rate }, (_, i) => Math.sin((2 * Math.PI * 50.07 * i) / rate + 1));
    const tap = Float64Array.from({ length: 2 * rate }, (_, i) =>
      i < rate ? 0 : Math.exp(-(i - rate) / 400) * Math.sin((2 * Math.PI * 83 * i) / rate),
    );
    const both = x.map((v, i) => v + tap[i]!);
    const { samples, humRms } = removeHum(both, rate, [[0, rate]]);
    expect(humRms).toBeCloseTo(Math.SQRT1_2, 2);
    const off = Math.max(...samples.map((v, i) => Math.abs(v - tap[i]!)));
    expect(off).toBeLessThan(0.02);
  });
  it('exclude rings from quiet stretches, and find the start of strikes', () => {
    const scene = { ...QUIET_SCENE, hum: { hz: 50, overDb: 3, harmonics: 4 } };
    const { samples, rate } = downsample(tapSound(scene, seededRandom(3)), scene.sampleRate);
    const quiet = quietStretches(samples, rate);
    for (const { at } of scene.strikes) expect(quiet.some(([a, b]) => a < (at + 0.05) * rate && b > (at + 0.05) * rate)).toBe(false);
    const onsets = onsetsIn(whitened(removeHum(samples, rate, quiet).samples, rate, quiet));
    expect(onsets).toHaveLength(3);
    onsets.forEach(({ from }, i) => expect(Math.abs(from / rate - scene.strikes[i]!.at)).toBeLessThan(0.015));
  });
  it('a string is likelier than those that sound an octave lower or higher, by the same sound', () => {
    const rate = 3600;
    const samples = Float64Array.from({ length: rate }, (_, i) =>
      [1, 2, 3, 4, 5].reduce(
        (a, n) =>
          a + (20 / n) * Math.exp(((-i / rate) * Math.PI * 64 * n) / (20 * n ** -0.35)) * Math.sin((2 * Math.PI * 64 * n * i) / rate),
        0,
      ),
    );
    const noisy = samples.map((v, i) => v + Math.sin(i * i * 0.7));
    const sound: Struck = { ...projectable(noisy), energy: noisy.reduce((a, v) => a + v * v, 0), freedom: 900 };
    const range = { rate, lowestHz: 10, highestHz: 1300, mostPartials: 20 };
    const at = (hz: number) => fitString(sound, { hz, stiffness: 0, q: 20 }, range);
    expect(at(64).evidence).toBeGreaterThan(at(128).evidence + 20);
    expect(at(64).evidence).toBeGreaterThan(at(32).evidence + 5);
    expect(at(64).explained / sound.energy).toBeGreaterThan(0.9);
    expect(at(32).between).toBeLessThan(0.05);
    expect(at(64).between).toBeGreaterThan(0.15);
  });
  it('of channels the dead one is left away', () => {
    const live = Float32Array.of(0.1, -0.2, 0.3);
    expect([...toMono([new Float32Array(3).fill(0.5), live])]).toEqual([...live]);
  });
});
