import { convertLength, type SeatingProblem } from '../belt';
import { strandTension } from './belt-term';
import { isSimple, overlapsOf } from './crossing';
import { runningEquilibrium, solveForBelt, standAt, type Equilibrium } from './equilibrium';
import { gripBand } from './grip';
import { standingOf, type Matcher, type Standing } from './matcher';
import { mountable } from './mounting';
import { loadingOf } from './running';
import type { Setting } from './setting';
import { brakesOn } from './solve';

/** Everything that can be said against a belt on a drive, but for how it seats. */
export const TRIAL_REASONS = [
  'brake-stays-off',
  'brake-stays-on',
  'still-stretched',
  'too-little-slack',
  'over-ceiling',
  'cannot-be-mounted',
  'hard-to-mount',
  'collides',
  'slips',
  'at-stop',
  'does-not-settle',
  'short-end-of-tolerance',
  'long-end-of-tolerance',
  'no-stretch-reserve',
  'drive-uncertain',
  'length-not-judged',
  'load-unknown',
] as const;
export type ReasonCode = SeatingProblem | (typeof TRIAL_REASONS)[number];

export interface Trial {
  readonly engaged: {
    readonly position: number | null;
    readonly atStop: 'min' | 'max' | null;
    /** Static strand tension at rest, N. */
    readonly tension: number;
    /** Running tension T_r: what is left of it under load, N. */
    readonly running: number;
    readonly floorN: number;
    readonly loadKnown: boolean;
    readonly ceilingN: number | null;
    /** What sets the ceiling: the id of a pulley, or `belt`. */
    readonly ceilingFrom: string | null;
    /** Some brake is still on. */
    readonly brakeOn: boolean;
    /** True where a stop is reached only as the load comes on. */
    readonly stopUnderLoad: boolean;
  };
  readonly disengaged: {
    readonly position: number | null;
    readonly slack: number;
    readonly stretchMm: number;
    readonly tension: number;
    /** Every brake is on, or there is none. */
    readonly brakeOn: boolean;
  };
  /** How much longer than the path let back it is, mm; negative where it has to be stretched over. */
  readonly mountingSlackMm: number;
  /** Every way in which it fails at exactly this length. */
  readonly failures: readonly ReasonCode[];
  /** Some failure is one of a belt too short, or of one too long. */
  readonly tooShort: boolean;
  readonly tooLong: boolean;
}

/**
 * Tries one length.
 * @param outsideMm along the outside of a belt of the drive's own section
 * @param setting of the adjusters, where they do not stand as the drive file states
 */
export function tryLength(matcher: Matcher, outsideMm: number, setting?: Setting): Trial {
  const one = matcher.solver.work.belts[matcher.belt]!;
  const standing = standingOf(matcher, setting);
  const usual = one.pitchLength;
  one.pitchLength = convertLength(outsideMm, 'outside', 'pitch', matcher.section);
  const trial = tryNow(matcher, standing);
  one.pitchLength = usual;
  return trial;
}

function tryNow(matcher: Matcher, standing: Standing): Trial {
  const { solver, belt, engaged, released, loads, settings, tensioner } = matcher;
  const { work } = solver;
  const { drive } = work.compiled;
  const { pitchLength } = work.belts[belt]!;
  const short: ReasonCode[] = [];
  const long: ReasonCode[] = [];
  const at = (e: Equilibrium) => (tensioner >= 0 ? e.positions[tensioner]! + 0 : null);

  let disengaged: Trial['disengaged'] | undefined;
  if (released) {
    const e = solveForBelt(solver, belt, released.lever, released.locks ?? {}, standing.released!);
    const brakeOn = brakesOn(drive, e).every((b) => b.on);
    const hang = hangOf(e, belt);
    disengaged = { position: at(e), ...hang, brakeOn };
    if (!brakeOn) short.push('brake-stays-off');
    if (matcher.letsGo) {
      if (hang.stretchMm > 0) short.push('still-stretched');
      else if (hang.slack < settings.releaseSlackMm) short.push('too-little-slack');
    }
    if (e.ending !== 'settled') long.push('does-not-settle');
    else if (collides(e, belt)) short.push('collides');
  }

  const locks = engaged.locks ?? {};
  const rest = solveForBelt(solver, belt, engaged.lever, locks, standing.engaged);
  const hang = hangOf(rest, belt);
  const { tension } = hang;
  const brakes = brakesOn(drive, rest);
  // A drive in which nothing moves rests the same, released or not.
  disengaged ??= { position: at(rest), ...hang, brakeOn: brakes.every((b) => b.on) };
  // What slips does not draw its arm on: where it would come to under load is no collision of its own.
  const crossed = rest.ending === 'settled' && collides(rest, belt);
  const loading = loadingOf(rest.stand, loads);
  const running = runningEquilibrium(solver, rest, engaged.lever, locks, loading, belt);
  const ended = running.ending === 'settled';
  const band = gripBand(
    ended ? running.stand : standAt(solver, rest.positions, engaged.lever, loading),
    belt,
    { load: loads[belt]!, staticN: tension, taut: loading.belts[belt] !== null },
    running.atStop,
    matcher.speeds,
    settings.grip,
  );
  const stopOf = (e: Equilibrium) => e.atStop.find((s, t) => s !== null && work.tensioners[t]!.carries.length > 0) ?? null;
  const stopped = stopOf(rest) ?? stopOf(running);
  const brakeOn = brakes.some((b) => b.on);
  if (brakeOn) short.push('brake-stays-on');
  if (band.ceilingN !== null && tension > band.ceilingN) short.push('over-ceiling');
  const mountingSlackMm = pitchLength - standing.path.shortest;
  if (mountable(mountingSlackMm, pitchLength, matcher.section, settings.mountStretchShare) === 'impossible')
    short.push('cannot-be-mounted');
  if (tension <= 0 || (band.leastN !== null && band.runningN < band.leastN)) long.push('slips');
  if (stopped !== null) long.push('at-stop');
  if (rest.ending !== 'settled') {
    if (!long.includes('does-not-settle')) long.push('does-not-settle');
  } else if (crossed || (!long.includes('slips') && (!ended || collides(running, belt)))) long.push('collides');
  return {
    engaged: {
      position: at(rest),
      atStop: (tensioner >= 0 ? rest.atStop[tensioner] : null) ?? stopped,
      tension,
      running: band.runningN,
      floorN: band.floorN,
      loadKnown: band.loadKnown,
      ceilingN: band.ceilingN,
      ceilingFrom: band.ceilingFrom,
      brakeOn,
      stopUnderLoad: stopped !== null && stopOf(rest) === null,
    },
    disengaged,
    mountingSlackMm,
    failures: short.includes('collides') ? [...short, ...long.filter((f) => f !== 'collides')] : [...short, ...long],
    tooShort: short.length > 0,
    tooLong: long.length > 0,
  };
}

/** How a belt hangs or pulls: by how much it is longer than its path, mm, or shorter, mm, and its static strand tension, N. */
function hangOf({ stand }: Equilibrium, b: number): { slack: number; stretchMm: number; tension: number } {
  const belt = stand.belts[b]!;
  const stretch = belt.trace.length - belt.pitchLength;
  return { slack: Math.max(0, -stretch), stretchMm: Math.max(0, stretch), tension: Math.max(0, strandTension(belt)) };
}

/** True where the belt is no real loop. */
function collides({ stand: { belts, x, y } }: Equilibrium, b: number): boolean {
  const { plan, trace } = belts[b]!;
  return overlapsOf(plan, x, y).length > 0 || !isSimple(plan, x, y, trace);
}

/** Released, the belt lets go and every brake lands; engaged, no brake drags and nothing is overloaded; and it can be got on. */
export const letsGo = (trial: Trial) => !trial.tooShort;
/** Engaged, it grips short of the stops. */
export const grips = (trial: Trial) => !trial.tooLong;
