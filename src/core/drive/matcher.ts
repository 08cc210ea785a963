import { convertLength, type RouteDemands, type SeatingProblem, type Section } from '../belt';
import type { CompiledDrive } from './compile';
import { isSimple, overlapsOf } from './crossing';
import { runningEquilibrium, solveEquilibrium, solveForBelt, standAt, type Equilibrium } from './equilibrium';
import { gripBand } from './grip';
import { loadsOf, type BeltLoad } from './load';
import { pathExtremes, type PathExtremes } from './mount';
import { sectionOf } from './pitch';
import { loadingOf, strandTension } from './running';
import { statesOf, type DriveState } from './schema';
import { DEFAULT_MATCH, type MatchSettings } from './settings';
import { brakesOn } from './solve';
import { newSolver, type Solver } from './solver';
import { speedsOf, type Speeds } from './speeds';

export type ReasonCode =
  | SeatingProblem
  | 'brake-stays-off'
  | 'brake-stays-on'
  | 'still-stretched'
  | 'too-little-slack'
  | 'over-ceiling'
  | 'cannot-be-mounted'
  | 'hard-to-mount'
  | 'collides'
  | 'slips'
  | 'at-stop'
  | 'does-not-settle'
  | 'short-end-of-tolerance'
  | 'long-end-of-tolerance'
  | 'no-stretch-reserve'
  | 'drive-uncertain'
  | 'length-not-judged'
  | 'load-unknown';

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

/** Belts tried on one drive: its solver, the two states that decide and what the route asks. Keep one for many candidates. */
export interface Matcher {
  readonly solver: Solver;
  readonly belt: number;
  readonly section: Section;
  readonly engaged: DriveState;
  /** Null where the drive has no released state that differs: it never lets go and is not asked to. */
  readonly released: DriveState | null;
  /** False for a belt that is tight for life, or where nothing moves: it is not asked to go slack. */
  readonly letsGo: boolean;
  readonly demands: RouteDemands;
  readonly speeds: Speeds;
  readonly loads: readonly BeltLoad[];
  readonly settings: MatchSettings;
  /** Tensioner whose position is reported. */
  readonly tensioner: number;
  /** What stays the same from length to length, for one setting of the adjusters. */
  standing: Standing | null;
}

interface Standing {
  readonly setting: number;
  readonly engaged: Float64Array;
  readonly released: Float64Array | null;
  readonly path: PathExtremes;
}

/**
 * Readies a drive for trying belts.
 * @param beltId the belt to be replaced; the first where none is named
 * @returns undefined where the drive has no belt of that name
 */
export function newMatcher(compiled: CompiledDrive, beltId?: string, settings: MatchSettings = DEFAULT_MATCH): Matcher | undefined {
  const { drive } = compiled;
  const belt = beltId === undefined ? 0 : drive.belts.findIndex((b) => b.id === beltId);
  const own = drive.belts[belt];
  if (!own) return undefined;
  const states = statesOf(drive);
  const engaged = states.find((s) => s.name === 'engaged') ?? states.find((s) => s.lever === 1) ?? states[states.length - 1]!;
  const released = states.find((s) => s.name === 'disengaged') ?? states.find((s) => s.lever === 0);
  const moves = drive.springs.some((s) => s.from.leverTravel !== undefined || s.to.leverTravel !== undefined);
  const differs =
    released !== undefined &&
    released !== engaged &&
    (moves || JSON.stringify(released.locks ?? {}) !== JSON.stringify(engaged.locks ?? {}));
  const on = new Map(drive.pulleys.map((p) => [p.id, p]));
  const backs = own.route.filter((stop) => stop.contact === 'back').map((stop) => on.get(stop.pulley)!);
  const route = new Set(own.route.map((stop) => stop.pulley));
  const free = drive.tensioners.map((t, i) => ({ t, i })).filter(({ i }) => compiled.tensioners[i]!.lockedAt === null);
  const holds = (t: { carries: string[] }) => t.carries.some((id) => route.has(id));
  const speeds = speedsOf(compiled);
  return {
    solver: newSolver(compiled),
    belt,
    section: sectionOf(own),
    engaged,
    released: differs ? released! : null,
    letsGo: differs && own.alwaysTight !== true,
    speeds,
    loads: loadsOf(compiled, speeds, settings.grip),
    settings,
    demands: { bendsBack: backs.length > 0, drivesFromBack: backs.some((p) => p.role !== 'idler' && p.face !== 'flat') },
    tensioner: (free.find(({ t }) => holds(t)) ?? free[0] ?? { i: drive.tensioners.findIndex(holds) }).i,
    standing: null,
  };
}

/** What does not depend on the length tried: where the tensioners of other belts rest, and how far the path can be let back. */
export function standingOf(matcher: Matcher): Standing {
  const { solver, belt, engaged, released } = matcher;
  const { compiled } = solver;
  if (matcher.standing?.setting !== compiled.setting) {
    const positions = (state: DriveState) => solveEquilibrium(solver, state.lever, state.locks ?? {}).positions;
    matcher.standing = {
      setting: compiled.setting,
      engaged: positions(engaged),
      released: released && positions(released),
      path: pathExtremes(compiled, belt, solver.state),
    };
  }
  return matcher.standing;
}

/** Tries one length, in mm along the outside of a belt of the drive's own section. */
export function tryLength(matcher: Matcher, outsideMm: number): Trial {
  const { compiled } = matcher.solver;
  const one = compiled.belts[matcher.belt]!;
  const standing = standingOf(matcher);
  const usual = one.pitchLength;
  one.pitchLength = convertLength(outsideMm, 'outside', 'pitch', matcher.section);
  const trial = tryNow(matcher, standing);
  one.pitchLength = usual;
  return trial;
}

function tryNow(matcher: Matcher, standing: Standing): Trial {
  const { solver, belt, engaged, released, loads, settings, tensioner } = matcher;
  const { compiled } = solver;
  const one = compiled.belts[belt]!;
  const short: ReasonCode[] = [];
  const long: ReasonCode[] = [];
  const at = (e: Equilibrium) => (tensioner >= 0 ? e.positions[tensioner]! + 0 : null);

  let disengaged: Trial['disengaged'] | undefined;
  if (released) {
    const e = solveForBelt(solver, belt, released.lever, released.locks ?? {}, standing.released!);
    const pull = strandTension(compiled, belt);
    const [slack, stretchMm] = [Math.max(0, one.pitchLength - one.trace.length), Math.max(0, one.trace.length - one.pitchLength)];
    const brakeOn = brakesOn(compiled, e).every((b) => b.on);
    disengaged = { position: at(e), slack, stretchMm, tension: Math.max(0, pull), brakeOn };
    if (!brakeOn) short.push('brake-stays-off');
    if (matcher.letsGo) {
      if (stretchMm > 0) short.push('still-stretched');
      else if (slack < settings.releaseSlackMm) short.push('too-little-slack');
    }
    if (e.ending !== 'settled') long.push('does-not-settle');
    else if (collides(matcher)) short.push('collides');
  }

  const locks = engaged.locks ?? {};
  const rest = solveForBelt(solver, belt, engaged.lever, locks, standing.engaged);
  const tension = Math.max(0, strandTension(compiled, belt));
  const brakes = brakesOn(compiled, rest);
  const [slack, stretchMm] = [Math.max(0, one.pitchLength - one.trace.length), Math.max(0, one.trace.length - one.pitchLength)];
  // A drive in which nothing moves rests the same, released or not.
  disengaged ??= { position: at(rest), slack, stretchMm, tension, brakeOn: brakes.every((b) => b.on) };
  // What slips does not draw its arm on: where it would come to under load is no collision of its own.
  const crossed = rest.ending === 'settled' && collides(matcher);
  const loading = loadingOf(compiled, loads);
  const running = runningEquilibrium(solver, rest, engaged.lever, locks, loading, belt);
  const ended = running.ending === 'settled';
  if (!ended) standAt(solver, rest, engaged.lever, loading);
  const band = gripBand(
    compiled,
    belt,
    { load: loads[belt]!, staticN: tension, taut: loading.belts[belt] !== null },
    running,
    solver.free,
    matcher.speeds,
    solver.state,
    settings.grip,
  );
  const stopOf = (e: Equilibrium) => e.atStop.find((s, t) => s !== null && compiled.tensioners[t]!.carries.length > 0) ?? null;
  const stopped = stopOf(rest) ?? stopOf(running);
  const brakeOn = brakes.some((b) => b.on);
  if (brakeOn) short.push('brake-stays-on');
  if (band.ceilingN !== null && tension > band.ceilingN) short.push('over-ceiling');
  const mountingSlackMm = one.pitchLength - standing.path.shortest;
  if (mountingSlackMm < -settings.mountStretchShare * one.pitchLength) short.push('cannot-be-mounted');
  if (tension <= 0 || (band.leastN !== null && band.runningN < band.leastN)) long.push('slips');
  if (stopped !== null) long.push('at-stop');
  if (rest.ending !== 'settled') {
    if (!long.includes('does-not-settle')) long.push('does-not-settle');
  } else if (crossed || (!long.includes('slips') && (!ended || collides(matcher)))) long.push('collides');
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

/** True where the belt, as its trace stands, is no real loop. */
function collides({ solver, belt }: Matcher): boolean {
  const { compiled } = solver;
  const { plan, trace } = compiled.belts[belt]!;
  return overlapsOf(plan, compiled.x, compiled.y).length > 0 || !isSimple(plan, compiled.x, compiled.y, trace);
}

/** Released, the belt lets go and every brake lands; engaged, no brake drags and nothing is overloaded; and it can be got on. */
export const letsGo = (trial: Trial) => !trial.tooShort;
/** Engaged, it grips short of the stops. */
export const grips = (trial: Trial) => !trial.tooLong;
