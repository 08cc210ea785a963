import { cleared } from './denoise';
import { coarseNotes } from './coarse-notes';
import { onsetsIn } from './onsets';
import { toMono, downsample } from './prepare';
import { LEFT_OUT_S, NOISE, strikeOf, type SoundStrike } from './strike';
import { fallOf, fitString, ownPartials, type FitRange, type StringShape } from './string-fit';

export interface HeardTap {
  /** s from the start. */
  readonly at: number;
  readonly hz: number;
  /** 0…1: how much of what rings is this string. */
  readonly clarity: number;
  readonly sdHz: number;
}

export interface TapHeard {
  readonly hz: number | null;
  /** One standard deviation, Hz. */
  readonly sdHz: number | null;
  readonly taps: readonly HeardTap[];
  readonly quality: 'good' | 'weak' | 'none';
  readonly reason: TapReason;
  /** Candidate frequencies, most likely first, with ln of their odds against the best. */
  readonly candidates: readonly { readonly hz: number; readonly behind: number }[];
}

export type TapReason =
  'clear' | 'one-tap' | 'octave-open' | 'taps-differ' | 'noisy' | 'silent' | 'too-short' | 'nothing-rings' | 'dies-at-once';

export interface TapOptions {
  /** Where the note is expected, Hz; it decides only between octaves. */
  readonly expect?: readonly [number, number] | undefined;
}

const FINE_PARTIALS = 16;
/** Notes closer than this (ln) are one at first; those searched, and those closed in on. */
const SAME_NOTE = 0.025;
/** No span sounds lower or higher, Hz. */
const LOWEST_HZ = 11;
const TOP_HZ = 260;
const MOST_CANDIDATES = 16;
const SEARCHED = 6;
const FINALISTS = 3;
/** Qualities and stiffnesses that a search starts from. */
const QUALITIES = [10, 24];
const STIFFNESSES = [1e-4, 5e-4, 1.2e-3];
/** Range of the quality of belts. */
const LEAST_STIFFNESS = 4e-5;
const MOST_STIFFNESS = 1.6e-3;
/** Under this quality it is a blow, and over it no belt: a steady tone, or mains. */
const LEAST_Q = 6.8;
const MOST_Q = 60;
/** Smallest share of the partials other than every 2nd, 3rd …, for any strike position. */
const LEAST_BETWEEN = 0.06;
const LEAST_SHARE = 0.45;
/**
 * Evidence (ln): that of noise with this number of candidates; enough for an answer; enough from one tap; enough for
 * certainty.
 */
const BY_CHANCE = 4;
const LEAST_EVIDENCE = 10;
const LEAST_OF_ONE = 14;
const SURE = 60;
/** Number of strikes to analyse, loudest first. */
const MOST_STRIKES = 5;
/** Frequency ratio (ln) of two different candidates, and ln odds below which the second stays open. */
const APART = 0.03;
const OPEN = 12;
/** Smallest relative error of a tap frequency, and the difference between an ideal string and a belt. */
const LEAST_SD = 0.002;
const MODEL_SD = 0.003;

interface Fitted {
  readonly evidence: number;
  /** Share of the sound above the noise that is this string. */
  readonly share: number;
  readonly between: number;
}

/** The note of a tapped span in a recording. @param channels of equal length, −1…1 @param rate samples a second */
export function hearTap(channels: readonly Float32Array[], rate: number, options: TapOptions = {}): TapHeard {
  const slow = downsample(toMono(channels), rate);
  if (slow.samples.length < 0.25 * slow.rate) return nothing('too-short');
  if (slow.samples.every((v) => Math.abs(v) < 1e-6)) return nothing('silent');
  const white = cleared(slow);
  const onsets = [...onsetsIn(white)].sort((a, b) => b.rise + b.attack - a.rise - a.attack).slice(0, MOST_STRIKES);
  if (onsets.length === 0) return nothing('nothing-rings');
  onsets.sort((a, b) => a.from - b.from);
  const range: FitRange = { rate: white.rate, lowestHz: white.lowestHz, highestHz: white.highestHz, mostPartials: FINE_PARTIALS };
  const views = LEFT_OUT_S.map((leftOut) => onsets.map((o) => strikeOf(white, o, leftOut)));
  const lists = views.map((strikes) => coarseNotes(strikes, range));
  // The likeliest of each view first.
  const notes = Array.from({ length: Math.max(...lists.map((l) => l.length)) }, (_, i) => lists.flatMap((l) => l[i] ?? [])).flat();
  const unlike = notes.reduce<number[]>((a, hz) => (a.some((other) => Math.abs(Math.log(other / hz)) < SAME_NOTE) ? a : [...a, hz]), []);
  const candidates = unlike.slice(0, MOST_CANDIDATES);
  // All strings are compared on the strikes that support some string best.
  const surveys = views.map((strikes) => ({ strikes, found: candidates.map((hz) => firstLook(strikes, hz, range)) }));
  const most = (found: readonly Found[]) => Math.max(...found.map((f) => f.total));
  const { strikes, found } = surveys.reduce((a, b) => (most(b.found) > most(a.found) ? b : a));
  return decide(strikes, found, range, options);
}

function fitted({ sound }: SoundStrike, shape: StringShape, range: FitRange): Fitted {
  const fit = fitString(sound, shape, range);
  const overNoise = Math.max(fit.explained, sound.energy - NOISE * sound.samples.length);
  return { evidence: fit.evidence, between: fit.between, share: fit.explained / Math.max(1, overNoise) };
}

/**
 * Evidence of a strike for a string, above that of noise with the same number of candidates. A string with only every
 * second or third partial has little. A strike that is mostly something else has none.
 */
function counted({ share, evidence, between }: Fitted): number {
  if (share < LEAST_SHARE) return 0;
  return Math.max(0, evidence * Math.min(1, between / LEAST_BETWEEN) - BY_CHANCE);
}

/** Combs that no string has, by how far their partials are moved, as a share of the note. */
const MOVED = [0.35, 0.5, 0.65];

/** Evidence for a string over that for the same comb moved: a dense comb of a low note explains any sound, wherever its partials are. */
const contrastOf = (strikes: readonly SoundStrike[], shape: StringShape, range: FitRange): number =>
  strikes.reduce((sum, strike) => {
    const evidence = counted(fitted(strike, shape, range));
    if (evidence === 0) return sum;
    const moved = Math.max(0, ...MOVED.map((by) => fitString(strike.sound, shape, range, by).evidence));
    return sum + Math.max(0, evidence - moved);
  }, 0);

/** Smallest share of a ring that must remain after one decay time. Checked only if it would be clear of the noise. */
const LASTS = 0.25;
const CLEAR_OF_NOISE = 0.6;

/**
 * True if strikes ring as long as the quality of the string predicts. The many partials of a low frequency can fit a
 * blow, but a blow ends immediately.
 */
function lasts(strikes: readonly SoundStrike[], shape: StringShape, range: FitRange): boolean {
  let [promised, heard, noise] = [0, 0, 0];
  for (const { sound } of strikes) {
    const fit = fitString(sound, shape, range);
    const from = Math.round(fit.lateFrom);
    const rest = Math.min(sound.samples.length, Math.ceil(4 * from)) - from;
    if (rest < 20) continue;
    let energy = 0;
    for (let i = from; i < from + rest; i++) energy += sound.samples[i]! ** 2;
    promised += fit.late * (1 - Math.exp((-2 * rest) / (fallOf(shape, 1, shape.hz) * range.rate)));
    heard += energy - NOISE * rest;
    noise += NOISE * rest;
  }
  return promised < CLEAR_OF_NOISE * noise || heard + 0.5 * noise > LASTS * promised;
}

/** The string nearest a note by all strikes together: one span has one note, one quality and one stiffness. */
interface Found {
  readonly shape: StringShape;
  readonly total: number;
}

interface Ring extends Found {
  /** Evidence beyond that of a shifted comb. */
  readonly contrast: number;
}

const totalOf = (strikes: readonly SoundStrike[], shape: StringShape, range: FitRange): number =>
  strikes.reduce((sum, s) => sum + counted(fitted(s, shape, range)), 0);

/** A note by a few qualities. */
function firstLook(strikes: readonly SoundStrike[], hz: number, range: FitRange): Found {
  const tried = QUALITIES.map((q) => ({ hz, stiffness: STIFFNESSES[0]!, q })).map((shape) => ({
    shape,
    total: totalOf(strikes, shape, range),
  }));
  return tried.reduce((a, b) => (b.total > a.total ? b : a));
}

/** A little to all sides of it. */
function search(strikes: readonly SoundStrike[], start: Found, range: FitRange): Found {
  let best = start;
  const consider = (change: Partial<StringShape>) => {
    const shape = { ...best.shape, ...change };
    const total = totalOf(strikes, shape, range);
    if (total > best.total) best = { shape, total };
  };
  const near = start.shape.hz;
  for (const stiffness of STIFFNESSES.slice(1)) consider({ stiffness, hz: near * (1 - 2 * stiffness) });
  for (const f of [0.6, 1.6]) consider({ q: best.shape.q * f });
  for (const d of [-0.01, 0.01]) consider({ hz: best.shape.hz * (1 + d) });
  return best;
}

/** The other plane of swinging is sought so far above and below the first, as a share; it is never further off than the last. */
const PLANES_APART = [-0.013, -0.008, 0.008, 0.013];
const MOST_APART = 0.016;
/** Likelihood ratio at which two planes of vibration count. With one real plane, a second would shift the frequency. */
const WORTH_TWO_PLANES = 1.03;
/** The weaker plane of a real span has at most about a quarter of the energy. */
const EVEN = 0.2;

/**
 * The same string with two planes of swinging that differ a little: the tap is louder in one, which is its note. Without the second plane its beats would be taken
 * for partials of a much lower string.
 */
function withTwoPlanes(strikes: readonly SoundStrike[], start: Found, range: FitRange): Found {
  let best = start;
  const consider = (shape: StringShape) => {
    const total = totalOf(strikes, shape, range);
    if (total > best.total) best = { shape, total };
  };
  for (const apart of PLANES_APART) {
    consider({ ...start.shape, apart });
    // The joint frequency is between the two.
    consider({ ...start.shape, hz: start.shape.hz * (1 - apart / 3), apart });
  }
  if (!best.shape.apart) return start;
  for (let step = 0.004; step > 0.0008; step /= 2) {
    for (const change of [-step, step]) {
      const apart = (best.shape.apart ?? 0) + change;
      if (Math.abs(apart) <= MOST_APART) consider({ ...best.shape, apart });
      consider({ ...best.shape, hz: best.shape.hz * (1 + change) });
      consider({ ...best.shape, q: best.shape.q * (1 + 20 * change) });
    }
  }
  if (best.total < WORTH_TWO_PLANES * start.total) return start;
  const { shape } = best;
  const share = strikes.reduce((sum, s) => sum + fitString(s.sound, shape, range).other, 0) / strikes.length;
  // Two planes about as loud are one that the model splits: its note is between them.
  if (Math.abs(share - 0.5) < EVEN) return { ...best, shape: { ...shape, hz: shape.hz * (1 + share * (shape.apart ?? 0)), apart: 0 } };
  if (share <= 0.5 || !shape.apart) return best;
  const louder = { ...shape, hz: shape.hz * (1 + shape.apart), apart: 1 / (1 + shape.apart) - 1 };
  return { shape: louder, total: totalOf(strikes, louder, range) };
}

/** Closes in on a string by all strikes together. */
function refine(strikes: readonly SoundStrike[], start: Found, range: FitRange): Found {
  let best = start;
  const consider = (change: Partial<StringShape>) => {
    const shape = { ...best.shape, ...change };
    if (shape.q < 2 || shape.q > 120 || shape.stiffness < LEAST_STIFFNESS || shape.stiffness > MOST_STIFFNESS) return;
    const total = totalOf(strikes, shape, range);
    if (total > best.total) best = { shape, total };
  };
  for (let step = 0.012; step > 0.0006; step /= 2) {
    const { hz, q, stiffness } = best.shape;
    const ds = step * 0.03;
    consider({ hz: best.shape.hz * (1 + step) });
    consider({ hz: best.shape.hz * (1 - step) });
    consider({ q: q * (1 + 20 * step) });
    consider({ q: best.shape.q / (1 + 20 * step) });
    consider({ stiffness: stiffness + ds });
    consider({ stiffness: Math.max(LEAST_STIFFNESS, best.shape.stiffness - ds) });
    // A stiffer string with a lower note puts its middle partials at the same places.
    consider({ hz: hz * (1 - step), stiffness: best.shape.stiffness + ds });
    consider({ hz: best.shape.hz * (1 + step), stiffness: Math.max(LEAST_STIFFNESS, best.shape.stiffness - ds) });
  }
  return best;
}

/** A strike's own note near that of all, with how well it is known: by how sharply its evidence falls off on both sides. */
function ownNote(
  strike: SoundStrike,
  shape: StringShape,
  range: FitRange,
): { readonly hz: number; readonly sdHz: number; readonly fit: Fitted } {
  const at = (hz: number) => fitted(strike, { ...shape, hz }, range);
  let [hz, fit] = [shape.hz, at(shape.hz)];
  for (let step = 0.008; step > 0.0008; step /= 2)
    for (const next of [hz * (1 + step), hz * (1 - step)]) {
      const there = at(next);
      if (there.evidence > fit.evidence) [hz, fit] = [next, there];
    }
  const step = 0.004;
  const curve = (2 * fit.evidence - at(hz * (1 - step)).evidence - at(hz * (1 + step)).evidence) / (step * hz) ** 2;
  return { hz, sdHz: Math.max(LEAST_SD * hz, curve > 0 ? 1 / Math.sqrt(curve) : 0.02 * hz), fit };
}

/** A lower string has at least so much evidence (ln) from the partials that a multiple of it lacks: of the octave and twelfth, and of higher multiples. */
const OWN_EVIDENCE: readonly (readonly [multiple: number, evidence: number])[] = [
  [2, 14],
  [3, 14],
  [4, 25],
  [5, 25],
  [6, 25],
];
/** The same as a share of all its evidence. */
const OWN_SHARE = 0.1;
/** Smallest relative contrast at which a lower string replaces its multiple, or a multiple replaces a lower one. */
const LOWER_SHARE = 0.35;
const HIGHER_SHARE = 0.6;
const MOST_STEPS = 4;

const ownOf = (strikes: readonly SoundStrike[], shape: StringShape, multiple: number, range: FitRange): number =>
  strikes.reduce((sum, s) => (fitted(s, shape, range).share < LEAST_SHARE ? sum : sum + ownPartials(s.sound, shape, multiple, range)), 0);

const isAbout = (hz: number, other: number): boolean => Math.abs(Math.log(hz / other)) < APART;

/**
 * The most likely string, or a lower or higher multiple of it, by the partials of the lower one alone. @param rings
 * most likely first
 */
function amongMultiples(
  strikes: readonly SoundStrike[],
  rings: readonly Ring[],
  range: FitRange,
  { expect }: TapOptions,
): Ring | undefined {
  let best = rings[0];
  for (let step = 0; best && step < MOST_STEPS; step++) {
    const next: Ring | undefined = lowerThan(strikes, best, rings, range, expect) ?? higherThan(strikes, best, rings, range, expect);
    if (!next) break;
    best = next;
  }
  return best;
}

function lowerThan(
  strikes: readonly SoundStrike[],
  best: Ring,
  rings: readonly Ring[],
  range: FitRange,
  expect: TapOptions['expect'],
): Ring | undefined {
  for (const [multiple, usual] of OWN_EVIDENCE) {
    const hz = best.shape.hz / multiple;
    if (hz < LOWEST_HZ) break;
    const least = usual + bonus(best.shape.hz, expect) - bonus(hz, expect);
    const known = rings.find((r) => isAbout(r.shape.hz, hz));
    const shape = known?.shape ?? {
      ...best.shape,
      hz,
      stiffness: Math.max(LEAST_STIFFNESS, best.shape.stiffness / multiple ** 2),
      apart: 0,
    };
    if (ownOf(strikes, shape, multiple, range) < least) continue;
    const lower = known ?? closedIn(strikes, { shape, total: totalOf(strikes, shape, range) }, range);
    const isHeard = ownOf(strikes, lower.shape, multiple, range) >= Math.max(least, OWN_SHARE * lower.contrast);
    if (isHeard && lower.contrast > LOWER_SHARE * best.contrast && isRing(strikes, lower, range)) return lower;
  }
  return undefined;
}

function higherThan(
  strikes: readonly SoundStrike[],
  best: Ring,
  rings: readonly Ring[],
  range: FitRange,
  expect: TapOptions['expect'],
): Ring | undefined {
  for (const [multiple, usual] of OWN_EVIDENCE) {
    const hz = multiple * best.shape.hz;
    if (hz > TOP_HZ) break;
    const least = usual + bonus(hz, expect) - bonus(best.shape.hz, expect);
    if (ownOf(strikes, best.shape, multiple, range) >= Math.max(least, OWN_SHARE * best.contrast)) continue;
    const higher =
      rings.find((r) => isAbout(r.shape.hz, hz)) ?? closedIn(strikes, search(strikes, firstLook(strikes, hz, range), range), range);
    if (isRing(strikes, higher, range) && higher.contrast > HIGHER_SHARE * best.contrast) return higher;
  }
  return undefined;
}

const isRing = (strikes: readonly SoundStrike[], { shape }: Found, range: FitRange): boolean =>
  shape.q >= LEAST_Q && shape.q <= MOST_Q && lasts(strikes, shape, range);

/** Closes in on a string, also with two planes of swinging, and compares it with combs that no string has. */
function closedIn(strikes: readonly SoundStrike[], start: Found, range: FitRange): Ring {
  const { shape, total } = withTwoPlanes(strikes, refine(strikes, start, range), range);
  return { shape, total, contrast: contrastOf(strikes, shape, range) };
}

function decide(strikes: readonly SoundStrike[], found: readonly Found[], range: FitRange, options: TapOptions): TapHeard {
  const { expect } = options;
  const odds = ({ shape, contrast }: Ring) => contrast + bonus(shape.hz, expect);
  const likeliest = (list: readonly Found[]) =>
    [...list].sort((a, b) => b.total + bonus(b.shape.hz, expect) - a.total - bonus(a.shape.hz, expect));
  const scored = likeliest(
    likeliest(found)
      .slice(0, SEARCHED)
      .map((f) => search(strikes, f, range)),
  );
  const kept = scored
    .filter((s) => s.total > 0)
    .slice(0, FINALISTS)
    .map((s) => closedIn(strikes, s, range))
    .sort((a, b) => odds(b) - odds(a));
  const rings = kept.filter((r) => isRing(strikes, r, range));
  const best = amongMultiples(strikes, rings, range, options);
  if (!best) return nothing(kept.some(({ shape }) => shape.q <= MOST_Q) ? 'dies-at-once' : 'nothing-rings');
  const taps = strikes.map((strike) => ({ strike, ...ownNote(strike, best.shape, range) })).filter(({ fit }) => counted(fit) > 0);
  const evidence = best.contrast;
  if (taps.length === 0 || evidence < (taps.length > 1 ? LEAST_EVIDENCE : LEAST_OF_ONE)) return nothing('nothing-rings');
  const { hz } = best.shape;
  const known = taps.reduce((a, { sdHz }) => a + 1 / sdHz ** 2, 0);
  const scatter = Math.sqrt(taps.reduce((a, t) => a + (t.hz - hz) ** 2, 0) / Math.max(1, taps.length - 1));
  const rival = rings.find((k) => Math.abs(Math.log(k.shape.hz / hz)) > APART);
  const octave = rival !== undefined && odds(best) - odds(rival) < OPEN;
  const weak = octave || evidence < SURE;
  return {
    hz,
    sdHz: Math.max(1 / Math.sqrt(known), scatter / Math.sqrt(taps.length), MODEL_SD * hz),
    taps: taps.map(({ fit, strike, hz: own, sdHz }) => ({ at: strike.from / range.rate, hz: own, clarity: Math.min(1, fit.share), sdHz })),
    quality: weak ? 'weak' : 'good',
    reason: octave
      ? 'octave-open'
      : evidence < SURE
        ? 'noisy'
        : scatter > 0.02 * hz
          ? 'taps-differ'
          : taps.length === 1
            ? 'one-tap'
            : 'clear',
    candidates: rings.map((k) => ({ hz: k.shape.hz, behind: odds(best) - odds(k) })),
  };
}

const nothing = (reason: TapReason): TapHeard => ({ hz: null, sdHz: null, taps: [], quality: 'none', reason, candidates: [] });

/** Enough to decide between equal octaves, and never more: an expectation is weak evidence. */
function bonus(hz: number, expect: readonly [number, number] | undefined): number {
  if (!expect) return 0;
  const middle = Math.sqrt(expect[0] * expect[1]);
  const wide = Math.max(0.35, Math.log(expect[1] / expect[0]) / 2);
  return -2.5 * Math.min(4, (Math.log(hz / middle) / wide) ** 2);
}
