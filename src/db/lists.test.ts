import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { demoDrive } from '../core/drive/sample-drives';
import { seededRandom } from '../core/drive';
import { drives, jobs, machines, migrate, people, shelf, type Database, type MachineFields, type Person } from '.';
import { wordPatterns } from './find';
import { bookingOf, NEW_MACHINE, SHELF_ROW, testDatabase } from './test-database';

const NOW = new Date('2026-11-25T09:00:00Z');
const value = <T>(outcome: { ok: true; value: T } | { ok: false; problem: string }): T => {
  if (!outcome.ok) throw new Error(outcome.problem);
  return outcome.value;
};

describe('what was typed to find something', () => {
  it.each<[string, string[]]>([
    ['', []],
    ['  Orchard,  RIDER ', ['%orchard%', '%rider%']],
    ['100% _x \\', ['%100\\%%', '%\\_x%', '%\\\\%']],
    ['or\0ch\0', ['%or%', '%ch%']],
  ])('%j', (typed, patterns) => expect(wordPatterns(typed)).toEqual(patterns));
});

describe.runIf(process.env['TEST_DATABASE_URL'])('lists', () => {
  let made: Awaited<ReturnType<typeof testDatabase>>;
  let db: Database;
  let owner: Person;
  beforeAll(async () => {
    made = await testDatabase('lists');
    db = made!.db;
    await migrate(db.sequelize);
  });
  afterAll(async () => made?.drop());
  beforeEach(async () => {
    await db.sequelize.query('TRUNCATE shops RESTART IDENTITY CASCADE');
    owner = value(
      await people.foundShop(db, 'Quay Bay Repairs', { name: 'Ines Tarrow', email: 'ines@quaybay.example', passwordHash: 'x' }),
    );
  });
  const machine = async (fields: Partial<MachineFields>) =>
    value(await machines.saveMachine(db, owner.shopId, { ...NEW_MACHINE, ...fields })).id;
  const job = async (machineId: number, title: string) =>
    value(await jobs.openJob(db, owner.shopId, { machineId, driveId: null, beltId: null, title, complaint: '' }, NOW)).number;

  it('every row is on one page, in order, whatever the size of a page', async () => {
    const names = Array.from({ length: 23 }, (_, i) => `Machine ${String((i * 7) % 23).padStart(2, '0')}`);
    for (const name of names) await machine({ name });
    for (const limit of [1, 5, 23, 50]) {
      const seen: string[] = [];
      for (let offset = 0; offset < 23; offset += limit) {
        const page = await machines.listMachines(db, owner.shopId, { offset, limit });
        expect(page.total).toBe(23);
        seen.push(...page.rows.map((m) => m.name));
      }
      expect(seen).toEqual([...names].sort());
    }
    expect((await machines.listMachines(db, owner.shopId, { offset: 100, limit: 5 })).rows).toEqual([]);
  });
  it('a search finds what holds every word, as looking through all of them does', async () => {
    const random = seededRandom(4);
    const word = () => ['orchard', 'harbour', 'rider', 'thrower', 'Thrushbeck', 'S-17', 'belt 50%', 'a_b'][Math.floor(8 * random())]!;
    const rows: { name: string; maker: string; customer: string; title: string; number: number }[] = [];
    for (let i = 0; i < 40; i++) {
      const [name, maker, customer, title] = [`${word()} ${i}`, word(), `${word()} croft`, `${word()} ${word()}`];
      rows.push({ name, maker, customer, title, number: await job(await machine({ name, maker, customer }), title) });
    }
    const holds = (text: string, find: string) => wordsOf(find).every((w) => text.toLowerCase().includes(w));
    for (const find of ['orch', 'RIDER croft', '50%', 'a_b', '_', 's-17 harbour', `${rows[7]!.number}`, 'thrush belt', 'nowhere', '']) {
      expect((await machines.listMachines(db, owner.shopId, { find, limit: 99 })).rows.map((m) => m.name).sort()).toEqual(
        rows
          .filter((r) => holds(`${r.name} ${r.maker} | ${r.customer}`, find))
          .map((r) => r.name)
          .sort(),
      );
      const found = await jobs.findJobs(db, owner.shopId, { find, limit: 99 });
      expect(found.rows.map((j) => j.number)).toEqual(
        rows
          .filter((r) => holds(`${r.number} ${r.title} | ${r.name} ${r.maker} | ${r.customer}`, find))
          .map((r) => r.number)
          .reverse(),
      );
      expect(found.total).toBe(found.rows.length);
    }
  });
  it('keep to their own shop, machine and state', async () => {
    const [one, two] = [await machine({ name: 'One' }), await machine({ name: 'Two' })];
    const numbers = [await job(one, 'a'), await job(two, 'b'), await job(one, 'c')];
    value(await jobs.closeJob(db, { shopId: owner.shopId, personId: owner.id, now: NOW }, numbers[0]!, 'done'));
    expect((await jobs.openJobs(db, owner.shopId, { limit: 9 })).rows.map((j) => j.number)).toEqual([numbers[2], numbers[1]]);
    expect((await jobs.closedJobs(db, owner.shopId, { limit: 9 })).rows.map((j) => j.number)).toEqual([numbers[0]]);
    expect((await jobs.jobsOfMachine(db, owner.shopId, one, { limit: 9 })).rows.map((j) => j.number)).toEqual([numbers[2], numbers[0]]);
    expect((await jobs.findJobs(db, owner.shopId + 1, { limit: 9 })).total).toBe(0);
    expect([await jobs.isJob(db, owner.shopId, numbers[0]!), await jobs.isJob(db, owner.shopId + 1, numbers[0]!)]).toEqual([true, false]);
  });
  it('of drives say what their documents hold, without them', async () => {
    const stored = await drives.addDrive(db, owner.shopId, demoDrive('sickle-bar-tractor'), 'Ines', NOW);
    const { rows } = await drives.listDrives(db, owner.shopId, { limit: 9 });
    expect(rows).toEqual([drives.summaryOf(stored)]);
  });
});

const wordsOf = (find: string) =>
  find
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean);

describe.runIf(process.env['TEST_DATABASE_URL'])('what is gone or changed meanwhile', () => {
  let made: Awaited<ReturnType<typeof testDatabase>>;
  let db: Database;
  let owner: Person;
  let number: number;
  const row = { ...SHELF_ROW, supplierNote: 'boat' };
  const by = () => ({ shopId: owner.shopId, personId: owner.id, now: NOW });
  beforeAll(async () => {
    made = await testDatabase('gone');
    db = made!.db;
    await migrate(db.sequelize);
  });
  afterAll(async () => made?.drop());
  beforeEach(async () => {
    await db.sequelize.query('TRUNCATE shops RESTART IDENTITY CASCADE');
    owner = value(
      await people.foundShop(db, 'Quay Bay Repairs', { name: 'Ines Tarrow', email: 'ines@quaybay.example', passwordHash: 'x' }),
    );
    const { id: machineId } = value(await machines.saveMachine(db, owner.shopId, NEW_MACHINE));
    ({ number } = value(
      await jobs.openJob(db, owner.shopId, { machineId, driveId: null, beltId: null, title: 'Slips', complaint: '' }, NOW),
    ));
  });
  const booked = async (belt: { id: number; version: number }, withPlace: boolean) => {
    const { quantity: _quantity, ...place } = row;
    const body = { ...bookingOf(belt), ...(withPlace ? { place } : {}) };
    return value(await jobs.bookBelt(db, by(), number, belt.version, body)).entryId;
  };

  it.each([true, false])('a booking is taken back though its place on the shelf is gone (place kept: %s)', async (withPlace) => {
    const belt = value(await shelf.addShelfBelt(db, owner.shopId, { ...row, quantity: 1 }));
    const entry = await booked(belt, withPlace);
    value(await shelf.removeShelfBelt(db, owner.shopId, belt.id, belt.version + 1));
    value(await jobs.withdrawEntry(db, by(), number, entry));
    expect(await shelf.listShelf(db, owner.shopId)).toMatchObject([
      { designation: '4L480', section: '4L', quantity: 1, bin: 'B2', priceCents: 1480, supplierNote: withPlace ? 'boat' : '' },
    ]);
  });
  it('it goes onto the same belt in the same bin, where that was put up again', async () => {
    const belt = value(await shelf.addShelfBelt(db, owner.shopId, { ...row, quantity: 1 }));
    const entry = await booked(belt, true);
    value(await shelf.removeShelfBelt(db, owner.shopId, belt.id, belt.version + 1));
    value(await shelf.addShelfBelt(db, owner.shopId, { ...row, designation: '4L-480', quantity: 4 }));
    value(await jobs.withdrawEntry(db, by(), number, entry));
    expect((await shelf.listShelf(db, owner.shopId)).map((b) => [b.designation, b.quantity])).toEqual([['4L-480', 5]]);
  });
  it('a belt that was counted since it was seen is not removed', async () => {
    const belt = value(await shelf.addShelfBelt(db, owner.shopId, row));
    value(await shelf.changeShelfBelt(db, owner.shopId, belt.id, belt.version, { ...row, quantity: 5 }));
    expect(await shelf.removeShelfBelt(db, owner.shopId, belt.id, belt.version)).toMatchObject({
      ok: false,
      reason: 'stale',
      current: { quantity: 5 },
    });
    expect((await shelf.listShelf(db, owner.shopId))[0]!.quantity).toBe(5);
  });
  it('a job is about no belt that its drive does not have', async () => {
    const drive = await drives.addDrive(db, owner.shopId, demoDrive('orchard-rider'), 'Ines', NOW);
    const { machineId } = (await jobs.findJob(db, owner.shopId, number))!;
    const open = (driveId: number | null, beltId: string | null) =>
      jobs.openJob(db, owner.shopId, { machineId, driveId, beltId, title: 'x', complaint: '' }, NOW);
    expect(await open(drive.id, 'none')).toMatchObject({ ok: false, problem: expect.stringContaining('no longer on this drive') });
    expect(await open(null, 'blade')).toMatchObject({ ok: false });
    expect(await jobs.chooseDrive(db, by(), number, drive.id, 'none')).toMatchObject({ ok: false });
    value(await open(drive.id, 'blade'));
    value(await jobs.chooseDrive(db, by(), number, drive.id, 'blade'));
  });
  it('a machine that is refused makes no customer', async () => {
    const fields = { ...NEW_MACHINE, customer: 'Nobody yet', driveIds: [4711] };
    expect(await machines.saveMachine(db, owner.shopId, fields)).toMatchObject({ ok: false });
    const { id, version } = value(await machines.saveMachine(db, owner.shopId, { ...fields, customer: '', driveIds: [] }));
    expect(await machines.saveMachine(db, owner.shopId, { ...fields, driveIds: [] }, { id, version: version + 1 })).toMatchObject({
      ok: false,
      reason: 'stale',
    });
    expect(await machines.findCustomers(db, owner.shopId, { find: 'nobody', limit: 5 })).toEqual([]);
  });
  it('a ticket stands in the order in which it was written, whatever the clocks said', async () => {
    const at = (minutes: number) => ({ ...by(), now: new Date(NOW.getTime() + minutes * 60_000) });
    for (const [minutes, text] of [
      [9, 'first'],
      [3, 'second'],
      [7, 'third'],
    ] as const)
      value(await jobs.addNote(db, at(minutes), number, 'look', text));
    expect((await jobs.findJob(db, owner.shopId, number))!.entries.map((e) => (e.body as { text: string }).text)).toEqual([
      'first',
      'second',
      'third',
    ]);
  });
});
