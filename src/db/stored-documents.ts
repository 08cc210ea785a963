import * as z from 'zod';
import { validateDrive, type Drive, type Uncertainty } from '../core/drive';
import { validateNotebook, type Notebook } from '../core/survey';
import { bySchema, readStored, type Checked, type Form, type Read, type Unreadable } from '../core/stored';
import type { Preferences, UnreadableRow } from '../contract/records';

export const unreadableRow = (row: { readonly id: number; readonly name: string }, { problem, text }: Unreadable): UnreadableRow => ({
  unreadable: true,
  id: row.id,
  name: row.name,
  problem,
  text,
});

const firstOf = (problems: readonly { readonly path: string; readonly message: string }[]): string => {
  const [first] = problems;
  return first ? `${first.path === '' ? '' : `${first.path}: `}${first.message}` : 'its format is invalid';
};

const driveForm: Form<Drive> = {
  what: 'this drive',
  version: 1,
  upgrades: {},
  check: (value): Checked<Drive> => {
    const read = validateDrive(value);
    return read.ok ? { ok: true, value: read.drive } : { ok: false, problem: firstOf(read.problems) };
  },
};

const notebookForm: Form<Notebook> = {
  what: 'this notebook',
  version: 1,
  upgrades: {},
  check: (value): Checked<Notebook> => {
    const read = validateNotebook(value);
    return read.ok ? { ok: true, value: read.notebook } : { ok: false, problem: firstOf(read.problems) };
  },
};

const numbers = z.array(z.number());
const uncertaintyForm: Form<Uncertainty> = {
  what: 'what is known of the drive’s numbers',
  version: 1,
  upgrades: {},
  check: bySchema(z.object({ paths: z.array(z.string()), base: numbers, errors: z.array(numbers) })),
};

const preferencesShape = z.object({
  system: z.enum(['metric', 'inch']),
  inchDenominator: z.union([z.literal(16), z.literal(32)]),
  theme: z.enum(['day', 'bay', 'system']),
});

const preferencesForm: Form<Preferences> = {
  what: 'these preferences',
  version: 1,
  upgrades: {},
  check: bySchema(preferencesShape),
};

/** Documents say in themselves which version of their form wrote them. */
const versionOf = (document: unknown): number => {
  const version = typeof document === 'object' && document !== null && 'version' in document ? document.version : undefined;
  return typeof version === 'number' ? version : 1;
};

export const readDrive = (document: unknown): Read<Drive> => readStored(driveForm, versionOf(document), document);
export const readNotebook = (document: unknown): Read<Notebook> => readStored(notebookForm, versionOf(document), document);

/** Uncertainty of a drive. Null if it was never stored, or is unreadable: the drive then counts as drawn. */
export function readUncertainty(kept: unknown): Uncertainty | null {
  if (kept === null || kept === undefined) return null;
  const read = readStored(uncertaintyForm, 1, kept);
  return read.ok ? read.value : null;
}

export const DEFAULT_PREFERENCES: Preferences = { system: 'inch', inchDenominator: 16, theme: 'system' };

/** A person's choices; those of a new person where they no longer read. */
export function readPreferences(kept: unknown): Preferences {
  const read = readStored(preferencesForm, 1, kept);
  return read.ok ? read.value : DEFAULT_PREFERENCES;
}
