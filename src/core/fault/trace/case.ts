import * as z from 'zod';
import type { Vocabulary } from './vocabulary';

/** One event of a case, in time order: an answered check, a repaired cause, or a test run. */
export type Event = { readonly check: string; readonly result: string } | { readonly fixed: string } | { readonly prove: 'still' | 'gone' };

/** A fault being traced. */
export interface FaultCase {
  readonly kind: string;
  readonly complaint: readonly string[];
  readonly history: readonly Event[];
  /** Set-ups that are up now: covers that are off, and the like. */
  readonly setups: readonly string[];
}

const event = z.union(
  [
    z.strictObject({ check: z.string(), result: z.string() }),
    z.strictObject({ fixed: z.string() }),
    z.strictObject({ prove: z.enum(['still', 'gone']) }),
  ],
  { error: 'an entry is { check, result }, { fixed } or { prove: "still" | "gone" }' }, // language-ok: file format
);

const shape = z.looseObject({
  format: z.literal('taut-sheave/case', { error: 'format must be "taut-sheave/case"' }),
  version: z.literal(1, { error: 'version must be 1' }),
  kind: z.string({ error: 'kind is missing' }),
  complaint: z.array(z.string(), { error: 'complaint must be a list of ids' }).min(1, 'name at least one complaint'),
  history: z.array(event, { error: 'history must be a list' }).default([]),
  setups: z.array(z.string(), { error: 'setups must be a list of ids' }).default([]),
});

export type CaseResult =
  | { readonly ok: true; readonly case: FaultCase }
  | { readonly ok: false; readonly problem: { readonly path: string; readonly message: string } };

const pathText = (path: readonly PropertyKey[]): string =>
  path.reduce<string>((text, at) => (typeof at === 'number' ? `${text}[${at}]` : text === '' ? String(at) : `${text}.${String(at)}`), '');

/** Checks a case against the vocabulary: unknown ids, a check of another kind, a result it does not have are refused with their place. */
export function validateCase(document: unknown, words: Vocabulary): CaseResult {
  const refuse = (path: string, message: string): CaseResult => ({ ok: false, problem: { path, message } });
  const parsed = shape.safeParse(document);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    return refuse(pathText(issue!.path), issue!.message);
  }
  const { kind, complaint, history, setups } = parsed.data;
  if (!words.kinds.some((k) => k.id === kind)) return refuse('kind', `“${kind}” is not a kind of drive`);
  for (const [i, id] of complaint.entries()) {
    const found = words.complaints.find((c) => c.id === id);
    if (!found) return refuse(`complaint[${i}]`, `“${id}” is not a complaint`);
    if (!found.kinds.includes(kind)) return refuse(`complaint[${i}]`, `“${id}” does not occur on a drive of kind ${kind}`);
  }
  for (const [i, e] of history.entries()) {
    if ('check' in e) {
      const check = words.checks.find((c) => c.id === e.check);
      if (!check) return refuse(`history[${i}].check`, `“${e.check}” is not a check`);
      if (!check.kinds.includes(kind))
        return refuse(`history[${i}].check`, `“${e.check}” is a check of another kind of drive than ${kind}`);
      if (!check.results.some((r) => r.id === e.result))
        return refuse(
          `history[${i}].result`,
          `“${e.result}” is not a result of ${e.check}; it has ${check.results.map((r) => r.id).join(', ')}`,
        );
    } else if ('fixed' in e) {
      const cause = words.causes.find((c) => c.id === e.fixed);
      if (!cause) return refuse(`history[${i}].fixed`, `“${e.fixed}” is not a cause`);
      if (cause.kinds[kind] === undefined) return refuse(`history[${i}].fixed`, `“${e.fixed}” is not a cause on a drive of kind ${kind}`);
    }
  }
  for (const [i, id] of setups.entries())
    if (!words.setups.some((s) => s.id === id)) return refuse(`setups[${i}]`, `“${id}” is not a setup`);
  return { ok: true, case: { kind, complaint: [...new Set(complaint)], history, setups } };
}
