import { describe, expect, it } from 'vitest';
import { demoDrive } from '../../core/drive/sample-drives';
import { STACK_TEMPLATES } from '../../core/stack';
import { UNPROVED } from '../../core/job/test-job';
import {
  customers,
  documents,
  drives,
  followUps,
  history,
  isUnreadable,
  jobs,
  machines,
  meters,
  parts,
  people,
  shelf,
  stacks,
  storedParts,
  tickets,
  trials,
} from '..';
import { bookingOf, NEW_MACHINE, NOW, SHELF_ROW, shopForTests, value, AUTHOR } from '../test-database';

const shop = shopForTests('record');
const at = (iso: string) => ({ personId: shop.owner.id, at: new Date(iso) });
const machine = async (more = {}) => value(await machines.saveMachine(shop.db, AUTHOR, { ...NEW_MACHINE, ...more }));
const drive = async () => drives.addDrive(shop.db, demoDrive('orchard-rider'), 'Ines', NOW);
const PAPER = { mediaType: 'application/pdf' as const, bytes: Buffer.from('%PDF-1.4 page 23') };

describe('a machine’s meter', () => {
  it('is logged with the machine, only where it changed, and shows the latest by time, not by arrival', async () => {
    const made = await machine({ meter: 410 });
    const same = value(
      await machines.saveMachine(shop.db, at('2026-11-25T10:00:00Z'), { ...NEW_MACHINE, meter: 410, notes: 'washed' }, made),
    );
    expect(await meters.meterLog(shop.db, made.id)).toHaveLength(1);
    value(await meters.readMeter(shop.db, at('2026-12-10T09:00:00Z'), made.id, { value: 425, unit: 'h' }));
    // A change that was queued on a device is older than the stored one.
    value(await meters.readMeter(shop.db, at('2026-12-01T09:00:00Z'), made.id, { value: 418, unit: 'h' }));
    expect((await meters.meterLog(shop.db, made.id)).map((r) => [r.value, r.by])).toEqual([
      [425, 'Ines Tarrow'],
      [418, 'Ines Tarrow'],
      [410, ''],
    ]);
    expect(await machines.findMachine(shop.db, same.id)).toMatchObject({ meter: 425, meterUnit: 'h' });
  });
  it('is refused for a deleted machine', async () => {
    expect(await meters.readMeter(shop.db, shop.by(), 4711, { value: 1, unit: 'h' })).toMatchObject({ ok: false, reason: 'refused' });
  });
});

describe('parts in store', () => {
  it('are those of all jobs of the machine, without struck out lines and without another machine', async () => {
    const { id: machineId } = await machine();
    const { id: other } = await machine({ name: 'Other thrower' });
    const write = async (job: number, body: object) =>
      value(await tickets.writeEntry(shop.db, shop.by(), job, 'fit', { type: 'tally', body } as never));
    const stored = (item: string) => ({ item, count: 1, way: 'stored', note: 'autumn, rack 2' });
    const [spring, autumn, elsewhere] = [
      await shop.openJob({ machineId }),
      await shop.openJob({ machineId }),
      await shop.openJob({ machineId: other }),
    ];
    await write(spring, stored('Drive module'));
    await write(spring, stored('Hitch brackets'));
    await write(elsewhere, stored('Chute'));
    const struck = await write(spring, stored('Springs'));
    value(await tickets.voidEntry(shop.db, shop.by(), spring, struck.entryId));
    const items = async () => (await storedParts.storedPartsOf(shop.db, machineId)).map((p) => [p.item, p.note, p.job]);
    expect(await items()).toEqual([
      ['Drive module', 'autumn, rack 2', spring],
      ['Hitch brackets', 'autumn, rack 2', spring],
    ]);
    // The next job shows them, and refits one.
    expect((await jobs.findJob(shop.db, autumn))!.storedParts).toHaveLength(2);
    expect((await jobs.findJob(shop.db, spring))!.storedParts).toEqual([]);
    await write(autumn, stored('Drive module'));
    await write(autumn, { item: 'Drive module', count: 1, way: 'on', note: '' });
    expect((await items()).map(([item]) => item)).toEqual(['Hitch brackets']);
  });
});

describe('documents', () => {
  it('are pinned to a machine or to one pulley of a drive, handed out whole, and removed', async () => {
    const { id: machineId } = await machine();
    const { id: driveId } = await drive();
    const { id } = value(await documents.addDocument(shop.db, shop.by(), { machineId }, 'Parts diagram', PAPER));
    value(
      await documents.addDocument(shop.db, shop.by(), { driveId, station: 'arm-idler' }, 'Stack', { ...PAPER, mediaType: 'image/jpeg' }),
    );
    const listed = await documents.documentsOf(shop.db, { machineId, driveIds: [driveId] });
    expect(listed.map((d) => [d.name, d.station, d.by])).toEqual([
      ['Stack', 'arm-idler', 'Ines Tarrow'],
      ['Parts diagram', '', 'Ines Tarrow'],
    ]);
    expect((await documents.findDocument(shop.db, id))?.bytes.toString()).toBe('%PDF-1.4 page 23');
    expect(await documents.findDocument(shop.db.ofShop(shop.owner.shopId + 1), id)).toBeNull();
    value(await documents.removeDocument(shop.db, id));
    expect(await documents.removeDocument(shop.db, id)).toMatchObject({ ok: false });
  });
  it('shows a picture on its ticket with its line, which cannot be deleted elsewhere', async () => {
    const number = await shop.openJob();
    value(
      await tickets.addPicture(shop.db, shop.by(), number, 'look', {
        shows: 'Idler: bearing',
        about: 'finding idler-tip idler',
        ...PAPER,
        mediaType: 'image/jpeg',
      }),
    );
    const job = (await jobs.findJob(shop.db, number))!;
    // A picture is not a line of the run list.
    expect(job.stages.look).toBe('waiting');
    const [line] = job.entries;
    if (line?.type !== 'picture') throw new Error('no picture');
    expect(await documents.removeDocument(shop.db, line.body.documentId)).toMatchObject({ ok: false });
    expect(await documents.findDocument(shop.db, line.body.documentId)).not.toBeNull();
  });
});

describe('customers', () => {
  it('have a contact, are found by it, and no two have one name', async () => {
    await machine({ customer: 'Isla Ferrow' });
    const { shopId } = shop.owner;
    const [line] = (await customers.listCustomers(shop.db, { find: 'ferrow', limit: 9 })).rows;
    const changed = value(
      await customers.saveCustomer(
        shop.db,
        { name: 'Isla Ferrow', contact: 'Orchard house; rings back after dark' },
        { id: line!.id, version: 1 },
      ),
    );
    expect((await customers.listCustomers(shop.db, { find: 'AFTER dark', limit: 9 })).rows).toMatchObject([
      { name: 'Isla Ferrow', machines: 1 },
    ]);
    expect(await customers.saveCustomer(shop.db, { name: 'Isla Ferrow', contact: '' })).toMatchObject({
      ok: false,
      problem: 'A customer named “Isla Ferrow” already exists.',
    });
    expect(await customers.saveCustomer(shop.db, { name: 'Isla', contact: '' }, { id: line!.id, version: 1 })).toMatchObject({
      reason: 'stale',
      current: changed,
    });
    expect(await customers.machinesOf(shop.db, line!.id)).toMatchObject([{ name: 'Rider' }]);
    expect(await customers.findCustomer(shop.db.ofShop(shopId + 1), line!.id)).toBeNull();
  });
});

describe('parts other than belts', () => {
  const IDLER = { name: 'Flat idler 82', number: 'KR-82-F', quantity: 2, bin: 'D4', priceCents: 2400, fitsDriveId: null, supplyDays: null };
  it('leave the shelf with their line on the ticket, and come back with it', async () => {
    const part = value(await parts.savePart(shop.db, IDLER));
    const number = await shop.openJob();
    const { entryId } = value(await tickets.fitPart(shop.db, shop.by(), number, 'fit', { partId: part.id, quantity: 2 }));
    const left = async () => (await parts.listParts(shop.db, { find: '82', limit: 9 })).rows.map((p) => p.quantity);
    expect(await left()).toEqual([0]);
    expect(await tickets.fitPart(shop.db, shop.by(), number, 'fit', { partId: part.id, quantity: 1 })).toMatchObject({
      ok: false,
      problem: 'The last Flat idler 82 was already used from D4.',
    });
    value(await tickets.voidEntry(shop.db, shop.by(), number, entryId));
    expect(await left()).toEqual([2]);
  });
  it('are returned even if their row was deleted', async () => {
    const part = value(await parts.savePart(shop.db, IDLER));
    const number = await shop.openJob();
    const { entryId } = value(await tickets.fitPart(shop.db, shop.by(), number, 'fit', { partId: part.id, quantity: 1 }));
    value(await parts.removePart(shop.db, part.id));
    value(await tickets.voidEntry(shop.db, shop.by(), number, entryId));
    expect((await parts.listParts(shop.db, { limit: 9 })).rows).toMatchObject([{ name: 'Flat idler 82', quantity: 1, bin: 'D4' }]);
  });
  it('more than there are is refused and takes none', async () => {
    const part = value(await parts.savePart(shop.db, IDLER));
    const number = await shop.openJob();
    expect(await tickets.fitPart(shop.db, shop.by(), number, 'fit', { partId: part.id, quantity: 3 })).toMatchObject({
      problem: 'There are 2 Flat idler 82 left, not 3.',
    });
    expect((await jobs.findJob(shop.db, number))!.entries).toEqual([]);
  });
});

describe('stacks', () => {
  const { stack } = STACK_TEMPLATES[0]!;
  it('are stored by pulley on top of the version that was read, and deleted', async () => {
    const { id: driveId } = await drive();
    const place = { driveId, pulley: 'arm-idler', version: 0 };
    expect(value(await stacks.saveStack(shop.db, shop.by(), place, stack)).version).toBe(1);
    expect(await stacks.saveStack(shop.db, shop.by(), place, stack)).toMatchObject({ reason: 'stale', current: { version: 1 } });
    const [kept] = await stacks.stacksOf(shop.db, driveId);
    expect(kept).toMatchObject({ pulley: 'arm-idler', stack, by: 'Ines Tarrow' });
    value(await stacks.saveStack(shop.db, shop.by(), { ...place, version: 1 }, null));
    expect(await stacks.stacksOf(shop.db, driveId)).toEqual([]);
  });
  it('one that no longer reads is shown with its text and hides no other', async () => {
    const { id: driveId } = await drive();
    value(await stacks.saveStack(shop.db, shop.by(), { driveId, pulley: 'a', version: 0 }, stack));
    value(await stacks.saveStack(shop.db, shop.by(), { driveId, pulley: 'b', version: 0 }, stack));
    await shop.db.sequelize.query(`UPDATE stacks SET document = '{"form": 1, "stack": {"layers": "three"}}' WHERE pulley = 'a'`);
    const [bad, good] = await stacks.stacksOf(shop.db, driveId);
    expect(isUnreadable(bad!) && bad.text).toContain('three');
    expect(isUnreadable(good!)).toBe(false);
  });
});

describe('a substitute that was booked', () => {
  const closedJob = async (substitute: boolean) => {
    const belt = value(await shelf.addShelfBelt(shop.db, SHELF_ROW));
    const { id: driveId, version } = await drive();
    const number = await shop.openJob({ driveId, beltId: 'blade' });
    const booked = { ...bookingOf(belt), substitute, drive: { id: driveId, version: version ?? 1, beltId: 'blade' } };
    const { entryId } = value(await tickets.bookBelt(shop.db, shop.by(), number, belt.version, booked));
    value(await tickets.writeEntry(shop.db, shop.by(), number, 'book', { type: 'closing', body: UNPROVED }));
    return { number, entryId, driveId };
  };
  const due = async (days: number) =>
    (await followUps.dueFollowUps(shop.db, new Date(NOW.getTime() + (days - 14) * 86_400_000), { limit: 50 })).rows.filter(
      (f) => f.kind === 'trial',
    );

  it('is due after its days, and not again after an answer', async () => {
    const { number, entryId, driveId } = await closedJob(true);
    expect(await due(13)).toEqual([]);
    expect(await due(15)).toMatchObject([{ entryId, text: '4L480', job: number, machine: 'Rider' }]);
    value(await trials.answerTrial(shop.db, shop.by(), entryId, { worked: false, note: 'Crept with the blades off.' }));
    expect(await due(15)).toEqual([]);
    expect(await trials.trialsOf(shop.db, driveId)).toMatchObject([
      { belt: '4L480', worked: false, note: 'Crept with the blades off.', number },
    ]);
    value(await trials.answerTrial(shop.db, shop.by(), entryId, { worked: true, note: '' }));
    expect(await trials.trialsOf(shop.db, driveId)).toMatchObject([{ worked: true }]);
  });
  it('needs no answer about an exact belt, and accepts none', async () => {
    const { entryId } = await closedJob(false);
    expect(await due(30)).toEqual([]);
    expect(await trials.answerTrial(shop.db, shop.by(), entryId, { worked: true, note: '' })).toMatchObject({
      ok: false,
      reason: 'refused',
    });
  });
});

describe('a shop’s limits', () => {
  const USUAL = { releasedSlackMm: 80, usualStretchPercent: 1 };
  it('are the defaults until they are changed, and decide the hand-back from then on', async () => {
    const now = await people.shopOf(shop.db);
    expect(now.limits).toEqual({ stop: { 'walk-behind': 3, 'ride-on': 5, auger: 5 }, trialDays: 14, askFrom: 150, belt: USUAL });
    const limits = {
      stop: { 'walk-behind': 2, 'ride-on': 4, auger: 4 },
      trialDays: 7,
      askFrom: 90,
      belt: { releasedSlackMm: 60, usualStretchPercent: 0.8 },
    };
    value(await people.changeShop(shop.db, now.version, { name: now.name, timeZone: 'UTC', limits }));
    const number = await shop.openJob();
    expect((await jobs.findJob(shop.db, number))!.limits).toEqual(limits);
    await shop.db.sequelize.query(`UPDATE shops SET limits = '{"stop": "fast"}'`);
    expect((await people.shopOf(shop.db)).limits.stop.auger).toBe(5);
  });
});

describe('a machine’s history', () => {
  it('holds jobs, readings and papers, the latest first, and each standing line where it is asked for', async () => {
    const made = await machine({ meter: 410 });
    const number = await shop.openJob({ machineId: made.id });
    const { entryId } = value(
      await tickets.writeEntry(shop.db, shop.by(), number, 'look', { type: 'note', body: { text: 'Idler growls.' } }),
    );
    value(await tickets.writeEntry(shop.db, shop.by(), number, 'look', { type: 'note', body: { text: 'Keeper bent.' } }));
    value(await tickets.voidEntry(shop.db, shop.by(), number, entryId));
    value(await documents.addDocument(shop.db, at('2026-11-26T08:00:00Z'), { machineId: made.id }, 'Parts diagram', PAPER));
    const { events: short, total } = await history.latestEvents(shop.db, made, 10);
    expect(total).toBe(3);
    expect(short[0]).toMatchObject({ kind: 'document', what: 'Parts diagram', by: 'Ines Tarrow', job: null });
    expect(short.map((e) => e.kind).sort()).toEqual(['document', 'job-opened', 'meter']);
    const long = await history.historyOf(shop.db, made);
    expect(long.filter((e) => e.kind === 'line').map((e) => [e.what, e.job])).toEqual([['Keeper bent.', number]]);
  });
  it('is cut at its latest events, and counts all', async () => {
    const made = await machine({ meter: 410 });
    for (let i = 0; i < 4; i++) await shop.openJob({ machineId: made.id });
    const all = (await history.historyOf(shop.db, made)).filter((e) => e.kind !== 'line');
    for (const limit of [1, 3, 5, 10]) {
      const { events, total } = await history.latestEvents(shop.db, made, limit);
      expect(total).toBe(all.length);
      expect(events.map((e) => e.at)).toEqual(all.slice(0, limit).map((e) => e.at));
    }
    expect(await history.latestEvents(shop.db.ofShop(999_999), made, 10)).toEqual({ events: [], total: 0 });
  });
});
