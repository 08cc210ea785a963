import type { EnergyState } from './energy-state';
import type { Loading } from './load';
import type { Workspace } from './workspace';

/** One part of a drive that pulls on its tensioners: a belt, a spring. */
export interface Term {
  /**
   * Adds its energy to `into.energy` and its derivatives by the tensioners' positions to `into.gradient` and `into.hessian`, the pulleys standing at q.
   * @returns false where it cannot be so at all, as a belt that cannot lie round its pulleys
   */
  addTo(work: Workspace, q: Float64Array, lever: number, loading: Loading | null, into: EnergyState): boolean;
}
