'use server';

import * as z from 'zod';
import { readings } from '@/db';
import { question } from '@/server';

/** Widths read of a drive’s belts, on every machine that has it. */
export const readWidthPast = question('viewer', z.object({ driveId: z.number().int() }), async ({ db, person }, { driveId }) => ({
  ok: true,
  value: await readings.widthPast(db, person.shopId, driveId),
}));

/** How the belts of a drive were ridden, and what their owners were promised. */
export const readBeltLife = question('viewer', z.object({ driveId: z.number().int() }), async ({ db, person }, { driveId }) => ({
  ok: true,
  value: await readings.beltLife(db, person.shopId, driveId),
}));
