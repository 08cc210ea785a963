import { describe, expect, it } from 'vitest';
import { demoDrive } from '../../core/drive/sample-drives';
import { agedOf, pairsOf } from '../../core/tension';
import { drives, jobs, machines, meters, readings, tickets } from '..';
import { NEW_MACHINE, NOW, shopForTests, value, AUTHOR } from '../test-database';

const shop = shopForTests('readings');
const on = (iso: string) => ({ personId: shop.owner.id, at: new Date(iso), role: 'owner' as const });
const READING = {
  belt: 'blade',
  state: 'engaged',
  method: 'tap' as const,
  at: 'crank>spindle',
  where: 'Long span',
  value: 54,
  deflectionMm: null,
  belts: null,
  placeIn: null,
  without: [],
  tensionN: 190,
  sdN: 15,
  clamped: false,
};

describe('the manual’s target of a drive', () => {
  it('is the latest one of any job on it, until a job deletes it', async () => {
    const { id: driveId } = await drives.addDrive(shop.db, demoDrive('orchard-rider'), 'Ines', NOW);
    const { id: machineId } = value(await machines.saveMachine(shop.db, AUTHOR, { ...NEW_MACHINE, driveIds: [driveId] }));
    const [first, second] = [
      await shop.openJob({ machineId, driveId, beltId: 'blade' }),
      await shop.openJob({ machineId, driveId, beltId: 'blade' }),
    ];
    const manual = {
      form: 'tap',
      at: 'crank>spindle',
      where: 'Long span',
      from: 40,
      to: 44,
      deflectionMm: null,
      placeIn: null,
      page: '12',
      rangeN: [180, 218],
    };
    const write = async (job: number, target: object | null) =>
      value(
        await tickets.writeEntry(shop.db, on('2026-03-06T08:00:00Z'), job, 'set', {
          type: 'tension-basis',
          body: { belt: 'blade', loads: [], ownTargetN: target && 199, newBelt: false, manual: target },
        } as never),
      );
    const known = async () => (await readings.tensionPast(shop.db, driveId)).manual;
    expect(await known()).toEqual({});
    await write(first, manual);
    expect(await known()).toEqual({ blade: { ...manual, job: first } });
    await write(second, { ...manual, page: '14' });
    expect((await known())['blade']).toMatchObject({ page: '14', job: second });
    await write(second, null);
    expect(await known()).toEqual({});
  });
});

describe('what was read of a drive before', () => {
  it('comes from every machine with it, with the hours of each, without struck-out lines', async () => {
    const { id: driveId } = await drives.addDrive(shop.db, demoDrive('orchard-rider'), 'Ines', NOW);
    const { id: machineId } = value(await machines.saveMachine(shop.db, AUTHOR, { ...NEW_MACHINE, meter: null, driveIds: [driveId] }));
    value(await meters.readMeter(shop.db, on('2026-03-01T08:00:00Z'), machineId, { value: 100, unit: 'h' }));
    value(await meters.readMeter(shop.db, on('2026-03-11T08:00:00Z'), machineId, { value: 120, unit: 'h' }));
    const { number } = value(
      await jobs.openJob(shop.db, { machineId, driveId, beltId: 'blade', title: 'Slips', complaint: '' }, new Date('2026-03-06T07:00:00Z')),
    );
    const write = async (at: string, body: object, type: 'reading' | 'tension-decided' = 'reading') =>
      value(await tickets.writeEntry(shop.db, on(at), number, 'set', { type, body: { ...READING, ...body } } as never));
    await write('2026-03-06T08:00:00Z', {});
    await write('2026-03-06T08:05:00Z', { method: 'twist', value: 33, tensionN: 170 });
    const wrong = await write('2026-03-06T08:10:00Z', { tensionN: 900 });
    value(await tickets.voidEntry(shop.db, on('2026-03-06T08:11:00Z'), number, wrong.entryId));
    const decision = {
      act: 'adjust',
      advised: 'adjust',
      because: 'it engages softly',
      to: null,
      hoursGained: null,
      savedCents: null,
      reason: '',
    };
    value(
      await tickets.writeEntry(shop.db, on('2026-03-06T09:00:00Z'), number, 'set', {
        type: 'tension-decided',
        body: { belt: 'blade', ...decision },
      } as never),
    );
    await write('2026-03-06T09:30:00Z', { tensionN: 210, clamped: true });
    const past = await readings.tensionPast(shop.db, driveId);
    // Half way between two readings of the meter: 110 h.
    expect(past.readings.map((r) => [r.method, r.tensionN, r.clamped, Math.round(r.meterH!)])).toEqual([
      ['tap', 190, false, 110],
      ['twist', 170, false, 110],
      ['tap', 210, true, 110],
    ]);
    expect(past.epochs).toMatchObject([{ machine: machineId, belt: 'blade', what: 'adjusted' }]);
    expect(pairsOf(past.readings, 'blade').felt).toMatchObject([{ method: 'twist', value: 33, tensionN: 190 }]);
    expect(agedOf(past.readings, past.epochs, machineId, 'blade')).toMatchObject([{ tensionN: 210 }]);
  });
  it('widths come with who read them, for each machine that has the drive', async () => {
    const { id: driveId } = await drives.addDrive(shop.db, demoDrive('hill-track-utility'), 'Ines', NOW);
    const number = await shop.openJob({ driveId, beltId: 'cvt-belt' });
    const body = {
      belt: { id: 'cvt-belt', label: 'Drive belt' },
      meter: 2140,
      fittedAt: 900,
      unit: 'km',
      method: 'single',
      widths: [29.6],
      zeroMm: 0,
      minimumMm: 28.6,
      newMm: null,
      on: null,
    } as const;
    const write = (more: object) =>
      tickets.writeEntry(shop.db, shop.by(), number, 'look', { type: 'width', body: { ...body, ...more } } as never);
    value(await write({}));
    const wrong = value(await write({ meter: 21400 }));
    value(await tickets.voidEntry(shop.db, shop.by(), number, wrong.entryId));
    expect(await readings.widthPast(shop.db, driveId)).toMatchObject([
      { job: number, belt: 'cvt-belt', by: 'Ines Tarrow', meter: 2140, widths: [29.6], minimumMm: 28.6, newMm: null },
    ]);
    value(await write({ meter: 2400, widths: [29.4] }));
    expect(await readings.widthsOfShop(shop.db)).toMatchObject([
      { machine: 'Rider', belt: 'cvt-belt', log: [{ meter: 2140 }, { meter: 2400 }] },
    ]);
    expect(await readings.widthsOfShop(shop.db.ofShop(999999))).toEqual([]);
  });
  it('of another shop’s drive is nothing', async () => {
    expect(await readings.tensionPast(shop.db.ofShop(999999), 1)).toEqual({ readings: [], epochs: [], manual: {} });
  });
});
