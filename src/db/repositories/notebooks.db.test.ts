import { describe, expect, it } from 'vitest';
import { demoDrive } from '../../core/drive/sample-drives';
import { solveNotebook, notebookFor, type NotebookSolution } from '../../core/survey';
import { measured } from '../../lab/survey-notebooks';
import { drives, machines, notebooks } from '..';
import { NEW_MACHINE, NOW, readable, shopForTests, value, AUTHOR } from '../test-database';

describe('notebooks', () => {
  const shop = shopForTests('notebooks');
  const fresh = notebookFor(demoDrive('orchard-rider'));
  const picture = { mediaType: 'image/jpeg', width: 4, height: 3, bytes: Buffer.from('picture') };
  const look = (): NotebookSolution => {
    const read = solveNotebook(measured(demoDrive('orchard-rider')));
    if (!read.ok) throw new Error();
    return read.look;
  };

  it('are stored completely, and listed with their progress', async () => {
    const document = {
      ...fresh,
      measures: fresh.measures.map((m, i) => (i === 0 ? { ...m, value: 231 } : i === 1 ? { ...m, skipped: true } : m)),
    };
    const made = await notebooks.addNotebook(shop.db, document, 'Ines', NOW);
    expect(readable(await notebooks.findNotebook(shop.db, made.id)).document).toEqual(document);
    expect((await notebooks.listNotebooks(shop.db, { limit: 50 })).rows).toMatchObject([
      { id: made.id, measured: 1, asked: fresh.measures.length - 1, driveId: null, changedBy: 'Ines' },
    ]);
    expect(await notebooks.findNotebook(shop.db.ofShop(shop.owner.shopId + 1), made.id)).toBeNull();
  });
  it('an entry made over a newer one is refused and the newer handed back', async () => {
    const made = await notebooks.addNotebook(shop.db, fresh, 'Ines', NOW);
    const mine = { ...fresh, name: 'Mine' };
    expect(value(await notebooks.saveNotebook(shop.db, made.id, made.version, mine, 'Ines', NOW)).version).toBe(made.version + 1);
    const late = await notebooks.saveNotebook(shop.db, made.id, made.version, { ...fresh, name: 'Late' }, 'Bram', NOW);
    expect(late).toMatchObject({ ok: false, reason: 'stale', current: { document: { name: 'Mine' } } });
    expect(readable(await notebooks.findNotebook(shop.db, made.id)).document.name).toBe('Mine');
  });
  it('of many saves over the same version just one is taken', async () => {
    const made = await notebooks.addNotebook(shop.db, fresh, 'Ines', NOW);
    const saves = await Promise.all(
      [1, 2, 3, 4, 5].map((n) => notebooks.saveNotebook(shop.db, made.id, made.version, { ...fresh, name: `${n}` }, 'Ines', NOW)),
    );
    expect(saves.filter((s) => s.ok)).toHaveLength(1);
  });
  it('make one drive, and update it later, with the uncertainty of its numbers', async () => {
    const { built, uncertainty } = look();
    const made = await notebooks.addNotebook(shop.db, fresh, 'Ines', NOW);
    const { driveId } = value(await notebooks.saveDriveOfNotebook(shop.db, made.id, built.drive!, uncertainty!, 'Ines', NOW));
    const again = value(
      await notebooks.saveDriveOfNotebook(shop.db, made.id, { ...built.drive!, name: 'Better' }, uncertainty!, 'Bram', NOW),
    );
    expect(again.driveId).toBe(driveId);
    const stored = readable(await drives.findDrive(shop.db, driveId));
    expect([stored.document.name, stored.version, stored.uncertainty!.paths.length]).toEqual(['Better', 2, uncertainty!.paths.length]);
    expect(await notebooks.notebookOfDrive(shop.db, driveId)).toBe(made.id);
    expect((await drives.listDrives(shop.db, { limit: 50 })).total).toBe(1);
  });
  it('a drive measured for a machine is among its drives, once; a machine of another shop gets none', async () => {
    const { built, uncertainty } = look();
    const machine = value(await machines.saveMachine(shop.db, AUTHOR, { ...NEW_MACHINE, name: 'Hill rider' }));
    const made = await notebooks.addNotebook(shop.db, fresh, 'Ines', NOW, machine.id);
    expect(readable(await notebooks.findNotebook(shop.db, made.id)).machine).toEqual({
      id: machine.id,
      name: 'Hill rider',
    });
    const { driveId } = value(await notebooks.saveDriveOfNotebook(shop.db, made.id, built.drive!, uncertainty!, 'Ines', NOW));
    value(await notebooks.saveDriveOfNotebook(shop.db, made.id, built.drive!, uncertainty!, 'Ines', NOW));
    expect((await machines.findMachine(shop.db, machine.id))!.driveIds).toEqual([driveId]);
    const elsewhere = await shop.db.models.Shop.create({ name: 'Over the water', timeZone: 'UTC' });
    const theirs = await shop.db.models.Machine.create({
      shopId: elsewhere.id,
      customerId: null,
      name: 'Not ours',
      maker: '',
      model: '',
      serial: '',
      meter: null,
      meterUnit: 'h',
      notes: '',
    });
    expect((await notebooks.addNotebook(shop.db, fresh, 'Ines', NOW, theirs.id)).machine).toBeNull();
  });
  it('a drive drawn over stays uncertain only where its numbers are still those measured', async () => {
    const { built, uncertainty } = look();
    const made = await notebooks.addNotebook(shop.db, fresh, 'Ines', NOW);
    const { driveId } = value(await notebooks.saveDriveOfNotebook(shop.db, made.id, built.drive!, uncertainty!, 'Ines', NOW));
    const renamed = value(await drives.saveDrive(shop.db, driveId, 1, { ...built.drive!, name: 'Other' }, 'Ines', NOW));
    expect(renamed.uncertainty).not.toBeNull();
    const redrawn = value(await drives.saveDrive(shop.db, driveId, renamed.version, demoDrive('lighthouse-generator'), 'Ines', NOW));
    expect(redrawn.uncertainty).toBeNull();
  });
  it('hold six photos; one taken off the page makes room, and another shop sees none', async () => {
    const made = await notebooks.addNotebook(shop.db, fresh, 'Ines', NOW);
    const add = () => notebooks.addPhoto(shop.db, made.id, picture, 'Ines', NOW);
    const ids = [];
    for (let i = 0; i < 6; i++) ids.push(value(await add()).id);
    const on = (photos: readonly number[]) => ({
      ...fresh,
      photos: photos.map((photo, i) => ({
        id: `p${i}`,
        photo,
        width: 4,
        height: 3,
        scale: { kind: 'two-points' as const, ends: [], distance: null },
        marks: [],
        spans: [],
      })),
    });
    value(await notebooks.saveNotebook(shop.db, made.id, 1, on(ids), 'Ines', NOW));
    expect(await add()).toMatchObject({ ok: false, problem: expect.stringContaining('6 photos') });
    value(await notebooks.saveNotebook(shop.db, made.id, 2, on(ids.slice(1)), 'Ines', NOW));
    expect((await notebooks.findPhoto(shop.db, ids[0]!))!.bytes.toString()).toBe('picture');
    value(await add());
    expect(await notebooks.findPhoto(shop.db, ids[0]!)).toBeNull();
    expect(await notebooks.findPhoto(shop.db, ids[1]!)).not.toBeNull();
    expect(await notebooks.findPhoto(shop.db.ofShop(shop.owner.shopId + 1), ids[1]!)).toBeNull();
  });
  it('deletes the photos with it, and leaves the drive made from it', async () => {
    const { built, uncertainty } = look();
    const made = await notebooks.addNotebook(shop.db, fresh, 'Ines', NOW);
    const { id } = value(await notebooks.addPhoto(shop.db, made.id, picture, 'Ines', NOW));
    const { driveId } = value(await notebooks.saveDriveOfNotebook(shop.db, made.id, built.drive!, uncertainty!, 'Ines', NOW));
    value(await notebooks.removeNotebook(shop.db, made.id));
    expect(await notebooks.findPhoto(shop.db, id)).toBeNull();
    expect(await drives.findDrive(shop.db, driveId)).not.toBeNull();
    expect(await notebooks.removeNotebook(shop.db, made.id)).toMatchObject({ ok: false });
    expect(await notebooks.addPhoto(shop.db, made.id, picture, 'Ines', NOW)).toMatchObject({ ok: false });
  });
  it('the database itself refuses a picture over its size and a notebook of no shop', async () => {
    const made = await notebooks.addNotebook(shop.db, fresh, 'Ines', NOW);
    await expect(
      notebooks.addPhoto(shop.db, made.id, { ...picture, bytes: Buffer.alloc(8 * 1024 * 1024 + 1) }, 'Ines', NOW),
    ).rejects.toThrow();
    await expect(notebooks.addNotebook(shop.db.ofShop(999), fresh, 'Ines', NOW)).rejects.toThrow();
  });
});
