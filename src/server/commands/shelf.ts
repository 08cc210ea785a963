import 'server-only';
import * as z from 'zod';
import { readShelfFields, SHELF_CSV_ROWS } from '@/formats/shelf-csv';
import { parts, shelf, shelfImports } from '@/db';
import { defineCommand } from '@/server';
import { partForm } from '@/contract/forms/part';
import { importAtMost } from '../messages';
import type { ShelfBeltFields } from '@/contract/records';

const fields: z.ZodType<ShelfBeltFields> = z.object({
  designation: z.string().max(60).nullable(),
  section: z.string().max(20).nullable(),
  lengthMm: z.number().positive().max(20000).nullable(),
  lengthReference: z.enum(['pitch', 'outside', 'inside']).nullable(),
  lengthTyped: z.string().max(60).nullable(),
  quantity: z
    .number()
    .int('The quantity must be a whole number.')
    .min(0, 'The quantity cannot be below 0.')
    .max(100000, 'Enter at most 100,000.'),
  bin: z.string().max(40),
  priceCents: z.number().int().min(0).nullable(),
  supplierNote: z.string().max(500),
});

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
const place = z.object({ id: z.number().int(), version: z.number().int() });

export const shelfCommands = {
  'shelf.add': defineCommand({
    role: 'technician',
    input: z.object({ fields }),
    apply: async ({ db }, input) => {
      const problem = confirmed(input.fields);
      return problem ? invalid(problem) : shelf.addShelfBelt(db, input.fields);
    },
  }),

  'shelf.change': defineCommand({
    role: 'technician',
    input: place.extend({ fields }),
    apply: async ({ db }, input) => {
      const problem = confirmed(input.fields);
      return problem ? invalid(problem) : shelf.changeShelfBelt(db, input.id, input.version, input.fields);
    },
  }),

  /** Counts up or down from what is there, so that what waited for the network is still right. */
  'shelf.count': defineCommand({
    role: 'technician',
    input: z.object({ id: z.number().int(), by: z.number().int().min(-1000).max(1000) }),
    apply: ({ db }, { id, by }) => shelf.countShelfBelt(db, id, by),
  }),

  'shelf.remove': defineCommand({
    role: 'technician',
    input: place,
    apply: ({ db }, { id, version }) => shelf.removeShelfBelt(db, id, version),
  }),

  /** Imports a list. The id of this command undoes it. */
  'shelf.import': defineCommand({
    role: 'technician',
    input: z.object({
      mode: z.enum(['add', 'set']),
      rows: z.array(fields).min(1, 'The file has no rows to import.').max(SHELF_CSV_ROWS, importAtMost(SHELF_CSV_ROWS)),
    }),
    apply: async ({ db, id }, { mode, rows }) => {
      const bad = rows.map(confirmed).find((p) => p !== null);
      return bad ? invalid(bad) : shelfImports.importShelf(db, id, rows, mode);
    },
  }),

  'shelf.take-back-import': defineCommand({
    role: 'technician',
    input: z.object({ id: z.uuid() }),
    apply: ({ db }, { id }) => shelfImports.undoImport(db, id),
  }),

  'shelf.order': defineCommand({
    role: 'technician',
    input: z.object({ designation: z.string().max(60), count: z.number().int().min(0).max(1000, 'Enter at most 1000.') }),
    apply: async ({ db }, { designation, count }) => {
      const read = readShelfFields({ designation, quantity: '0' }, 'mm');
      if (!read.ok) return invalid(read.problem);
      return shelf.orderBelt(db, { designation, section: read.fields.section ?? '' }, count);
    },
  }),

  'part.save': defineCommand({
    role: 'technician',
    input: z.object({ fields: partForm, existing: z.object({ id: z.number().int(), version: z.number().int() }).optional() }),
    apply: ({ db }, { fields, existing }) => parts.savePart(db, fields, existing),
  }),

  'part.remove': defineCommand({
    role: 'technician',
    input: z.object({ id: z.number().int() }),
    apply: ({ db }, { id }) => parts.removePart(db, id),
  }),
} as const;
