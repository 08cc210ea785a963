import { cleared } from './cleared';
import { coarseNotes } from './coarse-notes';
import { onsetsIn } from './onsets';
import { oneChannel, slowed } from './prepare';
import { NOISE, strikeOf, type SoundStrike } from './strike';
import { fitString, type FitRange, type StringFit, type StringShape } from './string-fit';

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
  /** Notes that were thought of, likeliest first, with ln of their odds against the best. */
  readonly candidates: readonly { readonly hz: number; readonly behind: number }[];
}

export type TapReason =
  'clear' | 'one-tap' | 'octave-open' | 'taps-differ' | 'noisy' | 'silent' | 'too-short' | 'nothing-rings' | 'dies-at-once';

export interface TapOptions {
  /** Where the note is expected, Hz; it decides only between octaves. */
  readonly expect?: readonly [number, number] | undefined;
}

const FINE_PARTIALS = 24;
const FINALISTS = 4;
/** Times to fall to 1/e that are tried, s. */
const FALLS = [0.015, 0.03, 0.05, 0.13, 0.22];
const STIFFNESSES = [0, 3e-4, 9e-4];
/** Sooner than this it is a blow, and later it is no belt, s. */
const LEAST_FALL = 0.04;
const MOST_FALL = 0.33;
/** Of all but every 2nd, 3rd … partial a string has at least so much, wherever it is struck. */
const LEAST_BETWEEN = 0.2;
const LEAST_SHARE = 0.5;
/** Evidence (ln) that chance reaches with so many notes tried; less than that behind is not looked at again; enough to answer, also by one tap; enough to be sure. */
const BY_CHANCE = 8;
const LOST = 15;
const LEAST_EVIDENCE = 25;
const LEAST_OF_ONE = 60;
const SURE = 60;
/** Two notes so far apart (ln) are two; one so little behind (ln of odds) is open. */
const APART = 0.03;
const OPEN = 12;
/** What a tap's note is not known better than, as a share; and what an ideal string and a belt differ by. */
const LEAST_SD = 0.002;
const MODEL_SD = 0.003;
/** Under this it is a blow and no ring. */
const DIES_DB = -15;

interface Fitted extends StringShape {
  readonly evidence: number;
  /** Of what is over the noise, how much this string is. */
  readonly share: number;
  readonly between: number;
  readonly sdHz: number;
}

/** The note of a tapped span in a recording. @param channels of equal length, −1…1 @param rate samples a second */
export function hearTap(channels: readonly Float32Array[], rate: number, options: TapOptions = {}): TapHeard {
  const slow = slowed(oneChannel(channels), rate);
  if (slow.samples.length < 0.25 * slow.rate) return nothing('too-short');
  if (slow.samples.every((v) => Math.abs(v) < 1e-6)) return nothing('silent');
  const white = cleared(slow);
  const onsets = onsetsIn(white);
  const strikes = onsets.map((o) => strikeOf(white, o)).filter((s) => s.lastsDb > DIES_DB);
  if (onsets.length > 0 && strikes.length === 0) return nothing('dies-at-once');
  if (strikes.length === 0) return nothing('nothing-rings');
  const range: FitRange = { rate: white.rate, lowestHz: white.lowestHz, highestHz: white.highestHz, mostPartials: FINE_PARTIALS };
  const candidates = coarseNotes(strikes, range);
  return decide(strikes, candidates, range, options);
}

/** Closest string to a strike near a note. */
function closest(strike: SoundStrike, near: number, range: FitRange, thorough: boolean): Fitted {
  const seen = (shape: StringShape) => fitString(strike.sound, shape, range);
  let shape: StringShape = { hz: near, stiffness: 1e-4, fall: 0.09 };
  let fit = seen(shape);
  const consider = (other: StringShape) => {
    const next = seen(other);
    if (next.evidence > fit.evidence) [shape, fit] = [other, next];
  };
  for (const fall of FALLS) consider({ ...shape, fall });
  for (const d of thorough ? [-0.012, -0.006, 0, 0.006, 0.012] : [-0.006, 0.006])
    for (const stiffness of thorough ? STIFFNESSES : [1e-4]) consider({ ...shape, hz: near * (1 + d), stiffness });
  if (!thorough && fit.evidence < -LOST) return fitted(strike, shape, fit, 0.01 * near);
  for (let step = 0.004; step > 0.0004; step /= 2) {
    consider({ ...shape, hz: shape.hz * (1 + step) });
    consider({ ...shape, hz: shape.hz * (1 - step) });
    if (!thorough) continue;
    // A stiffer string with a lower note puts its middle partials at the same places.
    const ds = step * 0.02;
    const softer = Math.max(0, shape.stiffness - ds);
    consider({ ...shape, stiffness: shape.stiffness + ds });
    consider({ ...shape, stiffness: softer });
    consider({ ...shape, hz: shape.hz * (1 - step), stiffness: shape.stiffness + ds });
    consider({ ...shape, hz: shape.hz * (1 + step), stiffness: softer });
  }
  if (!thorough) return fitted(strike, shape, fit, 0.01 * near);
  for (const factor of [0.7, 1.4]) consider({ ...shape, fall: shape.fall * factor });
  // How sharply the evidence falls off on both sides says how well the note is known.
  const step = 0.003;
  const sides = seen({ ...shape, hz: shape.hz * (1 - step) }).evidence + seen({ ...shape, hz: shape.hz * (1 + step) }).evidence;
  const curve = (2 * fit.evidence - sides) / (step * shape.hz) ** 2;
  return fitted(strike, shape, fit, Math.max(LEAST_SD * shape.hz, curve > 0 ? 1 / Math.sqrt(curve) : 0.01 * shape.hz));
}

function fitted(strike: SoundStrike, shape: StringShape, fit: StringFit, sdHz: number): Fitted {
  const { samples, energy } = strike.sound;
  const overNoise = Math.max(fit.explained, energy - NOISE * samples.length);
  return { ...shape, evidence: fit.evidence, between: fit.between, share: fit.explained / Math.max(1, overNoise), sdHz };
}

/**
 * What a strike says for a note, over what chance gives with so many notes tried. A note of which only every second or third partial is there says
 * little; a blow dies too soon and mains does not die.
 */
function counted({ fall, share, evidence, between }: Fitted): number {
  if (fall < LEAST_FALL || fall > MOST_FALL || share < LEAST_SHARE) return 0;
  return Math.max(0, evidence * Math.min(1, between / LEAST_BETWEEN) - BY_CHANCE);
}

function decide(strikes: readonly SoundStrike[], candidates: readonly number[], range: FitRange, { expect }: TapOptions): TapHeard {
  const scored = candidates.map((hz) => {
    const fits = strikes.map((s) => closest(s, hz, range, false));
    return { fits, total: fits.reduce((a, f) => a + counted(f), 0) + bonus(hz, expect) };
  });
  scored.sort((a, b) => b.total - a.total);
  const kept = scored.slice(0, FINALISTS).flatMap(({ fits }) => {
    const taps = strikes.flatMap((strike, i) => {
      if (counted(fits[i]!) === 0) return [];
      const fit = closest(strike, fits[i]!.hz, range, true);
      return counted(fit) > 0 ? [{ fit, strike }] : [];
    });
    if (taps.length === 0) return [];
    const known = taps.reduce((a, { fit }) => a + 1 / fit.sdHz ** 2, 0);
    const hz = taps.reduce((a, { fit }) => a + fit.hz / fit.sdHz ** 2, 0) / known;
    const evidence = taps.reduce((a, { fit }) => a + counted(fit), 0);
    return [{ hz, taps, evidence, total: evidence + bonus(hz, expect), sdHz: 1 / Math.sqrt(known) }];
  });
  kept.sort((a, b) => b.total - a.total);
  const best = kept[0];
  if (!best || best.evidence < (best.taps.length > 1 ? LEAST_EVIDENCE : LEAST_OF_ONE)) return nothing('nothing-rings');
  const { hz, taps } = best;
  const scatter = Math.sqrt(taps.reduce((a, { fit }) => a + (fit.hz - hz) ** 2, 0) / Math.max(1, taps.length - 1));
  const rival = kept.find((k) => Math.abs(Math.log(k.hz / hz)) > APART);
  const ahead = rival ? best.total - rival.total : Infinity;
  const octave = rival !== undefined && ahead < OPEN;
  const weak = octave || best.evidence < SURE;
  return {
    hz,
    sdHz: Math.max(best.sdHz, scatter / Math.sqrt(taps.length), MODEL_SD * hz),
    taps: taps.map(({ fit, strike }) => ({ at: strike.from / range.rate, hz: fit.hz, clarity: Math.min(1, fit.share), sdHz: fit.sdHz })),
    quality: weak ? 'weak' : 'good',
    reason: octave
      ? 'octave-open'
      : best.evidence < SURE
        ? 'noisy'
        : scatter > 0.02 * hz
          ? 'taps-differ'
          : taps.length === 1
            ? 'one-tap'
            : 'clear',
    candidates: kept.map((k) => ({ hz: k.hz, behind: best.total - k.total })),
  };
}

const nothing = (reason: TapReason): TapHeard => ({ hz: null, sdHz: null, taps: [], quality: 'none', reason, candidates: [] });

/** Enough to decide between octaves that are about alike, and never more: where a note is expected says little of what was heard. */
function bonus(hz: number, expect: readonly [number, number] | undefined): number {
  if (!expect) return 0;
  const middle = Math.sqrt(expect[0] * expect[1]);
  const wide = Math.max(0.35, Math.log(expect[1] / expect[0]) / 2);
  return -2.5 * Math.min(4, (Math.log(hz / middle) / wide) ** 2);
}
