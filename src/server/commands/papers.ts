import 'server-only';
import * as z from 'zod';
import { documents } from '@/db';
import { defineCommand } from '@/server';
import { paperData, preparePaper } from '@/server/paper';
import { paperName } from '@/contract/forms/paper';

export const paperCommands = {
  /** Pins a PDF or a picture to a machine, a drive or one pulley of a drive. */
  'document.add': defineCommand({
    role: 'technician',
    input: z.object({
      of: z.union([z.object({ machineId: z.number().int() }), z.object({ driveId: z.number().int(), station: z.string().max(60) })]),
      name: paperName,
      data: paperData,
    }),
    prepare: async (_context, { data }) => preparePaper(data),
    apply: ({ db, person, doneAt }, { of, name }, paper) => documents.addDocument(db, { personId: person.id, at: doneAt }, of, name, paper),
  }),

  'document.remove': defineCommand({
    role: 'technician',
    input: z.object({ id: z.number().int() }),
    apply: ({ db }, { id }) => documents.removeDocument(db, id),
  }),
} as const;
