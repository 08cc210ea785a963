/** Most bytes of an ordinary command: text that a hand typed. */
export const ORDINARY_BYTES = 64_000;
/** A drive, a notebook, or 5,000 rows of a list. */
const LIST_BYTES = 4_000_000;
/** A paper of 8 MB in base64. */
const PAPER_BYTES = 12_000_000;

const LARGER: ReadonlyMap<string, number> = new Map([
  ['document.add', PAPER_BYTES],
  ['job.picture', PAPER_BYTES],
  ['shelf.import', LIST_BYTES],
  ['drive.add', LIST_BYTES],
  ['drive.save', LIST_BYTES],
  ['notebook.add', LIST_BYTES],
  ['notebook.save', LIST_BYTES],
]);

/** Most bytes of a command of a kind; of an unknown kind, those of an ordinary one. */
export const mostBytes = (kind: string | null): number => (kind === null ? ORDINARY_BYTES : (LARGER.get(kind) ?? ORDINARY_BYTES));
