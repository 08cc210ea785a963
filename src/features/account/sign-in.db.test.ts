import { beforeEach, describe, expect, it } from 'vitest';
import { people } from '@/db';
import { shopForTests } from '@/db/test-database';
import { seen } from '@/db/test-seen';
import { hashPassword } from '@/server/password';
import { signIn } from './actions';

const EMAIL = 'bram@quaybay.example';
const PASSWORD = 'thursday-boat-48';

describe('sign-in to one of several shops', () => {
  const shop = shopForTests('sign_in');
  const shops: number[] = [];
  const accounts: number[] = [];
  beforeEach(async () => {
    Object.assign(seen, { db: shop.db, signedIn: [] });
    shops.length = accounts.length = 0;
    const passwordHash = await hashPassword(PASSWORD);
    for (const name of ['Reef Road Works', 'Thrush Point Garage']) {
      const { id, shopId } = await people.addShop(shop.db, name, { name: 'Bram', email: EMAIL, passwordHash }, 'UTC');
      accounts.push(id);
      shops.push(shopId);
    }
  });
  it('offers the shops for a choice, and signs in to the chosen one', async () => {
    const choices = [
      { id: shops[0], name: 'Reef Road Works' },
      { id: shops[1], name: 'Thrush Point Garage' },
    ];
    expect(await signIn({ email: EMAIL, password: PASSWORD })).toEqual({ ok: true, value: choices });
    expect(seen.signedIn).toEqual([]);
    expect(await signIn({ email: EMAIL, password: PASSWORD, shop: String(shops[1]) })).toEqual({ ok: true, value: [] });
    expect(seen.signedIn).toEqual([accounts[1]]);
  });
  it('signs in without a question if the password fits one shop', async () => {
    await people.setPassword(shop.db.ofShop(shops[0]!), accounts[0]!, await hashPassword('friday-boat-49'));
    expect(await signIn({ email: EMAIL, password: PASSWORD })).toEqual({ ok: true, value: [] });
    expect(await signIn({ email: EMAIL, password: 'friday-boat-49' })).toEqual({ ok: true, value: [] });
    expect(seen.signedIn).toEqual([accounts[1], accounts[0]]);
  });
  it('opens no shop with the password of another, and names none', async () => {
    await people.setPassword(shop.db.ofShop(shops[0]!), accounts[0]!, await hashPassword('friday-boat-49'));
    expect(await signIn({ email: EMAIL, password: PASSWORD, shop: String(shops[0]) })).toEqual({ ok: true, value: [] });
    expect(seen.signedIn).toEqual([accounts[1]]);
    expect(await signIn({ email: EMAIL, password: 'saturday-boat-50', shop: String(shops[0]) })).toMatchObject({ ok: false });
    expect(await signIn({ email: EMAIL, password: PASSWORD, shop: 'x' })).toMatchObject({ ok: false, field: 'shop' });
  });
});
