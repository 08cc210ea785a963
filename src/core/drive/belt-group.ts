import type { CompiledDrive } from './compile';
import type { Locks } from './equilibrium';

/** Parts that affect one belt in one state. Indices of the lists of the drive. */
export interface BeltGroup {
  /** Bodies that touch the belt, and those joined to them. */
  readonly bodies: ReadonlySet<number>;
  /** Other belts that share a free tensioner with it. */
  readonly partners: readonly number[];
}

/**
 * Group of a belt: the tensioners that touch it, and all tensioners joined to them by a belt or a spring. A locked body
 * belongs to the group, but the group does not continue through it. Other belts without a length join nothing.
 * @param locks of the state
 * @param hasLength true if a belt has a pitch length, by its index
 */
export function beltGroup(compiled: CompiledDrive, belt: number, locks: Locks, hasLength: (belt: number) => boolean): BeltGroup {
  const { drive, carrier, belts, springs, tensioners } = compiled;
  const isFree = (t: number) => tensioners[t]!.lockedAt === null && locks[drive.tensioners[t]!.id] === undefined;
  const touched = (b: number) => [...new Set([...belts[b]!.plan.pulley].map((p) => carrier[p]!))].filter((t) => t >= 0);
  const links = [
    ...belts.flatMap((_, b) => (b === belt || hasLength(b) ? [touched(b)] : [])),
    ...springs.map((s) => s.ends.map((e) => e.body).filter((t) => t >= 0)),
  ];
  const bodies = new Set(touched(belt));
  const open = [...bodies].filter(isFree);
  while (open.length > 0) {
    const from = open.pop()!;
    for (const link of links.filter((l) => l.includes(from)))
      for (const t of link) {
        if (bodies.has(t)) continue;
        bodies.add(t);
        if (isFree(t)) open.push(t);
      }
  }
  const own = new Set(touched(belt).filter(isFree));
  return {
    bodies,
    partners: belts.flatMap((_, b) => (b !== belt && hasLength(b) && touched(b).some((t) => own.has(t)) ? [b] : [])),
  };
}
