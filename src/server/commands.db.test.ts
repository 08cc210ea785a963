import { randomUUID } from 'node:crypto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import * as z from 'zod';
import type { ShopDatabase } from '../db';
import { value, shopForTests } from '../db/test-database';
import { seen } from '../db/test-seen';
import { defineCommand, deleteOldNotes, executeCommand, type CommandRegistry } from './command';
import { command } from '../contract/declare';
import type { Person } from '../contract/records';

/** Commands on the customers of a shop, enough to count how often each is applied. */
const named = z.object({ name: z.string().min(1, 'Enter a name.') });
const contract = command<unknown, unknown>()('technician', named);
const addTo = (db: ShopDatabase, name: string) => db.models.Customer.create({ shopId: db.shopId, name, contact: '' });
const KINDS: CommandRegistry = {
  commands: {
    add: defineCommand(contract, {
      apply: async ({ db, doneAt }, { name }) => {
        const { id } = await addTo(db, name);
        return { ok: true, value: { id, at: doneAt.toISOString() } };
      },
    }),
    'add and refuse': defineCommand(contract, {
      apply: async ({ db, person }, { name }) => {
        await addTo(db, name);
        return (await db.models.Customer.count({ where: { shopId: person.shopId } })) > 2
          ? { ok: true, value: null }
          : { ok: false, reason: 'refused', problem: 'Not with fewer than three.' };
      },
    }),
    'add and fail': defineCommand(contract, {
      apply: async ({ db }, { name }) => {
        await addTo(db, name);
        throw new Error('the roof fell in');
      },
    }),
    'add within': defineCommand(contract, {
      apply: async ({ db }, { name }) => {
        await db.transact(async () => addTo(db, name));
        await db.transact(async (transaction) => {
          await db.models.Customer.update({ contact: 'quay' }, { where: { name }, transaction });
        });
        return { ok: false, reason: 'refused', problem: 'All of it back.' };
      },
    }),
    password: defineCommand(command<null>()('viewer', z.object({ password: z.string() })), {
      apply: async () => ({ ok: true, value: null }),
    }),
  },
  secret: new Set(['password']),
};

describe('a command', () => {
  const shop = shopForTests('acts');
  let person: Person & { sessionId: string };
  const send = (kind: string, input: unknown, more: object = {}) =>
    executeCommand(KINDS, { id: randomUUID(), kind, personId: person.id, doneAt: '2026-11-20T08:00:00Z', input, ...more });
  const customers = async () => (await shop.db.models.Customer.findAll({ order: [['id', 'ASC']] })).map((c) => c.name);
  beforeEach(() => {
    person = { ...shop.owner, sessionId: 's' };
    seen.person = person;
    seen.db = shop.db;
  });

  it('is applied once per id, and a repeat gets the first answer, regardless of later changes', async () => {
    const id = randomUUID();
    const first = await send('add', { name: 'Isla' }, { id });
    expect(first).toMatchObject({ ok: true, value: { at: '2026-11-20T08:00:00.000Z' } });
    await shop.db.models.Customer.destroy({ where: {} });
    expect(await send('add', { name: 'Isla' }, { id })).toEqual(first);
    expect(await customers()).toEqual([]);
  });
  it('keeps its note for 200 days, longer than a device sends it again', async () => {
    const id = randomUUID();
    const day = (n: number) => new Date(Date.now() + n * 86_400_000);
    await send('add', { name: 'Isla' }, { id });
    await shop.db.models.Customer.destroy({ where: {} });
    await deleteOldNotes(shop.db, day(199));
    await send('add', { name: 'Isla' }, { id });
    expect(await customers()).toEqual([]);
    expect(await deleteOldNotes(shop.db, day(201))).toBeGreaterThan(0);
    await send('add', { name: 'Isla' }, { id });
    expect(await customers()).toEqual(['Isla']);
  });
  it('is applied once if sent many times together, and all get its answer', async () => {
    const id = randomUUID();
    const answers = await Promise.all(Array.from({ length: 12 }, () => send('add', { name: 'Mae' }, { id })));
    for (const answer of answers) expect(answer).toEqual(answers[0]);
    expect(answers[0]).toMatchObject({ ok: true });
    expect(await customers()).toEqual(['Mae']);
  });
  it('changes nothing if refused, and is refused again even if it would succeed by now', async () => {
    const id = randomUUID();
    const refused = await send('add and refuse', { name: 'Isla' }, { id });
    expect(refused).toMatchObject({ ok: false, problem: 'Not with fewer than three.' });
    expect(await customers()).toEqual([]);
    for (const name of ['a', 'b', 'c']) await send('add', { name });
    expect(await send('add and refuse', { name: 'Isla' }, { id })).toEqual(refused);
    expect(await customers()).toEqual(['a', 'b', 'c']);
    expect(await send('add and refuse', { name: 'Isla' })).toMatchObject({ ok: true });
  });
  it('that fails leaves nothing, not even its note, so that it can be tried again', async () => {
    const log = vi.spyOn(process.stderr, 'write').mockReturnValue(true);
    const id = randomUUID();
    expect(await send('add and fail', { name: 'Isla' }, { id })).toMatchObject({ ok: false, reason: 'failed' });
    expect(await customers()).toEqual([]);
    expect(await send('add and fail', { name: 'Isla' }, { id })).toMatchObject({ ok: false, reason: 'failed' });
    expect(log).toHaveBeenCalledTimes(2);
    log.mockRestore();
  });
  it('is atomic even if its writes are transactions', async () => {
    expect(await send('add within', { name: 'Isla' })).toMatchObject({ ok: false, problem: 'All of it back.' });
    expect(await customers()).toEqual([]);
  });
  it('belongs to its sender: another person cannot repeat it, nor can its id be used for another command or content', async () => {
    const id = randomUUID();
    await send('add', { name: 'Isla' }, { id });
    expect(await send('add', { name: 'Mae' }, { id })).toMatchObject({ ok: false, reason: 'invalid' });
    expect(await send('add and refuse', { name: 'Isla' }, { id })).toMatchObject({ ok: false, reason: 'invalid' });
    expect(await send('add', { name: 'Isla' }, { id, personId: person.id + 1 })).toMatchObject({ ok: false, reason: 'signed-out' });
    expect(await customers()).toEqual(['Isla']);
  });
  it('has the time of the device, but never a future one', async () => {
    const { value: answer } = (await send('add', { name: 'Isla' }, { doneAt: '2999-01-01T00:00:00Z' })) as { value: { at: string } };
    expect(Math.abs(Date.parse(answer.at) - Date.now())).toBeLessThan(60_000);
  });
  it.each<[string, object]>([
    ['no id', { id: 'one' }],
    ['no kind that is known', { kind: 'toString' }],
    ['no time', { doneAt: 'yesterday' }],
    ['what it does not take', { input: { name: '' } }],
    ['a text that no database takes', { input: { name: 'a\0b' } }],
  ])('with %s is refused with a sentence', async (_, more) => {
    expect(await send('add', { name: 'Isla' }, more)).toMatchObject({
      ok: false,
      reason: 'invalid',
      problem: expect.stringMatching(/\w+.*\.$/),
    });
    expect(await customers()).toEqual([]);
  });
  it('is refused if it is not an object', async () => {
    for (const raw of [null, 7, 'text', []]) expect(await executeCommand(KINDS, raw)).toMatchObject({ ok: false, reason: 'invalid' });
  });
  it('is refused to a stranger and to a lower role', async () => {
    seen.person = { ...person, role: 'viewer' };
    expect(await send('add', { name: 'Isla' })).toMatchObject({ ok: false, reason: 'forbidden' });
    seen.person = null;
    expect(await send('add', { name: 'Isla' })).toMatchObject({ ok: false, reason: 'signed-out' });
    expect(await customers()).toEqual([]);
  });
  it('with a password leaves no sign of it, and under its id nothing else is done', async () => {
    const id = randomUUID();
    value((await send('password', { password: 'thursday-boat-48', name: 'Isla' }, { id })) as { ok: true; value: unknown });
    // Another person under the same id is not answered with the first one’s data.
    expect(await send('password', { password: 'friday-boat-49', name: 'Wren' }, { id })).toMatchObject({ ok: false, reason: 'invalid' });
    await send('add', { name: 'Isla' });
    const [rows] = await shop.db.sequelize.query('SELECT kind, input_digest, acts::text AS whole FROM acts ORDER BY applied_at');
    expect((rows as { kind: string; input_digest: string }[]).map((r) => [r.kind, r.input_digest !== ''])).toEqual([
      ['password', true],
      ['add', true],
    ]);
    expect(JSON.stringify(rows)).not.toContain('thursday');
    // Not even a digest of the password is stored: with another one the digest is the same.
    const digests = new Set(
      (rows as { kind: string; input_digest: string }[]).filter((r) => r.kind === 'password').map((r) => r.input_digest),
    );
    value((await send('password', { password: 'another-one-77', name: 'Isla' })) as { ok: true; value: unknown });
    const [again] = await shop.db.sequelize.query(`SELECT input_digest FROM acts WHERE kind = 'password'`);
    for (const { input_digest: digest } of again as { input_digest: string }[]) expect(digests).toContain(digest);
  });
});
