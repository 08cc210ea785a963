import type { BeltBooked } from '../core/job';
import { BOOKED_BELT } from '../core/job/test-job';
import { afterAll, beforeAll, beforeEach } from 'vitest';
import { isUnreadable, jobs, machines, openDatabase, people, type Database, type NewJob, type ShopDatabase, type tickets } from '.';
import { addressOf, templateOf } from './test-template-name';
import type { MachineFields, Person, ShelfBelt, UnreadableRow } from '../contract/records';

export const NOW = new Date('2026-11-25T09:00:00Z');

/** Author of test writes, if the author does not matter. */
export const AUTHOR = { personId: null, at: NOW };

/** Value of an outcome. @throws Error with the reason if it was refused */
export function value<T>(outcome: { ok: true; value: T } | { ok: false; problem: string }): T {
  if (!outcome.ok) throw new Error(outcome.problem);
  return outcome.value;
}

/** A row that reads. @throws Error where there is none, or it does not */
export function readable<T extends object>(row: T | UnreadableRow | null): T {
  if (row === null) throw new Error('there is no such row');
  if (isUnreadable(row)) throw new Error(row.problem);
  return row;
}

/**
 * A database of a test file's own, a copy of the template, on the server that the test script started. Files run side
 * by side.
 * @throws Error where no server was started: tests that need one fail, and are not passed over
 */
export async function testDatabase(name: string): Promise<{ db: Database; drop: () => Promise<void> }> {
  const server = process.env['TEST_DATABASE_URL'];
  if (!server) throw new Error('Database tests need a PostgreSQL in TEST_DATABASE_URL; npm test starts one.');
  const own = `${new URL(server).pathname.slice(1)}_${name}`;
  const admin = openDatabase(server);
  await admin.sequelize.query(`DROP DATABASE IF EXISTS "${own}" WITH (FORCE)`);
  await admin.sequelize.query(`CREATE DATABASE "${own}" TEMPLATE "${templateOf(server)}"`);
  const db = openDatabase(addressOf(server, own));
  return {
    db,
    drop: async () => {
      await db.sequelize.close();
      await admin.sequelize.query(`DROP DATABASE IF EXISTS "${own}" WITH (FORCE)`);
      await admin.sequelize.close();
    },
  };
}

/** A shop of its own with its owner, empty before each test. */
export interface TestShop {
  readonly db: ShopDatabase;
  readonly owner: Person;
  readonly by: () => tickets.Writer;
  readonly openJob: (about?: Partial<NewJob>) => Promise<number>;
}

export function shopForTests(name: string): TestShop {
  let made: { db: Database; drop: () => Promise<void> } | undefined;
  let owner: Person | undefined;
  const there = <T>(thing: T | undefined): T => {
    if (thing === undefined) throw new Error('a test shop is there only inside of a test');
    return thing;
  };
  beforeAll(async () => {
    made = await testDatabase(name);
  });
  afterAll(async () => made?.drop());
  beforeEach(async () => {
    const { db } = there(made);
    // Far quicker than TRUNCATE, which makes new files for all tables. Lines of tickets hold their authors, so jobs are deleted first.
    await db.sequelize.query('DELETE FROM jobs; DELETE FROM shops; DELETE FROM sign_in_attempts');
    owner = value(
      await people.createShop(db, 'Quay Bay Repairs', { name: 'Ines Tarrow', email: 'Ines@QuayBay.example', passwordHash: 'x' }, 'UTC'),
    );
  });
  return {
    get db() {
      return there(made).db.ofShop(there(owner).shopId);
    },
    get owner() {
      return there(owner);
    },
    by: () => ({ personId: there(owner).id, at: NOW, role: 'owner' as const }),
    openJob: async (about = {}) => {
      const db = there(made).db.ofShop(there(owner).shopId);
      const machineId = about.machineId ?? value(await machines.saveMachine(db, AUTHOR, NEW_MACHINE)).id;
      return value(await jobs.openJob(db, { driveId: null, beltId: null, title: 'Slips', complaint: '', ...about, machineId }, NOW)).number;
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

/** Ticket entry for using one of them. */
export const bookingOf = (belt: Pick<ShelfBelt, 'id'>): BeltBooked => ({ ...BOOKED_BELT, shelfBeltId: belt.id, pieces: 1 });
