'use server';

import * as z from 'zod';
import { parts, shelf } from '@/db';
import { listInput, question, rowsOf } from '@/server';
import { packShelf } from './packed';

/** All belts to hand, as one text. */
export const readShelf = question('viewer', z.object({}), async ({ db, person }) => ({
  ok: true,
  value: packShelf(await shelf.listShelf(db, person.shopId)),
}));

export const listParts = question('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await parts.listParts(db, person.shopId, rowsOf(ask)),
}));

/** Parts that a lookup offers at once. */
const CHOICES = 20;

export const chooseParts = question('viewer', z.object({ find: z.string().max(200) }), async ({ db, person }, { find }) => ({
  ok: true,
  value: (await parts.listParts(db, person.shopId, { find, limit: CHOICES, uncounted: true })).rows.map(({ id, name, quantity, bin }) => ({
    id,
    label: name,
    detail: `${quantity} in stock${bin ? `, ${bin}` : ''}`,
  })),
}));
