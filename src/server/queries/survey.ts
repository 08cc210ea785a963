import 'server-only';
import { QUERY_CONTRACTS } from '@/contract/queries';
import { isUnreadable, machines, notebooks } from '@/db';
import { defineQuery, missing } from '@/server';

/** Number of notebooks on their page. */
const SHOWN = 100;

/** Drives that are being measured, and the machine that is to get the next one. */
export const listNotebooks = defineQuery(QUERY_CONTRACTS['notebooks.list'], async ({ db }, { machine: id }) => {
  const [books, machine] = await Promise.all([
    notebooks.listNotebooks(db, { limit: SHOWN }),
    id === null ? null : machines.findMachine(db, id),
  ]);
  return { ok: true, value: { notebooks: books.rows, machine: machine && { id: machine.id, name: machine.name } } };
});

/** A drive that is being measured. */
export const readNotebook = defineQuery(QUERY_CONTRACTS['notebook.read'], async ({ db }, { id }) => {
  const stored = await notebooks.findNotebook(db, id);
  if (!stored) return missing('This notebook does not exist.');
  return { ok: true, value: isUnreadable(stored) ? stored : { stored } };
});
