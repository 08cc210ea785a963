/**
 * Second generator of tap recordings, which shares no code with the product. Each partial is a resonator, driven sample
 * by sample by the force of a finger. The room is a decaying burst of noise, the microphone a Butterworth filter. The
 * file is rounded to its bits.
 */
export const RECORDING_KINDS = ['clean', 'noise', 'mains', 'high-pass', 'knocks', 'clipped', 'company', 'mixed', 'no tap'] as const;
export type RecordingKind = (typeof RECORDING_KINDS)[number];

export interface Recording {
  readonly channels: readonly Float32Array[];
  readonly rate: number;
  readonly seconds: number;
  /** Fundamental of the span, Hz; null where nothing was tapped. */
  readonly hz: number | null;
  readonly q: number;
  readonly taps: number;
}

type Random = () => number;
const TAU = 2 * Math.PI;

export function recordingOf(kind: RecordingKind, random: Random): Recording {
  const from = (a: number, b: number) => a + (b - a) * random();
  const ratio = (a: number, b: number) => Math.exp(from(Math.log(a), Math.log(b)));
  const one = <T>(list: readonly T[]): T => list[Math.min(list.length - 1, Math.floor(random() * list.length))]!;
  const has = (which: RecordingKind) => kind === which || (kind === 'mixed' && random() < 0.4);

  const rate = one([8000, 11025, 16000, 22050, 32000, 44100, 48000]);
  const mains = one([50, 60]);
  const withMains = has('mains');
  let hz = ratio(12, 240);
  if (withMains) {
    const near = (mains * Math.ceil(4 * random()) * (1 + one([-1, 1]) * from(0.025, 0.1))) / Math.ceil(3 * random());
    if (near >= 12 && near <= 240) hz = near;
  }
  const q = from(8, 40);
  const gap = from(0.35, 1.2);
  const first = from(0.15, 0.8);
  const taps = kind === 'no tap' ? 0 : Math.max(1, Math.min(1 + Math.floor(6 * random()), 1 + Math.floor((4.5 - first) / gap)));
  const seconds = Math.min(5, Math.max(1.3, first + Math.max(1, taps) * gap + from(0, 0.5)));
  const n = Math.round(seconds * rate);

  const span = {
    hz,
    q,
    slope: from(0.2, 0.5),
    stiffness: ratio(5e-5, 1.5e-3),
    weak: from(0.2, 0.6),
    apart: one([-1, 1]) * from(0, 0.015),
    sag: from(0, 0.003),
  };
  const spot = from(0.12, 0.5);
  const tilt = from(-1, 0.5);
  const times: number[] = [];
  const sound = new Float64Array(n);
  for (let k = 0; k < taps; k++) {
    const at = first + k * gap * from(0.95, 1.05);
    if (at > seconds - 0.25 && k > 0) break;
    times.push(at);
    tap(
      sound,
      rate,
      {
        at,
        place: Math.min(0.5, Math.max(0.12, spot + from(-0.05, 0.05))),
        contact: from(0.001, 0.003),
        force: ratio(0.4, 1.3),
        tilt,
        thud: from(0, 0.6),
      },
      span,
      random,
    );
  }

  let heard: Float64Array = sound;
  if (random() < 0.5) heard = inRoom(heard, rate, from(0.05, 0.3), from(0.05, 0.25), random);
  const filter = has('high-pass') ? { order: one([1, 2, 3, 4]), takesDb: from(12, 30) } : null;
  if (filter) heard = butterworth(heard, rate, cornerFor(hz, filter.order, filter.takesDb), filter.order);
  const level = taps > 0 ? tapLevel(heard, rate, times) : 0.1;

  const noiseDb = kind === 'no tap' ? from(-5, 30) : has('noise') ? from(3, 15) : from(16, 40);
  const white = random() < 0.5;
  const noise = white ? Float64Array.from({ length: n }, () => gauss(random)) : pink(n, random);
  // The level is that between 10 Hz and 4 kHz: white noise of a wide recording carries more above, pink noise little.
  mix(heard, noise, level * 10 ** (-noiseDb / 20), rms(noise) * (white ? Math.sqrt(Math.min(1, 8000 / rate)) : 1));
  const silent = kind === 'no tap' ? one(['mains', 'knocks', 'company', 'two', 'nothing']) : null;
  if (withMains || silent === 'mains' || silent === 'two') {
    const sum = new Float64Array(n);
    const note = mains * (1 + from(-0.002, 0.002));
    for (let h = 1; h <= 10; h++) {
      const [size, phase] = [h === 1 ? 1 : from(0.1, 0.9) / Math.sqrt(h), TAU * random()];
      for (let i = 0; i < n; i++) sum[i]! += size * Math.cos((TAU * note * h * i) / rate + phase);
    }
    mix(heard, sum, level * 10 ** (from(-12, 8) / 20));
  }
  if (has('knocks') || silent === 'knocks' || silent === 'two') {
    for (let k = 1 + Math.floor(4 * random()); k > 0; k--)
      knock(heard, rate, from(0.05, seconds - 0.2), level * ratio(0.7, 6), from(25, 160), from(1, 2), random);
    for (let k = Math.floor(4 * random()); k > 0; k--) {
      const at = Math.floor(from(0, seconds - 0.05) * rate);
      for (let i = 0; i < 0.001 * rate; i++) heard[at + i]! += level * 8 * gauss(random);
    }
  }
  if (has('company') || silent === 'company')
    mix(heard, company(n, rate, random, one, from), level * 10 ** (-(silent ? from(-10, 15) : from(4, 20)) / 20));

  let peak = 1e-9;
  for (const v of heard) peak = Math.max(peak, Math.abs(v));
  const clipped = has('clipped');
  const dc = random() < 0.3 ? from(-0.1, 0.1) : 0;
  const full = clipped ? from(1.7, 2.2) : from(0.2, 0.95);
  const bits = one([16, 24, 32]);
  const step = bits === 16 ? 2 ** -15 : bits === 24 ? 2 ** -23 : 0;
  const limit = clipped ? 0.95 : 1;
  const out = Float32Array.from(heard, (v) => {
    const x = Math.max(-limit, Math.min(limit, (full * v) / peak + dc));
    return step === 0 ? x : Math.round(x / step) * step;
  });
  const second = random() < 0.4 ? (random() < 0.5 ? new Float32Array(n) : Float32Array.from(out, (v) => 0.8 * v)) : null;
  const channels = second ? (random() < 0.5 ? [second, out] : [out, second]) : [out];
  return { channels, rate, seconds, hz: taps > 0 ? hz : null, q, taps: times.length };
}

interface Finger {
  readonly at: number;
  readonly place: number;
  readonly contact: number;
  readonly force: number;
  readonly tilt: number;
  readonly thud: number;
}
interface Span {
  readonly hz: number;
  readonly q: number;
  readonly slope: number;
  readonly stiffness: number;
  readonly weak: number;
  readonly apart: number;
  readonly sag: number;
}

/** Resonators driven by half a sine of force; the note sags as the swing dies. */
function tap(into: Float64Array, rate: number, finger: Finger, span: Span, random: Random) {
  const start = Math.round(finger.at * rate);
  const pushed = Math.max(2, Math.round(finger.contact * rate));
  for (let mode = 1; mode < 60; mode++) {
    const f0 = mode * span.hz * Math.sqrt(1 + span.stiffness * mode * mode);
    if (f0 > 0.45 * rate || f0 > 5000) break;
    const loss = (Math.PI * f0) / (span.q * mode ** -span.slope);
    const drive = Math.sin(Math.PI * mode * finger.place) * mode ** finger.tilt * finger.force * Math.exp(0.25 * gauss(random));
    for (const [share, factor] of [
      [1, 1],
      [span.weak * (random() < 0.5 ? -1 : 1), 1 + span.apart],
    ] as const) {
      let [re, im] = [0, 0];
      const shrink = Math.exp(-loss / rate);
      const length = Math.min(into.length - start, Math.ceil((7 / loss + finger.contact) * rate));
      for (let i = 0; i < length; i++) {
        const swing = Math.exp((-2 * Math.PI * span.hz * i) / rate / span.q);
        const turn = (TAU * f0 * factor * (1 + span.sag * swing)) / rate;
        const [c, s] = [Math.cos(turn), Math.sin(turn)];
        [re, im] = [shrink * (re * c - im * s), shrink * (re * s + im * c)];
        if (i < pushed) re += (drive * share * Math.sin((Math.PI * i) / pushed)) / pushed;
        into[start + i]! += im;
      }
    }
  }
  const soft = Math.exp((-TAU * 300) / rate);
  let low = 0;
  for (let i = 0; i < 0.02 * rate && start + i < into.length; i++) {
    low = soft * low + (1 - soft) * gauss(random) * 3;
    into[start + i]! += finger.thud * finger.force * low * Math.exp(-i / (0.004 * rate));
  }
}

function knock(into: Float64Array, rate: number, at: number, size: number, hz: number, q: number, random: Random) {
  const start = Math.round(at * rate);
  for (let i = 0; start + i < into.length && i < rate / 3; i++) {
    const t = i / rate;
    into[start + i]! += size * Math.exp((-Math.PI * hz * t) / q) * (Math.sin(TAU * hz * t) + 0.4 * gauss(random));
  }
}

function company(
  n: number,
  rate: number,
  random: Random,
  one: <T>(list: readonly T[]) => T,
  from: (a: number, b: number) => number,
): Float64Array {
  const out = new Float64Array(n);
  const what = one(['voice', 'tone', 'compressor', 'engine']);
  let phase = random();
  if (what === 'voice') {
    const base = from(90, 240);
    let [low, high] = [0, 0];
    for (let i = 0; i < n; i++) {
      const t = i / rate;
      phase += (base * (1 + 0.12 * Math.sin(5 * t) + 0.05 * Math.sin(17 * t))) / rate;
      // A saw through two soft formants, in syllables.
      const saw = 2 * (phase % 1) - 1;
      low += (saw - low) * Math.min(1, (TAU * 500) / rate);
      high += (low - high) * Math.min(1, (TAU * 1500) / rate);
      out[i] = high * Math.max(0, Math.sin(TAU * 2.3 * t + 1) + 0.3);
    }
  } else if (what === 'tone') {
    const f = Math.exp(from(Math.log(60), Math.log(1500)));
    for (let i = 0; i < n; i++) out[i] = Math.sin((TAU * f * i) / rate);
  } else {
    const f = what === 'engine' ? from(10, 30) : from(8, 25);
    let [a, b] = [0, 0];
    for (let i = 0; i < n; i++) {
      const now = f * (1 + (what === 'engine' ? 0.01 * Math.sin((2 * i) / rate) : 0));
      const before = phase;
      phase += now / rate;
      // Each stroke kicks a broad resonance; air or chain rustles along.
      const kick = Math.floor(phase) > Math.floor(before) ? 1 : 0;
      const w = (TAU * (what === 'engine' ? 120 : 60)) / rate;
      [a, b] = [
        0.985 ** (16000 / rate) * (a * Math.cos(w) - b * Math.sin(w)) + kick,
        0.985 ** (16000 / rate) * (a * Math.sin(w) + b * Math.cos(w)),
      ];
      out[i] = b + 0.1 * gauss(random);
    }
  }
  return out;
}

function inRoom(x: Float64Array, rate: number, size: number, fall: number, random: Random): Float64Array {
  const out = Float64Array.from(x);
  for (let k = 0; k < 24; k++) {
    const delay = Math.round(rate * (0.002 + 0.12 * random() ** 2));
    const gain = size * Math.exp(-delay / rate / fall) * (random() < 0.5 ? -1 : 1) * 0.5;
    for (let i = delay; i < x.length; i++) out[i]! += gain * x[i - delay]!;
  }
  return out;
}

/** Corner frequency at which a Butterworth high-pass attenuates a frequency by `dB`. */
const cornerFor = (hz: number, order: number, db: number) => hz * (10 ** (db / 10) - 1) ** (1 / (2 * order));

/** High-pass of order 1 to 4, section by section, by the bilinear transform. */
function butterworth(x: Float64Array, rate: number, corner: number, order: number): Float64Array {
  let out = Float64Array.from(x);
  const k = Math.tan((Math.PI * Math.min(corner, 0.45 * rate)) / rate);
  for (let pair = 0; pair < order >> 1; pair++) {
    const damp = 2 * Math.sin((Math.PI * (2 * pair + 1)) / (2 * order));
    const d = 1 + damp * k + k * k;
    const [b0, a1, a2] = [1 / d, (2 * (k * k - 1)) / d, (1 - damp * k + k * k) / d];
    let [x1, x2, y1, y2] = [0, 0, 0, 0];
    out = out.map((v) => {
      const y = b0 * (v - 2 * x1 + x2) - a1 * y1 - a2 * y2;
      [x2, x1, y2, y1] = [x1, v, y1, y];
      return y;
    });
  }
  if (order % 2 === 1) {
    let [x1, y1] = [0, 0];
    out = out.map((v) => {
      const y = (v - x1 + (1 - k) * y1) / (1 + k);
      [x1, y1] = [v, y];
      return y;
    });
  }
  return out;
}

function tapLevel(x: Float64Array, rate: number, times: readonly number[]): number {
  let [sum, count] = [0, 0];
  for (const at of times)
    for (let i = Math.round(at * rate); i < Math.min(x.length, (at + 0.25) * rate); i++, count++) sum += x[i]! * x[i]!;
  return Math.sqrt(sum / Math.max(1, count)) || 1e-6;
}

const rms = (x: Float64Array) => Math.sqrt(x.reduce((a, v) => a + v * v, 0) / x.length) || 1;
const gauss = (random: Random) => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(TAU * random());

/** Voss: sources that change every 1, 2, 4 … samples. */
function pink(n: number, random: Random): Float64Array {
  const sources = Array.from({ length: 14 }, () => gauss(random));
  return Float64Array.from({ length: n }, (_, i) => {
    const k = Math.min(13, Math.log2((i + 1) & -(i + 1) || 1));
    sources[k] = gauss(random);
    return sources.reduce((a, v) => a + v, 0) + gauss(random);
  });
}

function mix(into: Float64Array, what: Float64Array, level: number, own = rms(what)) {
  for (let i = 0; i < into.length; i++) into[i]! += (level / own) * what[i]!;
}
