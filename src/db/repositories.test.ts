import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { demoDrive } from '../core/drive/sample-drives';
import { lookAt, notebookFor, type Look } from '../core/survey';
import { measured } from '../core/survey/sample-notebook';
import {
  drives,
  jobs,
  machines,
  migrate,
  notebooks,
  shelfImports,
  type ImportMode,
  type ShelfBeltFields,
  openDatabase,
  people,
  shelf,
  type Database,
  type Person,
  type ShelfBelt,
} from '.';
import { readShelfCsv } from '../formats/shelf-csv';
import { bookingOf, NEW_MACHINE, SHELF_ROW } from './test-database';

/** On a real PostgreSQL: started by the test script, which also drops the database afterwards. */
const url = process.env['TEST_DATABASE_URL'];
const NOW = new Date('2026-11-25T09:00:00Z');

function value<T>(outcome: { ok: true; value: T } | { ok: false; problem: string }): T {
  if (!outcome.ok) throw new Error(outcome.problem);
  return outcome.value;
}

describe.runIf(url)('the database', () => {
  let db: Database;
  let owner: Person;
  const by = () => ({ shopId: owner.shopId, personId: owner.id, now: NOW });
  const row = SHELF_ROW;

  beforeAll(async () => {
    db = openDatabase(url!);
    await migrate(db.sequelize);
  });
  beforeEach(async () => {
    await db.sequelize.query(
      'TRUNCATE shops, people, sessions, sign_in_attempts, customers, drives, machines, machine_drives, shelf_belts, jobs, job_stages, ticket_entries RESTART IDENTITY CASCADE',
    );
    owner = value(
      await people.foundShop(db, 'Quay Bay Repairs', { name: 'Ines Tarrow', email: 'Ines@QuayBay.example', passwordHash: 'x' }),
    );
  });
  afterAll(() => db.sequelize.close());

  it('migrates once: a second run does nothing', async () => {
    expect(await migrate(db.sequelize)).toEqual([]);
  });

  describe('people', () => {
    it('a shop is founded once only, even by two at the same moment', async () => {
      await db.sequelize.query('TRUNCATE shops CASCADE');
      const tries = await Promise.all(
        [1, 2, 3].map((n) => people.foundShop(db, `Shop ${n}`, { name: `P${n}`, email: `p${n}@x.example`, passwordHash: 'x' })),
      );
      expect(tries.filter((t) => t.ok)).toHaveLength(1);
    });
    it('an address is taken once, whatever its case', async () => {
      const again = await people.addPerson(db, owner.shopId, {
        name: 'Other',
        email: 'INES@quaybay.example',
        role: 'viewer',
        passwordHash: 'x',
      });
      expect(again).toMatchObject({ ok: false, reason: 'refused', problem: expect.stringContaining('already here') });
    });
    it('the last owner can be neither lowered nor shut out', async () => {
      expect((await people.changePerson(db, owner.shopId, owner.id, owner.version, { role: 'technician', active: true })).ok).toBe(false);
      expect((await people.changePerson(db, owner.shopId, owner.id, owner.version, { role: 'owner', active: false })).ok).toBe(false);
    });
    it('shutting someone out, or a new password, ends their sessions', async () => {
      const bram = value(
        await people.addPerson(db, owner.shopId, { name: 'Bram', email: 'bram@x.example', role: 'technician', passwordHash: 'x' }),
      );
      const ids = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222'];
      for (const id of ids) await people.openSession(db, id, bram.id, new Date(NOW.getTime() + 1000), NOW);
      value(await people.setPassword(db, owner.shopId, bram.id, 'y', ids[1]));
      expect(await people.personOfSession(db, ids[0]!, NOW)).toBeNull();
      expect((await people.personOfSession(db, ids[1]!, NOW))?.name).toBe('Bram');
      value(await people.changePerson(db, owner.shopId, bram.id, bram.version, { role: 'technician', active: false }));
      expect(await people.personOfSession(db, ids[1]!, NOW)).toBeNull();
    });
    it('a session ends by itself', async () => {
      const id = '33333333-3333-4333-8333-333333333333';
      await people.openSession(db, id, owner.id, new Date(NOW.getTime() + 1000), NOW);
      expect(await people.personOfSession(db, id, new Date(NOW.getTime() + 2000))).toBeNull();
    });
    it('attempts to sign in are limited together, not counted once refused, and allowed again when the window has passed', async () => {
      const attempt = (windowMs = 60_000) =>
        people.countAttempt(
          db,
          [
            { subject: 'account:a', limit: 3 },
            { subject: 'address:b', limit: 9 },
          ],
          windowMs,
        );
      expect((await Promise.all(Array.from({ length: 8 }, () => attempt()))).filter(Boolean)).toHaveLength(3);
      expect(await attempt()).toBe(false);
      expect(await db.models.SignInAttempt.count({ where: { subject: 'account:a' } })).toBe(3);
      expect(await db.models.SignInAttempt.count({ where: { subject: 'address:b' } })).toBe(3);
      await new Promise((resolve) => setTimeout(resolve, 30));
      expect(await attempt(20)).toBe(true);
    });
    it('attempts on an account are forgotten with it, from wherever they came, and those on others are not', async () => {
      const mine = [
        people.accountSubject(owner.email),
        people.pairSubject(owner.email, '10.0.0.7'),
        people.pairSubject(owner.email, '10.0.0.8'),
      ];
      const others = [people.accountSubject(`x${owner.email}`), people.pairSubject(`x${owner.email}`, '10.0.0.7'), 'address:10.0.0.7'];
      for (const subject of [...mine, ...others]) await people.countAttempt(db, [{ subject, limit: 3 }], 60_000);
      await people.forgetAttemptsOn(db, owner.shopId, owner.id);
      expect((await db.models.SignInAttempt.findAll()).map((a) => a.subject).sort()).toEqual([...others].sort());
    });
    it('keeps a document as it was, and a new version over the one that was read', async () => {
      const drive = demoDrive('orchard-rider');
      const stored = await drives.addDrive(db, owner.shopId, drive, 'Ines', NOW);
      expect((await drives.findDrive(db, owner.shopId, stored.id))?.document).toEqual(drive);
      const saved = value(await drives.saveDrive(db, owner.shopId, stored.id, 1, { ...drive, name: 'Renamed' }, 'Bram', NOW));
      expect([saved.version, saved.document.name]).toEqual([2, 'Renamed']);
    });
    it('a stale save changes nothing and hands back what stands there', async () => {
      const stored = await drives.addDrive(db, owner.shopId, demoDrive('orchard-rider'), 'Ines', NOW);
      value(await drives.saveDrive(db, owner.shopId, stored.id, 1, { ...stored.document, name: 'Theirs' }, 'Bram', NOW));
      const mine = await drives.saveDrive(db, owner.shopId, stored.id, 1, { ...stored.document, name: 'Mine' }, 'Ines', NOW);
      expect(mine).toMatchObject({ ok: false, reason: 'stale', current: { version: 2, document: { name: 'Theirs' }, changedBy: 'Bram' } });
      expect((await drives.findDrive(db, owner.shopId, stored.id))?.document.name).toBe('Theirs');
    });
    it('another shop’s drive is not there', async () => {
      const stored = await drives.addDrive(db, owner.shopId, demoDrive('orchard-rider'), 'Ines', NOW);
      expect(await drives.findDrive(db, owner.shopId + 1, stored.id)).toBeNull();
    });
  });

  describe('the shelf', () => {
    it('one number stands once in a bin, but in two bins', async () => {
      value(await shelf.addShelfBelt(db, owner.shopId, row));
      expect(await shelf.addShelfBelt(db, owner.shopId, row)).toMatchObject({
        ok: false,
        problem: expect.stringContaining('already in bin B2'),
      });
      expect((await shelf.addShelfBelt(db, owner.shopId, { ...row, bin: 'B9' })).ok).toBe(true);
    });
    it('the database itself refuses a belt of no known size and a quantity below 0', async () => {
      await expect(db.models.ShelfBelt.create({ shopId: owner.shopId, ...row, designation: null, section: null })).rejects.toThrow();
      await expect(db.models.ShelfBelt.create({ shopId: owner.shopId, ...row, quantity: -1 })).rejects.toThrow();
    });
    describe('an import', () => {
      const take = async (id: string, rows: readonly ShelfBeltFields[], mode: ImportMode = 'add') =>
        value(await shelfImports.importShelf(db, owner.shopId, id, rows, mode));
      const counts = async () => (await shelf.listShelf(db, owner.shopId)).map((b) => [b.designation, b.quantity]);
      const [one, two] = ['3f1b2b0e-7a55-4b0e-9d53-000000000001', '3f1b2b0e-7a55-4b0e-9d53-000000000002'];

      it('adds new rows and counts up those that are there, all or none', async () => {
        value(await shelf.addShelfBelt(db, owner.shopId, row));
        expect(await take(one, [row, { ...row, designation: '4L490' }])).toEqual({ id: one, added: 1, changed: 1, same: 0 });
        expect(await counts()).toEqual([
          ['4L480', 4],
          ['4L490', 2],
        ]);
        await expect(
          take(two, [
            { ...row, designation: '4L500' },
            { ...row, quantity: -5, designation: '4L510' },
          ]),
        ).rejects.toThrow();
        expect(await counts()).toHaveLength(2);
      });
      it('knows a belt however its number is written, and adds up a list that names one twice', async () => {
        value(await shelf.addShelfBelt(db, owner.shopId, row));
        expect(
          await take(one, [
            { ...row, designation: '4L-480' },
            { ...row, designation: '4l 480' },
          ]),
        ).toMatchObject({ added: 0, changed: 1 });
        expect(await counts()).toEqual([['4L480', 6]]);
        const measured = {
          ...row,
          designation: null,
          section: 'A',
          lengthMm: 1201,
          lengthReference: 'inside' as const,
          lengthTyped: '1201 mm',
        };
        await take(two, [measured, { ...measured, lengthReference: 'outside' }]);
        expect(await counts()).toHaveLength(3);
      });
      it('sets counts where that is asked; the same list again changes nothing', async () => {
        value(await shelf.addShelfBelt(db, owner.shopId, row));
        expect(await take(one, [{ ...row, quantity: 7 }], 'set')).toMatchObject({ changed: 1, same: 0 });
        expect(await take(two, [{ ...row, quantity: 7 }], 'set')).toMatchObject({ added: 0, changed: 0, same: 1 });
        expect(await counts()).toEqual([['4L480', 7]]);
      });
      it('is taken in once, however often its answer is asked for', async () => {
        const first = await take(one, [row]);
        expect(await take(one, [row])).toEqual(first);
        expect(await counts()).toEqual([['4L480', 2]]);
        const both = await Promise.all([take(two, [row]), take(two, [row])]);
        expect(both[0]).toEqual(both[1]);
        expect(await counts()).toEqual([['4L480', 4]]);
      });
      it('is taken back as one, unless one of its belts was changed since', async () => {
        value(await shelf.addShelfBelt(db, owner.shopId, row));
        await take(one, [
          { ...row, priceCents: 999 },
          { ...row, designation: '4L490' },
        ]);
        value(await shelfImports.takeBackImport(db, owner.shopId, one));
        expect(await shelf.listShelf(db, owner.shopId)).toMatchObject([{ designation: '4L480', quantity: 2, priceCents: row.priceCents }]);
        expect((await shelfImports.takeBackImport(db, owner.shopId, one)).ok).toBe(true);
        await take(two, [{ ...row, designation: '4L490' }]);
        const belt = (await shelf.listShelf(db, owner.shopId)).find((b) => b.designation === '4L490')!;
        value(await shelf.changeShelfBelt(db, owner.shopId, belt.id, belt.version, { ...row, designation: '4L490', quantity: 1 }));
        expect(await shelfImports.takeBackImport(db, owner.shopId, two)).toMatchObject({
          ok: false,
          problem: expect.stringContaining('4L490'),
        });
        expect(await counts()).toHaveLength(2);
      });
    });
    it('what would run and is not to hand goes on the order list, by its number wherever it hangs', async () => {
      value(await shelf.addShelfBelt(db, owner.shopId, row));
      value(await shelf.orderBelt(db, owner.shopId, { designation: '4L-480', section: '4L' }, 2));
      value(await shelf.orderBelt(db, owner.shopId, { designation: '4L490', section: '4L' }, 1));
      expect((await shelf.listShelf(db, owner.shopId)).map((b) => [b.designation, b.quantity, b.wanted])).toEqual([
        ['4L480', 2, 2],
        ['4L490', 0, 1],
      ]);
    });
  });

  describe('jobs', () => {
    let belt: ShelfBelt;
    let number: number;
    const body = () => bookingOf(belt);
    const now = async () => (await jobs.findJob(db, owner.shopId, number))!;
    const onShelf = async () => (await shelf.listShelf(db, owner.shopId))[0]!;

    beforeEach(async () => {
      belt = value(await shelf.addShelfBelt(db, owner.shopId, row));
      const machine = value(await machines.saveMachine(db, owner.shopId, { ...NEW_MACHINE, customer: 'Isla', meter: 4 }));
      ({ number } = value(
        await jobs.openJob(db, owner.shopId, { machineId: machine.id, driveId: null, beltId: null, title: 'Slips', complaint: '' }, NOW),
      ));
    });

    it('numbers run on without a gap, even when opened at once', async () => {
      const { machineId } = await now();
      const more = await Promise.all(
        [1, 2, 3, 4].map(() =>
          jobs.openJob(db, owner.shopId, { machineId, driveId: null, beltId: null, title: 'Again', complaint: '' }, NOW),
        ),
      );
      expect(more.map((m) => value(m).number).sort()).toEqual([number + 1, number + 2, number + 3, number + 4]);
    });
    it('booking takes one from the shelf, writes the ticket and closes Match, together', async () => {
      value(await jobs.bookBelt(db, by(), number, belt.version, body()));
      const job = await now();
      expect((await onShelf()).quantity).toBe(1);
      expect([job.stages.match, job.stages.fit]).toEqual(['done', 'under-way']);
      expect(job.entries.map((e) => [e.type, e.by])).toEqual([['belt-booked', 'Ines Tarrow']]);
    });
    it('two bookings from one screenful: the second is refused and nothing of it is kept', async () => {
      const tries = await Promise.all([1, 2].map(() => jobs.bookBelt(db, by(), number, belt.version, body())));
      expect(tries.map((t) => (t.ok ? 'ok' : t.reason)).sort()).toEqual(['ok', 'stale']);
      expect((await onShelf()).quantity).toBe(1);
      expect((await now()).entries).toHaveLength(1);
    });
    it('the last belt cannot be booked twice', async () => {
      value(await shelf.changeShelfBelt(db, owner.shopId, belt.id, belt.version, { ...row, quantity: 0 }));
      expect(await jobs.bookBelt(db, by(), number, 2, body())).toMatchObject({
        ok: false,
        reason: 'refused',
        problem: expect.stringContaining('already gone'),
      });
    });
    it('taking a booking back returns the belt and opens Match, once', async () => {
      const { entryId } = value(await jobs.bookBelt(db, by(), number, belt.version, body()));
      value(await jobs.withdrawEntry(db, by(), number, entryId));
      expect((await onShelf()).quantity).toBe(2);
      expect((await now()).stages.match).toBe('under-way');
      expect((await now()).entries[0]?.withdrawn).toBe(true);
      expect((await jobs.withdrawEntry(db, by(), number, entryId)).ok).toBe(false);
      expect((await onShelf()).quantity).toBe(2);
    });
    it('a stage moved on is written down and wakes the next', async () => {
      value(await jobs.changeStage(db, by(), number, 'secure', 'done', ''));
      value(await jobs.changeStage(db, by(), number, 'look', 'skipped', 'seen last week'));
      const job = await now();
      expect([job.stages.secure, job.stages.look, job.stages.match]).toEqual(['done', 'skipped', 'under-way']);
      expect(job.entries.map((e) => e.body)).toEqual([
        { state: 'done', why: '' },
        { state: 'skipped', why: 'seen last week' },
      ]);
    });
    it('a closed job takes no more writing until it is reopened', async () => {
      value(await jobs.closeJob(db, by(), number, 'Done.'));
      expect((await jobs.addNote(db, by(), number, 'look', 'late')).ok).toBe(false);
      value(await jobs.reopenJob(db, by(), number));
      expect((await jobs.addNote(db, by(), number, 'look', 'late')).ok).toBe(true);
    });
    it('a machine with a job cannot be taken away from under it', async () => {
      await expect(db.models.Machine.destroy({ where: { id: (await now()).machineId } })).rejects.toThrow();
    });
  });

  it('a stale machine is handed back with its customer and drives', async () => {
    const fields = {
      name: 'Rider',
      maker: 'Thrushbeck',
      model: '',
      serial: '',
      meter: null,
      meterUnit: 'h' as const,
      notes: '',
      customer: 'Isla',
      driveIds: [],
    };
    const machine = value(await machines.saveMachine(db, owner.shopId, fields));
    value(await machines.saveMachine(db, owner.shopId, { ...fields, customer: 'Mae' }, { id: machine.id, version: 1 }));
    expect(await machines.saveMachine(db, owner.shopId, fields, { id: machine.id, version: 1 })).toMatchObject({
      ok: false,
      reason: 'stale',
      current: { customer: 'Mae', version: 2 },
    });
  });

  describe('notebooks', () => {
    const fresh = notebookFor(demoDrive('orchard-rider'));
    const picture = { mediaType: 'image/jpeg', width: 4, height: 3, bytes: Buffer.from('picture') };
    const look = (): Look => {
      const read = lookAt(measured(demoDrive('orchard-rider')));
      if (!read.ok) throw new Error();
      return read.look;
    };

    it('are kept whole and listed with how far they have come', async () => {
      const document = {
        ...fresh,
        measures: fresh.measures.map((m, i) => (i === 0 ? { ...m, value: 231 } : i === 1 ? { ...m, skipped: true } : m)),
      };
      const made = await notebooks.addNotebook(db, owner.shopId, document, 'Ines', NOW);
      expect((await notebooks.findNotebook(db, owner.shopId, made.id))!.document).toEqual(document);
      expect((await notebooks.listNotebooks(db, owner.shopId, { limit: 50 })).rows).toMatchObject([
        { id: made.id, measured: 1, asked: fresh.measures.length - 1, driveId: null, changedBy: 'Ines' },
      ]);
      expect(await notebooks.findNotebook(db, owner.shopId + 1, made.id)).toBeNull();
    });
    it('an entry made over a newer one is refused and the newer handed back', async () => {
      const made = await notebooks.addNotebook(db, owner.shopId, fresh, 'Ines', NOW);
      const mine = { ...fresh, name: 'Mine' };
      expect(value(await notebooks.saveNotebook(db, owner.shopId, made.id, made.version, mine, 'Ines', NOW)).version).toBe(
        made.version + 1,
      );
      const late = await notebooks.saveNotebook(db, owner.shopId, made.id, made.version, { ...fresh, name: 'Late' }, 'Bram', NOW);
      expect(late).toMatchObject({ ok: false, reason: 'stale', current: { document: { name: 'Mine' } } });
      expect((await notebooks.findNotebook(db, owner.shopId, made.id))!.document.name).toBe('Mine');
    });
    it('of many saves over the same version just one is taken', async () => {
      const made = await notebooks.addNotebook(db, owner.shopId, fresh, 'Ines', NOW);
      const saves = await Promise.all(
        [1, 2, 3, 4, 5].map((n) =>
          notebooks.saveNotebook(db, owner.shopId, made.id, made.version, { ...fresh, name: `${n}` }, 'Ines', NOW),
        ),
      );
      expect(saves.filter((s) => s.ok)).toHaveLength(1);
    });
    it('make one drive, and make it anew over the same one, with what is known of its numbers', async () => {
      const { built, uncertainty } = look();
      const made = await notebooks.addNotebook(db, owner.shopId, fresh, 'Ines', NOW);
      const { driveId } = value(await notebooks.keepDrive(db, owner.shopId, made.id, built.drive!, uncertainty!, 'Ines', NOW));
      const again = value(
        await notebooks.keepDrive(db, owner.shopId, made.id, { ...built.drive!, name: 'Better' }, uncertainty!, 'Bram', NOW),
      );
      expect(again.driveId).toBe(driveId);
      const stored = (await drives.findDrive(db, owner.shopId, driveId))!;
      expect([stored.document.name, stored.version, stored.uncertainty!.paths.length]).toEqual(['Better', 2, uncertainty!.paths.length]);
      expect(await notebooks.notebookOfDrive(db, owner.shopId, driveId)).toBe(made.id);
      expect((await drives.listDrives(db, owner.shopId, { limit: 50 })).total).toBe(1);
    });
    it('a drive measured for a machine is among its drives, once; a machine of another shop gets none', async () => {
      const { built, uncertainty } = look();
      const machine = value(await machines.saveMachine(db, owner.shopId, { ...NEW_MACHINE, name: 'Hill rider' }));
      const made = await notebooks.addNotebook(db, owner.shopId, fresh, 'Ines', NOW, machine.id);
      expect((await notebooks.findNotebook(db, owner.shopId, made.id))!.machine).toEqual({ id: machine.id, name: 'Hill rider' });
      const { driveId } = value(await notebooks.keepDrive(db, owner.shopId, made.id, built.drive!, uncertainty!, 'Ines', NOW));
      value(await notebooks.keepDrive(db, owner.shopId, made.id, built.drive!, uncertainty!, 'Ines', NOW));
      expect((await machines.findMachine(db, owner.shopId, machine.id))!.driveIds).toEqual([driveId]);
      const elsewhere = await db.models.Shop.create({ name: 'Over the water' });
      const theirs = await db.models.Machine.create({
        shopId: elsewhere.id,
        customerId: null,
        name: 'Not ours',
        maker: '',
        model: '',
        serial: '',
        meter: null,
        meterUnit: 'h',
        notes: '',
      });
      expect((await notebooks.addNotebook(db, owner.shopId, fresh, 'Ines', NOW, theirs.id)).machine).toBeNull();
    });
    it('a drive drawn over stays uncertain only where its numbers are still those measured', async () => {
      const { built, uncertainty } = look();
      const made = await notebooks.addNotebook(db, owner.shopId, fresh, 'Ines', NOW);
      const { driveId } = value(await notebooks.keepDrive(db, owner.shopId, made.id, built.drive!, uncertainty!, 'Ines', NOW));
      const renamed = value(await drives.saveDrive(db, owner.shopId, driveId, 1, { ...built.drive!, name: 'Other' }, 'Ines', NOW));
      expect(renamed.uncertainty).not.toBeNull();
      const redrawn = value(
        await drives.saveDrive(db, owner.shopId, driveId, renamed.version, demoDrive('lighthouse-generator'), 'Ines', NOW),
      );
      expect(redrawn.uncertainty).toBeNull();
    });
    it('hold six photos; one taken off the page makes room, and another shop sees none', async () => {
      const made = await notebooks.addNotebook(db, owner.shopId, fresh, 'Ines', NOW);
      const add = () => notebooks.addPhoto(db, owner.shopId, made.id, picture, 'Ines', NOW);
      const ids = [];
      for (let i = 0; i < 6; i++) ids.push(value(await add()).id);
      const on = (photos: readonly number[]) => ({
        ...fresh,
        photos: photos.map((photo, i) => ({
          id: `p${i}`,
          photo,
          width: 4,
          height: 3,
          scale: { kind: 'two-points' as const, ends: [], distance: null },
          marks: [],
        })),
      });
      value(await notebooks.saveNotebook(db, owner.shopId, made.id, 1, on(ids), 'Ines', NOW));
      expect(await add()).toMatchObject({ ok: false, problem: expect.stringContaining('6 photos') });
      value(await notebooks.saveNotebook(db, owner.shopId, made.id, 2, on(ids.slice(1)), 'Ines', NOW));
      expect((await notebooks.findPhoto(db, owner.shopId, ids[0]!))!.bytes.toString()).toBe('picture');
      value(await add());
      expect(await notebooks.findPhoto(db, owner.shopId, ids[0]!)).toBeNull();
      expect(await notebooks.findPhoto(db, owner.shopId, ids[1]!)).not.toBeNull();
      expect(await notebooks.findPhoto(db, owner.shopId + 1, ids[1]!)).toBeNull();
    });
    it('removed, its photos go and the drive made from it stays', async () => {
      const { built, uncertainty } = look();
      const made = await notebooks.addNotebook(db, owner.shopId, fresh, 'Ines', NOW);
      const { id } = value(await notebooks.addPhoto(db, owner.shopId, made.id, picture, 'Ines', NOW));
      const { driveId } = value(await notebooks.keepDrive(db, owner.shopId, made.id, built.drive!, uncertainty!, 'Ines', NOW));
      value(await notebooks.removeNotebook(db, owner.shopId, made.id));
      expect(await notebooks.findPhoto(db, owner.shopId, id)).toBeNull();
      expect(await drives.findDrive(db, owner.shopId, driveId)).not.toBeNull();
      expect(await notebooks.removeNotebook(db, owner.shopId, made.id)).toMatchObject({ ok: false });
      expect(await notebooks.addPhoto(db, owner.shopId, made.id, picture, 'Ines', NOW)).toMatchObject({ ok: false });
    });
    it('the database itself refuses a picture over its size and a notebook of no shop', async () => {
      const made = await notebooks.addNotebook(db, owner.shopId, fresh, 'Ines', NOW);
      await expect(
        notebooks.addPhoto(db, owner.shopId, made.id, { ...picture, bytes: Buffer.alloc(8 * 1024 * 1024 + 1) }, 'Ines', NOW),
      ).rejects.toThrow();
      await expect(notebooks.addNotebook(db, 999, fresh, 'Ines', NOW)).rejects.toThrow();
    });
  });
});

it('the demo shelf can be read whole', async () => {
  const { readFileSync } = await import('node:fs');
  const read = readShelfCsv(readFileSync(new URL('../../demo/shelf.csv', import.meta.url), 'utf8'), 'in');
  expect(read.ok && read.rows.every((r) => r.ok)).toBe(true);
  expect(read.ok && read.rows.length).toBeGreaterThanOrEqual(40);
});
