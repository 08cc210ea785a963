import type { Tallied } from './entries/procedure';

/** A line of the parts count on one of a machine’s jobs, in the order of writing. */
export interface CountedPart extends Tallied {
  readonly job: number;
  readonly at: string;
}

/** A part of a machine in store, with its place and the job that put it there. */
export interface StoredPart {
  readonly item: string;
  readonly count: number;
  /** Until when it is stored, and where. */
  readonly note: string;
  readonly job: number;
  readonly at: string;
}

/**
 * Parts of a machine that are in store, by all of its jobs. A job that states again that a part is stored does not add
 * to it. A refitted part comes from those that the same job removed first, then from the store.
 */
export function storedParts(counted: readonly CountedPart[]): StoredPart[] {
  const store = new Map<string, StoredPart>();
  const removed = new Map<string, number>();
  for (const { item, count, way, note, job, at } of counted) {
    const place = `${job} ${item}`;
    const off = Math.max(0, removed.get(place) ?? 0);
    const now = store.get(item);
    if (way === 'off') removed.set(place, off + count);
    else if (way === 'replaced') removed.set(place, off - Math.min(off, count));
    else if (way === 'stored') {
      const fromMachine = Math.min(off, count);
      removed.set(place, off - fromMachine);
      const known = now?.count ?? 0;
      store.set(item, { item, count: Math.max(known + fromMachine, count), note, job, at });
    } else if (way === 'on') {
      const fromStore = count - Math.min(off, count);
      removed.set(place, off - Math.min(off, count));
      if (!now || fromStore === 0) continue;
      if (fromStore >= now.count) store.delete(item);
      else store.set(item, { ...now, count: now.count - fromStore });
    }
  }
  return [...store.values()];
}
