import { bladeMap, courseOf, MAP_HOP_S, sumAlong } from './blade-map';
import { clunkEvidence, type Clunks } from './clunks';
import { mostWithin } from './most-within';

/** An engagement that fits a recording. Times in s from its start. */
export interface FittedEngage {
  readonly at: number;
  readonly seconds: number;
  readonly sd: number;
  /** Time at which the belt follows without slip. */
  readonly meetsAt: number;
  /** Loss of engine speed while the belt slips, as a share. */
  readonly sag: number;
  /** Mean score once the blades follow the engine. */
  readonly level: number;
  /** Share of the running speed at a time up to `meetsAt`. */
  readonly shareAt: (t: number) => number;
}

const BENDS = [-0.4, 0, 0.35, 0.8, 1.3, 2, 3, 4.5, 7];
const EXPONENTS = [0.9, 1.3, 1.8, 2.3];
const SHORTEST_RISE_S = 0.25;
const LONGEST_RISE_S = 2.5;
const SILENT_SHARE = 0.33;
/** ln probability per unit of the sum of scores. Neighbouring frames overlap, and share their noise. */
const CERTAINTY = 0.8;
/** Weight of a place of the path by its speed: slow blades are not heard. */
const weightAt = (share: number): number => Math.min(1, Math.max(0, (share - SILENT_SHARE) / 0.35));

/** Share of the mean running speed at which an engagement is complete. */
const FULL = 0.95;

/**
 * Finds the lever and the time to full speed: all harmonics rise along a path that ends where the blades meet the
 * engine, and then follow it.
 * @param engine speed of the engine at a time, as a share of that during the run
 * @param near time from which the blades follow the engine, roughly
 */
export function fitEngage(
  x: Float64Array,
  rate: number,
  runHz: number,
  near: number,
  engine: (t: number) => number,
  clunks: Clunks,
  clear: (t: number) => boolean,
): FittedEngage | null {
  const fromS = Math.max(0, near - 2.8);
  const untilS = Math.min(x.length / rate, near + 1.4);
  const map = bladeMap(x, rate, runHz, fromS, untilS, BENDS);
  if (map.frames < 20) return null;
  const timeOf = (k: number) => fromS + k * MAP_HOP_S;
  // Scores of blades that follow the engine, from each frame on.
  const follows = new Float64Array(map.frames + 1);
  for (let k = map.frames - 1; k >= 0; k--) {
    const course = courseOf(BENDS, (t) => engine(timeOf(k) + t), weightAt, 1);
    follows[k] = follows[k + 1]! + (course.cells.length > 0 ? sumAlong(map, course, k) : 0);
  }
  const sag = sagOf(engine, near, clear);
  const all: { at: number; meetsAt: number; rise: number; exponent: number; full: number; ln: number; gain: number }[] = [];
  const first = Math.max(1, Math.round((near - 1.6 - fromS) / MAP_HOP_S));
  const last = Math.min(map.frames - 6, Math.round((near + 0.9 - fromS) / MAP_HOP_S));
  for (let k = first; k <= last; k++) {
    const meetsAt = timeOf(k);
    const top = engine(meetsAt);
    // The engine sags while the belt slips, and recovers once the blades follow.
    const later = sagsLater(engine, meetsAt);
    const fullAfter = crossing(engine, meetsAt, FULL, untilS + 2);
    for (let rise = SHORTEST_RISE_S; rise < LONGEST_RISE_S; rise *= 1.12)
      for (const exponent of EXPONENTS) {
        const takes = meetsAt - rise;
        if (takes < 0.05) continue;
        const steps = Math.round(rise / MAP_HOP_S);
        // The course runs backwards from the meeting, as the quiet part ends it.
        const course = courseOf(BENDS, (t) => top * Math.max(1e-6, (rise - t) / rise) ** exponent, weightAt, steps, -1);
        const reversed = backwards(course);
        const rises = sumAlong(map, reversed, k - course.cells.length + 1);
        const gain = follows[k]! + rises;
        const ownFull = top >= FULL ? takes + rise * (FULL / top) ** (1 / exponent) : fullAfter;
        if (ownFull === null) continue;
        const odd = sag === null ? 0 : (takes - sag.at) / sag.sd;
        const base = CERTAINTY * gain - 0.5 * Math.min(16, odd * odd) - later;
        for (const delay of DELAYS) {
          const at = takes - delay;
          const usual = Math.max(0, Math.max(0.65 - (ownFull - at), ownFull - at - 2.6)) / 0.15;
          all.push({
            at,
            meetsAt,
            rise,
            exponent,
            full: ownFull,
            gain: rises,
            ln: base - 0.5 * usual * usual + clunkEvidence(clunks.at(at + 0.005, 0.02)),
          });
        }
      }
  }
  if (all.length === 0) return null;
  const best = all.reduce((a, b) => (b.ln > a.ln ? b : a));
  const likely = all.filter((p) => p.ln > best.ln - 12);
  const time = mostWithin(
    likely.map((p) => ({ value: Math.round((p.full - p.at) * 100) / 100, ln: p.ln - best.ln })),
    (s) => Math.max(0.16, 0.1 * s),
  );
  const at = mostWithin(
    likely.map((p) => ({ value: Math.round(p.at * 100) / 100, ln: p.ln - best.ln })),
    () => 0.1,
  );
  return {
    at: at.value,
    seconds: time.value,
    sd: time.sd,
    meetsAt: best.meetsAt,
    sag: sag?.depth ?? 0,
    level: follows[last]! / Math.max(1, map.frames - last),
    shareAt: (t) => engine(best.meetsAt) * Math.max(0, (t - best.meetsAt + best.rise) / best.rise) ** best.exponent,
  };
}

/** Evidence against blades that follow from a time on, after which the engine sags further. */
function sagsLater(engine: (t: number) => number, meetsAt: number): number {
  let lowest = Infinity;
  for (let t = meetsAt; t < meetsAt + 0.7; t += 0.03) lowest = Math.min(lowest, engine(t));
  return Math.min(10, Math.max(0, engine(meetsAt) - lowest - 0.006) / 0.006);
}

/** From the clunk until the belt takes hold, s. */
const DELAYS = [0.03, 0.06, 0.1, 0.14, 0.18];

/** A course for negative times, in the order of time. Its bends are of the other sign: both share one table. */
function backwards({ cells, parts }: { readonly cells: Int32Array; readonly parts: Float64Array }) {
  const n = cells.length;
  const out = { cells: new Int32Array(n), parts: new Float64Array(4 * n) };
  for (let k = 0; k < n; k++) {
    out.cells[k] = cells[n - 1 - k]!;
    out.parts.set(parts.subarray(4 * (n - 1 - k), 4 * (n - k)), 4 * k);
  }
  return out;
}

/** First time from `from` on at which the engine runs at a share of its later speed. */
function crossing(engine: (t: number) => number, from: number, share: number, until: number): number | null {
  const step = 0.01;
  if (engine(from) >= share) return from;
  for (let t = from; t < until; t += step)
    if (engine(t + step) >= share) return t + (step * (share - engine(t))) / Math.max(1e-9, engine(t + step) - engine(t));
  return null;
}

/** Largest relative change of the engine speed in 20 ms. */
const JUMP = 0.06;

/**
 * Start of the sag of the engine, which marks the belt taking hold. From the times of a tenth and of a half of the sag.
 */
function sagOf(
  engine: (t: number) => number,
  near: number,
  clear: (t: number) => boolean,
): { readonly at: number; readonly sd: number; readonly depth: number } | null {
  const step = 0.02;
  let [valley, top, most] = [near, near, 0];
  let highest = near;
  // Before a jump, or where it is not heard, the track may be that of another multiple of the lines.
  while (highest > Math.max(0.1, near - 2.6) && clear(highest) && Math.abs(Math.log(engine(highest - step) / engine(highest))) < JUMP)
    highest -= step;
  for (let t = highest; t < near + 0.7; t += step) {
    if (engine(t) >= engine(highest)) highest = t;
    const fall = engine(highest) - engine(t);
    if (fall > most) [most, valley, top] = [fall, t, highest];
  }
  const depth = engine(top) - engine(valley);
  if (depth < 0.025 || depth > 0.5) return null;
  const reached = (share: number) => {
    let t = valley;
    while (t > top && engine(t) < engine(top) - share * depth) t -= 0.005;
    return t;
  };
  const [tenth, half] = [reached(0.12), reached(0.5)];
  return { at: tenth - 0.6 * (half - tenth), sd: 0.06 + 0.35 * (half - tenth), depth };
}
