import { BYSTANDERS, QUIET_SCENE, type TapScene } from './tap-synthesis';

/** Kinds of recordings that a tap meter meets. */
export const SCENE_KINDS = ['clean', 'noise', 'hum-beside', 'phone', 'thumps', 'clipped', 'beside', 'all', 'none'] as const;
export type SceneKind = (typeof SCENE_KINDS)[number];

/**
 * Random scene of a kind: rubber spans of 12 to 240 Hz with a quality of 8 to 40, and varying strikes, rooms and
 * microphones.
 * @param random uniform numbers in [0, 1)
 */
export function drawScene(kind: SceneKind, random: () => number): TapScene {
  const between = (a: number, b: number) => a + (b - a) * random();
  const even = (a: number, b: number) => a * (b / a) ** random();
  const pick = <T>(...of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  const whole = (a: number, b: number) => Math.floor(between(a, b + 1));
  const hz = even(12, 240);
  const gap = between(0.35, 1.2);
  const lead = between(0.3, 0.9);
  const taps = Math.min(whole(1, 6), Math.max(1, Math.floor((4.6 - lead) / gap)));
  const place = between(0.12, 0.5);
  const seconds = Math.min(5, Math.max(1.3, lead + taps * gap + between(0.1, 0.6)));
  const mixed = kind === 'all';
  const is = (...kinds: readonly SceneKind[]) => kinds.includes(kind) || (mixed && random() < 0.4);
  const base: TapScene = {
    ...QUIET_SCENE,
    sampleRate: pick(8000, 11025, 16000, 22050, 44100, 48000),
    seconds,
    hz,
    q: even(8, 40),
    damping: between(0.2, 0.5),
    stiffness: even(5e-5, 1.5e-3),
    brightness: between(-0.6, 0.9),
    across: { loudness: between(0.2, 0.6), sharper: between(-0.015, 0.015) },
    glide: between(0, 0.003),
    strikes: Array.from({ length: taps }, (_, i) => ({
      at: lead + gap * i + between(-0.04, 0.04),
      place: Math.min(0.5, Math.max(0.12, place + between(-0.08, 0.08))),
      loudness: between(0.5, 1.2),
      contact: between(0.001, 0.003),
    })),
    noise: { underDb: between(18, 38), colour: pick(0, 1) },
    room: random() < 0.5 ? 0 : between(0.05, 0.35),
    offset: random() < 0.2 ? between(-0.1, 0.1) : 0,
  };
  const mains = pick(50, 60);
  const scene: TapScene = {
    ...base,
    ...(is('noise') ? { noise: { underDb: between(3, 12), colour: pick(0, 1) } } : {}),
    ...(is('phone') ? { highPass: highPass(hz, between(12, 30), pick(1, 2, 3, 4)) } : {}),
    ...(is('thumps') ? { thumps: blows(whole(1, 4), seconds, between), clicks: clicks(whole(0, 3), seconds, between) } : {}),
    ...(is('clipped') ? { clip: between(0.35, 0.6) } : {}),
    ...(is('beside') ? { beside: bystander(between(4, 20)) } : {}),
    ...(is('hum-beside') ? { hum: { hz: mains + between(-0.1, 0.1), overDb: between(-10, 8), harmonics: 10 } } : {}),
  };
  // The string is tuned to put one of its first three partials 2.5 to 10% away from a mains harmonic.
  if (kind === 'hum-beside') {
    const partial = pick(1, 2, 3);
    const tuned = (mains * whole(1, 4) * (1 + pick(-1, 1) * between(0.025, 0.1))) / partial;
    return { ...scene, hz: Math.min(240, Math.max(12, tuned)) };
  }
  if (kind !== 'none') return scene;
  const silent = pick('noise', 'hum', 'thumps', 'beside', 'both');
  return {
    ...scene,
    strikes: [],
    noise: { underDb: between(-6, 30), colour: pick(0, 1) },
    hum: silent === 'hum' || silent === 'both' ? { hz: mains, overDb: between(-15, 10), harmonics: 10 } : null,
    thumps: silent === 'thumps' || silent === 'both' ? blows(whole(1, 5), seconds, between) : [],
    clicks: silent === 'thumps' ? clicks(whole(0, 4), seconds, between) : [],
    beside: silent === 'beside' ? bystander(between(-10, 10)) : null,
    highPass: random() < 0.5 ? { hz: between(60, 140), order: pick(1, 2, 4) } : null,
  };

  function bystander(underDb: number): TapScene['beside'] {
    const what = pick(...BYSTANDERS);
    const pitch = { voice: between(95, 230), tone: even(60, 1200), compressor: between(12, 26), engine: between(11, 30) }[what];
    return { what, hz: pitch, underDb };
  }
}

/** Corner frequency of a high-pass with single poles that attenuates a frequency by `dB`. */
function highPass(hz: number, takesDb: number, order: number): TapScene['highPass'] {
  return { hz: hz * Math.sqrt(10 ** (takesDb / order / 10) - 1), order };
}

const blows = (n: number, seconds: number, between: (a: number, b: number) => number) =>
  Array.from({ length: n }, () => ({
    at: between(0.2, Math.max(0.3, seconds - 0.3)),
    loudness: between(0.3, 1.6),
    hz: between(30, 140),
    q: between(1, 2),
  }));

const clicks = (n: number, seconds: number, between: (a: number, b: number) => number) =>
  Array.from({ length: n }, () => ({ at: between(0.2, Math.max(0.3, seconds - 0.3)), loudness: between(0.5, 2) }));
