import { QUIET_SCENE, type TapScene } from './tapper';

/** Kinds of recordings that a tap meter meets. */
export const SCENE_KINDS = ['clean', 'noise', 'hum-beside', 'hum-on', 'phone', 'thumps', 'clipped', 'all', 'none'] as const;
export type SceneKind = (typeof SCENE_KINDS)[number];

/** A scene of a kind, drawn: spans, strikes, rooms and microphones differ from one to the next. @param random even numbers in [0, 1) */
export function drawScene(kind: SceneKind, random: () => number): TapScene {
  const between = (a: number, b: number) => a + (b - a) * random();
  const even = (a: number, b: number) => a * (b / a) ** random();
  const pick = <T>(...of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  const whole = (a: number, b: number) => Math.floor(between(a, b + 1));
  const hz = even(12, 240);
  const taps = whole(1, 5);
  const lead = between(0.35, 0.9);
  const gap = between(0.55, 1.1);
  const place = between(0.12, 0.5);
  const seconds = lead + taps * gap + between(0.2, 0.8);
  const mixed = kind === 'all';
  const is = (...kinds: readonly SceneKind[]) => kinds.includes(kind) || (mixed && random() < 0.45);
  const base: TapScene = {
    ...QUIET_SCENE,
    sampleRate: pick(8000, 11025, 16000, 22050, 44100, 48000),
    seconds,
    hz,
    ring: between(0.2, 0.8),
    stiffness: even(1e-5, 8e-4),
    brightness: between(-0.6, 0.9),
    across: { loudness: between(0, 0.35), sharper: between(-0.012, 0.02) },
    glide: between(0, 0.006),
    strikes: Array.from({ length: taps }, (_, i) => ({
      at: lead + gap * i + between(-0.04, 0.04),
      place: Math.min(0.5, Math.max(0.08, place + between(-0.08, 0.08))),
      loudness: between(0.5, 1.2),
      contact: between(0.001, 0.006),
    })),
    noise: { underDb: between(22, 38), colour: pick(0, 1, 2) },
    room: random() < 0.5 ? 0 : between(0.05, 0.35),
  };
  const onPartial = pick(1, 2, 3) * hz;
  const mains = pick(50, 60);
  const scene: TapScene = {
    ...base,
    ...(is('noise') ? { noise: { underDb: between(3, 14), colour: pick(0, 1, 2) } } : {}),
    ...(is('phone') ? { highPass: { hz: between(80, 140), order: pick(1, 2, 3, 4) } } : {}),
    ...(is('thumps') ? { thumps: blows(whole(1, 4), seconds, between) } : {}),
    ...(is('clipped') ? { clip: between(0.15, 0.5) } : {}),
    ...(is('hum-beside') ? { hum: { hz: mains + between(-0.1, 0.1), overDb: between(-12, 8), harmonics: whole(1, 8) } } : {}),
  };
  // Mains is where it is: the string is tuned to it.
  if (kind === 'hum-on') {
    const n = pick(1, 2, 3);
    const tuned = (mains * pick(1, 1, 2)) / n;
    return {
      ...scene,
      hz: Math.min(240, Math.max(12, tuned * between(0.995, 1.005))),
      hum: { hz: mains, overDb: between(-12, 6), harmonics: whole(1, 8) },
    };
  }
  if (kind === 'hum-beside') {
    const beside = mains * pick(1, 2, 3) + pick(-1, 1) * between(2, 7);
    return { ...scene, hz: Math.min(240, Math.max(12, (beside / onPartial) * hz)) };
  }
  if (kind !== 'none') return scene;
  const silent = pick('noise', 'hum', 'thumps', 'both');
  return {
    ...scene,
    strikes: [],
    noise: { underDb: between(-6, 30), colour: pick(0, 1, 2) },
    hum: silent === 'hum' || silent === 'both' ? { hz: mains, overDb: between(-15, 10), harmonics: whole(1, 10) } : null,
    thumps: silent === 'thumps' || silent === 'both' ? blows(whole(1, 5), seconds, between) : [],
    highPass: random() < 0.5 ? { hz: between(60, 140), order: pick(1, 2, 4) } : null,
  };
}

const blows = (n: number, seconds: number, between: (a: number, b: number) => number) =>
  Array.from({ length: n }, () => ({
    at: between(0.2, Math.max(0.3, seconds - 0.3)),
    loudness: between(0.3, 1.6),
    hz: between(35, 130),
    fall: between(0.008, 0.03),
  }));
