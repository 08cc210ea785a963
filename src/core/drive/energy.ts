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

/** Terms that one group of tensioners moves, by index. All others are fixed. */
export interface Share {
  readonly terms: readonly number[];
}

/**
 * Energy, gradient and Hessian at the positions q with the lever at `lever` (0…1). The pulleys and every belt trace are
 * left at q. If a belt has no path, `energy` is infinite and the derivatives are undefined.
 * @param terms all terms of the drive
 * @param of indices of the terms to add; all if omitted
 * @param loading belts under load, without `energy`
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
