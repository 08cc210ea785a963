'use server';

import * as z from 'zod';
import { shelf } from '@/db';
import { question } from '@/server';
import { packShelf } from './packed';

/** All belts to hand, as one text. */
export const readShelf = question('viewer', z.object({}), async ({ db, person }) => ({
  ok: true,
  value: packShelf(await shelf.listShelf(db, person.shopId)),
}));
