import type { Findable } from '../contract/queries';

const KINDS = { job: 'Job', machine: 'Machine', drive: 'Drive', notebook: 'Notebook', belt: 'Belt' } as const satisfies Record<
  string,
  Findable['kind']
>;

/** Search text without its kind, if it starts with one: "job 212", "drives orchard". */
export function requestedKind(typed: string): { kind: Findable['kind'] | null; find: string } {
  const [, word, rest] = /^\s*(\p{L}+?)s?\s+(\S.*)$/u.exec(typed) ?? [];
  const named = word?.toLowerCase() ?? '';
  return rest !== undefined && Object.hasOwn(KINDS, named)
    ? { kind: KINDS[named as keyof typeof KINDS], find: rest }
    : { kind: null, find: typed };
}
