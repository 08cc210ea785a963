import type * as z from 'zod';

/** What was kept earlier, read: its value, or why it cannot be read, with its text so that nothing of it is lost. */
export type Read<T> = { readonly ok: true; readonly value: T } | Unreadable;

export interface Unreadable {
  readonly ok: false;
  /** One sentence. */
  readonly problem: string;
  /** The whole of what was kept, to be saved by hand. */
  readonly text: string;
}

/** What a check of a value says: the value with its type, or what is wrong with it. */
export type Checked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: string };

/** How one kind of thing is kept: the version written today, the steps that bring older ones up to it, and the check of the result. */
export interface Form<T> {
  /** What it is called in a sentence: `this drive`. */
  readonly what: string;
  readonly version: number;
  /** `upgrades[v]` makes of what version v wrote what version v + 1 writes. */
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
    return { ok: false, problem: `${place === '' ? '' : `${place}: `}${first?.message ?? 'it has another shape'}` };
  };

/** Reads what version `version` of a form wrote. Nothing that was kept is trusted: it may be older, newer, cut off or changed by other hands. */
export function readStored<T>(form: Form<T>, version: number, kept: unknown): Read<T> {
  const unreadable = (why: string): Unreadable => ({
    ok: false,
    problem: `${form.what.charAt(0).toUpperCase()}${form.what.slice(1)} cannot be read as it is stored: ${why}.`,
    text: textOf(kept),
  });
  if (version > form.version) return unreadable('a later version of this program wrote it');
  let value = kept;
  for (let v = version; v < form.version; v++) {
    const step = form.upgrades[v];
    if (!step) return unreadable(`version ${v} of it is no longer known`);
    try {
      value = step(value);
    } catch {
      return unreadable(`it is not what version ${v} wrote`);
    }
  }
  const checked = form.check(value);
  return checked.ok ? checked : unreadable(checked.problem);
}

/** A part of something kept that is an object, for upgrade steps. @throws TypeError where it is none, which makes it unreadable */
export function keptObject(value: unknown): Readonly<Record<string, unknown>> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) throw new TypeError('not an object');
  return value as Readonly<Record<string, unknown>>;
}

function textOf(kept: unknown): string {
  return typeof kept === 'string' ? kept : (JSON.stringify(kept, null, 2) ?? '');
}
