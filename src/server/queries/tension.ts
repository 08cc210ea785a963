import 'server-only';
import * as z from 'zod';
import { readings } from '@/db';
import { defineQuery } from '@/server';

/** Earlier tension readings of a drive, on every machine with it. */
export const readTensionPast = defineQuery('viewer', z.object({ driveId: z.number().int() }), async ({ db }, { driveId }) => ({
  ok: true,
  value: await readings.tensionPast(db, driveId),
}));
