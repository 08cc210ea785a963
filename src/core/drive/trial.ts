import { convertLength, type SeatingProblem } from '../belt';
import { strandTension } from './belt-term';
import { isSimple, overlapsOf } from './crossing';
import { runningEquilibrium, solveForBelt, standAt, type Equilibrium } from './equilibrium';
import { gripBand, type GripBand } from './grip';
import { poseMatcher, type Matcher, type PosedMatcher } from './matcher';
import { mountable } from './mounting';
import { loadingOf } from './running';
import type { Setting } from './setting';
import type { DriveState } from './schema';
import { brakesOn } from './solve';

/** All faults of a belt on a drive, except seating. */
export const TRIAL_REASONS = [
  'brake-stays-off',
  'brake-stays-on',
  'still-stretched',
  'too-little-slack',
  'over-ceiling',
  'cannot-be-mounted',
  'held-back-too-tight',
  'hard-to-mount',
  'collides',
  'slips',
  'at-stop',
  'does-not-settle',
  'other-belt-slips',
  'other-belt-stays-tight',
  'short-end-of-tolerance',
  'long-end-of-tolerance',
  'no-stretch-reserve',
  'drive-uncertain',
  'length-not-judged',
  'load-unknown',
] as const;
export type ReasonCode = SeatingProblem | (typeof TRIAL_REASONS)[number];

/** A belt that shares a tensioner with the tried one, solved with the tried one fitted. */
export interface PartnerTrial {
  /** Its id. */
  readonly belt: string;
  /** Static tension engaged, N. */
  readonly tension: number;
  /** Running tension T_r, N. */
  readonly running: number;
  /** Slip limit as a static tension, N. */
  readonly floor: number;
  readonly grips: boolean;
  /** It is slack when released, or is meant to stay tight. */
  readonly letsGo: boolean;
  /** Slack when released, mm. */
  readonly slack: number;
}

export interface Trial {
  readonly engaged: {
    readonly position: number | null;
    readonly atStop: 'min' | 'max' | null;
    /** Static tension at rest, N. */
    readonly tension: number;
    /** Running tension T_r: what is left of it under load, N. */
    readonly running: number;
    readonly floorN: number;
    /** Slip limit of a wet belt, N. */
    readonly wetFloorN: number;
    readonly loadKnown: boolean;
    readonly ceilingN: number | null;
    /** Origin of the bearing limit: the id of a pulley, or `belt`. */
    readonly ceilingFrom: string | null;
    /** Some brake of the group is still on. */
    readonly brakeOn: boolean;
    /** True where a stop is reached only as the load comes on. */
    readonly stopUnderLoad: boolean;
  };
  readonly disengaged: {
    readonly position: number | null;
    readonly slack: number;
    readonly stretchMm: number;
    readonly tension: number;
    /** Every brake of the group is on, or there is none. */
    readonly brakeOn: boolean;
    /** Least distance of the group's brakes past the position at which they apply, degrees or mm; null without a brake. */
    readonly brakeMargin: number | null;
  };
  /** Belts that share a tensioner with it. */
  readonly others: readonly PartnerTrial[];
  /** Length of the belt less the slackened path, mm. Negative if the belt must be stretched. */
  readonly mountingSlackMm: number;
  /** Every way in which it fails at exactly this length. */
  readonly failures: readonly ReasonCode[];
  /** Some failure is one of a belt too short, or of one too long. */
  readonly tooShort: boolean;
  readonly tooLong: boolean;
}

/**
 * Evaluates one length.
 * @param outsideMm along the outside of a belt of the drive's own section
 * @param setting of the adjusters, if not those of the drive file
 */
export function evaluateLength(matcher: Matcher, outsideMm: number, setting?: Setting): Trial {
  return tryPitchLength(matcher, convertLength(outsideMm, 'outside', 'pitch', matcher.section), setting);
}

/** The same by pitch length, mm; the drive's own where it is omitted. */
export function tryPitchLength(matcher: Matcher, pitchMm?: number, setting?: Setting): Trial {
  const one = matcher.solver.work.belts[matcher.belt]!;
  const standing = poseMatcher(matcher, setting);
  const usual = one.pitchLength;
  one.pitchLength = pitchMm ?? usual;
  const trial = tryNow(matcher, standing);
  one.pitchLength = usual;
  return trial;
}

function tryNow(matcher: Matcher, standing: PosedMatcher): Trial {
  const { solver, belt, engaged, released, loads, settings, tensioner, group } = matcher;
  const { work } = solver;
  const { drive } = work.compiled;
  const { pitchLength } = work.belts[belt]!;
  const short: ReasonCode[] = [];
  const long: ReasonCode[] = [];
  const at = (e: Equilibrium) => (tensioner >= 0 ? e.positions[tensioner]! + 0 : null);

  let releasedAt: Equilibrium | undefined;
  let disengaged: Trial['disengaged'] | undefined;
  if (released) {
    releasedAt = solveForBelt(solver, belt, released.lever, released.locks ?? {}, standing.released!);
    const brakes = brakesOn(drive, releasedAt, group.released.bodies);
    const hang = hangOf(releasedAt, belt);
    disengaged = { position: at(releasedAt), ...hang, ...allOn(brakes) };
    if (!disengaged.brakeOn) short.push('brake-stays-off');
    if (matcher.letsGo) {
      if (hang.stretchMm > 0) short.push('still-stretched');
      else if (hang.slack < settings.releaseSlackMm) short.push('too-little-slack');
    }
    if (releasedAt.ending !== 'settled') long.push('does-not-settle');
    else if (collides(releasedAt, belt)) short.push('collides');
  }

  const locks = engaged.locks ?? {};
  const rest = solveForBelt(solver, belt, engaged.lever, locks, standing.engaged);
  const hang = hangOf(rest, belt);
  const { tension } = hang;
  const brakes = brakesOn(drive, rest, group.engaged.bodies);
  // A drive in which nothing moves rests the same, released or not.
  disengaged ??= { position: at(rest), ...hang, ...allOn(brakes) };
  // A slipping belt does not pull its arm. Its position under load is therefore not a collision.
  const crossed = rest.ending === 'settled' && collides(rest, belt);
  const loading = loadingOf(rest.stand, loads);
  const running = runningEquilibrium(solver, rest, engaged.lever, locks, loading, belt);
  const ended = running.ending === 'settled';
  const runningStand = ended ? running.stand : standAt(solver, rest.positions, engaged.lever, loading);
  const bandOf = (b: number) =>
    gripBand(
      runningStand,
      b,
      { load: loads[b]!, staticN: hangOf(rest, b).tension, taut: loading.belts[b] !== null },
      running.atStop,
      matcher.speeds,
      settings.grip,
    );
  const band = bandOf(belt);
  const stopOf = (e: Equilibrium) =>
    e.atStop.find((s, t) => s !== null && group.engaged.bodies.has(t) && work.tensioners[t]!.carries.length > 0) ?? null;
  const stopped = stopOf(rest) ?? stopOf(running);
  const brakeOn = brakes.some((b) => b.on);
  if (brakeOn) short.push('brake-stays-on');
  if (band.ceilingN !== null && tension > band.ceilingN) short.push('over-ceiling');
  const mountingSlackMm = pitchLength - standing.path.shortest;
  if (mountable(mountingSlackMm, pitchLength, matcher.section, settings.mountStretchShare) === 'impossible')
    short.push('cannot-be-mounted');
  if (slips(tension, band)) long.push('slips');
  if (stopped !== null) long.push('at-stop');
  if (rest.ending !== 'settled') {
    if (!long.includes('does-not-settle')) long.push('does-not-settle');
  } else if (crossed || (!long.includes('slips') && (!ended || collides(running, belt)))) long.push('collides');
  // A drive without equilibrium with this belt has no result for its other belts.
  const solved = rest.ending === 'settled' && (releasedAt?.ending ?? 'settled') === 'settled';
  const others = solved
    ? group.engaged.partners.map((b): PartnerTrial => {
        const partner = drive.belts[b]!;
        const own = hangOf(rest, b);
        const its = bandOf(b);
        const { slack } = releasedAt ? hangOf(releasedAt, b) : own;
        return {
          belt: partner.id,
          tension: own.tension,
          running: its.runningN,
          floor: its.floorN,
          grips: !slips(own.tension, its),
          letsGo: partner.alwaysTight === true || !releasedAt || slack >= settings.releaseSlackMm,
          slack,
        };
      })
    : [];
  for (const [i, other] of others.entries()) {
    if (other.grips && other.letsGo) continue;
    const moved = movedBy(matcher, standing, group.engaged.partners[i]!);
    if (!moved.matters) continue;
    if (!other.grips) addOnce(moved.raisedByLonger ? short : long, 'other-belt-slips');
    if (!other.letsGo) addOnce(short, 'other-belt-stays-tight');
  }
  return {
    engaged: {
      position: at(rest),
      atStop: (tensioner >= 0 ? rest.atStop[tensioner] : null) ?? stopped,
      tension,
      running: band.runningN,
      floorN: band.floorN,
      wetFloorN: band.wetFloorN,
      loadKnown: band.loadKnown,
      ceilingN: band.ceilingN,
      ceilingFrom: band.ceilingFrom,
      brakeOn,
      stopUnderLoad: stopped !== null && stopOf(rest) === null,
    },
    disengaged,
    others,
    mountingSlackMm,
    failures: [...new Set([...short, ...long])],
    tooShort: short.length > 0,
    tooLong: long.length > 0,
  };
}

/** Every brake is on, or there is none, and how far the last of them is past where it applies. */
const allOn = (brakes: readonly { readonly on: boolean; readonly past: number }[]) => ({
  brakeOn: brakes.every((b) => b.on),
  brakeMargin: brakes.length === 0 ? null : Math.min(...brakes.map((b) => b.past)),
});

const slips = (tension: number, band: GripBand): boolean => tension <= 0 || (band.leastN !== null && band.runningN < band.leastN);

function addOnce(codes: ReasonCode[], code: ReasonCode): void {
  if (!codes.includes(code)) codes.push(code);
}

/** Relative change of length for testing the influence on another belt. Smallest change of its tension that counts, N. */
const INFLUENCE_SHARE = 0.01;
const INFLUENCE_N = 0.5;

/**
 * True if the evaluated length changes the tension of another belt in either state. True if a longer belt would raise
 * it engaged.
 */
function movedBy(
  matcher: Matcher,
  standing: PosedMatcher,
  partner: number,
): { readonly matters: boolean; readonly raisedByLonger: boolean } {
  const { solver, belt, engaged, released } = matcher;
  const one = solver.work.belts[belt]!;
  const triedMm = one.pitchLength;
  const tensions = (share: number, { lever, locks }: DriveState, others: Float64Array) => {
    one.pitchLength = triedMm * (1 + share);
    const { tension } = hangOf(solveForBelt(solver, belt, lever, locks ?? {}, others), partner);
    one.pitchLength = triedMm;
    return tension;
  };
  const changes = (state: DriveState, others: Float64Array) => {
    const [shorter, now, longer] = [-INFLUENCE_SHARE, 0, INFLUENCE_SHARE].map((share) => tensions(share, state, others));
    return { shorter: shorter! - now!, longer: longer! - now! };
  };
  const matters = ({ shorter, longer }: { shorter: number; longer: number }) => Math.max(Math.abs(shorter), Math.abs(longer)) > INFLUENCE_N;
  const driving = changes(engaged, standing.engaged);
  return {
    matters: matters(driving) || (released !== null && matters(changes(released, standing.released!))),
    raisedByLonger: driving.longer > 0,
  };
}

/** Slack of a belt (longer than its path) or stretch (shorter), mm, and its static tension, N. */
function hangOf({ stand }: Equilibrium, b: number): { slack: number; stretchMm: number; tension: number } {
  const belt = stand.belts[b]!;
  const stretch = belt.trace.length - belt.pitchLength;
  return { slack: Math.max(0, -stretch), stretchMm: Math.max(0, stretch), tension: Math.max(0, strandTension(belt)) };
}

/** True if the belt has no valid loop. */
function collides({ stand: { belts, x, y } }: Equilibrium, b: number): boolean {
  const { plan, trace } = belts[b]!;
  return overlapsOf(plan, x, y).length > 0 || !isSimple(plan, x, y, trace);
}

/** Released, the belt and its partners go slack and every brake lands; engaged, no brake drags and nothing is overloaded; and it can be fitted. */
export const releases = (trial: Trial) => !trial.tooShort;
/** Engaged, it grips short of the stops. */
export const grips = (trial: Trial) => !trial.tooLong;
