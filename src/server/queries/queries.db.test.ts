import { beforeEach, describe, expect, it } from 'vitest';
import { customers } from '@/db';
import { shopForTests, value } from '@/db/test-database';
import { seen } from '@/db/test-seen';
import { executeQuery } from '@/server';
import { type QueryKey } from '@/contract/keys';
import { QUERIES } from './registry';
import { recordsForQueries } from '@/db/test-queries';

const shop = shopForTests('every_query');
const ask = (name: string, input: unknown) => executeQuery(QUERIES, name, input);
const found = async (name: QueryKey, input: unknown) => value((await ask(name, input)) as { ok: true; value: unknown });

const NAMES = Object.keys(QUERIES) as QueryKey[];

describe('every query', () => {
  let inputs: Readonly<Record<QueryKey, object>>;
  beforeEach(async () => {
    seen.person = { ...shop.owner, sessionId: '11111111-1111-4111-8111-111111111111' };
    seen.db = shop.db;
    ({ inputs } = await recordsForQueries(shop));
  });

  it.each(NAMES)('%s: answers what JSON can carry without a change, and changes nothing', async (name) => {
    const first = await ask(name, inputs[name]);
    expect(first).toMatchObject({ ok: true });
    expect(JSON.parse(JSON.stringify(first))).toEqual(first);
    expect(await ask(name, inputs[name])).toEqual(first);
  });
  it.each(NAMES)('%s: refuses a stranger, and input that is not its own', async (name) => {
    for (const junk of [null, 7, 'text', [], { find: 7, page: 'x', number: -0.5, driveId: 'x', machineId: {}, id: [], machine: 'x' }]) {
      // A query without input takes any object.
      if (Object.keys(inputs[name]).length === 0 && typeof junk === 'object' && junk !== null && !Array.isArray(junk)) continue;
      expect(await ask(name, junk), String(junk)).toMatchObject({ ok: false, reason: 'invalid', problem: expect.stringMatching(/.{8}/) });
    }
    seen.person = null;
    expect(await ask(name, inputs[name])).toMatchObject({ ok: false, reason: 'signed-out' });
  });
  it('sees the records of its own shop only', async () => {
    const elsewhere = await shop.db.models.Shop.create({ name: 'Reef Road Works', timeZone: 'UTC' });
    const strangers = { ...shop.owner, shopId: elsewhere.id, sessionId: '22222222-2222-4222-8222-222222222222' };
    const texts = async () => JSON.stringify(await Promise.all(NAMES.map((name) => ask(name, inputs[name]))));
    expect(await texts()).toContain('Orchard rider');
    seen.person = strangers;
    const other = await texts();
    for (const own of ['Orchard rider', '4L480', 'Isla']) expect(other).not.toContain(own);
  });
});

describe('lists and choices', () => {
  beforeEach(() => {
    seen.person = { ...shop.owner, sessionId: '11111111-1111-4111-8111-111111111111' };
    seen.db = shop.db;
  });
  it('finds by words, and counts what it found', async () => {
    value(await customers.saveCustomer(shop.db, { name: 'Tilda Marsh', contact: '' }));
    expect(await found('customers.list', { find: 'tilda', page: 1 })).toMatchObject({ total: 1, rows: [{ name: 'Tilda Marsh' }] });
    expect(await found('customers.list', { find: 'Otto Fenwick', page: 1 })).toMatchObject({ total: 0, rows: [] });
  });
});
