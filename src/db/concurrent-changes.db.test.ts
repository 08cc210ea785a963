import { beforeEach, describe, expect, it } from 'vitest';
import { demoDrive } from '../core/drive/sample-drives';
import { drives, jobs, machines, shelf, tickets } from '.';
import { bookingOf, NEW_MACHINE, NOW, SHELF_ROW, shopForTests, value, AUTHOR } from './test-database';

describe('rows deleted or changed by another user', () => {
  const shop = shopForTests('gone');
  let number: number;
  const row = { ...SHELF_ROW, supplierNote: 'boat' };
  beforeEach(async () => {
    number = await shop.openJob();
  });
  const booked = async (belt: { id: number; version: number }, withPlace: boolean) => {
    const { quantity: _quantity, ...place } = row;
    const body = { ...bookingOf(belt), ...(withPlace ? { place } : {}) };
    return value(await tickets.bookBelt(shop.db, shop.by(), number, belt.version, body)).entryId;
  };

  it.each([true, false])('undoes a belt use although its stock row was deleted (row exists: %s)', async (withPlace) => {
    const belt = value(await shelf.addShelfBelt(shop.db, { ...row, quantity: 1 }));
    const entry = await booked(belt, withPlace);
    value(await shelf.removeShelfBelt(shop.db, belt.id, belt.version + 1));
    value(await tickets.voidEntry(shop.db, shop.by(), number, entry));
    expect(await shelf.listShelf(shop.db)).toMatchObject([
      { designation: '4L480', section: '4L', quantity: 1, bin: 'B2', priceCents: 1480, supplierNote: withPlace ? 'boat' : '' },
    ]);
  });
  it('it goes onto the same belt in the same bin, where that was put up again', async () => {
    const belt = value(await shelf.addShelfBelt(shop.db, { ...row, quantity: 1 }));
    const entry = await booked(belt, true);
    value(await shelf.removeShelfBelt(shop.db, belt.id, belt.version + 1));
    value(await shelf.addShelfBelt(shop.db, { ...row, designation: '4L-480', quantity: 4 }));
    value(await tickets.voidEntry(shop.db, shop.by(), number, entry));
    expect((await shelf.listShelf(shop.db)).map((b) => [b.designation, b.quantity])).toEqual([['4L-480', 5]]);
  });
  it('a belt that was counted since it was seen is not removed', async () => {
    const belt = value(await shelf.addShelfBelt(shop.db, row));
    value(await shelf.changeShelfBelt(shop.db, belt.id, belt.version, { ...row, quantity: 5 }));
    expect(await shelf.removeShelfBelt(shop.db, belt.id, belt.version)).toMatchObject({
      ok: false,
      reason: 'stale',
      current: { quantity: 5 },
    });
    expect((await shelf.listShelf(shop.db))[0]!.quantity).toBe(5);
  });
  it('refuses a job about a belt that its drive does not have', async () => {
    const drive = await drives.addDrive(shop.db, demoDrive('orchard-rider'), 'Ines', NOW);
    const { machineId } = (await jobs.findJob(shop.db, number))!;
    const open = (driveId: number | null, beltId: string | null) =>
      jobs.openJob(shop.db, { machineId, driveId, beltId, title: 'x', complaint: '' }, NOW);
    expect(await open(drive.id, 'none')).toMatchObject({ ok: false, problem: expect.stringContaining('removed from the drive') });
    expect(await open(null, 'blade')).toMatchObject({ ok: false });
    expect(await tickets.chooseDrive(shop.db, shop.by(), number, drive.id, 'none')).toMatchObject({ ok: false });
    value(await open(drive.id, 'blade'));
    value(await tickets.chooseDrive(shop.db, shop.by(), number, drive.id, 'blade'));
  });
  it('a machine that is refused makes no customer', async () => {
    const fields = { ...NEW_MACHINE, customer: 'Nobody yet', driveIds: [4711] };
    expect(await machines.saveMachine(shop.db, AUTHOR, fields)).toMatchObject({ ok: false });
    const { id, version } = value(await machines.saveMachine(shop.db, AUTHOR, { ...fields, customer: '', driveIds: [] }));
    expect(await machines.saveMachine(shop.db, AUTHOR, { ...fields, driveIds: [] }, { id, version: version + 1 })).toMatchObject({
      ok: false,
      reason: 'stale',
    });
    expect(await machines.findCustomers(shop.db, { find: 'nobody', limit: 5 })).toEqual([]);
  });
  it('keeps a ticket in the order of AUTHOR, for any clocks', async () => {
    const at = (minutes: number) => ({ ...shop.by(), at: new Date(NOW.getTime() + minutes * 60_000) });
    for (const [minutes, text] of [
      [9, 'first'],
      [3, 'second'],
      [7, 'third'],
    ] as const)
      value(await tickets.writeEntry(shop.db, at(minutes), number, 'look', { type: 'note', body: { text } }));
    expect((await jobs.findJob(shop.db, number))!.entries.map((e) => e.type === 'note' && e.body.text)).toEqual([
      'first',
      'second',
      'third',
    ]);
  });
});
