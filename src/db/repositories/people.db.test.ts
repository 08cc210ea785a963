import { describe, expect, it } from 'vitest';
import { people } from '..';
import { NOW, shopForTests, value } from '../test-database';

describe('people', () => {
  const shop = shopForTests('people');
  it('a shop is founded once only, even by two at the same moment', async () => {
    await shop.db.sequelize.query('TRUNCATE shops CASCADE');
    const tries = await Promise.all(
      [1, 2, 3].map((n) => people.createShop(shop.db, `Shop ${n}`, { name: `P${n}`, email: `p${n}@x.example`, passwordHash: 'x' }, 'UTC')),
    );
    expect(tries.filter((t) => t.ok)).toHaveLength(1);
  });
  it('accepts an address once, in upper or lower case', async () => {
    const again = await people.addPerson(shop.db, {
      name: 'Other',
      email: 'INES@quaybay.example',
      role: 'viewer',
      passwordHash: 'x',
    });
    expect(again).toMatchObject({ ok: false, reason: 'refused', problem: expect.stringContaining('already here') });
  });
  it('has one address in several shops, each with its own account and password', async () => {
    const other = await people.addShop(
      shop.db,
      'Reef Road Works',
      { name: 'Ines', email: 'Ines@QuayBay.example', passwordHash: 'y' },
      'UTC',
    );
    expect(await people.findCredentials(shop.db, 'INES@quaybay.example')).toMatchObject([
      { person: { id: shop.owner.id, shopId: shop.owner.shopId }, shopName: 'Quay Bay Repairs', passwordHash: 'x' },
      { person: { id: other.id, shopId: other.shopId }, shopName: 'Reef Road Works', passwordHash: 'y' },
    ]);
    expect(await people.passwordHashOf(shop.db, other.id)).toBeUndefined();
    expect(await people.passwordHashOf(shop.db.ofShop(other.shopId), other.id)).toBe('y');
    value(await people.setPassword(shop.db, shop.owner.id, 'z'));
    expect(await people.passwordHashOf(shop.db.ofShop(other.shopId), other.id)).toBe('y');
    expect(await people.listPeople(shop.db)).toHaveLength(1);
  });
  it('refuses to demote or deactivate the last owner', async () => {
    expect((await people.changePerson(shop.db, shop.owner.id, shop.owner.version, { role: 'technician', active: true })).ok).toBe(false);
    expect((await people.changePerson(shop.db, shop.owner.id, shop.owner.version, { role: 'owner', active: false })).ok).toBe(false);
  });
  it('shutting someone out, or a new password, ends their sessions', async () => {
    const bram = value(await people.addPerson(shop.db, { name: 'Bram', email: 'bram@x.example', role: 'technician', passwordHash: 'x' }));
    const ids = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222'];
    for (const id of ids)
      await people.openSession(shop.db, { id, personId: bram.id, expiresAt: new Date(NOW.getTime() + 1000), browser: '' }, NOW);
    value(await people.setPassword(shop.db, bram.id, 'y', ids[1]));
    expect(await people.personOfSession(shop.db, ids[0]!, NOW)).toBeNull();
    expect((await people.personOfSession(shop.db, ids[1]!, NOW))?.name).toBe('Bram');
    value(await people.changePerson(shop.db, bram.id, bram.version, { role: 'technician', active: false }));
    expect(await people.personOfSession(shop.db, ids[1]!, NOW)).toBeNull();
  });
  it('a session ends by itself', async () => {
    const id = '33333333-3333-4333-8333-333333333333';
    await people.openSession(shop.db, { id, personId: shop.owner.id, expiresAt: new Date(NOW.getTime() + 1000), browser: '' }, NOW);
    expect(await people.personOfSession(shop.db, id, new Date(NOW.getTime() + 2000))).toBeNull();
  });
  it('attempts to sign in are limited together, not counted once refused, and allowed again when the window has passed', async () => {
    const attempt = (windowMs = 60_000) =>
      people.countAttempt(
        shop.db,
        [
          { subject: 'account:a', limit: 3 },
          { subject: 'address:b', limit: 9 },
        ],
        windowMs,
      );
    expect((await Promise.all(Array.from({ length: 8 }, () => attempt()))).filter(Boolean)).toHaveLength(3);
    expect(await attempt()).toBe(false);
    expect(await shop.db.models.SignInAttempt.count({ where: { subject: 'account:a' } })).toBe(3);
    expect(await shop.db.models.SignInAttempt.count({ where: { subject: 'address:b' } })).toBe(3);
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(await attempt(20)).toBe(true);
  });
  it('attempts on an account are forgotten with it, from wherever they came, and those on others are not', async () => {
    const mine = [
      people.accountSubject(shop.owner.email),
      people.pairSubject(shop.owner.email, '10.0.0.7'),
      people.pairSubject(shop.owner.email, '10.0.0.8'),
    ];
    const others = [
      people.accountSubject(`x${shop.owner.email}`),
      people.pairSubject(`x${shop.owner.email}`, '10.0.0.7'),
      'address:10.0.0.7',
    ];
    for (const subject of [...mine, ...others]) await people.countAttempt(shop.db, [{ subject, limit: 3 }], 60_000);
    await people.forgetAttemptsOn(shop.db, shop.owner.id);
    expect((await shop.db.models.SignInAttempt.findAll()).map((a) => a.subject).sort()).toEqual([...others].sort());
  });
});
