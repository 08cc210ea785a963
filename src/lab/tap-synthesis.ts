/**
 * A tapped span by its physics, for the simulated tapper and for experiments: partials of a damped, slightly stiff string struck at one place, in
 * two planes; finger, room, microphone, noise, mains, and what else sounds in a shop. Nothing here is a recording.
 */

export interface Strike {
  /** s from the start. */
  readonly at: number;
  /** Where the span is struck, as a share of it, 0…1. */
  readonly place: number;
  readonly loudness: number;
  /** How long the finger touches, s: what is shorter than that it does not excite. */
  readonly contact: number;
}

/** A voice that glides, a steady tone, a compressor's thump at its stroke, an engine's firing. */
export const BYSTANDERS = ['voice', 'tone', 'compressor', 'engine'] as const;
export type Bystander = (typeof BYSTANDERS)[number];

export interface TapScene {
  readonly sampleRate: number;
  readonly seconds: number;
  /** Note of the ideal string, Hz. */
  readonly hz: number;
  /** Quality of the first partial: it falls to 1/e in Q/(π·f). Rubber has 8 to 40 at any pitch. */
  readonly q: number;
  /** Partial n has a quality of Q·n^−damping. */
  readonly damping: number;
  /** Bending stiffness: partial n has the frequency n·f·√(1 + B·n²). */
  readonly stiffness: number;
  /** Exponent of the loudness of a partial by its number. */
  readonly brightness: number;
  /** The other plane of swinging: how loud, and how much higher as a share. */
  readonly across: { readonly loudness: number; readonly sharper: number };
  /** By how much the note is higher while the string swings wide, as a share. */
  readonly glide: number;
  readonly strikes: readonly Strike[];
  /** Blows on the frame: s, loudness, note in Hz, and a quality of 1 to 2. */
  readonly thumps: readonly { readonly at: number; readonly loudness: number; readonly hz: number; readonly q: number }[];
  /** Clicks: s and loudness. */
  readonly clicks: readonly { readonly at: number; readonly loudness: number }[];
  /** Another sound: its frequency, Hz, and its level below the ring, dB. */
  readonly beside: { readonly what: Bystander; readonly hz: number; readonly underDb: number } | null;
  /** Constant part, as a share of the loudest sample. */
  readonly offset: number;
  /** dB of noise under the power of a tap's first quarter second; colour 0 white, 1 falling by 3 dB an octave, 2 by 6. */
  readonly noise: { readonly underDb: number; readonly colour: 0 | 1 | 2 } | null;
  /** Mains: note, dB over the ring, and how many harmonics. */
  readonly hum: { readonly hz: number; readonly overDb: number; readonly harmonics: number } | null;
  /** Corner in Hz and order of what the microphone leaves away below. */
  readonly highPass: { readonly hz: number; readonly order: number } | null;
  /** Reflections of the room: how loud the first is. */
  readonly room: number;
  /** Cut off at so much of the loudest sample; 1 is not cut. */
  readonly clip: number;
}

export const QUIET_SCENE: TapScene = {
  sampleRate: 16000,
  seconds: 3,
  hz: 60,
  q: 25,
  damping: 0.3,
  stiffness: 1e-4,
  brightness: 0,
  across: { loudness: 0, sharper: 0 },
  glide: 0,
  strikes: [0.6, 1.4, 2.2].map((at) => ({ at, place: 0.4, loudness: 1, contact: 0.003 })),
  thumps: [],
  clicks: [],
  beside: null,
  offset: 0,
  noise: { underDb: 40, colour: 1 },
  hum: null,
  highPass: null,
  room: 0,
  clip: 1,
};

const PARTIALS = 28;

/** Sound of a scene, −1…1. @param random even numbers in [0, 1) */
export function tapSound(scene: TapScene, random: () => number): Float32Array {
  const { sampleRate, seconds } = scene;
  const n = Math.round(sampleRate * seconds);
  const dry = new Float64Array(n);
  for (const strike of scene.strikes) ring(dry, scene, strike, random);
  // Reference loudness: power of the ring over the first quarter of a second of each tap. Without a ring, that of a
  // usual one.
  const loud = scene.strikes.length > 0 ? loudness(scene, highPassed(dry, scene)) : 0.3;
  for (const thump of scene.thumps) blow(dry, scene, thump, random);
  for (const { at, loudness: gain } of scene.clicks) {
    const start = Math.round(at * sampleRate);
    for (let i = 0; i < 0.002 * sampleRate && start + i < n; i++) dry[start + i]! += gain * (2 * random() - 1);
  }
  const heard = highPassed(reflected(dry, scene, random), scene);
  if (scene.noise) {
    const noise = noiseOf(n, scene.noise.colour, random);
    add(heard, noise, (loud * 10 ** (-scene.noise.underDb / 20)) / rms(noise));
  }
  if (scene.hum) {
    const { hz, overDb, harmonics } = scene.hum;
    const hum = new Float64Array(n);
    for (let k = 1; k <= harmonics; k++) {
      const phase = 2 * Math.PI * random();
      const gain = (k === 1 ? 1 : 0.2 + 0.6 * random()) / k ** 0.7;
      for (let i = 0; i < n; i++) hum[i]! += gain * Math.sin((2 * Math.PI * hz * k * i) / sampleRate + phase);
    }
    add(heard, hum, (loud * 10 ** (overDb / 20)) / rms(hum));
  }
  if (scene.beside) {
    const sound = bystander(n, scene.beside, sampleRate, random);
    add(heard, sound, (loud * 10 ** (-scene.beside.underDb / 20)) / rms(sound));
  }
  let top = 1e-12;
  for (const x of heard) top = Math.max(top, Math.abs(x));
  const cut = scene.clip * top;
  return Float32Array.from(heard, (x) => (0.9 * Math.max(-cut, Math.min(cut, x))) / cut + scene.offset);
}

/** Partials of one strike: a_n ∝ sin(nπβ), cut by the time of contact, falling the quicker the higher. */
function ring(into: Float64Array, scene: TapScene, { at, place, loudness: gain, contact }: Strike, random: () => number) {
  const { sampleRate, hz, stiffness, brightness, across, glide } = scene;
  const start = Math.round(at * sampleRate);
  for (let k = 1; k <= PARTIALS; k++) {
    const f = k * hz * Math.sqrt(1 + stiffness * k * k);
    if (f > 0.45 * sampleRate) break;
    // A push of cosine shape excites what is slower than it.
    const x = f * contact;
    const push = Math.abs(1 - 4 * x * x) < 1e-6 ? Math.PI / 4 : Math.abs(Math.cos(Math.PI * x) / (1 - 4 * x * x));
    const size = gain * Math.abs(Math.sin(k * Math.PI * place)) * push * k ** (brightness - 1) * (0.6 + 0.8 * random());
    const tau = (scene.q * k ** -scene.damping) / (Math.PI * f);
    const steps = Math.min(into.length - start, Math.ceil(7 * tau * sampleRate));
    for (const [loud, factor] of [
      [size, 1],
      [size * across.loudness, 1 + across.sharper],
    ] as const) {
      if (loud === 0) continue;
      let phase = 2 * Math.PI * random() * 0.2;
      for (let i = 0; i < steps; i++) {
        const t = i / sampleRate;
        const decay = Math.exp(-t / tau);
        into[start + i]! += loud * decay * Math.sin(phase) * Math.min(1, t / Math.max(1e-4, contact / 2));
        phase += (2 * Math.PI * f * factor * (1 + glide * decay * decay)) / sampleRate;
      }
    }
  }
  // The finger itself.
  const thud = 0.3 * gain * random();
  let last = 0;
  for (let i = 0; i < 0.012 * sampleRate && start + i < into.length; i++) {
    last = 0.7 * last + 0.3 * (2 * random() - 1);
    into[start + i]! += thud * last * Math.exp(-i / (0.003 * sampleRate));
  }
}

/** A blow: one low frequency that decays immediately, with a burst of noise. */
function blow(
  into: Float64Array,
  { sampleRate }: TapScene,
  { at, loudness: gain, hz, q }: TapScene['thumps'][number],
  random: () => number,
) {
  const fall = q / (Math.PI * hz);
  const start = Math.round(at * sampleRate);
  let last = 0;
  for (let i = 0; i < 8 * fall * sampleRate && start + i < into.length; i++) {
    const t = i / sampleRate;
    last = 0.8 * last + 0.2 * (2 * random() - 1);
    into[start + i]! += gain * Math.exp(-t / fall) * (Math.sin(2 * Math.PI * hz * t) + 1.5 * last);
  }
}

/** Other sounds besides the taps, at any loudness. */
function bystander(n: number, { what, hz }: NonNullable<TapScene['beside']>, rate: number, random: () => number): Float64Array {
  const out = new Float64Array(n);
  const [drift, syllable] = [0.5 + random(), 0.15 + 0.2 * random()];
  let phase = 0;
  let rumble = 0;
  for (let i = 0; i < n; i++) {
    const t = i / rate;
    // A voice glides and comes in syllables; an engine's speed wanders.
    const now =
      what === 'voice' ? hz * (1 + 0.15 * Math.sin(2 * Math.PI * drift * t)) : what === 'engine' ? hz * (1 + 0.003 * Math.sin(3 * t)) : hz;
    phase += (2 * Math.PI * now) / rate;
    rumble = 0.95 * rumble + 0.05 * (2 * random() - 1);
    if (what === 'tone') out[i] = Math.sin(phase);
    else if (what === 'voice') {
      const loud = Math.max(0, Math.sin((Math.PI * t) / syllable)) ** 2;
      for (let k = 1; k <= 12 && k * now < 0.45 * rate; k++) out[i]! += (loud * Math.sin(k * phase)) / k ** 0.8;
    } else {
      const turn = (phase / (2 * Math.PI)) % 1;
      const stroke = Math.exp(-turn * (what === 'engine' ? 6 : 9));
      out[i] = stroke * (Math.sin(9 * phase) + Math.sin(4 * phase)) + (1 + stroke) * 4 * rumble;
    }
  }
  return out;
}

function reflected(x: Float64Array, { room, sampleRate }: TapScene, random: () => number): Float64Array {
  if (room === 0) return x;
  const out = Float64Array.from(x);
  for (let k = 0; k < 8; k++) {
    const delay = Math.round(sampleRate * (0.003 + 0.05 * random()));
    const gain = room * 0.8 ** k * (random() < 0.5 ? -1 : 1);
    for (let i = delay; i < x.length; i++) out[i]! += gain * x[i - delay]!;
  }
  return out;
}

/** A cascade of single poles. */
function highPassed(x: Float64Array, { highPass, sampleRate }: TapScene): Float64Array {
  const out = Float64Array.from(x);
  if (!highPass) return out;
  const keep = 1 / (1 + (2 * Math.PI * highPass.hz) / sampleRate);
  for (let pole = 0; pole < highPass.order; pole++) {
    let [before, passed] = [0, 0];
    for (let i = 0; i < out.length; i++) {
      const now = out[i]!;
      passed = keep * (passed + now - before);
      before = now;
      out[i] = passed;
    }
  }
  return out;
}

function noiseOf(n: number, colour: 0 | 1 | 2, random: () => number): Float64Array {
  const white = Float64Array.from({ length: n }, () => random() + random() + random() + random() - 2);
  if (colour === 0) return white;
  const out = new Float64Array(n);
  if (colour === 2) {
    let last = 0;
    for (let i = 0; i < n; i++) out[i] = last = 0.99 * last + white[i]!;
    return out;
  }
  // Three poles spread over the band come near 3 dB an octave.
  let [a, b, c] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    a = 0.997 * a + 0.029 * white[i]!;
    b = 0.963 * b + 0.075 * white[i]!;
    c = 0.57 * c + 0.3 * white[i]!;
    out[i] = a + b + c + 0.05 * white[i]!;
  }
  return out;
}

function loudness({ strikes, sampleRate }: TapScene, x: Float64Array): number {
  let [sum, n] = [0, 0];
  for (const { at } of strikes)
    for (let i = Math.round(at * sampleRate); i < Math.min(x.length, (at + 0.25) * sampleRate); i++, n++) sum += x[i]! * x[i]!;
  return Math.sqrt(sum / Math.max(1, n)) || 1e-6;
}

const rms = (x: Float64Array) => Math.sqrt(x.reduce((a, b) => a + b * b, 0) / x.length) || 1;

function add(into: Float64Array, what: Float64Array, gain: number) {
  for (let i = 0; i < into.length; i++) into[i]! += gain * what[i]!;
}
