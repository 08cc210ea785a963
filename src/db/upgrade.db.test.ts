import { readdirSync, readFileSync } from 'node:fs';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import {
  access,
  customers,
  documents,
  drives,
  facts,
  followUps,
  isUnreadable,
  jobLists,
  jobs,
  jobStages,
  machines,
  meters,
  migrate,
  notebooks,
  parts,
  people,
  shelf,
  stacks,
  type Database,
} from '.';
import { MIGRATIONS } from './migrate';
import { testDatabase } from './test-database';

const folder = new URL('./migrations/fixtures/', import.meta.url);
const fixture = (name: string) => readFileSync(new URL(`${name}.sql`, folder), 'utf8');
const LIST = { limit: 50 };
const NOW = new Date('2026-12-01T08:00:00Z');

describe('data of every earlier version', () => {
  let made: Awaited<ReturnType<typeof testDatabase>> | undefined;
  let db: Database;
  beforeAll(async () => {
    made = await testDatabase('upgrade');
    db = made.db;
  });
  afterAll(async () => made?.drop());
  beforeEach(async () => {
    await db.sequelize.query('DROP SCHEMA public CASCADE; CREATE SCHEMA public');
  });

  it('has a fixture for each migration', () => {
    expect(
      readdirSync(folder)
        .map((f) => f.replace('.sql', ''))
        .sort(),
    ).toEqual(MIGRATIONS.map((m) => m.name).sort());
  });

  it.each(MIGRATIONS.map((m, i) => [m.name, i] as const))('of %s opens in this one', async (_name, last) => {
    for (const [i, { name }] of MIGRATIONS.slice(0, last + 1).entries()) {
      await migrate(db.sequelize, MIGRATIONS.slice(0, i + 1));
      await db.sequelize.query(fixture(name));
    }
    await migrate(db.sequelize);
    await jobStages.storeOpenStages(db);
    await followUps.deriveStale(db);
    const shop = db.ofShop(1);
    expect((await people.shopOf(shop)).limits.trialDays).toBe(last >= 7 ? 10 : 14);
    expect((await people.listPeople(shop)).map((p) => [p.name, p.preferences.theme])).toEqual([['Ines Tarrow', 'day']]);
    for (const number of [1, 2]) {
      const job = (await jobs.findJob(shop, number))!;
      expect(job.entries.filter((e) => e.type === 'unreadable')).toEqual([]);
    }
    expect((await jobs.findJob(shop, 1))?.entries.map((e) => e.type)).toEqual(['note', 'closing']);
    expect((await jobLists.openJobs(shop, { ...LIST, find: 'ferrow' })).rows.map((j) => j.number)).toEqual([2]);
    const drive = await drives.findDrive(shop, 1);
    expect(drive && !isUnreadable(drive) && drive.document.name).toBeTruthy();
    expect((await machines.findMachine(shop, 1))?.driveIds).toEqual([1]);
    expect((await customers.listCustomers(shop, LIST)).total).toBe(last >= 4 ? 2 : 1);
    expect((await shelf.listShelf(shop)).map((b) => [b.designation, b.quantity])).toEqual([['4L480', 2]]);
    // The value on the machine is the first line of its log.
    expect((await meters.meterLog(shop, 1)).map((r) => r.value)).toContain(412.6);
    if (last >= 1) expect((await notebooks.listNotebooks(shop, LIST)).total).toBe(1);
    if (last >= 1) expect((await notebooks.findPhoto(shop, 1))?.bytes.length).toBe(3);
    if (last >= 6) expect((await facts.factsOf(shop, { machineId: 1, driveIds: [1] })).machine.class?.value).toBe('ride-on');
    if (last >= 7) {
      expect((await stacks.stacksOf(shop, 1)).filter((s) => !isUnreadable(s))).toHaveLength(1);
      expect((await documents.findDocument(shop, 1))?.bytes.toString()).toBe('%PDF-1.4');
      expect((await parts.listParts(shop, LIST)).total).toBe(last >= 9 ? 2 : 1);
    }
    expect((await access.commandLog(shop, LIST)).total).toBe(last >= 5 ? 1 : 0);
    // The rules of the last versions have no season.
    expect((await followUps.laterFollowUps(shop, NOW, LIST)).rows.map((f) => f.source)).toEqual(last >= 16 ? [] : ['season:mowing:2027']);
  });

  it('stays as it was if a migration fails, with the reason', async () => {
    const before = MIGRATIONS.slice(0, -1);
    await migrate(db.sequelize, before);
    await db.sequelize.query(`INSERT INTO shops (name, time_zone) VALUES ('Quay Bay Repairs', 'UTC')`);
    const broken = {
      name: '0999-broken',
      up: (run: (sql: string) => Promise<unknown>) => run(`UPDATE shops SET name = 'changed'; SELECT no_such_function()`),
    };
    await expect(migrate(db.sequelize, [...before, broken])).rejects.toThrow(/no_such_function/);
    const [rows] = await db.sequelize.query(`SELECT name FROM shops WHERE name = 'changed'`);
    expect(rows).toEqual([]);
    expect(await migrate(db.sequelize)).toEqual([MIGRATIONS.at(-1)!.name]);
  });
});
