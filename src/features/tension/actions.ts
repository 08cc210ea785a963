'use server';

import * as z from 'zod';
import { readings } from '@/db';
import { question } from '@/server';

/** What was read of a drive’s tensions before, on every machine that has it. */
export const readTensionPast = question('viewer', z.object({ driveId: z.number().int() }), async ({ db, person }, { driveId }) => ({
  ok: true,
  value: await readings.tensionPast(db, person.shopId, driveId),
}));
