import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { access, commands, customers, documents, eraseCustomer, jobs, machines, people, presence, tickets } from '..';
import { AUTHOR, NEW_MACHINE, NOW, shopForTests, value } from '../test-database';

const shop = shopForTests('access');
const later = new Date(NOW.getTime() + 86_400_000);
const other = () => shop.db.ofShop(999999);

describe('sessions and the log', () => {
  it('are listed for the shop alone, and a session ends for its shop alone', async () => {
    const id = randomUUID();
    await people.openSession(shop.db, { id, personId: shop.owner.id, expiresAt: later, browser: 'Bench phone' }, NOW);
    expect(await access.sessionsOf(shop.db, NOW, id)).toMatchObject([{ id, person: 'Ines Tarrow', browser: 'Bench phone', own: true }]);
    expect(await access.sessionsOf(shop.db, new Date(later.getTime() + 1), id)).toEqual([]);
    expect(await access.sessionsOf(other(), NOW, id)).toEqual([]);
    expect(await access.endSession(other(), id)).toMatchObject({ ok: false });
    value(await access.endSession(shop.db, id));
    expect(await people.personOfSession(shop.db, id, NOW)).toBeNull();
  });
  it('state applied and refused commands, the latest first', async () => {
    const note = (kind: string, minutes: number) => ({
      id: randomUUID(),
      personId: shop.owner.id,
      kind,
      inputDigest: 'd',
      doneAt: NOW,
      appliedAt: new Date(NOW.getTime() + 60_000 * minutes),
    });
    await commands.noteApplied(shop.db, note('job.open', 1), { ok: true, value: { number: 1 } });
    await commands.noteApplied(shop.db, note('shelf.add', 2), { ok: false, reason: 'refused', problem: 'No.' });
    expect((await access.commandLog(shop.db, { limit: 10 })).rows.map((r) => [r.kind, r.applied, r.person])).toEqual([
      ['shelf.add', false, 'Ines Tarrow'],
      ['job.open', true, 'Ines Tarrow'],
    ]);
    expect((await access.commandLog(other(), { limit: 10 })).total).toBe(0);
  });
});

describe('commands since a moment', () => {
  it('are found by the time of their end, also if they took longer than the moment is ago', async () => {
    const note = { id: randomUUID(), personId: shop.owner.id, kind: 'shelf.import', inputDigest: 'd', doneAt: NOW, appliedAt: NOW };
    await commands.noteApplied(shop.db, note);
    expect(await commands.kindsSince(shop.db, 5)).toEqual([]);
    await commands.storeAnswer(shop.db, note.id, { ok: true, value: null });
    expect(await commands.kindsSince(shop.db, 5)).toEqual(['shelf.import']);
    expect(await commands.kindsSince(other(), 5)).toEqual([]);
  });
});

describe('people at a record', () => {
  it('are the others with an open tab of this shop, until it closes', async () => {
    const bram = value(
      await people.addPerson(shop.db, { name: 'Bram Oake', email: 'bram@quaybay.example', role: 'technician', passwordHash: 'x' }),
    );
    const tab = randomUUID();
    expect(await presence.arrive(shop.db, tab, bram.id, 'jobs/213')).toBe('');
    expect(await presence.othersAt(shop.db, 'jobs/213', shop.owner.id)).toEqual(['Bram Oake']);
    expect(await presence.othersAt(shop.db, 'jobs/213', bram.id)).toEqual([]);
    expect(await presence.othersAt(other(), 'jobs/213', shop.owner.id)).toEqual([]);
    expect(await presence.arrive(shop.db, tab, bram.id, 'jobs/214')).toBe('jobs/213');
    expect(await presence.othersAt(shop.db, 'jobs/213', shop.owner.id)).toEqual([]);
    await shop.db.sequelize.query(`UPDATE presence SET seen_at = now() - interval '2 minutes'`);
    expect(await presence.othersAt(shop.db, 'jobs/214', shop.owner.id)).toEqual([]);
    await presence.stay(shop.db, tab);
    expect(await presence.othersAt(shop.db, 'jobs/214', shop.owner.id)).toEqual(['Bram Oake']);
    expect(await presence.leave(shop.db, tab)).toBe('jobs/214');
  });
});

describe('an erased customer', () => {
  it('is deleted from the record and from all texts, and machine, ticket and readings stay', async () => {
    const fields = { name: 'Otto "Skip" Fenwick', contact: 'Mill Lane 4\n0555 017 220, otto@fenwick.example' };
    const customer = value(await customers.saveCustomer(shop.db, fields));
    const machine = value(
      await machines.saveMachine(shop.db, AUTHOR, {
        ...NEW_MACHINE,
        name: 'Rider',
        customer: fields.name,
        notes: 'Call 0555 017 220 first.',
      }),
    );
    const { number } = value(
      await jobs.openJob(
        shop.db,
        { machineId: machine.id, title: 'Slips', complaint: `otto "skip" fenwick says it slips. Millstone inside.` },
        NOW,
      ),
    );
    const text = 'Told Otto "Skip" Fenwick at Mill Lane 4 to wait.';
    value(await tickets.writeEntry(shop.db, shop.by(), number, 'look', { type: 'note', body: { text } }));
    const by = { personId: shop.owner.id, at: NOW };
    value(
      await documents.addDocument(shop.db, by, { machineId: machine.id }, 'Letter of Otto "Skip" Fenwick', {
        mediaType: 'application/pdf',
        bytes: Buffer.from('%PDF-1.4'),
      }),
    );
    const note = { id: randomUUID(), personId: shop.owner.id, kind: 'customer.save', inputDigest: 'd', doneAt: NOW, appliedAt: NOW };
    await commands.noteApplied(shop.db, note, { ok: true, value: customer });
    expect(await eraseCustomer(other(), customer)).toMatchObject({ ok: false });
    expect(value(await eraseCustomer(shop.db, customer))).toEqual({ machines: 1 });
    expect(await customers.findCustomer(shop.db, customer.id)).toBeNull();
    const job = (await jobs.findJob(shop.db, number))!;
    expect(job.customer).toBe('');
    expect(job.complaint).toBe('(erased) says it slips. Millstone inside.');
    expect(job.entries.find((e) => e.type === 'note')).toMatchObject({ body: { text: 'Told (erased) at (erased) to wait.' } });
    expect((await machines.findMachine(shop.db, machine.id))?.notes).toBe('Call (erased) first.');
    expect(await documents.documentsOf(shop.db, { machineId: machine.id, driveIds: [] })).toMatchObject([{ name: 'Letter of (erased)' }]);
    const left = await shop.db.sequelize.query(
      `SELECT 1 FROM acts WHERE answer::text ~* 'fenwick' UNION ALL SELECT 1 FROM ticket_entries WHERE body::text ~* 'fenwick'
       UNION ALL SELECT 1 FROM jobs WHERE complaint ~* 'fenwick'`,
    );
    expect(left[0]).toEqual([]);
  });
  it('is refused over a version that another user replaced', async () => {
    const customer = value(await customers.saveCustomer(shop.db, { name: 'Isla Ferrow', contact: '' }));
    value(await customers.saveCustomer(shop.db, { name: 'Isla Ferrow', contact: 'Quay 2' }, customer));
    expect(await eraseCustomer(shop.db, customer)).toMatchObject({ ok: false, reason: 'stale', current: { contact: 'Quay 2' } });
  });
});
