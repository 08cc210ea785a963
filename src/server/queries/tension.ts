import 'server-only';
import { QUERY_CONTRACTS } from '@/contract/queries';
import { readings } from '@/db';
import { defineQuery } from '@/server';

/** Earlier tension readings of a drive, on every machine with it. */
export const readTensionPast = defineQuery(QUERY_CONTRACTS['tension.past'], async ({ db }, { driveId }) => ({
  ok: true,
  value: await readings.tensionPast(db, driveId),
}));
