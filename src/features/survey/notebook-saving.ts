import type { Notebook } from '@/core/survey';
import type { StoredNotebook } from '@/contract/records';

/** Version stored by another person, and the fields that both changed. */
export interface Clash {
  readonly theirs: StoredNotebook;
  readonly both: readonly (readonly string[])[];
}

/** On the server; on its way; on this device only, until the server answers. */
export type SaveState = 'kept' | 'keeping' | 'waiting';

/** State of saving a notebook. */
export interface Saving {
  /** Content and version that the server has. */
  readonly document: Notebook;
  readonly version: number;
  /** The last try did not reach the server, or was refused. */
  readonly failed: boolean;
  readonly problem: string | null;
  readonly clash: Clash | null;
}

export type SavingEvent =
  | { readonly type: 'saved'; readonly document: Notebook; readonly version: number }
  /** The version of another person is stored, and was merged with the entries here. */
  | { readonly type: 'merged'; readonly theirs: StoredNotebook }
  | { readonly type: 'clashed'; readonly clash: Clash }
  | { readonly type: 'failed'; readonly problem: string };

export const savedFrom = ({ document, version }: StoredNotebook): Saving => ({
  document,
  version,
  failed: false,
  problem: null,
  clash: null,
});

/** State of saving after an answer of the server. */
export function savingAfter(saving: Saving, event: SavingEvent): Saving {
  switch (event.type) {
    case 'saved':
      return { document: event.document, version: event.version, failed: false, problem: null, clash: saving.clash };
    case 'merged':
      return { ...saving, document: event.theirs.document, version: event.theirs.version, failed: false, clash: null };
    case 'clashed':
      return { ...saving, failed: true, clash: event.clash };
    case 'failed':
      return { ...saving, failed: true, problem: event.problem };
  }
}

/** Where the current content is saved. */
export const saveStateOf = (saving: Saving, now: Notebook): SaveState =>
  now === saving.document ? 'kept' : saving.failed ? 'waiting' : 'keeping';
