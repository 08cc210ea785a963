import { describe, expect, it } from 'vitest';
import { UNPROVED } from '../core/job/test-job';
import { seededRandom } from '../core/drive';
import { demoDrive } from '../core/drive/sample-drives';
import { drives, jobLists, jobs, machines, tickets } from '.';
import { NEW_MACHINE, NOW, shopForTests, value, AUTHOR } from './test-database';
import type { MachineFields } from '../contract/records';

const wordsOf = (find: string) =>
  find
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean);

describe('lists', () => {
  const shop = shopForTests('lists');
  const machine = async (fields: Partial<MachineFields>) =>
    value(await machines.saveMachine(shop.db, AUTHOR, { ...NEW_MACHINE, ...fields })).id;
  const job = async (machineId: number, title: string) =>
    value(await jobs.openJob(shop.db, { machineId, driveId: null, beltId: null, title, complaint: '' }, NOW)).number;

  it('has every row on one page, in order, for any page size', async () => {
    const names = Array.from({ length: 23 }, (_, i) => `Machine ${String((i * 7) % 23).padStart(2, '0')}`);
    for (const name of names) await machine({ name });
    for (const limit of [1, 5, 23, 50]) {
      const seen: string[] = [];
      for (let offset = 0; offset < 23; offset += limit) {
        const page = await machines.listMachines(shop.db, { offset, limit });
        expect(page.total).toBe(23);
        seen.push(...page.rows.map((m) => m.name));
      }
      expect(seen).toEqual([...names].sort());
    }
    expect((await machines.listMachines(shop.db, { offset: 100, limit: 5 })).rows).toEqual([]);
  });
  it('finds the rows with every word, like a scan of all of them', async () => {
    const random = seededRandom(4);
    const word = () => ['orchard', 'harbour', 'rider', 'thrower', 'Thrushbeck', 'S-17', 'belt 50%', 'a_b'][Math.floor(8 * random())]!;
    const rows: { name: string; maker: string; customer: string; title: string; number: number }[] = [];
    for (let i = 0; i < 40; i++) {
      const [name, maker, customer, title] = [`${word()} ${i}`, word(), `${word()} croft`, `${word()} ${word()}`];
      rows.push({ name, maker, customer, title, number: await job(await machine({ name, maker, customer }), title) });
    }
    const holds = (text: string, find: string) => wordsOf(find).every((w) => text.toLowerCase().includes(w));
    for (const find of ['orch', 'RIDER croft', '50%', 'a_b', '_', 's-17 harbour', `${rows[7]!.number}`, 'thrush belt', 'nowhere', '']) {
      expect((await machines.listMachines(shop.db, { find, limit: 99 })).rows.map((m) => m.name).sort()).toEqual(
        rows
          .filter((r) => holds(`${r.name} ${r.maker} | ${r.customer}`, find))
          .map((r) => r.name)
          .sort(),
      );
      const found = await jobLists.findJobs(shop.db, { find, limit: 99 });
      expect(found.rows.map((j) => j.number)).toEqual(
        rows
          .filter((r) => holds(`${r.number} ${r.title} | ${r.name} ${r.maker} | ${r.customer}`, find))
          .map((r) => r.number)
          .reverse(),
      );
      expect(found.total).toBe(found.rows.length);
    }
  });
  it('keep to their own shop, machine and state', async () => {
    const [one, two] = [await machine({ name: 'One' }), await machine({ name: 'Two' })];
    const numbers = [await job(one, 'a'), await job(two, 'b'), await job(one, 'c')];
    value(await tickets.writeEntry(shop.db, shop.by(), numbers[0]!, 'book', { type: 'closing', body: UNPROVED }));
    expect((await jobLists.openJobs(shop.db, { limit: 9 })).rows.map((j) => j.number)).toEqual([numbers[2], numbers[1]]);
    expect((await jobLists.closedJobs(shop.db, { limit: 9 })).rows.map((j) => j.number)).toEqual([numbers[0]]);
    expect([await jobLists.isAnyOpen(shop.db), await jobLists.isAnyOpen(shop.db.ofShop(shop.owner.shopId + 1))]).toEqual([true, false]);
    for (const number of numbers.slice(1))
      value(await tickets.writeEntry(shop.db, shop.by(), number, 'book', { type: 'closing', body: UNPROVED }));
    expect(await jobLists.isAnyOpen(shop.db)).toBe(false);
    expect((await jobLists.jobsOfMachine(shop.db, one, { limit: 9 })).rows.map((j) => j.number)).toEqual([numbers[2], numbers[0]]);
    expect((await jobLists.findJobs(shop.db.ofShop(shop.owner.shopId + 1), { limit: 9 })).total).toBe(0);
    expect([await jobs.titleOf(shop.db, numbers[0]!), await jobs.titleOf(shop.db.ofShop(shop.owner.shopId + 1), numbers[0]!)]).toEqual([
      'a',
      null,
    ]);
  });
  it('of drives say what their documents hold, without them', async () => {
    const stored = await drives.addDrive(shop.db, demoDrive('peat-road-tractor'), 'Ines', NOW);
    const { rows } = await drives.listDrives(shop.db, { limit: 9 });
    expect(rows).toEqual([drives.summaryOf(stored)]);
  });
});
