import 'server-only';
import * as z from 'zod';
import { parts, shelf } from '@/db';
import { defineQuery, listInput, rowsOf } from '@/server';
import { packShelf } from '@/contract/packed-shelf';

/** All belts in stock, as one text. */
export const readShelf = defineQuery('viewer', z.object({}), async ({ db }) => ({
  ok: true,
  value: packShelf(await shelf.listShelf(db)),
}));

export const listParts = defineQuery('viewer', listInput, async ({ db }, ask) => ({
  ok: true,
  value: await parts.listParts(db, rowsOf(ask)),
}));

/** Number of suggested parts in a lookup. */
const CHOICES = 20;

export const chooseParts = defineQuery('viewer', z.object({ find: z.string().max(200) }), async ({ db }, { find }) => ({
  ok: true,
  value: (await parts.listParts(db, { find, limit: CHOICES, uncounted: true })).rows.map(({ id, name, quantity, bin }) => ({
    id,
    label: name,
    detail: `${quantity} in stock${bin ? `, ${bin}` : ''}`,
  })),
}));
