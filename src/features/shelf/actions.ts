'use server';

import { revalidatePath } from 'next/cache';
import * as z from 'zod';

import { readShelfFields, SHELF_CSV_ROWS } from '@/formats/shelf-csv';
import { shelf, shelfImports, type ShelfBeltFields } from '@/db';
import { action } from '@/server';

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
    .max(100000, 'That is more than a shelf holds.'),
  bin: z.string().max(40),
  priceCents: z.number().int().min(0).nullable(),
  supplierNote: z.string().max(500),
});

/** What the screen read is read here once more: a row is only stored if its own words make it. */
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

const refresh = () => {
  revalidatePath('/shelf');
  revalidatePath('/jobs', 'layout');
};

export const addBelt = action('technician', z.object({ fields }), async ({ db, person }, input) => {
  const problem = confirmed(input.fields);
  if (problem) return { ok: false, reason: 'invalid', problem };
  const result = await shelf.addShelfBelt(db, person.shopId, input.fields);
  refresh();
  return result;
});

export const changeBelt = action(
  'technician',
  z.object({ id: z.number().int(), version: z.number().int(), fields }),
  async ({ db, person }, input) => {
    const problem = confirmed(input.fields);
    if (problem) return { ok: false, reason: 'invalid', problem };
    const result = await shelf.changeShelfBelt(db, person.shopId, input.id, input.version, input.fields);
    refresh();
    return result;
  },
);

export const removeBelt = action(
  'technician',
  z.object({ id: z.number().int(), version: z.number().int() }),
  async ({ db, person }, { id, version }) => {
    const result = await shelf.removeShelfBelt(db, person.shopId, id, version);
    refresh();
    return result;
  },
);

export const importBelts = action(
  'technician',
  z.object({
    id: z.uuid(),
    mode: z.enum(['add', 'set']),
    rows: z.array(fields).min(1, 'There is nothing to take in.').max(SHELF_CSV_ROWS, `Take in at most ${SHELF_CSV_ROWS} rows at a time.`),
  }),
  async ({ db, person }, { id, mode, rows }) => {
    const bad = rows.map(confirmed).find((p) => p !== null);
    if (bad) return { ok: false, reason: 'invalid', problem: bad };
    const result = await shelfImports.importShelf(db, person.shopId, id, rows, mode);
    refresh();
    return result;
  },
);

export const takeBackImport = action('technician', z.object({ id: z.uuid() }), async ({ db, person }, { id }) => {
  const result = await shelfImports.takeBackImport(db, person.shopId, id);
  refresh();
  return result;
});

export const orderBelt = action(
  'technician',
  z.object({ designation: z.string().max(60), count: z.number().int().min(0).max(1000, 'That is more than a boat brings.') }),
  async ({ db, person }, { designation, count }) => {
    const read = readShelfFields({ designation, quantity: '0' }, 'mm');
    if (!read.ok) return { ok: false, reason: 'invalid', problem: read.problem };
    const result = await shelf.orderBelt(db, person.shopId, { designation, section: read.fields.section! }, count);
    refresh();
    return result;
  },
);
