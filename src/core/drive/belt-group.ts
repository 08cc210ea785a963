import type { CompiledDrive } from './compile';
import type { Locks } from './equilibrium';

/** What counts in the assessment of one belt, in one state. Indices of the drive's own lists. */
export interface BeltGroup {
  /** Bodies that touch the belt, and those joined to them. */
  readonly bodies: ReadonlySet<number>;
  /** Other belts that share a free tensioner with it. */
  readonly partners: readonly number[];
}

/**
 * The group of a belt: tensioners that touch it, and tensioners joined to those by a belt over both or a spring between them, and so on. A locked
 * body belongs to the group but passes nothing on. Other belts without a length join nothing.
 * @param locks of the state
 * @param hasLength whether a belt has a pitch length, by its index
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
