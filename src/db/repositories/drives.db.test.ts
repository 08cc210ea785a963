import { describe, expect, it } from 'vitest';
import { demoDrive } from '../../core/drive/sample-drives';
import { drives } from '..';
import { NOW, readable, shopForTests, value } from '../test-database';

describe('drives', () => {
  const shop = shopForTests('drives');
  it('keeps a document as it was, and a new version over the one that was read', async () => {
    const drive = demoDrive('orchard-rider');
    const stored = await drives.addDrive(shop.db, drive, 'Ines', NOW);
    expect(readable(await drives.findDrive(shop.db, stored.id)).document).toEqual(drive);
    const saved = value(await drives.saveDrive(shop.db, stored.id, 1, { ...drive, name: 'Renamed' }, 'Bram', NOW));
    expect([saved.version, saved.document.name]).toEqual([2, 'Renamed']);
  });
  it('refuses a stale save without a change, and returns the current row', async () => {
    const stored = await drives.addDrive(shop.db, demoDrive('orchard-rider'), 'Ines', NOW);
    value(await drives.saveDrive(shop.db, stored.id, 1, { ...stored.document, name: 'Theirs' }, 'Bram', NOW));
    const mine = await drives.saveDrive(shop.db, stored.id, 1, { ...stored.document, name: 'Mine' }, 'Ines', NOW);
    expect(mine).toMatchObject({ ok: false, reason: 'stale', current: { version: 2, document: { name: 'Theirs' }, changedBy: 'Bram' } });
    expect(readable(await drives.findDrive(shop.db, stored.id)).document.name).toBe('Theirs');
  });
  it('another shop’s drive is not there', async () => {
    const stored = await drives.addDrive(shop.db, demoDrive('orchard-rider'), 'Ines', NOW);
    expect(await drives.findDrive(shop.db.ofShop(shop.owner.shopId + 1), stored.id)).toBeNull();
  });
});
