import { describe, expect, it } from 'vitest';
import { faults, tickets } from '..';
import { shopForTests, value } from '../test-database';

const shop = shopForTests('faults');
const proof = (belt: string) => ({ type: 'proved', body: { belt, brake: 'lands', cycles: 5, watched: true, machine: 'sound' } });
const repair = (cause: string, when = 'here') => ({ type: 'mended', body: { cause, when, kind: 'deck-lever' } });

describe('what a shop’s own jobs confirmed', () => {
  it('counts repaired and tested causes, without failed tests, repairs before intake, and struck-out lines', async () => {
    const write = async (number: number, entry: object) =>
      value(await tickets.writeEntry(shop.db, shop.by(), number, 'fit', entry as never));
    const confirmed = () => faults.confirmedCauses(shop.db);
    const first = await shop.openJob();
    const kept = await write(first, repair('idler-tips'));
    await write(first, repair('keeper-off', 'before'));
    expect(await confirmed()).toEqual([]);
    await write(first, proof('comes-off'));
    expect(await confirmed()).toEqual([]);
    await write(first, repair('idler-tips'));
    await write(first, proof('stays'));
    const second = await shop.openJob();
    await write(second, repair('idler-tips'));
    await write(second, repair('keeper-off'));
    await write(second, proof('stays'));
    // Twice on one job is one job.
    expect(await confirmed()).toEqual([
      { kind: 'deck-lever', cause: 'idler-tips', times: 2 },
      { kind: 'deck-lever', cause: 'keeper-off', times: 1 },
    ]);
    value(await tickets.voidEntry(shop.db, shop.by(), first, kept.entryId));
    expect((await confirmed())[0]).toMatchObject({ cause: 'idler-tips', times: 2 });
    expect(await faults.confirmedCauses(shop.db.ofShop(999_999))).toEqual([]);
  });
});
