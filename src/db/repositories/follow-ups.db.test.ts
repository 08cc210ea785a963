import { describe, expect, it } from 'vitest';
import { UNPROVED } from '../../core/job/test-job';
import { followUps, machines, meters, tickets } from '..';
import { AUTHOR, NEW_MACHINE, NOW, shopForTests, value } from '../test-database';

const shop = shopForTests('follow-ups');
const day = (days: number) => new Date(NOW.getTime() + days * 86_400_000);
/** Closes a job on a machine with a planned follow-up. */
async function plan(after: readonly string[], name = 'Rider') {
  const { id: machineId } = value(await machines.saveMachine(shop.db, AUTHOR, { ...NEW_MACHINE, name, customer: 'Otto Fenwick' }));
  const number = await shop.openJob({ machineId });
  const look = { after, at: after.length > 0 ? ['tension', 'clamps'] : [] };
  value(
    await tickets.writeEntry(shop.db, shop.by(), number, 'book', {
      type: 'closing',
      body: { ...UNPROVED, look, next: 'Bring the bar.' },
    } as never),
  );
  return { machineId, number };
}
const due = async (days: number) => (await followUps.dueFollowUps(shop.db, day(days))).map((f) => [f.machine, f.after, f.by]);

describe('follow-ups that are due', () => {
  it('are listed a week ahead, with machine, customer and content, and end with the next job', async () => {
    const { machineId, number } = await plan(['25-h']);
    expect(await due(20)).toEqual([]);
    expect(await followUps.dueFollowUps(shop.db, day(30))).toMatchObject([
      {
        job: number,
        machineId,
        machine: 'Rider',
        customer: 'Otto Fenwick',
        checks: ['tension', 'clamps'],
        next: 'Bring the bar.',
        after: '25-h',
      },
    ]);
    await shop.openJob({ machineId });
    expect(await due(30)).toEqual([]);
  });
  it('follow the meter of the machine, and the longest overdue comes first', async () => {
    const busy = await plan(['25-h'], 'Busy');
    await plan(['first-day'], 'Quiet');
    await plan([], 'Nothing planned');
    value(await meters.readMeter(shop.db, { personId: shop.owner.id, at: day(-20) }, busy.machineId, { value: 100, unit: 'h' }));
    value(await meters.readMeter(shop.db, { personId: shop.owner.id, at: day(0) }, busy.machineId, { value: 200, unit: 'h' }));
    // 35 h a week: 25 h in five days. The other machine has an assumed use of 5 h a week.
    expect(await due(5)).toEqual([
      ['Busy', '25-h', 'meter'],
      ['Quiet', 'first-day', 'assumed'],
    ]);
  });
  it('are those of this shop, and of the last 400 days', async () => {
    await plan(['first-hour']);
    expect(await followUps.dueFollowUps(shop.db.ofShop(999999), day(30))).toEqual([]);
    expect(await due(399)).toHaveLength(1);
    expect(await due(401)).toEqual([]);
  });
});
