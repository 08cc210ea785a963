import { beforeEach, describe, expect, it } from 'vitest';
import { demoDrive } from '../core/drive/sample-drives';
import { notebookFor } from '../core/survey';
import { drives, isUnreadable, jobs, notebooks, people, tickets } from '.';
import { NOW, readable, shopForTests, value } from './test-database';

/** Rows edited by hand, written by a later version, or damaged. */
const RUINS = ['[]', '{"format":"taut-sheave/drive","version":9,"pulleys":"none"}', '{"format":"taut-sheave/drive","belts":7}'] as const;

describe('a row that no longer reads', () => {
  const shop = shopForTests('unreadable');
  const rider = demoDrive('orchard-rider');
  let id: number;
  let sound: number;
  const ruin = async (table: 'drives' | 'notebooks', row: number, text: string) => {
    const [first] = await shop.db.sequelize.query(`SELECT conname FROM pg_constraint WHERE conname = '${table}_document_check'`);
    if (first.length > 0) await shop.db.sequelize.query(`ALTER TABLE ${table} DROP CONSTRAINT ${table}_document_check`);
    await shop.db.sequelize.query(`UPDATE ${table} SET document = $1::jsonb WHERE id = ${row}`, { bind: [text] });
  };
  beforeEach(async () => {
    ({ id } = await drives.addDrive(shop.db, rider, 'Ines', NOW));
    ({ id: sound } = await drives.addDrive(shop.db, { ...rider, name: 'Sound' }, 'Ines', NOW));
  });

  it.each(RUINS)('%s: a drive is shown as such with its text, and breaks no list, no search and no machine', async (text) => {
    await ruin('drives', id, text);
    const found = await drives.findDrive(shop.db, id);
    if (!found || !isUnreadable(found)) throw new Error('it read');
    expect(found).toMatchObject({ id, name: rider.name, problem: expect.stringContaining('This drive is unreadable') });
    expect(JSON.parse(found.text)).toEqual(JSON.parse(text));
    expect((await drives.listDrives(shop.db, { limit: 9 })).rows.map((d) => d.name).sort()).toEqual([rider.name, 'Sound'].sort());
    expect((await drives.listDrives(shop.db, { find: 'sound', limit: 9 })).total).toBe(1);
    const both = await drives.drivesOf(shop.db, [id, sound]);
    expect([both.drives.map((d) => d.id), both.unreadable.map((d) => d.id)]).toEqual([[sound], [id]]);
  });
  it('a drive is written over on purpose, not by a stale hand, and can be taken away', async () => {
    await ruin('drives', id, RUINS[1]);
    expect(await drives.saveDrive(shop.db, id, 7, rider, 'Ines', NOW)).toMatchObject({ ok: false, reason: 'refused' });
    value(await drives.saveDrive(shop.db, id, 1, rider, 'Ines', NOW));
    expect(readable(await drives.findDrive(shop.db, id)).document).toEqual(rider);
    await ruin('drives', id, RUINS[1]);
    expect(value(await drives.removeDrive(shop.db, id))).toBeNull();
  });
  it('a job about such a drive opens, and takes no other belt of it', async () => {
    const number = await shop.openJob({ driveId: id, beltId: 'blade' });
    await ruin('drives', id, RUINS[1]);
    expect((await jobs.findJob(shop.db, number))?.driveId).toBe(id);
    expect(await tickets.chooseDrive(shop.db, shop.by(), number, id, 'blade')).toMatchObject({
      ok: false,
      problem: expect.stringContaining('is unreadable'),
    });
  });
  it('a notebook is shown as such and breaks no list', async () => {
    const made = await notebooks.addNotebook(shop.db, notebookFor(rider), 'Ines', NOW);
    await notebooks.addNotebook(shop.db, { ...notebookFor(rider), name: 'Sound' }, 'Ines', NOW);
    await ruin('notebooks', made.id, '{"format":"taut-sheave/notebook","version":1,"measures":"many"}');
    expect(await notebooks.findNotebook(shop.db, made.id)).toMatchObject({ unreadable: true, name: rider.name });
    expect((await notebooks.listNotebooks(shop.db, { limit: 9 })).rows).toHaveLength(2);
    expect(await notebooks.saveNotebook(shop.db, made.id, 9, notebookFor(rider), 'Ines', NOW)).toMatchObject({
      ok: false,
      reason: 'refused',
    });
  });
  it('choices that no longer read are those of a new person', async () => {
    await shop.db.sequelize.query(`UPDATE people SET preferences = '{"system":"cubits"}'`);
    expect((await people.listPeople(shop.db))[0]?.preferences).toEqual({
      system: 'inch',
      inchDenominator: 16,
      theme: 'system',
    });
  });
  it('counts an unreadable uncertainty of a drive as unknown', async () => {
    await shop.db.sequelize.query(`UPDATE drives SET uncertainty = '{"paths":"all"}' WHERE id = ${id}`);
    expect(readable(await drives.findDrive(shop.db, id)).uncertainty).toBeNull();
  });
});
