import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { demoDrive } from '@/core/drive/sample-drives';
import { UNPROVED } from '@/core/job/test-job';
import { STACK_TEMPLATES } from '@/core/stack';
import { documents, drives, jobs, machines, meters, parts, people, stacks } from '@/db';
import { NEW_MACHINE, NOW, shopForTests, value, AUTHOR } from '@/db/test-database';
import { commandsFor } from '@/db/test-commands';
import { executeCommand } from '@/server';
import { COMMAND_REGISTRY, type COMMANDS } from './registry';

const shop = shopForTests('record_acts');
const { send, done } = commandsFor<keyof typeof COMMANDS>(shop, (sent) => executeCommand(COMMAND_REGISTRY, sent));
const machine = async () => value(await machines.saveMachine(shop.db, AUTHOR, { ...NEW_MACHINE, meter: 400 }));
const pdf = Buffer.from('%PDF-1.4\npage 23\n%%EOF').toString('base64');
const picture = async () =>
  (
    await sharp({ create: { width: 40, height: 30, channels: 3, background: '#b4552d' } })
      .png()
      .toBuffer()
  ).toString('base64');

describe('a meter', () => {
  it('is stored with its time; an impossible value is refused', async () => {
    const { id: machineId } = await machine();
    for (const bad of [{ value: -1 }, { value: 2e6 }, { value: 'many' }, { unit: 'furlongs' }])
      expect(await send('meter.read', { machineId, value: 410, unit: 'h', ...bad })).toMatchObject({ ok: false, reason: 'invalid' });
    await done('meter.read', { machineId, value: 410, unit: 'h' });
    expect((await meters.meterLog(shop.db, machineId)).map((r) => [r.value, r.at])).toEqual([
      [410, NOW.toISOString()],
      [400, NOW.toISOString()],
    ]);
  });
});

describe('papers', () => {
  it('come in whole, by a name, and leave nothing where they are refused', async () => {
    const { id: machineId } = await machine();
    const of = { machineId };
    expect(await send('document.add', { of, name: ' ', data: pdf })).toMatchObject({ ok: false, field: 'name' });
    expect(await send('document.add', { of, name: 'Words', data: Buffer.from('words').toString('base64') })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('neither a PDF nor a picture'),
    });
    expect(await send('document.add', { of: { driveId: 4711, station: '' }, name: 'Stack', data: pdf })).toMatchObject({
      ok: false,
      problem: 'Another user deleted the record of this document.',
    });
    expect(await documents.documentsOf(shop.db, { machineId, driveIds: [] })).toEqual([]);
    const { id } = await done('document.add', { of, name: 'Page 23', data: pdf });
    await done('document.remove', { id });
    expect(await send('document.remove', { id })).toMatchObject({ ok: false });
  });
  it('shows a picture that is sent twice once on its ticket', async () => {
    const number = await shop.openJob();
    const input = { number, stage: 'look', shows: 'Idler: bearing', about: 'finding idler-tip idler', data: await picture() };
    const id = randomUUID();
    const first = await send('job.picture', input, id);
    expect(await send('job.picture', input, id)).toEqual(first);
    const job = (await jobs.findJob(shop.db, number))!;
    expect(job.entries).toMatchObject([{ type: 'picture', body: { shows: 'Idler: bearing' } }]);
  });
  it('a closed job takes no picture', async () => {
    const number = await shop.openJob();
    await done('job.write', { number, stage: 'book', entry: { type: 'closing', body: UNPROVED } });
    expect(await send('job.picture', { number, stage: 'look', shows: 'x', about: '', data: await picture() })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('is closed'),
    });
  });
});

describe('parts', () => {
  it('are stored by the rules of their form, and a job uses only existing stock', async () => {
    const fields = { name: 'Flat idler', number: '', quantity: 1, bin: 'D1', priceCents: 2650 };
    for (const [bad, field] of [
      [{ name: ' ' }, 'fields.name'],
      [{ quantity: 1.5 }, 'fields.quantity'],
      [{ priceCents: -1 }, 'fields.priceCents'],
    ] as const)
      expect(await send('part.save', { fields: { ...fields, ...bad } })).toMatchObject({ ok: false, field });
    const { id: partId } = await done('part.save', { fields });
    const number = await shop.openJob();
    expect(await send('job.fit-part', { number, stage: 'fit', partId, quantity: 0 })).toMatchObject({ ok: false, field: 'quantity' });
    await done('job.fit-part', { number, stage: 'fit', partId, quantity: 1 });
    expect(await send('job.fit-part', { number, stage: 'fit', partId, quantity: 1 })).toMatchObject({ ok: false, reason: 'refused' });
    expect((await parts.listParts(shop.db, { limit: 9 })).rows).toMatchObject([{ quantity: 0 }]);
    expect(await send('part.save', { fields, existing: { id: partId, version: 1 } })).toMatchObject({
      reason: 'stale',
      current: { quantity: 0 },
    });
  });
});

describe('stacks', () => {
  it('are taken only in their shape, each size with its sentence', async () => {
    const { id: driveId } = await drives.addDrive(shop.db, demoDrive('orchard-rider'), 'Ines', NOW);
    const { stack } = STACK_TEMPLATES[0]!;
    const at = { driveId, pulley: 'arm-idler', version: 0 };
    expect(await send('stack.save', { ...at, stack: { ...stack, layers: [] } })).toMatchObject({
      problem: 'A stack needs at least two parts.',
    });
    expect(
      await send('stack.save', { ...at, stack: { ...stack, layers: [{ kind: 'washer', thickMm: 90, outsideMm: 17 }, ...stack.layers] } }),
    ).toMatchObject({ problem: 'Thickness: enter at most 20 mm.' });
    await done('stack.save', { ...at, stack });
    expect(await stacks.stacksOf(shop.db, driveId)).toMatchObject([{ stack }]);
  });
});

describe('customers and the shop', () => {
  it('a customer needs a name of its own', async () => {
    await done('customer.save', { fields: { name: 'Isla Ferrow', contact: '' } });
    expect(await send('customer.save', { fields: { name: ' Isla Ferrow ', contact: '' } })).toMatchObject({
      ok: false,
      problem: 'A customer named “Isla Ferrow” already exists.',
    });
    expect(await send('customer.save', { fields: { name: '', contact: '' } })).toMatchObject({ field: 'fields.name' });
  });
  it('an older device that knows no limits changes none', async () => {
    const limits = { stop: { 'walk-behind': 2, 'ride-on': 4, auger: 4 }, trialDays: 7 };
    await done('shop.change', { version: 1, name: 'Quay Bay', timeZone: 'UTC', limits });
    await done('shop.change', { version: 2, name: 'Quay Bay Repairs', timeZone: 'UTC' });
    expect(await people.shopOf(shop.db)).toMatchObject({ name: 'Quay Bay Repairs', limits });
    expect(await send('shop.change', { version: 3, name: 'x', timeZone: 'UTC', limits: { ...limits, trialDays: 0 } })).toMatchObject({
      ok: false,
      problem: 'Enter at least one day.',
    });
  });
});
