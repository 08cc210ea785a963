import type { CompiledDrive } from './compile';

/** Tensioners that move each other, with their belts and springs. Different groups reach equilibrium independently. */
export interface Group {
  readonly tensioners: readonly number[];
  readonly belts: readonly number[];
  /** Belts and springs by their place among all terms of the drive. */
  readonly terms: readonly number[];
  /** True where a spring end of the group moves with the lever. */
  readonly moves: boolean;
}

/**
 * Splits a drive into groups: tensioners belong together where a belt runs over pulleys of both or a spring joins them. Their energy is a sum
 * over groups, so each is settled by itself: quicker, and a lone tensioner by the surer way.
 * @param free indices of the tensioners that no lock holds
 */
export function groupsOf(compiled: CompiledDrive, free: readonly number[]): readonly Group[] {
  const head = new Int32Array(compiled.tensioners.length).map((_, t) => t);
  const isFree = new Set(free);
  const find = (t: number): number => (head[t] === t ? t : (head[t] = find(head[t]!)));
  const join = (members: readonly number[]) => members.forEach((t) => (head[find(t)] = find(members[0]!)));
  const carriersOf = (b: number) =>
    [...new Set([...compiled.belts[b]!.plan.pulley].map((p) => compiled.carrier[p]!))].filter((t) => isFree.has(t));
  const bodiesOf = (s: number) => compiled.springs[s]!.ends.map((e) => e.body).filter((t) => isFree.has(t));
  const belts = compiled.belts.map((_, b) => carriersOf(b));
  const springs = compiled.springs.map((_, s) => bodiesOf(s));
  for (const members of [...belts, ...springs]) join(members);
  const heads = [...new Set(free.map(find))];
  return heads.map((h) => {
    const of = (lists: readonly (readonly number[])[]) => lists.flatMap((members, i) => (members.some((t) => find(t) === h) ? [i] : []));
    const its = of(springs);
    const own = of(belts);
    return {
      tensioners: free.filter((t) => find(t) === h),
      belts: own,
      terms: [...own, ...its.map((s) => compiled.belts.length + s)],
      moves: its.some((s) => compiled.springs[s]!.ends.some((e) => e.dx !== 0 || e.dy !== 0)),
    };
  });
}
