import { simulateMachine, type Motion, type RunningMachine } from './running-machine';
import { runningSound, type Levers, type SoundScene } from './running-sound';

/** Kinds of recordings of a machine that is engaged and released, or is not. */
export const RUNNING_KINDS = [
  'clean',
  'noise',
  'loud-engine',
  'grabs',
  'coasts',
  'brake',
  'spindles',
  'shut-off',
  'part',
  'all',
  'none',
] as const;
export type RunningKind = (typeof RUNNING_KINDS)[number];

export interface RunningScene {
  readonly sound: Float32Array;
  readonly sampleRate: number;
  readonly seconds: number;
  readonly motion: Motion;
  readonly truth: {
    readonly engage: { readonly at: number; readonly seconds: number } | null;
    readonly stop: { readonly at: number; readonly seconds: number } | null;
    readonly runHz: number | null;
  };
  readonly tips: number;
  readonly blades: number;
  /** Speed as a person would state it, rpm. Null where none is stated. */
  readonly runRpm: number | null;
  readonly signs: {
    readonly squeals: boolean;
    /** Differences of speed between the loudest spindle and each other one, as shares. */
    readonly gaps: readonly number[];
  };
}

type Random = () => number;

/** Draws one recording. @param random uniform numbers in [0, 1) */
export function drawRunning(
  kind: RunningKind,
  random: Random,
  rates: readonly number[] = [16000, 22050, 32000, 44100, 48000],
): RunningScene {
  for (;;) {
    const scene = kind === 'none' ? withoutEngagement(random, rates) : withEngagement(kind, random, rates);
    if (scene) return scene;
  }
}

function tools(random: Random) {
  const between = (a: number, b: number) => a + (b - a) * random();
  const pick = <T>(of: readonly T[]): T => of[Math.min(of.length - 1, Math.floor(random() * of.length))]!;
  return { between, pick, chance: (p: number) => random() < p };
}

/** Steady sum of a blade law: shares of drag at full speed. */
function dragParts(between: (a: number, b: number) => number): readonly [number, number, number] {
  const c0 = between(0.12, 0.35);
  const c1 = between(0, 0.3);
  return [c0, c1, 1 - c0 - c1];
}

/** Ratio with a pass tone between two lines of the engine, in orders of its speed. */
function bladeRatio(tips: number, { between }: ReturnType<typeof tools>): number {
  for (;;) {
    const ratio = between(0.8, 1.2);
    const order = ratio * tips;
    if (Math.abs(order * 2 - Math.round(order * 2)) / 2 >= 0.07) return ratio;
  }
}

function soundOf(
  kind: RunningKind,
  t: ReturnType<typeof tools>,
  sampleRate: number,
  tips: number,
  spindles: number,
): Omit<SoundScene, 'knocks' | 'squeal' | 'rub'> {
  const { between, pick, chance } = t;
  const is = (k: RunningKind) => kind === k || (kind === 'all' && chance(0.5));
  const cylinders = chance(0.6) ? 1 : 2;
  return {
    sampleRate,
    engineHz: between(2650, 3500) / 60,
    ratio: bladeRatio(tips, t),
    tips,
    engine: {
      cylinders,
      oddDb: between(5, 16),
      humps: Array.from({ length: 5 }, () => ({ hz: 60 * 8 ** between(0, 1), q: between(1.2, 4), gain: between(0.4, 1.2) })),
      noiseDb: between(9, 16),
    },
    spindles: Array.from({ length: spindles }, (_, i) =>
      i === 0
        ? { pitch: 1, stop: 1, underDb: 0 }
        : { pitch: 1 + pick([-1, 1]) * between(0.006, 0.04), stop: between(0.94, 1.06), underDb: between(1, 7) },
    ),
    blades: {
      overDb: is('loud-engine') ? between(-15, -6) : between(-2, 7),
      harmonics: Math.floor(between(10, 15)),
      fall: between(0.6, 1.2),
      bySpeed: between(3, 4.6),
      unequalDb: chance(0.6) ? between(14, 30) : null,
      swishDb: between(0, 9),
      swishPeak: between(1.6, 2.8),
    },
    noise: { underDb: is('noise') ? pick([20, 15, 10, 6, 3]) : between(24, 34), wind: between(0.3, 0.7) },
    voice: is('noise') && chance(0.4) ? { hz: between(95, 230), underDb: between(3, 12) } : null,
    birds: is('noise') && chance(0.4) ? { underDb: between(6, 16) } : null,
    hum: chance(0.15) ? { hz: pick([50, 60]), underDb: between(18, 30) } : null,
    ground: { delayS: between(0.0012, 0.006), gain: between(0.2, 0.6) },
    highPassHz: between(60, 190),
    gainS: chance(0.33) ? between(0.5, 1.5) : null,
    clip: chance(0.2) ? between(0.1, 0.6) : 0,
  };
}

/** Time constants of a stop by its kind. */
function stopping(kind: RunningKind, t: ReturnType<typeof tools>) {
  const { between, chance, pick } = t;
  const how = kind === 'coasts' ? 'coast' : kind === 'brake' ? 'brake' : pick(['clutch', 'brake', 'brake', 'coast'] as const);
  if (how === 'clutch')
    return { how, seconds: between(1, 2), brakeDelayS: between(0.02, 0.08), delayS: between(0.02, 0.06), rub: 0 } as const;
  if (how === 'brake')
    return {
      how,
      seconds: between(1.8, 5.5),
      brakeDelayS: between(0.05, 0.25),
      delayS: between(0.03, 0.15),
      rub: chance(0.5) ? 1 : 0,
    } as const;
  return { how, seconds: between(6, 11.5), brakeDelayS: 0.1, delayS: between(0.03, 0.15), rub: 0 } as const;
}

function withEngagement(kind: RunningKind, random: Random, rates: readonly number[]): RunningScene | null {
  const t = tools(random);
  const { between, pick, chance } = t;
  const clutch = chance(0.35);
  const starts = kind === 'part' && chance(0.5);
  const ends = kind === 'part' && !starts;
  const stop = stopping(kind, t);
  const engageAt = starts ? null : between(1.5, 3.5);
  const grabs = kind === 'grabs';
  const engagement = starts
    ? null
    : clutch
      ? { at: engageAt!, delayS: between(0.02, 0.08), rampS: between(0.05, 0.25), torque: between(0.8, 1.3) }
      : {
          at: engageAt!,
          delayS: between(0.03, 0.2),
          rampS: between(0.25, 1.5),
          torque: between(0.75, 1.2),
          ...(grabs ? { grab: { hz: between(4, 9), depth: between(0.3, 0.7) } } : {}),
        };
  const drag = { load: between(0.18, 0.36), parts: dragParts(between) };
  const bladeInertia = between(0.4, 1.1);
  const releaseAt = ends ? null : starts ? between(1.5, 3.5) : engageAt! + between(0.9, 2.6) + between(3, 6);
  const settle = starts ? 0 : engageAt! + 2.6;
  const seconds = ends ? engageAt! + between(4.5, 7) : Math.min(26, releaseAt! + stop.seconds + between(1, 3));
  const shutOff = kind === 'shut-off' || (kind !== 'coasts' && chance(0.15));
  const idles = !shutOff && releaseAt !== null && chance(0.35);
  const early = engageAt !== null && chance(0.3);
  const throttle = [
    { at: 0, to: early ? between(0.55, 0.7) : 1 },
    ...(early ? [{ at: engageAt - between(0.8, 1.3), to: 1 }] : []),
    ...(shutOff && releaseAt !== null
      ? [{ at: releaseAt, to: 0 }]
      : idles
        ? [{ at: releaseAt! + between(0.1, 1.4), to: between(0.5, 0.65) }]
        : []),
  ];
  const machine = (brake: number, load: number): RunningMachine => ({
    seconds,
    engineInertia: between(0.8, 1.6),
    bladeInertia,
    governor: { lagS: between(0.1, 0.25), droop: between(0.06, 0.14) },
    drag: { ...drag, load },
    engagement,
    release: releaseAt === null ? null : { at: releaseAt, delayS: stop.delayS, brakeDelayS: stop.brakeDelayS, brakeRampS: 0.08, brake },
    startsEngaged: starts,
    throttle,
    wander: { share: between(0.001, 0.003), seconds: 0.33 },
  });
  const { brake, load } = torquesFor(stop.seconds - stop.brakeDelayS * 0.7, drag, bladeInertia, stop.how === 'coast');
  const motion = simulateMachine(machine(brake, load), random);
  const run = [Math.max(0, settle), releaseAt ?? seconds] as const;
  if (run[1] - run[0] < 1) return null;
  const mean = meanOf(motion, run[0], run[1]);
  const reached = engageAt === null ? null : reachedAt(motion, engageAt, 0.95 * mean);
  if (engageAt !== null && (reached === null || reached - engageAt < 0.6 || reached - engageAt > 2.6)) return null;
  if (engageAt !== null) {
    const sag = 1 - Math.min(...motion.engine.slice(Math.floor(engageAt * motion.rate), Math.floor((engageAt + 2.6) * motion.rate)));
    if (sag > 0.38) return null;
  }
  if (releaseAt !== null && (motion.standsAt === null || !isUsualStop(motion, releaseAt, stop.how))) return null;
  const sampleRate = pick(rates);
  const tips = pick([2, 2, 2, 3, 4]);
  const spindles = kind === 'spindles' ? pick([2, 3]) : chance(0.15) ? 2 : 1;
  const scene = soundOf(kind, t, sampleRate, tips, spindles);
  const knocks = [...(engageAt === null ? [] : [engageAt]), ...(releaseAt === null ? [] : [releaseAt])].map((k) => ({
    at: k,
    overDb: chance(0.75) ? between(4, 14) : between(-10, -3),
  }));
  if (chance(0.35)) knocks.push({ at: between(0.3, seconds - 0.3), overDb: between(-2, 10) });
  const whole: SoundScene = {
    ...scene,
    knocks,
    squeal: !clutch && chance(0.3) ? { hz: between(600, 1700), falls: between(0.5, 0.75), overDb: between(-9, 1) } : null,
    rub: stop.rub && releaseAt !== null ? { from: releaseAt + stop.brakeDelayS, underDb: between(9, 22) } : null,
  };
  const levers: Levers = { engageAt, releaseAt, running: run };
  const longest = Math.max(...scene.spindles.map((s) => s.stop));
  const runHz = mean * scene.engineHz * scene.ratio * tips;
  const hint = chance(0.5) ? 60 * mean * scene.engineHz * (chance(0.5) ? scene.ratio : 1) * between(0.92, 1.08) : null;
  return {
    sound: runningSound(motion, whole, levers, random),
    sampleRate,
    seconds,
    motion,
    truth: {
      engage: engageAt === null ? null : { at: engageAt, seconds: reached! - engageAt },
      stop: releaseAt === null ? null : { at: releaseAt, seconds: (motion.standsAt! - releaseAt) * longest },
      runHz,
    },
    tips,
    blades: spindles,
    runRpm: hint,
    signs: {
      squeals: whole.squeal !== null && engageAt !== null,
      gaps: scene.spindles.slice(1).map((s) => Math.abs(s.pitch - 1)),
    },
  };
}

/** Shares of the time in which blades lose half their speed. */
const USUAL_HALF = { clutch: [0.43, 0.53], brake: [0.38, 0.48], coast: [0.3, 0.37] } as const;

function isUsualStop(motion: Motion, releaseAt: number, how: keyof typeof USUAL_HALF): boolean {
  const first = motion.blades[Math.floor(releaseAt * motion.rate)]!;
  const half = motion.blades.findIndex((w, i) => i > releaseAt * motion.rate && w < first / 2) / motion.rate;
  const share = (half - releaseAt) / (motion.standsAt! - releaseAt);
  const [low, high] = USUAL_HALF[how];
  return share > low && share < high;
}

const meanOf = (motion: Motion, from: number, until: number): number => {
  const part = motion.blades.slice(Math.floor(from * motion.rate), Math.floor(until * motion.rate));
  return part.reduce((a, w) => a + w, 0) / part.length;
};

const reachedAt = (motion: Motion, from: number, speed: number): number | null => {
  const i = motion.blades.findIndex((w, k) => k / motion.rate > from && w >= speed);
  return i < 0 ? null : i / motion.rate;
};

/** Brake torque, or a drag that coasts, for a time from full speed to a standstill. */
function torquesFor(
  seconds: number,
  drag: { readonly load: number; readonly parts: readonly [number, number, number] },
  inertia: number,
  coasts: boolean,
) {
  const [c0, c1, c2] = drag.parts;
  const timeFor = (brake: number, load: number) => {
    let [w, time] = [1, 0];
    while (w > 0.002 && time < 40) {
      const loss = (brake + load * (c0 + c1 * w + c2 * w * w)) / inertia;
      w -= loss * 0.002;
      time += 0.002;
    }
    return time;
  };
  if (coasts) {
    let load = drag.load;
    for (let k = 0; k < 8; k++) load *= timeFor(0, load) / seconds;
    return { brake: 0, load };
  }
  let [low, high] = [0, 4];
  for (let k = 0; k < 30; k++) {
    const middle = (low + high) / 2;
    if (timeFor(middle, drag.load) > seconds) low = middle;
    else high = middle;
  }
  return { brake: (low + high) / 2, load: drag.load };
}

/** Recordings with nothing engaged: engines, people, wind, machines that pass by. */
function withoutEngagement(random: Random, rates: readonly number[]): RunningScene {
  const t = tools(random);
  const { between, pick, chance } = t;
  const what = pick(['engine', 'throttled', 'started', 'sags', 'idles', 'people', 'wind', 'passes', 'passes-idling', 'car'] as const);
  const seconds = between(8, 20);
  const tips = pick([2, 2, 3, 4]);
  const sampleRate = pick(rates);
  const base = soundOf('clean', t, sampleRate, tips, 1);
  const quiet = what === 'people' || what === 'wind';
  const passes = what === 'passes' || what === 'passes-idling';
  const idle = between(0.5, 0.68);
  const first = between(1.5, 4);
  const throttle =
    what === 'throttled'
      ? [
          { at: 0, to: idle },
          { at: first, to: 1 },
          { at: first + between(2, 5), to: idle },
        ]
      : what === 'started'
        ? [
            { at: 0, to: 0 },
            { at: first, to: chance(0.5) ? 1 : idle },
            { at: seconds - between(2, 4), to: 0 },
          ]
        : what === 'idles'
          ? [{ at: 0, to: idle }]
          : quiet || what === 'car'
            ? [{ at: 0, to: 0 }]
            : [{ at: 0, to: 1 }];
  const motion = simulateMachine(
    {
      seconds,
      engineInertia: between(0.8, 1.6),
      bladeInertia: 0.8,
      governor: { lagS: between(0.1, 0.25), droop: between(0.06, 0.14) },
      drag: { load: between(0.18, 0.36), parts: dragParts(between) },
      engagement: null,
      release: null,
      startsEngaged: passes,
      throttle,
      wander: { share: between(0.001, 0.003), seconds: 0.33 },
      ...(what === 'sags' ? { otherLoad: { from: first, until: first + between(1, 6), torque: between(0.3, 0.9) } } : {}),
    },
    random,
  );
  const talk = what === 'people' || what === 'idles' || chance(0.25);
  const scene: SoundScene = {
    ...base,
    noise: { underDb: what === 'wind' ? -20 : quiet || what === 'car' ? 5 : between(10, 34), wind: what === 'wind' ? 0.9 : 0.5 },
    knocks: Array.from({ length: Math.floor(between(0, 4)) }, () => ({ at: between(0.3, seconds - 0.3), overDb: between(0, 14) })),
    squeal: null,
    rub: null,
    voice: talk ? { hz: between(95, 230), underDb: what === 'people' ? -10 : between(3, 12) } : null,
    birds: what === 'people' || chance(0.2) ? { underDb: what === 'people' ? 0 : between(6, 16) } : null,
    hum: what === 'wind' || chance(0.15) ? { hz: pick([50, 60]), underDb: what === 'wind' ? 0 : between(18, 30) } : null,
    ...(passes || what === 'car' ? { passing: { at: between(3, seconds - 3), widthS: between(1.2, 3.5) } } : {}),
  };
  const sound = runningSound(motion, scene, { engageAt: null, releaseAt: null, running: [0, seconds] }, random);
  return {
    sound,
    sampleRate,
    seconds,
    motion,
    truth: { engage: null, stop: null, runHz: null },
    tips,
    blades: 1,
    runRpm: chance(0.5) ? between(2200, 3600) : null,
    signs: { squeals: false, gaps: [] },
  };
}
