import { beforeEach, describe, expect, it } from 'vitest';
import { demoDrive } from '../../core/drive/sample-drives';
import { PROVED, UNPROVED } from '../../core/job/test-job';
import { drives, facts, jobs, machines, tickets } from '..';
import { NEW_MACHINE, NOW, shopForTests, value, AUTHOR } from '../test-database';

const shop = shopForTests('facts');
let machineId = 0;
let driveId = 0;
const of = (shopId = shop.owner.shopId) => facts.factsOf(shop.db.ofShop(shopId), { machineId, driveIds: [driveId] });

beforeEach(async () => {
  driveId = (await drives.addDrive(shop.db, demoDrive('orchard-rider'), 'Ines', NOW)).id;
  machineId = value(await machines.saveMachine(shop.db, AUTHOR, { ...NEW_MACHINE, driveIds: [driveId] })).id;
});

describe('what is known of machine and drive', () => {
  it('is stored with author and date, and the last answer counts', async () => {
    value(await facts.setFact(shop.db, shop.by(), { machineId }, 'turn', 'cw'));
    value(await facts.setFact(shop.db, shop.by(), { machineId }, 'turn', 'either'));
    value(await facts.setFact(shop.db, shop.by(), { driveId }, 'guards', ['Belt cover, 3 screws']));
    const known = await of();
    expect(known.machine).toEqual({ turn: { value: 'either', by: shop.owner.name, at: NOW.toISOString() } });
    expect(known.drives[driveId]?.guards?.value).toEqual(['Belt cover, 3 screws']);
    value(await facts.setFact(shop.db, shop.by(), { machineId }, 'turn', null));
    expect((await of()).machine).toEqual({});
  });
  it('belongs to what it is a fact of, in its own shop', async () => {
    expect(await facts.setFact(shop.db, shop.by(), { machineId }, 'engage', 'lever-cable')).toMatchObject({ ok: false });
    expect(await facts.setFact(shop.db, shop.by(), { driveId }, 'turn', 'cw')).toMatchObject({ ok: false });
    expect(await facts.setFact(shop.db.ofShop(999), shop.by(), { machineId }, 'turn', 'cw')).toMatchObject({ ok: false });
    value(await facts.setFact(shop.db, shop.by(), { machineId }, 'turn', 'cw'));
    expect((await of(999)).machine).toEqual({});
  });
  it('counts as unknown if it is unreadable', async () => {
    value(await facts.setFact(shop.db, shop.by(), { machineId }, 'turn', 'cw'));
    await shop.db.models.Fact.update({ value: 'widdershins' }, { where: { fact: 'turn' } });
    expect((await of()).machine).toEqual({});
  });
});

describe('how a job may end', () => {
  const write = (number: number, entry: Parameters<typeof tickets.writeEntry>[4], role: 'owner' | 'technician' = 'owner') =>
    tickets.writeEntry(shop.db, { ...shop.by(), role }, number, 'book', entry);
  it('is decided by the ticket and the class of the machine, regardless of the device', async () => {
    const number = await shop.openJob({ machineId });
    const sound = { type: 'closing' as const, body: { ...UNPROVED, ending: 'sound' as const, why: '' } };
    expect(await write(number, sound)).toMatchObject({ ok: false, problem: expect.stringContaining('not fit to use') });
    expect(await write(number, { type: 'closing', body: UNPROVED }, 'technician')).toMatchObject({ ok: false });
    value(await write(number, { type: 'proved', body: PROVED }));
    // Its class is unknown, so the shortest stop limit applies. No stop was timed.
    expect(await write(number, sound)).toMatchObject({ ok: false });
    value(await facts.setFact(shop.db, shop.by(), { machineId }, 'class', 'none'));
    value(await write(number, sound, 'technician'));
    expect((await jobs.findJob(shop.db, number))?.status).toBe('closed');
  });
  it('cannot be tested while parts are off the machine', async () => {
    const number = await shop.openJob({ machineId });
    value(await write(number, { type: 'tally', body: { item: 'Hanger pins', count: 4, way: 'off', note: '' } }));
    expect(await write(number, { type: 'proved', body: PROVED })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('4 hanger pins'),
    });
    value(await write(number, { type: 'tally', body: { item: 'Hanger pins', count: 4, way: 'on', note: '' } }));
    value(await write(number, { type: 'proved', body: PROVED }));
  });
  it('what is known comes with the job', async () => {
    value(await facts.setFact(shop.db, shop.by(), { machineId }, 'class', 'ride-on'));
    value(await facts.setFact(shop.db, shop.by(), { driveId }, 'engage', 'lever-cable'));
    const job = await jobs.findJob(shop.db, await shop.openJob({ machineId, driveId, beltId: 'blade' }));
    expect([job?.facts.machine.class?.value, job?.facts.drive.engage?.value]).toEqual(['ride-on', 'lever-cable']);
    expect(job?.stages.ask).toBe('under-way');
  });
});
