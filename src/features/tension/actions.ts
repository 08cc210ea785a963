'use server';

import * as z from 'zod';
import { readings } from '@/db';
import { query } from '@/server';

/** Earlier tension readings of a drive, on every machine with it. */
export const readTensionPast = query('viewer', z.object({ driveId: z.number().int() }), async ({ db, person }, { driveId }) => ({
  ok: true,
  value: await readings.tensionPast(db, person.shopId, driveId),
}));
