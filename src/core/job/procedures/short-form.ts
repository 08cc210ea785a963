import type { Condition, Procedure, Step } from './step';

/** True while no check found a belt that must be replaced, and one found it fit. */
const BELT_STAYS: Condition = { found: 'belt-surface', is: ['good', 'watch'] };

/**
 * Procedure for tension only: steps of the full procedure by their ids, and steps of its own. It is meant where the full one is and the belt was found fit to
 * use. Throws an Error if the full procedure has no step of that id.
 */
export function shortForm(
  full: Procedure,
  { id, gather, minutes, steps }: Pick<Procedure, 'id' | 'gather' | 'minutes'> & { readonly steps: readonly (string | Step)[] },
): Procedure {
  return {
    ...full,
    id,
    name: full.name,
    variant: 'tension only',
    gather,
    minutes,
    meant: { all: [full.meant, BELT_STAYS] },
    because: 'its belt stays and only its tension is set',
    steps: steps.map((step) => {
      if (typeof step !== 'string') return step;
      const own = full.steps.find((s) => s.id === step);
      if (!own) throw new Error(`${full.id} has no step ${step}`);
      return own;
    }),
  };
}
