'use server';

import { revalidatePath } from 'next/cache';
import * as z from 'zod';

import { readShelfFields, SHELF_CSV_ROWS } from '@/formats/shelf-csv';
import { shelf, type ShelfBeltFields } from '@/db';
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

export const removeBelt = action('technician', z.object({ id: z.number().int() }), async ({ db, person }, { id }) => {
  const result = await shelf.removeShelfBelt(db, person.shopId, id);
  refresh();
  return result;
});

export const importBelts = action(
  'technician',
  z.object({
    rows: z.array(fields).min(1, 'There is nothing to take in.').max(SHELF_CSV_ROWS, `Take in at most ${SHELF_CSV_ROWS} rows at a time.`),
  }),
  async ({ db, person }, { rows }) => {
    const bad = rows.map(confirmed).find((p) => p !== null);
    if (bad) return { ok: false, reason: 'invalid', problem: bad };
    const value = await shelf.importShelf(db, person.shopId, rows);
    refresh();
    return { ok: true, value };
  },
);
