import { isSimple } from './crossing';
import { evaluateEnergy } from './energy';
import type { Group } from './groups';
import type { Loading } from './load';
import { minimiseNd } from './minimise-nd';
import { minimise1d } from './minimise-1d';
import { evaluate, groupsNow, outOfBalance, type Ending, type Solver } from './solver';
import { toSolvedPose, type SolvedPose } from './solved-pose';
import { LEVER_STEPS, LOAD_STEPS, OUT_OF_BALANCE, STOP_TOLERANCE } from './tolerances';

export interface Equilibrium {
  readonly ending: Ending;
  /** Per tensioner, degrees or mm. */
  readonly positions: Float64Array;
  readonly atStop: readonly ('min' | 'max' | null)[];
  /** N·mm; of a running equilibrium that of its springs alone. */
  readonly energy: number;
  /** Energy evaluations spent. */
  readonly evaluations: number;
  /** Largest out-of-balance force on a tensioner that is free to move, N at its reach. */
  readonly residual: number;
  /** Pulleys and loops there. */
  readonly stand: SolvedPose;
}

export type Locks = Readonly<Record<string, number>>;

export interface Start {
  /**
   * Initial positions with the lever at `lever`. Without them the solve starts from the drawing with the lever
   * released.
   */
  readonly positions: Float64Array;
  readonly lever: number;
}

/**
 * Equilibrium of a state: the minimum energy within the stops, reached from the drawing as the lever moves from
 * released to `lever`. The branch is followed in steps. Thus the minimum that the mechanism really reaches is found.
 * @param lever 0 released … 1 engaged
 * @param locks tensioner id → position in this state
 */
export function solveEquilibrium(solver: Solver, lever: number, locks: Locks = {}, start?: Start): Equilibrium {
  return carefullyIfNeeded(solver, () => {
    begin(solver, locks, start?.positions);
    let ending: Ending = 'settled';
    for (const group of groupsNow(solver)) ending = worse(ending, settleGroup(solver, group, lever, start?.lever ?? 0));
    return report(solver, lever, ending);
  });
}

/**
 * Same for the group of one belt only. All others stay at `others`. For many lengths of one belt.
 * @param others positions of every tensioner with that lever, from a full solve
 */
export function solveForBelt(solver: Solver, belt: number, lever: number, locks: Locks, others: Float64Array): Equilibrium {
  return carefullyIfNeeded(solver, () => {
    begin(solver, locks);
    let ending: Ending = 'settled';
    for (const group of groupsNow(solver)) {
      if (group.belts.includes(belt)) ending = worse(ending, settleGroup(solver, group, lever, 0));
      else for (const t of group.tensioners) solver.q[t] = others[t] as number;
    }
    return report(solver, lever, ending, belt);
  });
}

/**
 * Solves with the quick tracing of loops. If the result is out of balance or crosses itself, a crossing loop may be the
 * cause. Then it solves again with careful tracing.
 */
function carefullyIfNeeded(solver: Solver, solve: () => Equilibrium): Equilibrium {
  const { belts, x, y } = solver.work;
  const quick = solve();
  const own = solver.group ? solver.group.belts.map((b) => belts[b]!) : belts;
  const misled = (b: (typeof belts)[number]) => b.plan.idlers > 1 && !isSimple(b.plan, x, y, b.trace);
  if (quick.ending === 'settled' && quick.residual < OUT_OF_BALANCE && !own.some(misled)) return quick;
  if (!own.some((b) => b.plan.idlers > 1)) return quick;
  for (const b of own) b.trace.careful = true;
  const careful = solve();
  for (const b of own) b.trace.careful = false;
  return careful;
}

/**
 * Running equilibrium: the tensioners move from `rest` as load and centrifugal tension grow from zero. A single
 * tensioner cannot pass its first balance at full load, so it moves there directly. Several tensioners are followed in
 * steps.
 * @param belt only the group of this belt moves, if set; the others stay at rest
 */
export function runningEquilibrium(
  solver: Solver,
  rest: Equilibrium,
  lever: number,
  locks: Locks,
  loading: Loading,
  belt?: number,
): Equilibrium {
  begin(solver, locks, rest.positions);
  solver.lever = lever;
  solver.loading = loading;
  let ending: Ending = 'settled';
  for (const group of groupsNow(solver)) {
    if (belt !== undefined && !group.belts.includes(belt)) continue;
    if (!group.belts.some((b) => loading.belts[b])) continue;
    solver.group = group;
    const lone = group.tensioners.length === 1;
    const steps = lone ? 1 : LOAD_STEPS;
    for (let s = 1; s <= steps; s++) {
      loading.share = s / steps;
      const ended = lone ? minimise1d(solver, group.tensioners[0]!, true) : minimiseNd(solver, group.tensioners, s === steps);
      if (ended !== 'settled' && s === steps) ending = worse(ending, ended);
    }
  }
  loading.share = 1;
  const found = report(solver, lever, ending, belt);
  solver.loading = null;
  return found;
}

function worse(a: Ending, b: Ending): Ending {
  const rank = { settled: 0, blocked: 1, 'not-settled': 2 } as const;
  return rank[a] >= rank[b] ? a : b;
}

function begin(solver: Solver, locks: Locks, positions?: Float64Array): void {
  const { work, q, free } = solver;
  solver.evaluations = 0;
  solver.loading = null;
  free.length = 0;
  for (let t = 0; t < work.tensioners.length; t++) {
    const one = work.tensioners[t]!;
    const lock = locks[work.compiled.drive.tensioners[t]!.id] ?? one.lockedAt;
    if (lock === null) free.push(t);
    q[t] = lock ?? Math.min(one.max, Math.max(one.min, positions?.[t] ?? 0));
  }
}

function settleGroup(solver: Solver, group: Group, lever: number, from: number): Ending {
  solver.group = group;
  const steps = group.moves && lever !== from ? Math.max(1, Math.ceil(LEVER_STEPS * Math.abs(lever - from))) : 0;
  const [first] = group.tensioners;
  let ending: Ending = 'settled';
  for (let s = 0; s <= steps; s++) {
    solver.lever = steps === 0 ? lever : from + ((lever - from) * s) / steps;
    const last = s === steps;
    ending = group.tensioners.length === 1 ? minimise1d(solver, first as number, last) : minimiseNd(solver, group.tensioners, last);
  }
  if (ending === 'not-settled' && group.tensioners.length > 1) ending = tryFromStops(solver, group);
  return ending;
}

/**
 * Where the branch from the drawing is lost, the lowest minimum reached from the stops: all tensioners at one end, all at the other, and each
 * by itself at either with the rest as drawn. Their number grows with the tensioners, not with the corners of their travel.
 */
function tryFromStops(solver: Solver, group: Group): Ending {
  const { work, q } = solver;
  const tensioners = group.tensioners.map((t) => ({ t, ...work.tensioners[t]! }));
  const starts: number[][] = [tensioners.map((t) => t.min), tensioners.map((t) => t.max)];
  tensioners.forEach((_, k) => {
    for (const end of ['min', 'max'] as const)
      starts.push(tensioners.map((t, i) => (i === k ? t[end] : Math.min(t.max, Math.max(t.min, 0)))));
  });
  let best: Float64Array | undefined;
  let least = Infinity;
  for (const start of starts) {
    tensioners.forEach(({ t }, k) => (q[t] = start[k]!));
    if (minimiseNd(solver, group.tensioners, true) !== 'settled' || solver.state.energy >= least) continue;
    least = solver.state.energy;
    best = q.slice();
  }
  if (!best) return 'not-settled';
  q.set(best);
  return 'settled';
}

/** The answer: of the whole drive, or of the group that moves one belt. */
function report(solver: Solver, lever: number, ending: Ending, belt?: number): Equilibrium {
  const { work, q, state, free } = solver;
  solver.group = belt === undefined ? undefined : beltShare(solver, belt);
  solver.lever = lever;
  const energy = evaluate(solver, q);
  const atStop = work.tensioners.map((one, t) => {
    if (!free.includes(t)) return null;
    const at = q[t] as number;
    return at - one.min <= STOP_TOLERANCE ? 'min' : one.max - at <= STOP_TOLERANCE ? 'max' : null;
  });
  const moving = free.filter((t) => atStop[t] === null && (belt === undefined || solver.group!.tensioners.includes(t)));
  return {
    ending: Number.isFinite(energy) ? ending : worse(ending, 'blocked'),
    positions: q.slice(),
    atStop,
    energy: state.energy,
    evaluations: solver.evaluations,
    residual: outOfBalance(solver, moving),
    stand: toSolvedPose(work, state, free),
  };
}

/** The group that moves a belt; of a belt that nothing moves, the belt alone. */
function beltShare(solver: Solver, belt: number): Group {
  return groupsNow(solver).find((g) => g.belts.includes(belt)) ?? { tensioners: [], belts: [belt], terms: [belt], moves: false };
}

/** Pose of a drive with its tensioners held at fixed positions, under a load. */
export function standAt(solver: Solver, positions: Float64Array, lever: number, loading: Loading): SolvedPose {
  evaluateEnergy(solver.work, solver.terms, positions, lever, solver.state, undefined, loading);
  return toSolvedPose(solver.work, solver.state, solver.free);
}
