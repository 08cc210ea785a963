import type { RingOrder } from './step';

/** Remainders of `step`, 2·`step` and so on: a star through every place of an odd ring, from 0. */
const star = (count: number): number[] => Array.from({ length: count }, (_, i) => (i * Math.max(1, Math.floor(count / 2))) % count);

/** Places in the order of tightening, from 0. An even ring takes opposite pairs, and the pairs are a ring themselves. */
function opposite(count: number): number[] {
  if (count % 2 === 1) return star(count);
  const half = count / 2;
  return half < 1 ? [] : opposite(half).flatMap((i) => [i, i + half]);
}

/**
 * Order in which a ring of fasteners is tightened, numbered from 1 round the ring.
 * @param count number of fasteners, 1 or more
 */
export const ringOrder = (count: number, order: RingOrder): number[] =>
  (order === 'round' ? Array.from({ length: count }, (_, i) => i) : opposite(count)).map((i) => i + 1);
