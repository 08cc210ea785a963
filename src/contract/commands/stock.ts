import * as z from 'zod';
import { SHELF_CSV_ROWS } from '../../formats/shelf-csv';
import { command } from '../declare';
import { partForm } from '../forms/part';
import { importAtMost } from '../messages';
import type { ImportAnswer, Part, ShelfBelt, ShelfBeltFields } from '../records';
import { id, place } from './places';

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

export const stockCommands = {
  'shelf.add': command<ShelfBelt>()('technician', z.object({ fields })),
  'shelf.change': command<ShelfBelt, ShelfBelt>()('technician', place.extend({ fields })),
  /** Counts up or down from the current quantity, so that a command that waited for the network is still right. */
  'shelf.count': command<ShelfBelt>()('technician', z.object({ id, by: z.number().int().min(-1000).max(1000) })),
  'shelf.remove': command<ShelfBelt, ShelfBelt>()('technician', place),
  /** Imports a list. The id of this command undoes it. */
  'shelf.import': command<ImportAnswer>()(
    'technician',
    z.object({
      mode: z.enum(['add', 'set']),
      rows: z.array(fields).min(1, 'The file has no rows to import.').max(SHELF_CSV_ROWS, importAtMost(SHELF_CSV_ROWS)),
    }),
  ),
  'shelf.take-back-import': command<null>()('technician', z.object({ id: z.uuid() })),
  'shelf.order': command<ShelfBelt>()(
    'technician',
    z.object({ designation: z.string().max(60), count: z.number().int().min(0).max(1000, 'Enter at most 1000.') }),
  ),
  'part.save': command<Part, Part>()('technician', z.object({ fields: partForm, existing: place.optional() })),
  'part.remove': command<null>()('technician', z.object({ id })),
} as const;
