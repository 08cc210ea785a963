import {
  convertLength,
  decodeDesignation,
  encodeDesignation,
  findSection,
  seatingOf,
  type LengthReference,
  type RouteDemands,
  type SeatingProblem,
  type Section,
} from '../belt';
import { setAdjusters, type CompiledDrive } from './compile';
import { evaluateEnergy } from './energy';
import { newSolver, solveEquilibrium, type Equilibrium, type Solver } from './equilibrium';
import { DEFAULT_GRIP, gripBand, type GripSettings } from './grip';
import { sectionOf } from './pitch';
import { statesOf, type DriveState } from './schema';
import { brakesOn } from './solve';
import { speedsOf, type Speeds } from './speeds';

export interface MatchSettings {
  /** Slack that counts as let go, mm. */
  readonly releaseSlackMm: number;
  /** Length tolerance of a new belt: this many mm … */
  readonly toleranceMm: number;
  /** … plus this share of its length. */
  readonly toleranceShare: number;
  /** Stretch that a belt must survive, as a share of its length. */
  readonly stretchShare: number;
  readonly grip: GripSettings;
}

export const DEFAULT_MATCH: MatchSettings = {
  releaseSlackMm: 3,
  toleranceMm: 3,
  toleranceShare: 0.002,
  stretchShare: 0.007,
  grip: DEFAULT_GRIP,
};

export type Verdict = 'fits' | 'marginal' | 'too-short' | 'too-long' | 'wrong-section';

export type ReasonCode =
  | SeatingProblem
  | 'brake-stays-off'
  | 'still-stretched'
  | 'too-little-slack'
  | 'slips'
  | 'at-stop'
  | 'does-not-settle'
  | 'short-end-of-tolerance'
  | 'long-end-of-tolerance'
  | 'no-stretch-reserve'
  | 'drive-uncertain'
  | 'load-unknown';

/** A belt to be tried, by its number or by a length. */
export interface Candidate {
  readonly id: string;
  readonly designation?: string;
  /** Name of its section; the drive's own where neither this nor the number says. */
  readonly section?: string;
  readonly lengthMm?: number;
  readonly reference?: LengthReference;
  /** ± mm, in place of the usual tolerance. */
  readonly toleranceMm?: number;
}

export interface Trial {
  readonly engaged: {
    readonly position: number | null;
    readonly atStop: 'min' | 'max' | null;
    readonly tension: number;
    readonly floorN: number;
    readonly loadKnown: boolean;
    readonly ceilingN: number | null;
  };
  readonly disengaged: {
    readonly position: number | null;
    readonly slack: number;
    readonly stretchMm: number;
    readonly tension: number;
    readonly brakeOn: boolean;
  };
  /** Every way in which it fails at exactly this length. */
  readonly failures: readonly ReasonCode[];
}

export interface MatchedBelt extends Trial {
  readonly id: string;
  readonly verdict: Verdict;
  readonly reasons: readonly ReasonCode[];
  /** 0…1 */
  readonly chance: number;
  readonly section: string;
  readonly designation: string | null;
  readonly outsideMm: number;
  readonly toleranceMm: number;
  /** How much wider than the groove's own section, mm. */
  readonly widthDifferenceMm: number;
}

/** Outside lengths at which the drive works, mm. An end may be infinite where nothing limits it. */
export interface LengthWindow {
  /** Shortest that lets go and longest that grips; null where no length does both. */
  readonly shortestMm: number | null;
  readonly longestMm: number | null;
  /** Shortest that lets go at all, longest that grips at all: tells by how much an empty window misses. */
  readonly letsGoFromMm: number | null;
  readonly gripsToMm: number | null;
  readonly intervals: readonly (readonly [number, number])[];
}

const LETS_GO_FAILURES: ReadonlySet<ReasonCode> = new Set(['brake-stays-off', 'still-stretched', 'too-little-slack']);

/** Belts tried on one drive: its solver, the two states that decide and what the route asks. Keep one for many candidates. */
export interface Matcher {
  readonly solver: Solver;
  readonly belt: number;
  readonly section: Section;
  readonly engaged: DriveState;
  /** Null where the drive has no released state that differs: it never lets go and is not asked to. */
  readonly released: DriveState | null;
  readonly demands: RouteDemands;
  readonly speeds: Speeds;
  readonly settings: MatchSettings;
  /** Tensioner whose position is reported. */
  readonly tensioner: number;
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
  return {
    solver: newSolver(compiled),
    belt,
    section: sectionOf(own),
    engaged,
    released: differs ? released! : null,
    speeds: speedsOf(compiled),
    settings,
    demands: { bendsBack: backs.length > 0, drivesFromBack: backs.some((p) => p.role !== 'idler' && p.face !== 'flat') },
    tensioner: (free.find(({ t }) => holds(t)) ?? free[0] ?? { i: drive.tensioners.findIndex(holds) }).i,
  };
}

/** Tries one length, in mm along the outside of a belt of the drive's own section. */
export function tryLength(matcher: Matcher, outsideMm: number): Trial {
  const { solver, belt, section, engaged, released, speeds, settings, tensioner } = matcher;
  const { compiled } = solver;
  const one = compiled.belts[belt]!;
  const usual = one.pitchLength;
  one.pitchLength = convertLength(outsideMm, 'outside', 'pitch', section);
  const failures: ReasonCode[] = [];
  const tensionNow = () => (one.stiffnessN * Math.max(0, one.trace.length - one.pitchLength)) / one.pitchLength;
  const settle = (state: DriveState): Equilibrium => {
    const e = solveEquilibrium(solver, state.lever, state.locks ?? {});
    evaluateEnergy(compiled, e.positions, state.lever, solver.state);
    return e;
  };
  const at = (e: Equilibrium) => (tensioner >= 0 ? e.positions[tensioner]! + 0 : null);

  let disengaged: Trial['disengaged'] = { position: null, slack: 0, stretchMm: 0, tension: 0, brakeOn: true };
  let lost = false;
  if (released) {
    const e = settle(released);
    const slack = Math.max(0, one.pitchLength - one.trace.length);
    const stretchMm = Math.max(0, one.trace.length - one.pitchLength);
    const brakeOn = brakesOn(compiled, e).every((b) => b.on);
    disengaged = { position: at(e), slack, stretchMm, tension: tensionNow(), brakeOn };
    if (!brakeOn) failures.push('brake-stays-off');
    if (stretchMm > 0) failures.push('still-stretched');
    else if (slack < settings.releaseSlackMm) failures.push('too-little-slack');
    lost = e.ending !== 'settled';
  }
  const e = settle(engaged);
  const band = gripBand(compiled, belt, e, speeds, engaged.locks ?? {}, settings.grip);
  const tension = tensionNow();
  const stopped = e.atStop.find((s) => s !== null) ?? null;
  if (tension < band.floorN || tension <= 0) failures.push('slips');
  if (stopped !== null) failures.push('at-stop');
  if (lost || e.ending !== 'settled') failures.push('does-not-settle');
  one.pitchLength = usual;
  return {
    engaged: {
      position: at(e),
      atStop: (tensioner >= 0 ? e.atStop[tensioner] : null) ?? stopped,
      tension,
      floorN: band.floorN,
      loadKnown: band.loadKnown,
      ceilingN: band.ceilingN,
    },
    disengaged,
    failures,
  };
}

/** Released, the belt lets go and every brake lands. */
export const letsGo = (trial: Trial) => !trial.failures.some((f) => LETS_GO_FAILURES.has(f));
/** Engaged, it grips short of the stops. */
export const grips = (trial: Trial) => !trial.failures.some((f) => f === 'slips' || f === 'at-stop' || f === 'does-not-settle');

/** Steps in which the range of lengths is looked over before its edges are closed in on. */
const WINDOW_STEPS = 72;

/**
 * The outside lengths at which the drive both lets go and grips. Each of the two is looked over separately and its edges bisected to a
 * micrometre, so that a window narrower than the steps is not missed, nor one in several pieces.
 */
export function lengthWindow(matcher: Matcher): LengthWindow {
  const [low, high] = lengthRange(matcher);
  const lengths = Array.from({ length: WINDOW_STEPS + 1 }, (_, i) => low + ((high - low) * i) / WINDOW_STEPS);
  const trials = lengths.map((mm) => tryLength(matcher, mm));
  const lets = spansOf(lengths, trials.map(letsGo), (mm) => letsGo(tryLength(matcher, mm)));
  const holds = spansOf(lengths, trials.map(grips), (mm) => grips(tryLength(matcher, mm)));
  const intervals: [number, number][] = [];
  for (const [a, b] of lets) {
    for (const [c, d] of holds) if (Math.max(a, c) < Math.min(b, d)) intervals.push([Math.max(a, c), Math.min(b, d)]);
  }
  intervals.sort((a, b) => a[0] - b[0]);
  return {
    shortestMm: intervals[0]?.[0] ?? null,
    longestMm: intervals[intervals.length - 1]?.[1] ?? null,
    letsGoFromMm: lets[0]?.[0] ?? null,
    gripsToMm: holds[holds.length - 1]?.[1] ?? null,
    intervals,
  };
}

/** Lengths worth trying: from the shortest to the longest path of the belt over the whole travel, and a little beyond. */
function lengthRange(matcher: Matcher): [number, number] {
  const { solver, belt, section } = matcher;
  const { compiled } = solver;
  const moving = compiled.tensioners.map((t, i) => ({ t, i })).filter(({ t }) => t.lockedAt === null);
  const perAxis = moving.length <= 1 ? 33 : moving.length === 2 ? 9 : 5;
  let low = Infinity;
  let high = -Infinity;
  for (let k = 0; k < perAxis ** moving.length; k++) {
    compiled.tensioners.forEach((t, i) => (solver.q[i] = t.lockedAt ?? 0));
    moving.forEach(
      ({ t, i }, axis) => (solver.q[i] = t.min + ((t.max - t.min) * (Math.floor(k / perAxis ** axis) % perAxis)) / (perAxis - 1)),
    );
    if (!Number.isFinite(evaluateEnergy(compiled, solver.q, 0, solver.state))) continue;
    low = Math.min(low, compiled.belts[belt]!.trace.length);
    high = Math.max(high, compiled.belts[belt]!.trace.length);
  }
  if (!Number.isFinite(low)) low = high = compiled.belts[belt]!.drawnLength;
  const outside = (mm: number) => convertLength(mm, 'pitch', 'outside', section);
  return [outside(low * 0.97 - 5), outside(high * 1.005 + matcher.settings.releaseSlackMm + 10)];
}

/** Stretches of a line on which a test holds, edges bisected; a stretch that reaches an end of the line goes on for ever. */
function spansOf(at: readonly number[], holds: readonly boolean[], test: (x: number) => boolean): [number, number][] {
  const edge = (a: number, b: number, atA: boolean) => {
    let [low, high] = [a, b];
    for (let k = 0; k < 40 && high - low > 1e-6; k++) {
      const mid = (low + high) / 2;
      if (test(mid) === atA) low = mid;
      else high = mid;
    }
    return atA ? low : high;
  };
  const spans: [number, number][] = [];
  let open: number | null = holds[0] ? -Infinity : null;
  for (let i = 1; i < at.length; i++) {
    if (holds[i] === holds[i - 1]) continue;
    const x = edge(at[i - 1]!, at[i]!, holds[i - 1]!);
    if (holds[i]) open = x;
    else {
      spans.push([open!, x]);
      open = null;
    }
  }
  if (open !== null) spans.push([open, Infinity]);
  return spans;
}

/** Standard deviations of a window's ends, mm; null for an end that is not there. */
export interface WindowEnds {
  readonly shortestSd: number | null;
  readonly longestSd: number | null;
}

/** A window with its ends drawn in. */
const inset = (window: LengthWindow, fromShort: number, fromLong: number): Pick<LengthWindow, 'intervals'> => ({
  intervals: window.intervals.map(([a, b]) => [a + fromShort, b - fromLong]),
});
const inside = (window: Pick<LengthWindow, 'intervals'>, mm: number) => window.intervals.some(([a, b]) => mm >= a && mm <= b);

/** Φ from a Chebyshev fit of the complementary error function, relative error under 1.2e-7 everywhere (Press et al., Numerical Recipes, §6.2). */
function normalBelow(z: number): number {
  if (z === Infinity) return 1;
  if (z === -Infinity) return 0;
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + x / 2);
  const erfc =
    t *
    Math.exp(
      -x * x -
        1.26551223 +
        t *
          (1.00002368 +
            t *
              (0.37409196 +
                t *
                  (0.09678418 +
                    t * (-0.18628806 + t * (0.27886807 + t * (-1.13520398 + t * (1.48851587 + t * (-0.82215223 + t * 0.17087277)))))))),
    );
  return z >= 0 ? 1 - erfc / 2 : erfc / 2;
}

/**
 * Probability that a length drawn from a normal distribution falls in the window: its mass over each interval, in closed form. Where the ends of
 * the window are themselves uncertain, each end's own variance adds to the length's.
 */
export function chanceOf(window: LengthWindow, meanMm: number, sdMm: number, ends: WindowEnds = { shortestSd: 0, longestSd: 0 }): number {
  const below = (end: number, endSd: number) => {
    const sd = Math.hypot(sdMm, endSd);
    return sd > 0 ? normalBelow((end - meanMm) / sd) : end >= meanMm ? 1 : 0;
  };
  if (!(sdMm > 0) && !ends.shortestSd && !ends.longestSd) return inside(window, meanMm) ? 1 : 0;
  const mass = window.intervals.reduce(
    (sum, [a, b]) => sum + Math.max(0, below(b, ends.longestSd ?? 0) - below(a, ends.shortestSd ?? 0)),
    0,
  );
  return Math.min(1, Math.max(0, mass));
}

export type CandidateResult =
  | {
      readonly ok: true;
      readonly section: Section;
      readonly count: number;
      readonly outsideMm: number;
      readonly designation: string | null;
    }
  | { readonly ok: false; readonly problem: string };

/** What a candidate is, by number or by length, with the drive's own section where it says none. */
export function readCandidate(candidate: Candidate, own: Section): CandidateResult {
  let section = candidate.section === undefined ? own : findSection(candidate.section);
  if (!section) return { ok: false, problem: `“${candidate.section}” is not a belt section I know` };
  if (candidate.designation !== undefined) {
    const decoded = decodeDesignation(candidate.designation);
    if (!decoded.ok) return decoded;
    if (decoded.belt.section !== null) section = findSection(decoded.belt.section)!;
    return {
      ok: true,
      section,
      count: decoded.belt.count,
      outsideMm: decoded.belt.outsideLength!,
      designation: decoded.belt.section === null ? null : candidate.designation.trim(),
    };
  }
  if (candidate.lengthMm === undefined) return { ok: false, problem: 'give a belt number, or a section and a length' };
  const reference = candidate.reference ?? 'outside';
  return {
    ok: true,
    section,
    count: 1,
    outsideMm: convertLength(candidate.lengthMm, reference, 'outside', section),
    designation: encodeDesignation(section, candidate.lengthMm, reference),
  };
}

const RANK: Readonly<Record<Verdict, number>> = { fits: 0, marginal: 1, 'too-short': 2, 'too-long': 2, 'wrong-section': 3 };

/**
 * Judges one belt. Lengths are compared along the outside and the drive's own section carries mass and stiffness.
 * @param window of the same matcher, so that it is found once for many belts
 * @param ends how well the window's ends are known, for a drive that was measured
 */
export function judgeBelt(
  matcher: Matcher,
  window: LengthWindow,
  id: string,
  read: Extract<CandidateResult, { ok: true }>,
  toleranceMm?: number,
  ends?: WindowEnds,
): MatchedBelt {
  const { settings, section: groove } = matcher;
  const own = matcher.solver.compiled.drive.belts[matcher.belt]!;
  const seating = seatingOf(read.section, groove, matcher.demands, { candidate: read.count, groove: own.count ?? 1 });
  const trial = tryLength(matcher, read.outsideMm);
  const tolerance = toleranceMm ?? settings.toleranceMm + settings.toleranceShare * read.outsideMm;
  const stretched = read.outsideMm + settings.stretchShare * convertLength(read.outsideMm, 'outside', 'pitch', groove);
  const base = {
    id,
    ...trial,
    section: read.section.name,
    designation: read.designation,
    outsideMm: read.outsideMm,
    toleranceMm: tolerance,
    widthDifferenceMm: seating.widthDifferenceMm,
  };
  if (seating.problems.length > 0) return { ...base, verdict: 'wrong-section', reasons: seating.problems, chance: 0 };
  const chance = chanceOf(window, read.outsideMm, tolerance / 3, ends);
  const unknown: ReasonCode[] = trial.engaged.loadKnown ? [] : ['load-unknown'];
  if (trial.failures.length > 0) {
    return { ...base, verdict: letsGo(trial) ? 'too-long' : 'too-short', reasons: [...trial.failures, ...unknown], chance };
  }
  const doubts: ReasonCode[] = [];
  if (!inside(window, read.outsideMm - tolerance)) doubts.push('short-end-of-tolerance');
  if (!inside(window, read.outsideMm + tolerance)) doubts.push('long-end-of-tolerance');
  if (!inside(window, stretched)) doubts.push('no-stretch-reserve');
  if (ends && !inside(inset(window, 2 * (ends.shortestSd ?? 0), 2 * (ends.longestSd ?? 0)), read.outsideMm)) doubts.push('drive-uncertain');
  return { ...base, verdict: doubts.length > 0 ? 'marginal' : 'fits', reasons: [...doubts, ...unknown], chance };
}

/** Best first: by verdict, then by chance, then by nearness to the middle of the window. */
export function rankBelts<T extends MatchedBelt>(belts: readonly T[], window: LengthWindow): T[] {
  const middle =
    window.shortestMm === null || window.longestMm === null
      ? null
      : Number.isFinite(window.longestMm - window.shortestMm)
        ? (window.shortestMm + window.longestMm) / 2
        : Number.isFinite(window.shortestMm)
          ? window.shortestMm
          : window.longestMm;
  const away = (b: MatchedBelt) => (middle === null ? 0 : Math.abs(b.outsideMm - middle));
  return [...belts].sort(
    (a, b) => RANK[a.verdict] - RANK[b.verdict] || (Math.abs(a.chance - b.chance) > 1e-9 ? b.chance - a.chance : away(a) - away(b)),
  );
}

/** The window at other settings of one adjuster, in order of position; the drive is left as it was. */
export function windowByAdjuster(
  matcher: Matcher,
  adjusterId: string,
  positions: readonly number[],
): { position: number; window: LengthWindow }[] {
  const { compiled } = matcher.solver;
  const found = positions.map((position) => {
    setAdjusters(compiled, { [adjusterId]: position });
    return { position, window: lengthWindow(matcher) };
  });
  setAdjusters(compiled, {});
  return found;
}
