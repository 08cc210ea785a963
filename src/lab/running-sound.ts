import type { Motion } from './running-machine';

/** Sound of a running machine at a phone: engine, blades, lever, belt, brake, surroundings and microphone. */
export interface SoundScene {
  readonly sampleRate: number;
  /** Engine speed at the governed speed without load, revolutions/s. */
  readonly engineHz: number;
  /** Blade revolutions per engine revolution. */
  readonly ratio: number;
  readonly tips: number;
  readonly engine: {
    readonly cylinders: 1 | 2;
    /** Level of the odd multiples of half the speed in a twin, dB below the even ones. */
    readonly oddDb: number;
    /** Humps of the exhaust: Hz, quality and gain. */
    readonly humps: readonly { readonly hz: number; readonly q: number; readonly gain: number }[];
    /** Noise with each firing, dB below the engine. */
    readonly noiseDb: number;
  };
  /** Spindles: pitch and stopping time relative to the first one, and level in dB below it. */
  readonly spindles: readonly { readonly pitch: number; readonly stop: number; readonly underDb: number }[];
  readonly blades: {
    /** Level over the engine, dB of power in 80 to 4,000 Hz. */
    readonly overDb: number;
    readonly harmonics: number;
    /** Exponent of the fall of the harmonics. */
    readonly fall: number;
    /** Exponent of the sound pressure by speed. */
    readonly bySpeed: number;
    /** Once-a-revolution lines of unequal tips, dB below the pass tone. Null: equal. */
    readonly unequalDb: number | null;
    readonly swishDb: number;
    readonly swishPeak: number;
  };
  /** Knocks of lever and clutch, and others: time, and peak over the level of the machine, dB. */
  readonly knocks: readonly { readonly at: number; readonly overDb: number }[];
  /** Squeal: pitch at full slip, Hz, share by which it falls until the slip ends, and level over the engine, dB. */
  readonly squeal: { readonly hz: number; readonly falls: number; readonly overDb: number } | null;
  /** Rub of the brake, dB below the machine. */
  readonly rub: { readonly from: number; readonly underDb: number } | null;
  /** Noise of the place, dB below the blades, and the share of it that is wind. */
  readonly noise: { readonly underDb: number; readonly wind: number };
  readonly voice: { readonly hz: number; readonly underDb: number } | null;
  readonly birds: { readonly underDb: number } | null;
  readonly hum: { readonly hz: number; readonly underDb: number } | null;
  readonly ground: { readonly delayS: number; readonly gain: number };
  readonly highPassHz: number;
  /** Automatic gain of the phone: recovery time, s. */
  readonly gainS: number | null;
  /** Soft clipping: 0 none … 1 hard. */
  readonly clip: number;
  /** Level of a machine that passes by, with its closest time and half width, s. */
  readonly passing?: { readonly at: number; readonly widthS: number };
}

type Random = () => number;
const TAU = 2 * Math.PI;
const gauss = (random: Random) => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(TAU * random());

/** Second-order section by the bilinear transform, in place. */
function section(x: Float64Array, rate: number, hz: number, q: number, kind: 'low' | 'high' | 'band'): Float64Array {
  const w = (TAU * Math.min(hz, 0.45 * rate)) / rate;
  const alpha = Math.sin(w) / (2 * q);
  const cos = Math.cos(w);
  const a0 = 1 + alpha;
  const [b0, b1, b2] =
    kind === 'low'
      ? [(1 - cos) / 2, 1 - cos, (1 - cos) / 2]
      : kind === 'high'
        ? [(1 + cos) / 2, -1 - cos, (1 + cos) / 2]
        : [alpha, 0, -alpha];
  let [x1, x2, y1, y2] = [0, 0, 0, 0];
  for (let i = 0; i < x.length; i++) {
    const v = x[i]!;
    const y = (b0 * v + b1 * x1 + b2 * x2 + 2 * cos * y1 - (1 - alpha) * y2) / a0;
    [x2, x1, y2, y1] = [x1, v, y1, y];
    x[i] = y;
  }
  return x;
}

/** Level of a sound in the band in which levels are compared. */
function level(x: Float64Array, rate: number, from: number, until: number): number {
  const part = x.slice(Math.floor(from * rate), Math.max(Math.floor(from * rate) + 1, Math.floor(until * rate)));
  section(part, rate, 80, 0.7, 'high');
  section(part, rate, 4000, 0.7, 'low');
  return Math.sqrt(part.reduce((a, v) => a + v * v, 0) / part.length);
}

const db = (x: number) => 10 ** (x / 20);

function add(into: Float64Array, what: Float64Array, gain: number) {
  for (let i = 0; i < into.length; i++) into[i]! += gain * what[i]!;
}

/** Value of a track in steps of its own, at a sample. */
const at = (track: Float64Array, motion: Motion, i: number, rate: number): number => {
  const x = (i * motion.rate) / rate;
  const k = Math.min(track.length - 2, Math.floor(x));
  return track[k]! + (x - k) * (track[k + 1]! - track[k]!);
};

/** Firings excite the humps of the exhaust. */
function engineSound(motion: Motion, scene: SoundScene, n: number, random: Random): Float64Array {
  const { sampleRate: rate, engine } = scene;
  const pulse = new Float64Array(n);
  const hiss = new Float64Array(n);
  const width = Math.max(3, Math.round(0.0016 * rate));
  const odd = engine.cylinders === 2 ? db(-engine.oddDb) : 1;
  let cycle = random();
  let since = 1;
  for (let i = 0; i < n; i++) {
    const speed = at(motion.engine, motion, i, rate) * scene.engineHz;
    const before = cycle;
    cycle += speed / 2 / rate;
    const strokes = engine.cylinders;
    since += speed / 2 / rate;
    if (Math.floor(cycle * strokes) > Math.floor(before * strokes) && speed > 1) {
      const second = strokes === 2 && Math.floor(cycle * 2) % 2 === 1;
      const loud = (second ? 1 - odd : 1) * (1 + 0.1 * gauss(random)) * (0.55 + 0.6 * Math.max(0, at(motion.torque, motion, i, rate)));
      // The firing is between two samples. Rounding it to one would add noise between the lines.
      const late = (cycle * strokes - Math.floor(cycle * strokes)) / (((speed / 2) * strokes) / rate);
      for (let k = 0; k < width && i + k < n; k++) pulse[i + k]! += loud * Math.sin((Math.PI * Math.min(width, k + late)) / width) ** 2;
      since = 0;
    }
    hiss[i] = speed > 1 ? gauss(random) * Math.exp(-since * 6) * Math.min(1, speed / scene.engineHz) : 0;
  }
  const out = new Float64Array(n);
  for (const { hz, q, gain } of engine.humps) add(out, section(pulse.slice(), rate, hz, q, 'band'), gain);
  add(out, section(pulse.slice(), rate, 380, 0.6, 'low'), 0.35);
  section(out, rate, 30, 0.7, 'high');
  section(hiss, rate, 1500, 0.5, 'low');
  const loudness = rms(out);
  if (rms(hiss) > 0) add(out, hiss, (loudness * db(-engine.noiseDb)) / rms(hiss));
  return out;
}

const rms = (x: Float64Array) => Math.sqrt(x.reduce((a, v) => a + v * v, 0) / x.length);

/** Speed of one spindle: that of the first, with its own time to standstill. */
function spindleSpeed(motion: Motion, releaseAt: number | null, stop: number): Float64Array {
  if (stop === 1 || releaseAt === null) return motion.blades;
  const out = motion.blades.slice();
  for (let i = Math.floor(releaseAt * motion.rate); i < out.length; i++)
    out[i] = motion.blades[Math.min(out.length - 1, Math.round((releaseAt + (i / motion.rate - releaseAt) / stop) * motion.rate))]!;
  return out;
}

/** Slowly wavering factor about 1. */
function waver(n: number, rate: number, depth: number, hz: number, random: Random): (i: number) => number {
  const points = Float64Array.from({ length: Math.ceil((n / rate) * hz) + 3 }, () => gauss(random));
  return (i) => {
    const x = (i / rate) * hz;
    const k = Math.floor(x);
    const t = 0.5 - 0.5 * Math.cos(Math.PI * (x - k));
    return Math.max(0, 1 + depth * (points[k]! * (1 - t) + points[k + 1]! * t));
  };
}

function bladeSound(motion: Motion, scene: SoundScene, speed: Float64Array, pitch: number, random: Random): Float64Array {
  const { sampleRate: rate, blades, tips } = scene;
  const n = Math.floor((motion.engine.length / motion.rate) * rate);
  const out = new Float64Array(n);
  const lines: { order: number; size: number; phase: number; power: number; wavers: (i: number) => number }[] = [];
  const share = (h: number) => h ** -blades.fall * (1 + 0.35 * (2 * random() - 1));
  for (let h = 1; h <= blades.harmonics; h++)
    lines.push({
      order: h,
      size: share(h),
      phase: TAU * random(),
      power: blades.bySpeed + 0.6 * ((h - 1) / blades.harmonics),
      wavers: waver(n, rate, 0.2 + 0.1 * random(), 5 + 3 * random(), random),
    });
  if (blades.unequalDb !== null)
    for (let k = 1; k <= 4 * tips; k++)
      if (k % tips !== 0)
        lines.push({
          order: k / tips,
          size: db(-blades.unequalDb) * (0.7 + 0.6 * random()),
          phase: TAU * random(),
          power: blades.bySpeed,
          wavers: () => 1,
        });
  let turn = random();
  const tone = new Float64Array(n);
  const swish = new Float64Array(n);
  const noise = Float64Array.from({ length: n }, () => gauss(random));
  section(noise, rate, 400, 0.7, 'high');
  section(noise, rate, Math.min(4500, 0.4 * rate), 0.7, 'low');
  const sharp = Math.log(blades.swishPeak) * 1.6;
  for (let i = 0; i < n; i++) {
    const w = at(speed, motion, i, rate);
    if (w < 0.02) continue;
    const f = w * scene.engineHz * scene.ratio * tips * pitch;
    turn += f / rate;
    let sum = 0;
    const lnW = Math.log(w);
    for (const line of lines)
      if (line.order * f < 0.45 * rate)
        sum += line.size * line.wavers(i) * Math.exp(line.power * lnW) * Math.sin(TAU * line.order * turn + line.phase);
    tone[i] = sum;
    swish[i] = noise[i]! * Math.exp((blades.bySpeed - 0.7) * lnW) * Math.exp(sharp * (Math.cos(TAU * turn) - 1));
  }
  const loudest = rms(tone) || 1;
  add(out, tone, 1);
  add(out, swish, (loudest * db(-blades.swishDb)) / (rms(swish) || 1));
  return out;
}

/** Two knocks of five damped tones and a burst of noise. */
function knock(into: Float64Array, rate: number, from: number, peak: number, random: Random) {
  for (let blow = 0; blow < 2; blow++) {
    const start = Math.round((from + blow * (0.015 + 0.055 * random())) * rate);
    const loud = peak * (blow === 0 ? 1 : 0.5 + 0.5 * random());
    const tones = Array.from({ length: 5 }, () => ({
      hz: 180 * (2600 / 180) ** random(),
      fall: 0.006 + 0.034 * random(),
      phase: TAU * random(),
    }));
    for (let i = 0; i < 0.15 * rate && start + i < into.length; i++) {
      const t = i / rate;
      let sum = 0.8 * gauss(random) * Math.exp(-t / 0.004);
      for (const { hz, fall, phase } of tones) sum += 0.45 * Math.exp(-t / fall) * Math.sin(TAU * hz * t + phase);
      into[start + i]! += loud * 0.6 * sum;
    }
  }
}

/** Syllables of a voice with glides. */
function voiceSound(n: number, rate: number, hz: number, random: Random): Float64Array {
  const out = new Float64Array(n);
  let i = Math.floor(random() * rate);
  while (i < n) {
    const length = Math.floor((0.1 + 0.2 * random()) * rate);
    const from = hz * (0.8 + 0.4 * random());
    const to = from * (0.8 + 0.4 * random());
    let phase = 0;
    const formants = [500 + 400 * random(), 1200 + 900 * random()];
    for (let k = 0; k < length && i + k < n; k++) {
      const f = from + ((to - from) * k) / length;
      phase += f / rate;
      let sum = 0;
      for (let h = 1; h * f < Math.min(3500, 0.45 * rate); h++)
        sum +=
          (Math.exp(-(((h * f - formants[0]!) / 200) ** 2)) + 0.5 * Math.exp(-(((h * f - formants[1]!) / 300) ** 2)) + 0.1) *
          Math.sin(TAU * h * phase);
      out[i + k] = sum * Math.sin((Math.PI * k) / length);
    }
    i += length + Math.floor((random() < 0.25 ? 0.8 * random() : 0.08 * random()) * rate);
  }
  return out;
}

function birdSound(n: number, rate: number, random: Random): Float64Array {
  const out = new Float64Array(n);
  for (let k = Math.ceil((n / rate) * 1.5); k > 0; k--) {
    const start = Math.floor(random() * n);
    const [from, to] = [2000 + 4000 * random(), 2000 + 4000 * random()];
    const length = Math.floor((0.04 + 0.12 * random()) * rate);
    let phase = 0;
    for (let i = 0; i < length && start + i < n; i++) {
      phase += Math.min(0.45, (from + ((to - from) * i) / length) / rate);
      out[start + i]! += Math.sin(TAU * phase) * Math.sin((Math.PI * i) / length);
    }
  }
  return out;
}

/** Rumble in gusts of about a second and a half. */
function windSound(n: number, rate: number, random: Random): Float64Array {
  const out = Float64Array.from({ length: n }, () => gauss(random));
  section(out, rate, 250, 0.5, 'low');
  section(out, rate, 600, 0.5, 'low');
  const gust = waver(n, rate, 0.6, 0.7, random);
  return out.map((v, i) => v * gust(i));
}

/** Times of the two levers, s, where there are any. */
export interface Levers {
  readonly engageAt: number | null;
  readonly releaseAt: number | null;
  /** From and until when the blades run at speed. */
  readonly running: readonly [number, number];
}

/** Sound of a machine that moves like this, −1…1. @param random uniform numbers in [0, 1) */
export function runningSound(motion: Motion, scene: SoundScene, levers: Levers, random: Random): Float32Array {
  const { sampleRate: rate } = scene;
  const n = Math.floor((motion.engine.length / motion.rate) * rate);
  const [from, until] = levers.running;
  const sound = engineSound(motion, scene, n, random);
  const engineLevel = level(sound, rate, from, until) || 1e-3;
  const bladesRun = motion.blades.some((w) => w > 0.1);
  let machine = engineLevel;
  let reference = engineLevel;
  if (bladesRun) {
    const all = new Float64Array(n);
    for (const { pitch, stop, underDb } of scene.spindles)
      add(all, bladeSound(motion, scene, spindleSpeed(motion, levers.releaseAt, stop), pitch, random), db(-underDb));
    const loud = engineLevel * db(scene.blades.overDb);
    add(sound, all, loud / (level(all, rate, from, until) || 1));
    machine = Math.hypot(engineLevel, loud);
    reference = loud;
  }
  for (const k of scene.knocks) knock(sound, rate, k.at, machine * 1.4 * db(k.overDb), random);
  if (scene.squeal) {
    const cry = new Float64Array(n);
    let phase = 0;
    const sway = waver(n, rate, 0.01, 9, random);
    for (let i = 0; i < n; i++) {
      const s = at(motion.slip, motion, i, rate);
      if (s < 0.02) continue;
      phase += (scene.squeal.hz * (1 - scene.squeal.falls * (1 - s)) * sway(i)) / rate;
      cry[i] = Math.min(1, 4 * s) * (Math.sin(TAU * phase) + 0.4 * Math.sin(2 * TAU * phase));
    }
    add(sound, cry, engineLevel * db(scene.squeal.overDb));
  }
  if (scene.rub && motion.standsAt !== null) {
    const rub = Float64Array.from({ length: n }, () => gauss(random));
    section(rub, rate, 350, 0.7, 'high');
    section(rub, rate, Math.min(3500, 0.4 * rate), 0.7, 'low');
    let turn = 0;
    for (let i = 0; i < n; i++) {
      const w = at(motion.blades, motion, i, rate);
      turn += (w * scene.engineHz * scene.ratio) / rate;
      rub[i]! *= i / rate > scene.rub.from && w > 0 ? Math.sqrt(w) * (1 + 0.7 * Math.cos(TAU * turn)) : 0;
    }
    add(sound, rub, machine * db(-scene.rub.underDb));
  }
  if (scene.passing) {
    const { at: near, widthS } = scene.passing;
    for (let i = 0; i < n; i++) sound[i]! *= 1 / (1 + ((i / rate - near) / widthS) ** 2);
  }
  const place = Float64Array.from({ length: n }, () => gauss(random));
  section(place, rate, 500, 0.4, 'low');
  const wind = windSound(n, rate, random);
  const noise = reference * db(-scene.noise.underDb);
  add(sound, place, (noise * Math.sqrt(1 - scene.noise.wind)) / (level(place, rate, 0, n / rate) || 1));
  add(sound, wind, (noise * Math.sqrt(scene.noise.wind)) / (level(wind, rate, 0, n / rate) || 1));
  if (scene.voice) {
    const voice = voiceSound(n, rate, scene.voice.hz, random);
    add(sound, voice, (machine * db(-scene.voice.underDb)) / (level(voice, rate, 0, n / rate) || 1));
  }
  if (scene.birds) {
    const birds = birdSound(n, rate, random);
    add(sound, birds, (machine * db(-scene.birds.underDb)) / (rms(birds) || 1));
  }
  if (scene.hum) {
    const hum = new Float64Array(n);
    for (let h = 1; h <= 8; h++) {
      const [size, phase] = [(0.3 + random()) / h, TAU * random()];
      for (let i = 0; i < n; i++) hum[i]! += size * Math.sin((TAU * scene.hum.hz * h * i) / rate + phase);
    }
    add(sound, hum, (machine * db(-scene.hum.underDb)) / rms(hum));
  }
  return microphone(sound, scene);
}

/** Reflection of the ground, the phone's own high-pass, automatic gain and clipping. */
function microphone(x: Float64Array, scene: SoundScene): Float32Array {
  const { sampleRate: rate, ground } = scene;
  const late = Math.max(1, Math.round(ground.delayS * rate));
  const heard = Float64Array.from(x, (v, i) => v + ground.gain * (x[i - late] ?? 0));
  section(heard, rate, scene.highPassHz, 0.7, 'high');
  if (scene.gainS !== null) {
    let envelope = rms(heard);
    const usual = envelope;
    const [up, down] = [Math.exp(-1 / (scene.gainS * rate)), Math.exp(-1 / (0.03 * rate))];
    for (let i = 0; i < heard.length; i++) {
      const v = Math.abs(heard[i]!) * 1.25;
      const keep = v > envelope ? down : up;
      envelope = keep * envelope + (1 - keep) * v;
      const gain = Math.min(db(9), Math.max(db(-3), (usual / Math.max(1e-9, envelope)) ** 0.75));
      heard[i]! *= gain;
    }
  }
  const top = heard.reduce((a, v) => Math.max(a, Math.abs(v)), 1e-12);
  const drive = scene.clip > 0 ? 1 + 3 * scene.clip : 0;
  return Float32Array.from(heard, (v) => {
    const s = v / top;
    const c = drive > 0 ? Math.tanh(drive * s) / Math.tanh(drive) : s;
    return Math.round(c * 0.9 * 32767) / 32768;
  });
}
