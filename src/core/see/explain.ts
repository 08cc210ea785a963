import { newRingSearch, type SlantRings } from './candidates';
import { weigh, type RingsAtTap } from './choose';
import type { EdgePoints } from './edges';
import type { Ellipse, FittedRing } from './refine';
import { footwards, type Slant } from './shapes';
import { improvedSlant, knownShape, misfit, placeIn, type SeenShape } from './slants';

/** A slant of the camera, the rings around all taps, and the probability of each that it is the rim. */
export interface Explained {
  readonly slant: Slant;
  readonly taps: readonly (RingsAtTap & { readonly likely: readonly number[] })[];
  /** Logarithm of the evidence for the slant. */
  readonly evidence: number;
}

/** Rings with less probability do not count for the slant, and are not tried with another one. */
const LEAST = 0.02;
/** Taps of a picture share their mistakes: each counts for less than one. */
const SHARED = 0.5;
/** Times that the slant is found again from the likely rims. */
const ROUNDS = 2;

/**
 * Explains a picture by each slant that it may have, then by the slant on which the likely rims agree. The last one
 * has the clearest rings of all the others too.
 * @param taps in reduced pixels
 * @param known rims of the same picture, in reduced pixels
 */
export function explain(
  edges: EdgePoints,
  taps: readonly (readonly [number, number])[],
  known: readonly Ellipse[] = [],
): { readonly first: readonly Explained[]; readonly last: Explained } {
  const shown = known.map((rim) => knownShape(placeIn(edges, rim.x, rim.y), rim));
  const search = newRingSearch(edges, taps);
  const places = taps.map(([x, y]) => placeIn(edges, x, y));
  const weighed = ({ slant, taps: found }: SlantRings, round: 'first' | 'last'): Explained => {
    const each = found.map(({ near, rings }, i) => {
      const at = { edges, tap: taps[i]!, near, rings, foot: footwards(slant, ...places[i]!) };
      return { at, ...weigh(at, round) };
    });
    return {
      slant,
      taps: each.map(({ at, likely }) => ({ ...at, likely })),
      evidence: each.reduce((sum, w) => sum + SHARED * w.evidence, 0) - misfit(slant, shown),
    };
  };
  const likelyOf = (of: Explained, tap: number): readonly FittedRing[] =>
    of.taps[tap]!.rings.filter((_, k) => of.taps[tap]!.likely[k]! > LEAST);
  const first = search.slants(shown).map((slant) => weighed(search.rings(slant, [], false), 'first'));
  let last = first.reduce((p, q) => (q.evidence > p.evidence ? q : p));
  const all = [...first];
  for (let round = 0; round < ROUNDS; round++) {
    const likely = last.taps.flatMap(({ rings, likely: each }, i) =>
      rings.flatMap(({ ellipse: { a, b, angle } }, k): SeenShape[] =>
        each[k]! > LEAST ? [{ place: places[i]!, shape: { ratio: b / a, angle }, weight: each[k]! }] : [],
      ),
    );
    const seen = [...shown, ...likely];
    const seeds = taps.map((_, i) => all.flatMap((of) => likelyOf(of, i)));
    const isLast = round === ROUNDS - 1;
    last = weighed(search.rings(improvedSlant(last.slant, seen), seeds, isLast), isLast ? 'last' : 'first');
    all.push(last);
  }
  return { first, last };
}
