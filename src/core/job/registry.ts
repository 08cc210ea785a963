import { readStored, type Read } from '../stored';
import { beltBooked } from './entries/belt-booked';
import { changed } from './entries/changed';
import { closing, reopening } from './entries/closing';
import { alignment } from './entries/alignment';
import { asked } from './entries/asked';
import { clearance } from './entries/clearance';
import { decision, finding, setup } from './entries/finding';
import { repair } from './entries/repair';
import { note } from './entries/note';
import { partFitted } from './entries/part-fitted';
import { picture } from './entries/picture';
import { procedure, step, tally } from './entries/procedure';
import { proved } from './entries/proved';
import { reading } from './entries/reading';
import { running, secured } from './entries/secured';
import { skipped } from './entries/skipped';
import { stage } from './entries/stage';
import { tensionBasis } from './entries/tension-basis';
import { tensionDecided } from './entries/tension-decided';
import { timed } from './entries/timed';
import { cvtPart } from './entries/cvt-part';
import { riding } from './entries/riding';
import { warranty } from './entries/warranty';
import { width } from './entries/width';
import type { EntryKind, JobStatus, ShelfMove } from './kind';

/** Every kind of ticket entry, by its stored name. */
export const ENTRY_KINDS = {
  note,
  stage,
  skipped,
  asked,
  timed,
  secured,
  running,
  finding,
  decision,
  mended: repair,
  changed,
  setup,
  procedure,
  step,
  tally,
  proved,
  alignment,
  'tension-basis': tensionBasis,
  reading,
  clearance,
  'tension-decided': tensionDecided,
  width,
  riding,
  warranty,
  'cvt-part': cvtPart,
  picture,
  'belt-booked': beltBooked,
  'part-fitted': partFitted,
  closing,
  reopening,
} as const;
export type EntryType = keyof typeof ENTRY_KINDS;
export type EntryBody<T extends EntryType> = T extends EntryType
  ? (typeof ENTRY_KINDS)[T] extends EntryKind<infer Body>
    ? Body
    : never
  : never;
export const ENTRY_TYPES = Object.keys(ENTRY_KINDS) as EntryType[];
export const isEntryType = (name: string): name is EntryType => Object.hasOwn(ENTRY_KINDS, name);

/** A type of entry together with a body of that type. */
export type TypedBody = { [T in EntryType]: { readonly type: T; readonly body: EntryBody<T> } }[EntryType];

/** The kind of an entry. Its functions take exactly bodies of that type, which `readBody` made sure of. */
export const kindOf = <T extends EntryType>(type: T): EntryKind<EntryBody<T>> => ENTRY_KINDS[type] as unknown as EntryKind<EntryBody<T>>;

/** Behaviour and name of an entry, from its kind and body. */
export interface EntryKindInfo {
  readonly undoable: boolean;
  readonly status: JobStatus | null;
  readonly shelf: ShelfMove | null;
  /** A few words that name it, as in “Strike out: …”. */
  readonly name: string;
  /** Shown once it was struck out. */
  readonly takenBack: string;
}

export function entryKindOf<T extends EntryType>({ type, body }: { readonly type: T; readonly body: EntryBody<T> }): EntryKindInfo {
  const { undoable, status, shelf, name, takenBack } = kindOf(type);
  return {
    undoable,
    status: status ?? null,
    shelf: shelf?.(body) ?? null,
    name: name(body),
    takenBack: takenBack?.(body) ?? 'Struck out.',
  };
}

/** Read the stored body of an entry. */
export function readBody(type: string, version: number, body: unknown): Read<TypedBody> {
  if (!isEntryType(type)) return { ok: false, problem: `The kind of line “${type}” is unknown.`, text: JSON.stringify(body, null, 2) };
  const read = readStored<unknown>(kindOf(type).form, version, body);
  return read.ok ? { ok: true, value: { type, body: read.value } as TypedBody } : read;
}
