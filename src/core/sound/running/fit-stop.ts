import { bladeMap, courseOf, MAP_HOP_S, sumAlong } from './blade-map';
import { mostWithin } from './most-within';
import { stopLaw, usualHalf, type StopLaw } from './stop-law';

/** A stop that fits a recording. Times in s from the start of the recording. */
export interface FittedStop {
  /** Start of the fall, as if the lever had been released at it less the usual delay. */
  readonly at: number;
  readonly seconds: number;
  /** Sum of scores along the path, over that of blades that run on. */
  readonly gain: number;
  /** Mean score before the release. */
  readonly level: number;
  /** Standard deviation of the end, s. */
  readonly endSd: number;
  /** Share of the running speed at a time. */
  readonly shareAt: (t: number) => number;
}

const BENDS = [-3.4, -2.3, -1.5, -1, -0.65, -0.4, -0.22, -0.1, 0];
const SHORTEST_S = 0.8;
const LONGEST_S = 14;
/** Drag while the belt is slack and the brake is not on, per second. */
const DRAG_ALONE = 0.35;
/** Below this share of the speed blades are not heard. */
const SILENT_SHARE = 0.33;
/** ln probability per unit of the sum of scores. Neighbouring frames overlap, and share their noise. */
const CERTAINTY = 0.8;

const weightAt = (share: number): number => Math.min(1, Math.max(0, (share - SILENT_SHARE) / 0.35));

/** Deviation of an end after that of the recording, s, and the largest evidence against it. */
const CUT_S = 0.3;
const MOST_CUT = 9;

/** From the clunk until the belt is slack, and until the brake applies: an electric clutch, and a lever. */
const DELAYS = [
  { slackS: 0.04, brakeS: 0.06 },
  { slackS: 0.09, brakeS: 0.16 },
] as const;

interface Shape {
  readonly law: StopLaw;
  readonly slackS: number;
  readonly brakeS: number;
}

interface Path {
  readonly at: number;
  readonly seconds: number;
  readonly shape: Shape;
  readonly ln: number;
  readonly gain: number;
}

const HALVES = [0.31, 0.33, 0.35, 0.37, 0.39, 0.41, 0.43, 0.45, 0.47, 0.49];
const LAWS = HALVES.map((half) => stopLaw(half));
const HALF_SD = 0.02;
/** Cost of a place at which nothing is heard, as a share of the score of blades that run. */
const COST = 0.03;

/** Speed at a time after the release, as a share: it runs on, then drag slows it, then the brake. */
function pathOf(law: StopLaw, seconds: number, slackS: number, brakeS: number) {
  const left = 1 - DRAG_ALONE * (brakeS - slackS);
  return (t: number): number => {
    if (t <= slackS) return 1;
    if (t <= brakeS) return 1 - DRAG_ALONE * (t - slackS);
    return left * law.speedAt((t - brakeS) / (seconds - brakeS));
  };
}

/**
 * Finds the release and the time to a standstill by the fall of all harmonics along its whole path.
 * @param near time at which the blades leave their running speed, roughly
 */
export function fitStop(x: Float64Array, rate: number, runHz: number, near: number, clunk: (t: number) => number): FittedStop | null {
  const seconds = x.length / rate;
  const fromS = Math.max(0, near - 1.1);
  const untilS = Math.min(seconds, near + 10);
  const map = bladeMap(x, rate, runHz, fromS, untilS, BENDS);
  if (map.frames < 8) return null;
  const first = Math.max(0, Math.round((near - 0.9 - fromS) / MAP_HOP_S));
  const last = Math.min(map.frames - 8, Math.round((near + 0.5 - fromS) / MAP_HOP_S));
  // Sum of the scores of blades that run on, up to each frame.
  const running = new Float64Array(map.frames + 1);
  const steady = courseOf(
    BENDS,
    () => 1,
    () => 1,
    map.frames,
  );
  for (let k = 0; k < map.frames; k++)
    running[k + 1] = running[k]! + sumAlong(map, { cells: steady.cells.subarray(0, 1), parts: steady.parts.subarray(0, 4) }, k);
  const level = running[first]! / Math.max(1, first);
  // A person records until every part has stopped, so the end is rarely after that of the recording.
  const cut = (end: number) => Math.min(MOST_CUT, 0.5 * (Math.max(0, end - seconds) / CUT_S) ** 2);
  const all: Path[] = [];
  for (let time = SHORTEST_S; time < LONGEST_S; time *= 1.035)
    for (const law of LAWS) {
      const odd = (law.half - usualHalf(time)) / HALF_SD;
      if (Math.abs(odd) > 2.2) continue;
      for (const { slackS, brakeS } of DELAYS) {
        const course = courseOf(BENDS, pathOf(law, time, slackS, brakeS), weightAt, map.frames);
        let expected = 0;
        for (let i = 0; i < course.cells.length; i++)
          expected += course.parts[4 * i]! + course.parts[4 * i + 1]! + course.parts[4 * i + 2]! + course.parts[4 * i + 3]!;
        for (let k = first; k <= last; k++) {
          const falls = sumAlong(map, course, k) - COST * level * expected;
          const gain = running[k]! + falls;
          const at = fromS + k * MAP_HOP_S;
          all.push({
            ...{ at, seconds: time, gain: falls, ln: CERTAINTY * gain + clunk(at) - 0.5 * odd * odd - cut(at + time) },
            shape: { law, slackS, brakeS },
          });
        }
      }
    }
  if (all.length === 0) return null;
  const best = all.reduce((a, b) => (b.ln > a.ln ? b : a));
  const time = mostWithin(
    all.map((p) => ({ value: p.seconds, ln: p.ln - best.ln })),
    (s) => Math.max(0.2, 0.07 * s),
  );
  const at = mostWithin(
    all.map((p) => ({ value: p.at, ln: p.ln - best.ln })),
    () => 0.1,
  );
  const share = pathOf(best.shape.law, best.seconds, best.shape.slackS, best.shape.brakeS);
  return {
    at: at.value,
    seconds: time.value,
    gain: best.gain,
    level,
    endSd: time.sd,
    shareAt: (t) => share(t - best.at),
  };
}
