import 'server-only';
import { COMMAND_CONTRACTS } from '@/contract/commands';
import { documents } from '@/db';
import { defineCommand } from '@/server';
import { preparePaper } from '@/server/paper';

export const paperCommands = {
  /** Pins a PDF or a picture to a machine, a drive or one pulley of a drive. */
  'document.add': defineCommand(COMMAND_CONTRACTS['document.add'], {
    prepare: async (_context, { data }) => preparePaper(data),
    apply: ({ db, person, doneAt }, { of, name }, paper) => documents.addDocument(db, { personId: person.id, at: doneAt }, of, name, paper),
  }),

  'document.remove': defineCommand(COMMAND_CONTRACTS['document.remove'], {
    apply: ({ db }, { id }) => documents.removeDocument(db, id),
  }),
} as const;
