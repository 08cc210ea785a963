import { BeltTerm } from './belt-term';
import { placePulleys, type EnergyState } from './energy-state';
import type { Loading } from './load';
import { SpringTerm } from './spring-term';
import type { Term } from './term';
import type { Workspace } from './workspace';

/** Every term of a drive: its belts in order, then its springs. */
export const termsOf = ({ belts, springs }: Pick<Workspace, 'belts' | 'springs'>): readonly Term[] => [
  ...belts.map((_, b) => new BeltTerm(b)),
  ...springs.map((_, s) => new SpringTerm(s)),
];

/** Terms that one group of tensioners moves, by their place among all: what lies outside stays as it is. */
export interface Share {
  readonly terms: readonly number[];
}

/**
 * Energy, gradient and Hessian at the positions q with the lever at `lever` (0…1). Leaves the pulleys and every belt's trace at q.
 * Where a belt cannot lie so, `energy` is infinite and the derivatives mean nothing.
 * @param terms all of the drive's
 * @param of which of them count; all where it is left out
 * @param loading belts under load, whose `energy` is left out
 */
export function evaluateEnergy(
  work: Workspace,
  terms: readonly Term[],
  q: Float64Array,
  lever: number,
  into: EnergyState,
  of?: Share,
  loading: Loading | null = null,
): number {
  into.gradient.fill(0);
  into.hessian.fill(0);
  into.energy = 0;
  placePulleys(work, q, into);
  const count = of ? of.terms.length : terms.length;
  for (let k = 0; k < count; k++) {
    const term = terms[of ? (of.terms[k] as number) : k] as Term;
    if (!term.addTo(work, q, lever, loading, into)) {
      into.energy = Infinity;
      return Infinity;
    }
  }
  return into.energy;
}
