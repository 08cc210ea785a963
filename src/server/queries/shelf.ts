import 'server-only';
import { QUERY_CONTRACTS } from '@/contract/queries';
import { parts, shelf } from '@/db';
import { defineQuery, rowsOf } from '@/server';

/** All belts in stock, as one text. */
export const readShelf = defineQuery(QUERY_CONTRACTS['shelf.read'], async ({ db }) => ({
  ok: true,
  value: await shelf.packedShelf(db),
}));

export const listParts = defineQuery(QUERY_CONTRACTS['parts.list'], async ({ db }, ask) => ({
  ok: true,
  value: await parts.listParts(db, rowsOf(ask)),
}));

/** Number of suggested parts in a lookup. */
const CHOICES = 20;

export const chooseParts = defineQuery(QUERY_CONTRACTS['parts.choose'], async ({ db }, { find }) => ({
  ok: true,
  value: (await parts.listParts(db, { find, limit: CHOICES, uncounted: true })).rows.map(({ id, name, quantity, bin }) => ({
    id,
    label: name,
    detail: `${quantity} in stock${bin ? `, ${bin}` : ''}`,
  })),
}));
