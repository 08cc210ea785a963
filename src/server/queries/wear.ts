import 'server-only';
import { QUERY_CONTRACTS } from '@/contract/queries';
import { beltLives, parts, readings } from '@/db';
import { defineQuery } from '@/server';

/** Widths read of a drive’s belts, on every machine that has it. */
export const readWidthPast = defineQuery(QUERY_CONTRACTS['width.past'], async ({ db }, { driveId }) => ({
  ok: true,
  value: await readings.widthPast(db, driveId),
}));

/** Riding records and warranties of the belts of a drive. */
export const readBeltsLasted = defineQuery(QUERY_CONTRACTS['belts.lasted'], async ({ db }) => ({
  ok: true,
  value: await beltLives.beltsThatLasted(db),
}));

export const readBeltLife = defineQuery(QUERY_CONTRACTS['belt.life'], async ({ db }, { driveId }) => ({
  ok: true,
  value: await readings.beltLife(db, driveId),
}));

/** Measured CVT belts of the shop, and the spares for them. */
export const readFleet = defineQuery(QUERY_CONTRACTS['wear.fleet'], async ({ db }) => {
  const [belts, spares] = await Promise.all([readings.widthsOfShop(db), parts.spareBelts(db)]);
  return { ok: true, value: { belts, spares } };
});
