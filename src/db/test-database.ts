import type { BeltBooked } from '../core/job';
import { openDatabase, type Database, type MachineFields, type ShelfBelt } from '.';

/**
 * A database of a test file's own on the server that the test script started, empty; files run side by side.
 * @returns the database and how to drop it; null where no server was started
 */
export async function testDatabase(name: string): Promise<{ db: Database; drop: () => Promise<void> } | null> {
  const server = process.env['TEST_DATABASE_URL'];
  if (!server) return null;
  const url = new URL(server);
  const own = `${url.pathname.slice(1)}_${name}`;
  const admin = openDatabase(server);
  await admin.sequelize.query(`DROP DATABASE IF EXISTS "${own}" WITH (FORCE)`);
  await admin.sequelize.query(`CREATE DATABASE "${own}"`);
  url.pathname = `/${own}`;
  const db = openDatabase(url.toString());
  return {
    db,
    drop: async () => {
      await db.sequelize.close();
      await admin.sequelize.query(`DROP DATABASE IF EXISTS "${own}" WITH (FORCE)`);
      await admin.sequelize.close();
    },
  };
}

/** A machine of which nothing is known but its name. */
export const NEW_MACHINE: MachineFields = {
  name: 'Rider',
  maker: '',
  model: '',
  serial: '',
  meter: null,
  meterUnit: 'h',
  notes: '',
  customer: '',
  driveIds: [],
};

/** A place on the shelf with two belts. */
export const SHELF_ROW = {
  designation: '4L480',
  section: '4L',
  lengthMm: null,
  lengthReference: null,
  lengthTyped: null,
  quantity: 2,
  bin: 'B2',
  priceCents: 1480,
  supplierNote: '',
};

/** What a ticket says of one of them booked. */
export const bookingOf = (belt: Pick<ShelfBelt, 'id'>): BeltBooked => ({
  shelfBeltId: belt.id,
  place: null,
  belt: '4L480',
  bin: 'B2',
  section: '4L',
  outsideMm: 1219.2,
  verdict: 'fits',
  chance: 1,
  engagedN: 152,
  runningN: 133,
  floorN: 71,
  ceilingN: 400,
  window: { shortestMm: 1212, longestMm: 1226 },
  letsGo: true,
  pieces: 1,
  slackMm: 11,
  substitute: false,
  insteadOf: null,
  reason: '',
  priceCents: 1480,
  drive: null,
});
