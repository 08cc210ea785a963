import type { Notebook } from '@/core/survey';

/** Two people's entries in one notebook, put together. */
export interface Merged {
  readonly notebook: Notebook;
  /** Where both changed the same entry to different things: keys and ids from the top down. Empty where nothing had to be chosen. */
  readonly both: readonly (readonly string[])[];
}

/**
 * Three-way merge: a value that only one of two people changed since `base` is taken from that person, field by field.
 * Parts are matched by id, not by position in a list. If both changed a field, `prefer` decides. The caller checks the
 * validity of the result.
 */
export function mergeNotebooks(base: Notebook, mine: Notebook, theirs: Notebook, prefer: 'mine' | 'theirs' = 'mine'): Merged {
  const both: string[][] = [];
  const pick = (before: unknown, mineNow: unknown, theirsNow: unknown, path: string[]): unknown => {
    if (same(mineNow, theirsNow) || same(before, theirsNow)) return mineNow;
    if (same(before, mineNow)) return theirsNow;
    if (isRecord(mineNow) && isRecord(theirsNow)) {
      const was = isRecord(before) ? before : {};
      return Object.fromEntries(
        [...new Set([...Object.keys(theirsNow), ...Object.keys(mineNow)])]
          .map((key) => [key, pick(was[key], mineNow[key], theirsNow[key], [...path, key])] as const)
          .filter(([, value]) => value !== undefined),
      );
    }
    const [was, own, other] = [byId(before ?? []), byId(mineNow), byId(theirsNow)];
    if (was && own && other)
      return [...new Set([...other.keys(), ...own.keys()])]
        .map((id) => pick(was.get(id), own.get(id), other.get(id), [...path, id]))
        .filter((item) => item !== undefined);
    both.push(path);
    return prefer === 'mine' ? mineNow : theirsNow;
  };
  return { notebook: pick(base, mine, theirs, []) as Notebook, both };
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Items of a list by their ids. Null if the list has no ids. */
function byId(list: unknown): Map<string, unknown> | null {
  if (!Array.isArray(list)) return null;
  const items = new Map<string, unknown>();
  for (const item of list as unknown[]) {
    if (!isRecord(item) || typeof item['id'] !== 'string') return null;
    items.set(item['id'], item);
  }
  return items;
}

/** The order of keys has no meaning, since the store changes it. */
function same(a: unknown, b: unknown): boolean {
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((item, i) => same(item, b[i]));
  if (isRecord(a) && isRecord(b)) return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((key) => same(a[key], b[key]));
  return a === b;
}
