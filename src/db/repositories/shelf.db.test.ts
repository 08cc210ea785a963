import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { unpackShelf } from '../../contract/packed-shelf';
import { readShelfCsv } from '../../formats/shelf-csv';
import { shelf, shelfImports } from '..';
import { SHELF_ROW as row, shopForTests, value } from '../test-database';
import type { ImportMode, ShelfBeltFields } from '../../contract/records';

describe('the shelf', () => {
  const shop = shopForTests('shelf');
  it('stores one number once per bin, but in two bins', async () => {
    value(await shelf.addShelfBelt(shop.db, row));
    expect(await shelf.addShelfBelt(shop.db, row)).toMatchObject({
      ok: false,
      problem: expect.stringContaining('already in bin B2'),
    });
    expect((await shelf.addShelfBelt(shop.db, { ...row, bin: 'B9' })).ok).toBe(true);
  });
  it('is packed by the database as it is listed, with any text and number', async () => {
    expect(unpackShelf(await shelf.packedShelf(shop.db))).toEqual([]);
    const odd = {
      designation: null,
      section: 'A',
      lengthReference: 'outside' as const,
      bin: 'B “9”, \\ "top"',
      supplierNote: 'Ferry\nTuesday',
    };
    value(await shelf.addShelfBelt(shop.db, row));
    value(await shelf.addShelfBelt(shop.db, { ...row, ...odd, lengthMm: 1207.35, lengthTyped: '47 17/32 in', priceCents: null }));
    value(await shelf.addShelfBelt(shop.db, { ...row, bin: 'A1', quantity: 0 }));
    const packed = unpackShelf(await shelf.packedShelf(shop.db));
    expect(packed).toHaveLength(3);
    expect(packed).toEqual(await shelf.listShelf(shop.db));
    expect(unpackShelf(await shelf.packedShelf(shop.db.ofShop(999_999)))).toEqual([]);
  });
  it('the database itself refuses a belt of no known size and a quantity below 0', async () => {
    await expect(
      shop.db.models.ShelfBelt.create({ shopId: shop.owner.shopId, ...row, designation: null, section: null }),
    ).rejects.toThrow();
    await expect(shop.db.models.ShelfBelt.create({ shopId: shop.owner.shopId, ...row, quantity: -1 })).rejects.toThrow();
  });
  describe('an import', () => {
    const take = async (id: string, rows: readonly ShelfBeltFields[], mode: ImportMode = 'add') =>
      value(await shelfImports.importShelf(shop.db, id, rows, mode));
    const counts = async () => (await shelf.listShelf(shop.db)).map((b) => [b.designation, b.quantity]);
    const [one, two] = ['3f1b2b0e-7a55-4b0e-9d53-000000000001', '3f1b2b0e-7a55-4b0e-9d53-000000000002'];

    it('adds new rows and counts up those that are there, all or none', async () => {
      value(await shelf.addShelfBelt(shop.db, row));
      expect(await take(one, [row, { ...row, designation: '4L490' }])).toEqual({ id: one, added: 1, changed: 1, same: 0 });
      expect(await counts()).toEqual([
        ['4L480', 4],
        ['4L490', 2],
      ]);
      await expect(
        take(two, [
          { ...row, designation: '4L500' },
          { ...row, quantity: -5, designation: '4L510' },
        ]),
      ).rejects.toThrow();
      expect(await counts()).toHaveLength(2);
    });
    it('knows a belt however its number is written, and adds up a list that names one twice', async () => {
      value(await shelf.addShelfBelt(shop.db, row));
      expect(
        await take(one, [
          { ...row, designation: '4L-480' },
          { ...row, designation: '4l 480' },
        ]),
      ).toMatchObject({ added: 0, changed: 1 });
      expect(await counts()).toEqual([['4L480', 6]]);
      const measured = {
        ...row,
        designation: null,
        section: 'A',
        lengthMm: 1201,
        lengthReference: 'inside' as const,
        lengthTyped: '1201 mm',
      };
      await take(two, [measured, { ...measured, lengthReference: 'outside' }]);
      expect(await counts()).toHaveLength(3);
    });
    it('sets counts where that is asked; the same list again changes nothing', async () => {
      value(await shelf.addShelfBelt(shop.db, row));
      expect(await take(one, [{ ...row, quantity: 7 }], 'set')).toMatchObject({ changed: 1, same: 0 });
      expect(await take(two, [{ ...row, quantity: 7 }], 'set')).toMatchObject({ added: 0, changed: 0, same: 1 });
      expect(await counts()).toEqual([['4L480', 7]]);
    });
    it('is undone as one, unless one of its belts was changed since', async () => {
      value(await shelf.addShelfBelt(shop.db, row));
      await take(one, [
        { ...row, priceCents: 999 },
        { ...row, designation: '4L490' },
      ]);
      value(await shelfImports.undoImport(shop.db, one));
      expect(await shelf.listShelf(shop.db)).toMatchObject([{ designation: '4L480', quantity: 2, priceCents: row.priceCents }]);
      expect((await shelfImports.undoImport(shop.db, one)).ok).toBe(true);
      await take(two, [{ ...row, designation: '4L490' }]);
      const belt = (await shelf.listShelf(shop.db)).find((b) => b.designation === '4L490')!;
      value(await shelf.changeShelfBelt(shop.db, belt.id, belt.version, { ...row, designation: '4L490', quantity: 1 }));
      expect(await shelfImports.undoImport(shop.db, two)).toMatchObject({
        ok: false,
        problem: expect.stringContaining('4L490'),
      });
      expect(await counts()).toHaveLength(2);
    });
  });
  it('puts a belt that would run and is out of stock on the order list, by its number in any bin', async () => {
    value(await shelf.addShelfBelt(shop.db, row));
    value(await shelf.orderBelt(shop.db, { designation: '4L-480', section: '4L' }, 2));
    value(await shelf.orderBelt(shop.db, { designation: '4L490', section: '4L' }, 1));
    expect((await shelf.listShelf(shop.db)).map((b) => [b.designation, b.quantity, b.wanted])).toEqual([
      ['4L480', 2, 2],
      ['4L490', 0, 1],
    ]);
  });
});

it('the demo shelf can be read whole', () => {
  const read = readShelfCsv(readFileSync(new URL('../../../demo/shelf.csv', import.meta.url), 'utf8'), 'in');
  expect(read.ok && read.rows.every((r) => r.ok)).toBe(true);
  expect(read.ok && read.rows.length).toBeGreaterThanOrEqual(40);
});
