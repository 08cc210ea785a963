const KINDS = { job: 'Job', machine: 'Machine', drive: 'Drive', notebook: 'Notebook', belt: 'Belt' } as const;
export type Kind = (typeof KINDS)[keyof typeof KINDS];

/** What was typed to find something, its kind taken off where it begins with one and goes on: "job 212", "drives orchard". */
export function kindAsked(typed: string): { kind: Kind | null; find: string } {
  const [, word, rest] = /^\s*(\p{L}+?)s?\s+(\S.*)$/u.exec(typed) ?? [];
  const named = word?.toLowerCase() ?? '';
  return rest !== undefined && Object.hasOwn(KINDS, named)
    ? { kind: KINDS[named as keyof typeof KINDS], find: rest }
    : { kind: null, find: typed };
}
