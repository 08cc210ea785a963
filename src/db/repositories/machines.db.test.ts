import { expect, it } from 'vitest';
import { machines } from '..';
import { shopForTests, value, AUTHOR } from '../test-database';

const shop = shopForTests('machines');

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
  const machine = value(await machines.saveMachine(shop.db, AUTHOR, fields));
  value(await machines.saveMachine(shop.db, AUTHOR, { ...fields, customer: 'Mae' }, { id: machine.id, version: 1 }));
  expect(await machines.saveMachine(shop.db, AUTHOR, fields, { id: machine.id, version: 1 })).toMatchObject({
    ok: false,
    reason: 'stale',
    current: { customer: 'Mae', version: 2 },
  });
});
