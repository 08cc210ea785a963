import { beforeEach, describe, expect, it, vi } from 'vitest';
import * as z from 'zod';
import { defineQuery, executeQuery } from './command';
import { hashPassword, passwordMatches } from './password';
import { wholeNumber } from './params';
import { query } from '../contract/declare';
import type { Person } from '../contract/records';

const seen = vi.hoisted(() => ({ person: null as unknown }));
vi.mock('./session', () => ({
  currentPerson: async () => seen.person,
  hasRole: (role: string, needed: string) =>
    ['viewer', 'technician', 'owner'].indexOf(role) >= ['viewer', 'technician', 'owner'].indexOf(needed),
}));
vi.mock('../db', async () => ({
  commands: {},
  database: () => ({ ofShop: (shopId: number) => `records of shop ${shopId}` }),
  sqlState: (await import('../db/connection')).sqlState,
}));

const person = (role: Person['role']) => ({ id: 1, shopId: 1, name: 'Bram', role, sessionId: 's' });
const input = z.object({
  name: z.string().min(1, 'Enter a name.'),
  parts: z.array(z.object({ size: z.number('A size is a number.') })).default([]),
});

describe('every query', () => {
  const did = vi.fn(async (_context: unknown, given: z.infer<typeof input>) => ({ ok: true as const, value: given.name }));
  const ask = (raw: unknown) => executeQuery({ 'parts.find': defineQuery(query<string>()('technician', input), did) }, 'parts.find', raw);
  beforeEach(() => {
    did.mockClear();
    seen.person = person('technician');
  });

  it('is answered knowing who asks, what and when', async () => {
    expect(await ask({ name: 'A', parts: [] })).toEqual({ ok: true, value: 'A' });
    expect(did).toHaveBeenCalledWith({ db: 'records of shop 1', person: seen.person, now: expect.any(Date) }, { name: 'A', parts: [] });
  });
  it('is refused under a name that does not exist, also one of every object', async () => {
    for (const name of ['parts.lose', 'toString', '__proto__', ''])
      expect(await executeQuery({}, name, {})).toMatchObject({ ok: false, reason: 'invalid', problem: expect.stringContaining('Reload') });
  });
  it('is refused for a stranger and a lower role, for any input, and answered for a higher one', async () => {
    seen.person = null;
    expect(await ask({ name: 'A', parts: [] })).toMatchObject({ ok: false, reason: 'signed-out' });
    seen.person = person('viewer');
    expect(await ask({ name: '', parts: [] })).toMatchObject({
      ok: false,
      reason: 'forbidden',
      problem: expect.stringContaining('technician’s account'),
    });
    expect(did).not.toHaveBeenCalled();
    seen.person = person('owner');
    expect(await ask({ name: 'A', parts: [] })).toMatchObject({ ok: true });
  });
  it('refuses input that is not what it takes, with the field and its sentence', async () => {
    expect(await ask({ name: '', parts: [] })).toEqual({ ok: false, reason: 'invalid', problem: 'Enter a name.', field: 'name' });
    expect(await ask({ name: 'A', parts: [{ size: 'large' }] })).toMatchObject({
      problem: 'A size is a number.',
      field: 'parts.0.size',
    });
    expect(await ask(null)).toMatchObject({ ok: false, reason: 'invalid' });
    expect(did).not.toHaveBeenCalled();
  });
  it('reports an internal failure without details, which are logged', async () => {
    const log = vi.spyOn(process.stderr, 'write').mockReturnValue(true);
    did.mockRejectedValueOnce(new Error('relation "secret" does not exist'));
    const answer = await ask({ name: 'A', parts: [] });
    expect(answer).toMatchObject({ ok: false, reason: 'failed' });
    expect(JSON.stringify(answer)).not.toContain('secret');
    expect(String(log.mock.calls[0]?.[0])).toContain('secret');
    log.mockRestore();
  });
});

describe('passwords', () => {
  it('match only their own hash, which holds neither them nor the same salt twice', async () => {
    const [one, two] = await Promise.all([hashPassword('thursday-boat-48'), hashPassword('thursday-boat-48')]);
    expect(one).not.toBe(two);
    expect(one).not.toContain('thursday');
    expect(
      await Promise.all([
        passwordMatches('thursday-boat-48', one),
        passwordMatches('thursday-boat-49', one),
        passwordMatches('thursday-boat-48', undefined),
        passwordMatches('x', 'no hash'),
      ]),
    ).toEqual([true, false, false, false]);
  });
});

describe('a number in an address', () => {
  it.each([
    ['12', 12],
    ['0', null],
    ['-3', null],
    ['1.5', null],
    ['12abc', null],
    ['9999999999', null],
    ['', null],
    [undefined, null],
    [['1', '2'], null],
  ] as const)('%j is %s', (text, number) => expect(wholeNumber(text as string)).toBe(number));
});
