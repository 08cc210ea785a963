import type { EnergyState } from './energy-state';
import type { Loading } from './load';
import type { Workspace } from './workspace';

/** One part of a drive that pulls on its tensioners: a belt, a spring. */
export interface Term {
  /**
   * Adds its energy to `into.energy`, and its derivatives by the tensioner positions to `into.gradient` and
   * `into.hessian`. The pulleys are at q.
   * @returns false if the position is impossible, such as a belt without a path
   */
  addTo(work: Workspace, q: Float64Array, lever: number, loading: Loading | null, into: EnergyState): boolean;
}
