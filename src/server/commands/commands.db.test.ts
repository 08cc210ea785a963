import { beforeEach, describe, expect, it } from 'vitest';
import type { Drive } from '@/core/drive';
import { UNPROVED } from '@/core/job/test-job';
import { solveNotebook, notebookFor } from '@/core/survey';
import { demoDrive, measured } from '@/lab/survey-notebooks';
import { drives, jobs, machines, notebooks, people, shelf } from '@/db';
import { NEW_MACHINE, NOW, readable, SHELF_ROW, shopForTests, value, AUTHOR } from '@/db/test-database';
import { seen } from '@/db/test-seen';
import { commandsFor } from '@/db/test-commands';
import { executeCommand, passwordMatches, hashPassword } from '@/server';
import { SECRET_COMMANDS } from '@/contract/secret';
import { COMMAND_REGISTRY, COMMANDS } from './registry';

const shop = shopForTests('every_act');
const { send, done, person } = commandsFor<keyof typeof COMMANDS>(shop, (sent) => executeCommand(COMMAND_REGISTRY, sent));
const rider = demoDrive('orchard-rider');

describe('who may', () => {
  it.each(Object.keys(COMMANDS) as (keyof typeof COMMANDS)[])('%s: refuses a lower role and invalid content', async (kind) => {
    const ranks = ['viewer', 'technician', 'owner'] as const;
    for (const role of ranks.slice(0, ranks.indexOf(COMMANDS[kind].role))) {
      seen.person = { ...person(), role };
      expect(await send(kind, {})).toMatchObject({ ok: false, reason: 'forbidden' });
    }
    seen.person = person();
    for (const junk of [null, 7, 'text', [], { id: 'x', number: -1, fields: 3 }])
      expect(await send(kind, junk)).toMatchObject({ ok: false, reason: 'invalid', problem: expect.stringMatching(/.{8}/) });
  });
  it('lists only existing commands as secret', () => {
    for (const kind of SECRET_COMMANDS) expect(Object.keys(COMMANDS)).toContain(kind);
  });
});

describe('a job', () => {
  let number: number;
  const job = async () => {
    const found = await jobs.findJob(shop.db, number);
    if (!found) throw new Error('gone');
    return found;
  };
  const write = (type: string, body: unknown, stage = 'look') => send('job.write', { number, stage, entry: { type, body } });
  beforeEach(async () => {
    number = await shop.openJob();
  });

  it('is opened under the next number, with words that say something', async () => {
    const { machineId } = await job();
    const fields = { machineId, driveId: null, beltId: null, complaint: '' };
    expect(await send('job.open', { ...fields, title: '  ' })).toMatchObject({ ok: false, field: 'title' });
    expect(await send('job.open', { ...fields, machineId: undefined, title: 'x' })).toMatchObject({ problem: 'Choose the machine.' });
    expect(await done('job.open', { ...fields, title: 'Slips' })).toEqual({ number: number + 1 });
  });
  it('is about the first belt of its machine where none was chosen, as of a device that could not ask', async () => {
    const { id: thrower } = await drives.addDrive(shop.db, { ...rider, name: 'Thrower' }, 'Ines', NOW);
    const { id: deck } = await drives.addDrive(shop.db, { ...rider, name: 'Deck' }, 'Ines', NOW);
    const bare = (await job()).machineId;
    const { id: machineId } = value(await machines.saveMachine(shop.db, AUTHOR, { ...NEW_MACHINE, driveIds: [thrower, deck] }));
    const opened = async (about: object) => {
      ({ number } = (await done('job.open', { machineId, title: 'Slips', complaint: '', ...about })) as { number: number });
      const { driveId, beltId } = await job();
      return { driveId, beltId };
    };
    expect(await opened({})).toEqual({ driveId: deck, beltId: 'blade' });
    expect(await opened({ driveId: thrower, beltId: 'blade' })).toEqual({ driveId: thrower, beltId: 'blade' });
    expect(await opened({ driveId: null })).toEqual({ driveId: null, beltId: null });
    expect(await opened({ machineId: bare })).toEqual({ driveId: null, beltId: null });
  });
  it('accepts a note with text up to its limit, at the time it was made', async () => {
    expect(await write('note', { text: '   ' })).toMatchObject({ ok: false, problem: 'Enter the note.' });
    expect(await write('note', { text: 'x'.repeat(4001) })).toMatchObject({ ok: false, problem: expect.stringContaining('4000') });
    expect(await write('note', { text: 'x' }, 'attic')).toMatchObject({ ok: false, reason: 'invalid' });
    value((await write('note', { text: '  Groove shiny. ' })) as { ok: true; value: unknown });
    expect((await job()).entries).toMatchObject([
      { type: 'note', body: { text: 'Groove shiny.' }, at: NOW.toISOString(), by: 'Ines Tarrow' },
    ]);
  });
  it('skipping or holding a stage asks why; doing it does not', async () => {
    for (const state of ['skipped', 'held'])
      expect(await write('stage', { state, why: ' ' }, 'fit')).toMatchObject({ ok: false, field: 'entry.why' });
    expect(await write('stage', { state: 'skipped', why: 'No guard on it' }, 'fit')).toMatchObject({ ok: true });
    expect(await write('stage', { state: 'done', why: '' }, 'set')).toMatchObject({ ok: true });
    expect((await job()).stages).toMatchObject({ fit: 'skipped', set: 'waiting' });
  });
  it('refuses server-only entries and unknown kinds from a device', async () => {
    expect(await write('belt-booked', { belt: '4L480' })).toMatchObject({ ok: false, problem: expect.stringContaining('Only the server') });
    expect(await write('sonnet', {})).toMatchObject({ ok: false, problem: expect.stringContaining('does not know') });
    expect((await job()).entries).toEqual([]);
  });
  it('a line is struck out once, and so is a skipped stage', async () => {
    const { entryId } = await done('job.write', { number, stage: 'look', entry: { type: 'note', body: { text: 'x' } } });
    expect(await done('job.take-back', { number, entryId })).toEqual({ said: 'Note struck out.' });
    expect(await send('job.take-back', { number, entryId })).toMatchObject({ ok: false });
    const moved = await done('job.write', { number, stage: 'look', entry: { type: 'stage', body: { state: 'skipped', why: 'Seen.' } } });
    expect((await job()).stages.look).toBe('skipped');
    expect(await send('job.take-back', { number, entryId: moved['entryId'] })).toMatchObject({ ok: true });
    expect((await job()).stages.look).toBe('waiting');
  });
  it('closed it takes nothing but its reopening', async () => {
    expect(await write('reopening', {}, 'book')).toMatchObject({ ok: false, problem: expect.stringContaining('not closed') });
    await done('job.write', { number, stage: 'book', entry: { type: 'closing', body: UNPROVED } });
    expect(await write('note', { text: 'late' })).toMatchObject({ ok: false, problem: expect.stringContaining('Reopen it') });
    await done('job.write', { number, stage: 'book', entry: { type: 'reopening', body: {} } });
    expect((await job()).status).toBe('open');
  });
});

describe('booking a belt', () => {
  let number: number;
  let driveId: number;
  let belts: readonly { readonly id: number; readonly version: number }[];
  const book = (i: number, reason = '') =>
    send('job.book', { number, shelfBeltId: belts[i]?.id ?? 999, shelfVersion: belts[i]?.version ?? 1, reason });
  const booking = async () => {
    const entry = (await jobs.findJob(shop.db, number))?.entries.at(-1);
    if (entry?.type !== 'belt-booked') throw new Error('nothing booked');
    return entry.body;
  };
  const redraw = async (drive: Drive) => {
    const { version } = readable(await drives.findDrive(shop.db, driveId));
    value(await drives.saveDrive(shop.db, driveId, version, drive, 'Ines', NOW));
  };
  beforeEach(async () => {
    ({ id: driveId } = await drives.addDrive(shop.db, rider, 'Ines', NOW));
    number = await shop.openJob({ driveId, beltId: 'blade' });
    belts = [];
    for (const designation of ['4L480', '4L485', 'B45'])
      belts = [...belts, value(await shelf.addShelfBelt(shop.db, { ...SHELF_ROW, designation, section: designation.slice(0, 2) }))];
  });

  it('writes what the server itself computes, with the drive as it is now, and keeps that', async () => {
    expect(await book(0)).toMatchObject({ ok: true });
    const body = await booking();
    expect(body).toMatchObject({
      belt: '4L480',
      bin: 'B2',
      verdict: 'marginal',
      section: '4L',
      substitute: false,
      insteadOf: null,
      priceCents: 1480,
      drive: { id: driveId, version: 1, beltId: 'blade' },
    });
    expect(body.engagedN).toBeGreaterThan(body.floorN);
    expect(body.window.shortestMm).toBeLessThan(body.outsideMm);
    await redraw({ ...rider, name: 'Redrawn', pulleys: rider.pulleys.map((p) => ({ ...p, x: p.x * 1.02 })) });
    expect(await drives.driveAt(shop.db, { id: driveId, version: 1 })).toEqual(rider);
  });
  it('needs a reason for a substitute and for a belt that does not run, and stores the replaced belt as data', async () => {
    await redraw({ ...rider, belts: rider.belts.map(({ length: _l, ...b }) => ({ ...b, designation: '4L470' })) });
    expect(await book(0)).toMatchObject({ ok: false, reason: 'invalid', field: 'reason', problem: expect.stringContaining('substitute') });
    expect(await book(0, '  ')).toMatchObject({ ok: false, field: 'reason' });
    expect(await book(1)).toMatchObject({ ok: false, field: 'reason', problem: expect.stringContaining('does not work') });
    expect(await book(0, 'Boat comes Thursday')).toMatchObject({ ok: true });
    expect(await booking()).toMatchObject({
      substitute: true,
      insteadOf: { designation: '4L470', section: '4L', length: null },
      reason: 'Boat comes Thursday',
    });
  });
  it('takes what a survey knows of the drive into the chance', async () => {
    value((await book(0)) as { ok: true; value: unknown });
    const sure = (await booking()).chance;
    const read = solveNotebook(measured(rider));
    if (!read.ok || !read.look.built.drive || !read.look.uncertainty) throw new Error('not measured');
    const notebook = await notebooks.addNotebook(shop.db, measured(rider), 'Ines', NOW);
    const made = value(
      await notebooks.saveDriveOfNotebook(shop.db, notebook.id, read.look.built.drive, read.look.uncertainty, 'Ines', NOW),
    );
    number = await shop.openJob({ driveId: made.driveId, beltId: 'blade' });
    belts = await shelf.listShelf(shop.db);
    expect(await book(0, 'as measured')).toMatchObject({ ok: true });
    expect((await booking()).chance).toBeLessThan(sure);
    expect((await booking()).chance).toBeGreaterThan(0.3);
  });
  it('is refused for a deleted job, drive or belt, and uses nothing', async () => {
    expect(await book(9)).toMatchObject({ ok: false, problem: expect.stringContaining('removed while you were editing') });
    await redraw({ ...rider, pulleys: rider.pulleys.map((p) => ({ ...p, x: 0, y: 0 })) });
    expect(await book(0)).toMatchObject({ ok: false, problem: expect.stringContaining('cannot be solved') });
    number = await shop.openJob();
    expect(await book(0)).toMatchObject({ ok: false, problem: expect.stringContaining('Choose the drive and belt') });
    number = 4711;
    expect(await book(0)).toMatchObject({ ok: false });
    expect((await shelf.listShelf(shop.db)).map((b) => b.quantity)).toEqual([2, 2, 2]);
  });
  it('reports an unreadable drive, and uses nothing', async () => {
    await shop.db.sequelize.query(`UPDATE drives SET document = document || '{"pulleys": 7}'`);
    expect(await book(0)).toMatchObject({ ok: false, problem: expect.stringContaining('is unreadable') });
  });
});

describe('measuring', () => {
  const whole = measured(rider);
  it('refuses an invalid notebook, with the place of the error', async () => {
    const { id } = await done('notebook.add', { document: notebookFor(rider) });
    const bad = { ...notebookFor(rider), pulleys: [{ id: '' }] };
    expect(await send('notebook.add', { document: bad })).toMatchObject({
      ok: false,
      reason: 'invalid',
      problem: expect.stringContaining('pulleys[0].id'),
    });
    expect(await send('notebook.save', { id, version: 1, document: 'text' })).toMatchObject({ ok: false, reason: 'invalid' });
  });
  it('answers a save with the new version, and a stale one with the current row', async () => {
    const { id } = await done('notebook.add', { document: notebookFor(rider) });
    expect(await done('notebook.save', { id, version: 1, document: whole })).toEqual({ version: 2 });
    expect(await send('notebook.save', { id, version: 1, document: notebookFor(rider) })).toMatchObject({
      ok: false,
      reason: 'stale',
      current: { version: 2, document: { name: whole.name } },
    });
  });
  it('the drive is computed from what is stored, with its uncertainty; not from an older version, nor while something is missing', async () => {
    const { id } = await done('notebook.add', { document: notebookFor(rider) });
    expect(await send('notebook.make-drive', { id, version: 1 })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('incomplete'),
    });
    await done('notebook.save', { id, version: 1, document: whole });
    expect(await send('notebook.make-drive', { id, version: 1 })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('still on its way'),
    });
    const { driveId } = await done('notebook.make-drive', { id, version: 2 });
    const stored = readable(await drives.findDrive(shop.db, driveId as number));
    expect([stored.document.name, stored.uncertainty?.paths.includes('pulleys[1].outsideDiameter')]).toEqual([rider.name, true]);
    await done('notebook.remove', { id });
    expect(await send('notebook.make-drive', { id, version: 2 })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('deleted this notebook'),
    });
  });
});

describe('drives, machines and the shelf', () => {
  it('a drive needs a name and its rules, and a stale one is handed back', async () => {
    expect(await send('drive.add', { document: { ...rider, name: ' ' } })).toMatchObject({ ok: false, field: 'name' });
    expect(await send('drive.add', { document: { ...rider, belts: [{ id: 'x' }] } })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('belts[0]'),
    });
    const { id, version } = await done('drive.add', { document: rider });
    await done('drive.save', { id, version, document: { ...rider, name: 'Mine' } });
    expect(await send('drive.save', { id, version, document: rider })).toMatchObject({
      ok: false,
      reason: 'stale',
      current: { document: { name: 'Mine' } },
    });
    const job = await shop.openJob({ driveId: id as number, beltId: 'blade' });
    expect(await send('drive.remove', { id })).toMatchObject({ ok: false, problem: expect.stringContaining('open job') });
    await done('job.write', { number: job, stage: 'book', entry: { type: 'closing', body: UNPROVED } });
    expect(await done('drive.remove', { id })).toMatchObject({ document: { name: 'Mine' } });
  });
  it('a machine keeps the rules of its form', async () => {
    expect(await send('machine.save', { fields: { ...NEW_MACHINE, name: '' } })).toMatchObject({ ok: false, field: 'fields.name' });
    expect(await send('machine.save', { fields: { ...NEW_MACHINE, meter: -1 } })).toMatchObject({
      ok: false,
      problem: 'The meter cannot be below 0.',
    });
    const made = await done('machine.save', { fields: { ...NEW_MACHINE, customer: 'Isla' } });
    expect((await machines.findMachine(shop.db, made['id'] as number))?.customer).toBe('Isla');
  });
  it('a belt is stored only if its own words make it', async () => {
    expect(await send('shelf.add', { fields: { ...SHELF_ROW, designation: 'ZZ9' } })).toMatchObject({ ok: false });
    const belt = await done('shelf.add', { fields: SHELF_ROW });
    expect(await send('shelf.change', { id: belt['id'], version: 1, fields: { ...SHELF_ROW, quantity: -1 } })).toMatchObject({ ok: false });
    await done('shelf.change', { id: belt['id'], version: 1, fields: { ...SHELF_ROW, quantity: 5 } });
    expect(await send('shelf.remove', { id: belt['id'], version: 1 })).toMatchObject({ ok: false, reason: 'stale' });
  });
  it('adds count differences in any order, and never falls below zero', async () => {
    const { id } = await done('shelf.add', { fields: SHELF_ROW });
    await Promise.all([1, 1, 1, -1, -1].map((by) => done('shelf.count', { id, by })));
    expect((await shelf.listShelf(shop.db))[0]?.quantity).toBe(3);
    expect(await send('shelf.count', { id, by: -4 })).toMatchObject({ ok: false, problem: expect.stringContaining('3 in stock') });
    expect(await send('shelf.count', { id: 4711, by: 1 })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('deleted this belt'),
    });
  });
  it('imports a list and undoes it as one, by the id of its command', async () => {
    const { id } = await done('shelf.import', { mode: 'add', rows: [SHELF_ROW, { ...SHELF_ROW, designation: '4L490' }] });
    expect(await shelf.listShelf(shop.db)).toHaveLength(2);
    await done('shelf.take-back-import', { id });
    expect(await shelf.listShelf(shop.db)).toEqual([]);
    expect(await send('shelf.import', { mode: 'add', rows: [] })).toMatchObject({ ok: false, problem: 'The file has no rows to import.' });
    expect(await done('shelf.order', { designation: '4L500', count: 2 })).toMatchObject({ wanted: 2, quantity: 0 });
    expect(await send('shelf.order', { designation: 'no belt', count: 2 })).toMatchObject({ ok: false });
  });
});

describe('the shop and its people', () => {
  it('the shop’s clock is in a zone that there is, and a stale change is handed back', async () => {
    expect(await send('shop.change', { version: 1, name: 'Quay', timeZone: 'Moon/Tranquility' })).toMatchObject({
      ok: false,
      field: 'timeZone',
    });
    await done('shop.change', { version: 1, name: 'Quay', timeZone: 'Pacific/Auckland' });
    expect(await people.shopOf(shop.db)).toMatchObject({ name: 'Quay', timeZone: 'Pacific/Auckland' });
    expect(await send('shop.change', { version: 1, name: 'Pier', timeZone: 'UTC' })).toMatchObject({
      ok: false,
      reason: 'stale',
      current: { name: 'Quay' },
    });
  });
  it('has one currency by its ISO code, which a change of a device without one keeps', async () => {
    const kept = async () => (await people.shopOf(shop.db)).currency;
    expect(await kept()).toBe('EUR');
    for (const currency of ['cr', 'eur', 'QQQ', ''])
      expect(await send('shop.change', { version: 1, name: 'Quay', timeZone: 'UTC', currency })).toMatchObject({
        ok: false,
        field: 'currency',
        problem: 'Choose a currency from the list.',
      });
    await done('shop.change', { version: 1, name: 'Quay', timeZone: 'UTC', currency: 'CAD' });
    await done('shop.change', { version: 2, name: 'Quay Bay', timeZone: 'UTC' });
    expect(await kept()).toBe('CAD');
  });
  it('adds people, changes them and sets passwords', async () => {
    const added = await done('person.add', { name: 'Bram', email: 'BRAM@x.example', role: 'technician', password: 'thursday-boat-48' });
    expect(added).toMatchObject({ email: 'bram@x.example', role: 'technician' });
    expect(await send('person.add', { name: 'Bram', email: 'bram', role: 'viewer', password: 'short' })).toMatchObject({ ok: false });
    await done('person.reset-password', { id: added['id'], password: 'friday-boat-49' });
    const found = await people.findCredentials(shop.db, 'bram@x.example');
    expect(await passwordMatches('friday-boat-49', found[0]?.passwordHash)).toBe(true);
    expect(await done('person.change', { id: added['id'], version: added['version'], role: 'viewer', active: false })).toMatchObject({
      active: false,
    });
  });
  it("changes a person's own password if the current one is known", async () => {
    value(await people.setPassword(shop.db, person().id, await hashPassword('thursday-boat-48')));
    expect(await send('own-password', { current: 'friday-boat-49', next: 'sunday-boat-50' })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('password is wrong'),
    });
    await done('own-password', { current: 'thursday-boat-48', next: 'sunday-boat-50' });
    expect(await passwordMatches('sunday-boat-50', await people.passwordHashOf(shop.db, person().id))).toBe(true);
  });
  it('stores the preferences, and no others', async () => {
    await done('preferences', { system: 'metric', inchDenominator: 32, theme: 'bay' });
    const me = (await people.listPeople(shop.db)).find((p) => p.id === person().id);
    expect(me?.preferences).toEqual({ system: 'metric', inchDenominator: 32, theme: 'bay' });
    expect(await send('preferences', { system: 'cubits', inchDenominator: 16, theme: 'day' })).toMatchObject({ ok: false });
  });
});
