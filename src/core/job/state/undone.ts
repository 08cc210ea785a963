import type { JobEvent } from './events';

/** The event that an undo names does not exist, comes after it, or is struck out already. */
export interface NothingToUndo {
  readonly at: number;
}

/**
 * Find the events that are struck out. The last undo is read first, so that an undo which is itself struck out strikes out nothing.
 * @returns a flag for each event, or the first undo of nothing
 */
export function struckOut(events: readonly JobEvent[]): boolean[] | NothingToUndo {
  const struck = events.map(() => false);
  for (let i = events.length - 1; i >= 0; i--) {
    const event = events[i]!;
    if (event.type === 'undo' && !struck[i] && event.index >= 0 && event.index < i) struck[event.index] = true;
  }
  const targets = new Set<number>();
  for (const [at, event] of events.entries()) {
    if (event.type !== 'undo' || struck[at]) continue;
    const { index } = event;
    if (!Number.isInteger(index) || index < 0 || index >= at || targets.has(index)) return { at };
    targets.add(index);
  }
  return struck;
}
