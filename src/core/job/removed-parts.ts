import { setupOf, type SetupId } from '../fault';
import type { Tallied } from './entries/procedure';
import type { RecordLine } from './kind';

export interface PartsCount {
  /** Parts that must still be refitted, by name: how many. Below 0: more were refitted than removed. */
  readonly off: Map<string, number>;
  /** Parts that stay off after this job, by name: how many, and until when and where. */
  readonly stored: Map<string, { readonly count: number; readonly note: string }>;
}

/** Where every counted part of a job is. A refitted part comes from those removed in this job first, then from those stored. */
export function partsCount(lines: readonly RecordLine[]): PartsCount {
  const off = new Map<string, number>();
  const stored = new Map<string, { readonly count: number; readonly note: string }>();
  const remove = (item: string, by: number) => {
    const left = (off.get(item) ?? 0) + by;
    if (left === 0) off.delete(item);
    else off.set(item, left);
  };
  const store = (item: string, by: number, note: string) => {
    const count = (stored.get(item)?.count ?? 0) + by;
    if (count === 0) stored.delete(item);
    else stored.set(item, { count, note });
  };
  for (const { type, body, withdrawn } of lines) {
    if (type !== 'tally' || withdrawn) continue;
    const { item, count, way, note } = body as Pick<Tallied, 'item' | 'count' | 'way'> & Partial<Tallied>;
    if (way === 'off') remove(item, count);
    else if (way === 'replaced') remove(item, -count);
    else if (way === 'stored') {
      // A machine can arrive with a part stored, which was never removed in this job.
      remove(item, -Math.min(count, Math.max(0, off.get(item) ?? 0)));
      store(item, count, note ?? '');
    } else if (way === 'on') {
      const back = stored.get(item);
      const fromStore = Math.min(back?.count ?? 0, Math.max(0, count - Math.max(0, off.get(item) ?? 0)));
      if (back && fromStore > 0) store(item, -fromStore, back.note);
      if (count > fromStore) remove(item, fromStore - count);
    }
  }
  return { off, stored };
}

/** Parts that must still be refitted, by name. */
export const partsStillOff = (lines: readonly RecordLine[]): Map<string, number> => partsCount(lines).off;

/** Setups in place: parts removed for access. */
export function setupsUp(lines: readonly RecordLine[]): Set<SetupId> {
  const up = new Set<SetupId>();
  for (const { type, body, withdrawn } of lines) {
    if (type !== 'setup' || withdrawn) continue;
    const moved = body as { readonly setup: SetupId; readonly up: boolean };
    if (moved.up) up.add(moved.setup);
    else up.delete(moved.setup);
  }
  return up;
}

/** Removed parts, in words. */
export function removedParts(lines: readonly RecordLine[]): string[] {
  const hardware = [...partsStillOff(lines)].map(([item, left]) => `${Math.abs(left)} ${item.toLowerCase()}${left < 0 ? ' too many' : ''}`);
  return [
    ...hardware,
    ...[...setupsUp(lines)].map(
      (id) =>
        `${setupOf(id)
          .label.replace(/ off.*$/, '')
          .toLowerCase()} (off for inspection)`,
    ),
  ];
}

/** Words by which a part is a cover that a watched run can leave open. */
const COVER = /\b(?:covers?|guards?|shields?|plates?)\b/i;

/**
 * The one cover that is off while everything else is fitted: a watched run without it has its own list. Null if nothing
 * or more is off, or if the part is not a cover.
 */
export function coverLeftOff(lines: readonly RecordLine[]): string | null {
  const hardware = [...partsStillOff(lines)];
  const setups = [...setupsUp(lines)].map((id) => setupOf(id).label.replace(/ off.*$/, ''));
  const [only, ...others] = [...hardware.map(([item]) => item), ...setups];
  return only !== undefined && others.length === 0 && COVER.test(only) && hardware.every(([, left]) => left > 0) ? only : null;
}
