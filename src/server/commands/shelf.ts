import 'server-only';
import { COMMAND_CONTRACTS } from '@/contract/commands';
import { readShelfFields } from '@/formats/shelf-csv';
import { parts, shelf, shelfImports } from '@/db';
import { defineCommand } from '@/server';
import type { ShelfBeltFields } from '@/contract/records';

/** The rows are read again here: a row is stored only if its text produces it. */
function confirmed(row: ShelfBeltFields): string | null {
  const read = readShelfFields(
    {
      designation: row.designation ?? '',
      section: row.section ?? '',
      length: row.lengthMm === null ? '' : `${row.lengthMm} mm`,
      reference: row.lengthReference ?? '',
      quantity: String(row.quantity),
      bin: row.bin,
      price: row.priceCents === null ? '' : String(row.priceCents / 100),
      note: row.supplierNote,
    },
    'mm',
  );
  return read.ok ? null : read.problem;
}

const invalid = (problem: string) => ({ ok: false as const, reason: 'invalid' as const, problem });
export const shelfCommands = {
  'shelf.add': defineCommand(COMMAND_CONTRACTS['shelf.add'], {
    apply: async ({ db }, input) => {
      const problem = confirmed(input.fields);
      return problem ? invalid(problem) : shelf.addShelfBelt(db, input.fields);
    },
  }),

  'shelf.change': defineCommand(COMMAND_CONTRACTS['shelf.change'], {
    apply: async ({ db }, input) => {
      const problem = confirmed(input.fields);
      return problem ? invalid(problem) : shelf.changeShelfBelt(db, input.id, input.version, input.fields);
    },
  }),

  /** Counts up or down from what is there, so that what waited for the network is still right. */
  'shelf.count': defineCommand(COMMAND_CONTRACTS['shelf.count'], {
    apply: ({ db }, { id, by }) => shelf.countShelfBelt(db, id, by),
  }),

  'shelf.remove': defineCommand(COMMAND_CONTRACTS['shelf.remove'], {
    apply: ({ db }, { id, version }) => shelf.removeShelfBelt(db, id, version),
  }),

  /** Imports a list. The id of this command undoes it. */
  'shelf.import': defineCommand(COMMAND_CONTRACTS['shelf.import'], {
    apply: async ({ db, id }, { mode, rows }) => {
      const bad = rows.map(confirmed).find((p) => p !== null);
      return bad ? invalid(bad) : shelfImports.importShelf(db, id, rows, mode);
    },
  }),

  'shelf.take-back-import': defineCommand(COMMAND_CONTRACTS['shelf.take-back-import'], {
    apply: ({ db }, { id }) => shelfImports.undoImport(db, id),
  }),

  'shelf.order': defineCommand(COMMAND_CONTRACTS['shelf.order'], {
    apply: async ({ db }, { designation, count }) => {
      const read = readShelfFields({ designation, quantity: '0' }, 'mm');
      if (!read.ok) return invalid(read.problem);
      return shelf.orderBelt(db, { designation, section: read.fields.section ?? '' }, count);
    },
  }),

  'part.save': defineCommand(COMMAND_CONTRACTS['part.save'], {
    apply: ({ db }, { fields, existing }) => parts.savePart(db, fields, existing),
  }),

  'part.remove': defineCommand(COMMAND_CONTRACTS['part.remove'], {
    apply: ({ db }, { id }) => parts.removePart(db, id),
  }),
} as const;
