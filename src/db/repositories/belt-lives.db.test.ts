import { describe, expect, it } from 'vitest';
import { demoDrive } from '../../core/drive/sample-drives';
import { BOOKED_BELT } from '../../core/job/test-job';
import { beltLives, drives, machines, meters, tickets } from '..';
import { AUTHOR, NEW_MACHINE, NOW, shopForTests, value } from '../test-database';

const shop = shopForTests('belt-lives');
const on = (day: string) => ({ personId: shop.owner.id, at: new Date(`${day}T08:00:00Z`), role: 'owner' as const });

describe('belts that lasted', () => {
  it('run from one fitting to the next on the same drive and machine, by hour meter, the longest first', async () => {
    const { id: driveId } = await drives.addDrive(shop.db, demoDrive('orchard-rider'), 'Ines', NOW);
    const machine = async (name: string) =>
      value(await machines.saveMachine(shop.db, AUTHOR, { ...NEW_MACHINE, name, driveIds: [driveId] })).id;
    const [rider, other] = [await machine('Rider'), await machine('Other')];
    const read = async (id: number, day: string, hours: number) =>
      value(await meters.readMeter(shop.db, on(day), id, { value: hours, unit: 'h' }));
    await read(rider, '2026-01-01', 100);
    await read(rider, '2026-04-01', 190);
    await read(rider, '2026-06-01', 400);
    const fit = async (machineId: number, day: string, belt: string) => {
      const job = await shop.openJob({ machineId, driveId, beltId: 'blade' });
      const { entryId } = value(
        await tickets.writeEntry(shop.db, on(day), job, 'match', { type: 'belt-booked', body: { ...BOOKED_BELT, belt } } as never),
      );
      return { job, entryId };
    };
    const first = await fit(rider, '2026-01-01', '4L480');
    await fit(other, '2026-02-01', '4L475');
    const second = await fit(rider, '2026-04-01', '4L481');
    await fit(rider, '2026-06-01', '4L480');
    const lives = async () => (await beltLives.beltsThatLasted(shop.db)).map((l) => [l.belt, l.job, Math.round(l.hours)]);
    // The belt of the other machine has no successor, nor has the last one.
    expect(await lives()).toEqual([
      ['4L481', second.job, 210],
      ['4L480', first.job, 90],
    ]);
    value(await tickets.voidEntry(shop.db, on('2026-06-02'), second.job, second.entryId));
    expect(await lives()).toEqual([['4L480', first.job, 300]]);
    expect(await beltLives.beltsThatLasted(shop.db.ofShop(999999))).toEqual([]);
  });
});
