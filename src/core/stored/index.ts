import type * as z from 'zod';

/** Result of reading a stored document: its value, or the error and the raw text, so that nothing is lost. */
export type Read<T> = { readonly ok: true; readonly value: T } | Unreadable;

export interface Unreadable {
  readonly ok: false;
  /** One sentence. */
  readonly problem: string;
  /** Whole stored text, for saving by hand. */
  readonly text: string;
}

/** Result of a check: the typed value, or the error. */
export type Checked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: string };

/**
 * Storage form of one kind of document: its current version, the upgrade steps from older versions, and the check of
 * the result.
 */
export interface Form<T> {
  /** Its name in a sentence: `this drive`. */
  readonly what: string;
  readonly version: number;
  /** `upgrades[v]` converts a document of version v to version v + 1. */
  readonly upgrades: Readonly<Record<number, (older: unknown) => unknown>>;
  readonly check: (value: unknown) => Checked<T>;
}

/** A check by a schema: its first complaint, with its place. */
export const bySchema =
  <T>(schema: z.ZodType<T>) =>
  (value: unknown): Checked<T> => {
    const parsed = schema.safeParse(value);
    if (parsed.success) return { ok: true, value: parsed.data };
    const [first] = parsed.error.issues;
    const place = first?.path.map(String).join('.') ?? '';
    return { ok: false, problem: `${place === '' ? '' : `${place}: `}${first?.message ?? 'its format is invalid'}` };
  };

/**
 * Reads a document stored by version `version` of a form. Stored text is not trusted: it may be older, newer, truncated
 * or edited.
 */
export function readStored<T>(form: Form<T>, version: number, kept: unknown): Read<T> {
  const unreadable = (why: string): Unreadable => ({
    ok: false,
    problem: `${form.what.charAt(0).toUpperCase()}${form.what.slice(1)} is unreadable: ${why}.`,
    text: textOf(kept),
  });
  if (version > form.version) return unreadable('it was stored by a later version of this program');
  let value = kept;
  for (let v = version; v < form.version; v++) {
    const step = form.upgrades[v];
    if (!step) return unreadable(`version ${v} of it is not supported`);
    try {
      value = step(value);
    } catch {
      return unreadable(`it is not what version ${v} wrote`);
    }
  }
  const checked = form.check(value);
  return checked.ok ? checked : unreadable(checked.problem);
}

/**
 * Object within a stored document, for upgrade steps. @throws TypeError for another type, which makes the document
 * unreadable
 */
export function storedObject(value: unknown): Readonly<Record<string, unknown>> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) throw new TypeError('not an object');
  return value as Readonly<Record<string, unknown>>;
}

function textOf(kept: unknown): string {
  return typeof kept === 'string' ? kept : (JSON.stringify(kept, null, 2) ?? '');
}
