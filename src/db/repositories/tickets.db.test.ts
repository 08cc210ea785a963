import { beforeEach, describe, expect, it } from 'vitest';
import { UNPROVED } from '../../core/job/test-job';
import { jobs, machines, shelf, tickets } from '..';
import { bookingOf, NEW_MACHINE, NOW, SHELF_ROW as row, shopForTests, value, AUTHOR } from '../test-database';
import type { ShelfBelt } from '../../contract/records';

describe('jobs and their tickets', () => {
  const shop = shopForTests('tickets');
  let belt: ShelfBelt;
  let number: number;
  const body = () => bookingOf(belt);
  const now = async () => (await jobs.findJob(shop.db, number))!;
  const onShelf = async () => (await shelf.listShelf(shop.db))[0]!;

  beforeEach(async () => {
    belt = value(await shelf.addShelfBelt(shop.db, row));
    const machine = value(await machines.saveMachine(shop.db, AUTHOR, { ...NEW_MACHINE, customer: 'Isla', meter: 4 }));
    ({ number } = value(
      await jobs.openJob(shop.db, { machineId: machine.id, driveId: null, beltId: null, title: 'Slips', complaint: '' }, NOW),
    ));
  });

  it('numbers jobs without a gap, even if opened simultaneously', async () => {
    const { machineId } = await now();
    const more = await Promise.all(
      [1, 2, 3, 4].map(() => jobs.openJob(shop.db, { machineId, driveId: null, beltId: null, title: 'Again', complaint: '' }, NOW)),
    );
    expect(more.map((m) => value(m).number).sort()).toEqual([number + 1, number + 2, number + 3, number + 4]);
  });
  it('booking takes one from the shelf, writes the ticket and completes Match, together', async () => {
    value(await tickets.bookBelt(shop.db, shop.by(), number, belt.version, body()));
    const job = await now();
    expect((await onShelf()).quantity).toBe(1);
    expect(job.stages.match).toBe('done');
    expect(job.entries.map((e) => [e.type, e.by])).toEqual([['belt-booked', 'Ines Tarrow']]);
  });
  it('refuses the second of two uses from one screen, and stores no sign of it', async () => {
    const tries = await Promise.all([1, 2].map(() => tickets.bookBelt(shop.db, shop.by(), number, belt.version, body())));
    expect(tries.map((t) => (t.ok ? 'ok' : t.reason)).sort()).toEqual(['ok', 'stale']);
    expect((await onShelf()).quantity).toBe(1);
    expect((await now()).entries).toHaveLength(1);
  });
  it('the last belt cannot be booked twice', async () => {
    value(await shelf.changeShelfBelt(shop.db, belt.id, belt.version, { ...row, quantity: 0 }));
    expect(await tickets.bookBelt(shop.db, shop.by(), number, 2, body())).toMatchObject({
      ok: false,
      reason: 'refused',
      problem: expect.stringContaining('already used'),
    });
  });
  it('taking a booking back returns the belt and opens Match, once', async () => {
    const { entryId } = value(await tickets.bookBelt(shop.db, shop.by(), number, belt.version, body()));
    value(await tickets.voidEntry(shop.db, shop.by(), number, entryId));
    expect((await onShelf()).quantity).toBe(2);
    expect((await now()).stages.match).toBe('waiting');
    expect((await now()).entries[0]?.withdrawn).toBe(true);
    expect((await tickets.voidEntry(shop.db, shop.by(), number, entryId)).ok).toBe(false);
    expect((await onShelf()).quantity).toBe(2);
  });
  it('a stage is done by its lines alone, and skipped with a reason', async () => {
    value(await tickets.writeEntry(shop.db, shop.by(), number, 'secure', { type: 'stage', body: { state: 'done', why: '' } }));
    value(
      await tickets.writeEntry(shop.db, shop.by(), number, 'look', { type: 'stage', body: { state: 'skipped', why: 'seen last week' } }),
    );
    const job = await now();
    expect([job.stages.secure, job.stages.look]).toEqual(['waiting', 'skipped']);
    expect(job.entries.map((e) => e.type === 'stage' && e.body)).toEqual([
      { state: 'done', why: '' },
      { state: 'skipped', why: 'seen last week' },
    ]);
  });
  it('a closed job takes no more writing until it is reopened', async () => {
    value(await tickets.writeEntry(shop.db, shop.by(), number, 'book', { type: 'closing', body: UNPROVED }));
    expect((await tickets.writeEntry(shop.db, shop.by(), number, 'look', { type: 'note', body: { text: 'late' } })).ok).toBe(false);
    value(await tickets.writeEntry(shop.db, shop.by(), number, 'book', { type: 'reopening', body: {} }));
    expect((await tickets.writeEntry(shop.db, shop.by(), number, 'look', { type: 'note', body: { text: 'late' } })).ok).toBe(true);
  });
  it('a machine with a job cannot be taken away from under it', async () => {
    await expect(shop.db.models.Machine.destroy({ where: { id: (await now()).machineId } })).rejects.toThrow();
  });
});
