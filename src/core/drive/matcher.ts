import type { RouteDemands, Section } from '../belt';
import { beltGroup, type BeltGroup } from './belt-group';
import type { CompiledDrive } from './compile';
import { solveEquilibrium } from './equilibrium';
import { loadsOf, type BeltLoad } from './load';
import { pathExtremes, type PathExtremes } from './mount';
import { sectionOf } from './pitch';
import type { DriveState } from './schema';
import { STATED, type Setting } from './setting';
import { DEFAULT_MATCH, type MatchSettings } from './settings';
import { newSolver, type Solver } from './solver';
import { speedsOf, type Speeds } from './speeds';
import { twoStates } from './two-states';
import { set } from './workspace';

/** Belts tried on one drive: its solver, the two states that decide and what the route asks. Keep one for many candidates. */
export interface Matcher {
  readonly solver: Solver;
  readonly belt: number;
  readonly section: Section;
  readonly engaged: DriveState;
  /** Null if the drive has no separate released state. Release is then not required. */
  readonly released: DriveState | null;
  /** False for a belt that is tight for life, or where nothing moves: it is not asked to go slack. */
  readonly letsGo: boolean;
  readonly demands: RouteDemands;
  readonly speeds: Speeds;
  readonly loads: readonly BeltLoad[];
  readonly settings: MatchSettings;
  /** Parts that affect this belt, engaged and released. */
  readonly group: { readonly engaged: BeltGroup; readonly released: BeltGroup };
  /** Tensioner with the reported position: one of the group; −1 if the group has none. */
  readonly tensioner: number;
  /** Values that are the same for all lengths, for the last setting. */
  standing: PosedMatcher | null;
  /** How far its path can be moved, found once: no setting of an adjuster changes that. */
  path: PathExtremes | null;
}

export interface PosedMatcher {
  readonly setting: Setting;
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
  const { engaged, released } = twoStates(drive);
  const moves = drive.springs.some((s) => s.from.leverTravel !== undefined || s.to.leverTravel !== undefined);
  const differs = released !== null && (moves || JSON.stringify(released.locks ?? {}) !== JSON.stringify(engaged.locks ?? {}));
  const on = new Map(drive.pulleys.map((p) => [p.id, p]));
  const backs = own.route.filter((stop) => stop.contact === 'back').map((stop) => on.get(stop.pulley)!);
  const route = new Set(own.route.map((stop) => stop.pulley));
  const hasLength = (b: number) => compiled.belts[b]!.statedLength > 0;
  const group = {
    engaged: beltGroup(compiled, belt, engaged.locks ?? {}, hasLength),
    released: beltGroup(compiled, belt, (released ?? engaged).locks ?? {}, hasLength),
  };
  const bodies = drive.tensioners.map((t, i) => ({ t, i })).filter(({ i }) => group.engaged.bodies.has(i));
  const free = bodies.filter(({ i }) => compiled.tensioners[i]!.lockedAt === null);
  const holds = ({ t }: { t: { carries: string[] } }) => t.carries.some((id) => route.has(id));
  const speeds = speedsOf(compiled);
  return {
    solver: newSolver(compiled),
    belt,
    section: sectionOf(own),
    engaged,
    released: differs ? released : null,
    letsGo: differs && own.alwaysTight !== true,
    speeds,
    loads: loadsOf(compiled, speeds, settings.grip),
    settings,
    demands: { bendsBack: backs.length > 0, drivesFromBack: backs.some((p) => p.role !== 'idler' && p.face !== 'flat') },
    group,
    tensioner: (free.find(holds) ?? free[0] ?? bodies.find(holds))?.i ?? -1,
    standing: null,
    path: null,
  };
}

/**
 * Values that do not depend on the evaluated length: rest positions of the tensioners of other belts, and the longest
 * slackened path. Leaves the workspace at the setting.
 */
export function poseMatcher(matcher: Matcher, setting: Setting = STATED): PosedMatcher {
  const { solver, belt, engaged, released } = matcher;
  set(solver.work, setting);
  if (matcher.standing?.setting === setting) return matcher.standing;
  const positions = (state: DriveState) => solveEquilibrium(solver, state.lever, state.locks ?? {}).positions;
  const standing = {
    setting,
    engaged: positions(engaged),
    released: released && positions(released),
    path: (matcher.path ??= pathExtremes(solver.work, belt, solver.state)),
  };
  matcher.standing = standing;
  return standing;
}
