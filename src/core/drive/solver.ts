import type { CompiledDrive } from './compile';
import { evaluateEnergy, termsOf } from './energy';
import { newEnergyState, type EnergyState } from './energy-state';
import { groupsOf, type Group } from './groups';
import type { Loading } from './load';
import type { Setting } from './setting';
import type { Term } from './term';
import { newWorkspace, type Workspace } from './workspace';

/** Result of a solve. `blocked`: a belt would leave a pulley it needs. `not-settled`: no answer. */
export type Ending = 'settled' | 'blocked' | 'not-settled';

/** A solver with its buffers, for many solves of one drive. */
export interface Solver {
  readonly work: Workspace;
  /** Belts and springs, everything that pulls. */
  readonly terms: readonly Term[];
  readonly state: EnergyState;
  readonly q: Float64Array;
  readonly trial: Float64Array;
  readonly step: Float64Array;
  readonly scratch: Float64Array;
  /** Tensioners that no lock holds, in the solve at hand. */
  readonly free: number[];
  /** Current group: only its belts and springs are evaluated. */
  group: Group | undefined;
  /** Belts under load, where the running equilibrium is sought. */
  loading: Loading | null;
  lever: number;
  evaluations: number;
  readonly groups: Map<string, readonly Group[]>;
}

/** @param setting what the drive is set to, where that is not as its file states it */
export function newSolver(compiled: CompiledDrive, setting?: Setting): Solver {
  const work = newWorkspace(compiled, setting);
  const n = work.tensioners.length;
  const floats = () => new Float64Array(n);
  return {
    work,
    terms: termsOf(work),
    state: newEnergyState(work),
    q: floats(),
    trial: floats(),
    step: floats(),
    scratch: new Float64Array(n * n),
    free: [],
    group: undefined,
    loading: null,
    lever: 0,
    evaluations: 0,
    groups: new Map(),
  };
}

/** The groups that the tensioners free now fall into; found once for each set of locks. */
export function groupsNow(solver: Solver): readonly Group[] {
  const key = solver.free.join();
  let groups = solver.groups.get(key);
  if (!groups) solver.groups.set(key, (groups = groupsOf(solver.work.compiled, solver.free)));
  return groups;
}

/** Energy and its derivatives at q, for the current group, lever and load. */
export function evaluate(solver: Solver, q: Float64Array): number {
  solver.evaluations++;
  return evaluateEnergy(solver.work, solver.terms, q, solver.lever, solver.state, solver.group, solver.loading);
}

/** True if a tensioner is at a stop and is pushed against it. */
export function leans(solver: Solver, t: number): boolean {
  const { min, max } = solver.work.tensioners[t]!;
  const at = solver.q[t] as number;
  const slope = solver.state.gradient[t] as number;
  return (at <= min && slope >= 0) || (at >= max && slope <= 0);
}

/** Largest force left on the named tensioners, N at their reach. */
export function outOfBalance(solver: Solver, moving: readonly number[]): number {
  let most = 0;
  for (const t of moving) most = Math.max(most, Math.abs(solver.state.gradient[t] as number) / solver.work.tensioners[t]!.reach);
  return most;
}
