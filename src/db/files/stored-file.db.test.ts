import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import S3rver from 's3rver';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { notebookFor } from '../../core/survey';
import { demoDrive } from '../../lab/survey-notebooks';
import { documents, drives, notebooks } from '..';
import { NOW, shopForTests, value } from '../test-database';
import { loadFile, moveFiles, openStore, removeOrphans, storeFile } from '.';

const shop = shopForTests('stored-files');
const folder = mkdtempSync(join(tmpdir(), 'taut-objects-'));
const server = new S3rver({
  port: 0,
  address: '127.0.0.1',
  silent: true,
  directory: folder,
  configureBuckets: [{ name: 'shop-files', configs: [] }],
});
let env: NodeJS.ProcessEnv;
beforeAll(async () => {
  const { port } = await server.run();
  env = {
    ...process.env,
    TAUT_FILES: 's3://shop-files',
    TAUT_FILES_ENDPOINT: `http://127.0.0.1:${port}`,
    AWS_ACCESS_KEY_ID: 'S3RVER',
    AWS_SECRET_ACCESS_KEY: 'S3RVER',
  };
  for (const name of ['TAUT_FILES', 'TAUT_FILES_ENDPOINT', 'AWS_ACCESS_KEY_ID', 'AWS_SECRET_ACCESS_KEY']) vi.stubEnv(name, env[name]);
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await server.close();
  rmSync(folder, { recursive: true, force: true });
});

const PDF = Buffer.from('%PDF-1.4 page 23');
const store = () => openStore('s3://shop-files', env);
const place = async (id: number) =>
  (await shop.db.sequelize.query(`SELECT bytes IS NULL AS outside, object_key AS key FROM documents WHERE id = ${id}`))[0][0] as {
    readonly outside: boolean;
    readonly key: string | null;
  };
const addDocument = async () => {
  const { id: driveId } = await drives.addDrive(shop.db, demoDrive('orchard-rider'), 'Ines', NOW);
  const by = { personId: shop.owner.id, at: NOW };
  return value(await documents.addDocument(shop.db, by, { driveId, station: '' }, 'Page 23', { mediaType: 'application/pdf', bytes: PDF }))
    .id;
};

describe('files in an object store', () => {
  it('are stored outside of the row, and read back to the byte', async () => {
    const id = await addDocument();
    expect(await place(id)).toMatchObject({ outside: true, key: expect.stringMatching(/^shop-\d+\/documents\//) });
    expect((await documents.findDocument(shop.db, id))?.bytes.equals(PDF)).toBe(true);
    expect(await documents.findDocument(shop.db.ofShop(999999), id)).toBeNull();
  });
  it('of notebooks too', async () => {
    const { id } = await notebooks.addNotebook(shop.db, notebookFor(demoDrive('orchard-rider')), 'Ines', NOW, null);
    const photo = value(await notebooks.addPhoto(shop.db, id, { mediaType: 'image/jpeg', width: 4, height: 3, bytes: PDF }, 'Ines', NOW));
    expect((await notebooks.findPhoto(shop.db, photo.id))?.bytes.equals(PDF)).toBe(true);
  });
  it('move to the database and back without a change', async () => {
    const id = await addDocument();
    await moveFiles(shop.db, 'database', store());
    expect(await place(id)).toEqual({ outside: false, key: null });
    expect((await documents.findDocument(shop.db, id))?.bytes.equals(PDF)).toBe(true);
    expect(await moveFiles(shop.db, 'store', store())).toBeGreaterThan(0);
    expect((await place(id)).outside).toBe(true);
    expect((await documents.findDocument(shop.db, id))?.bytes.equals(PDF)).toBe(true);
  });
  it('are removed a day after their row, and never before', async () => {
    const id = await addDocument();
    const { key } = await place(id);
    value(await documents.removeDocument(shop.db, id));
    const kept = await addDocument();
    await removeOrphans(shop.db, new Date(), store());
    expect(await store().get(key!)).not.toBeNull();
    expect(await removeOrphans(shop.db, new Date(Date.now() + 2 * 86_400_000), store())).toBeGreaterThan(0);
    expect(await store().get(key!)).toBeNull();
    expect((await documents.findDocument(shop.db, kept))?.bytes.equals(PDF)).toBe(true);
  });
});

describe('a place of files', () => {
  it('is the row without an object store', async () => {
    expect(await storeFile(shop.db, 'documents', { mediaType: 'application/pdf', bytes: PDF }, null)).toEqual({
      bytes: PDF,
      objectKey: null,
    });
    expect(await loadFile({ bytes: PDF, objectKey: null }, null)).toBe(PDF);
  });
  it('that is missing or invalid is reported in one sentence', async () => {
    await expect(loadFile({ bytes: null, objectKey: 'x' }, null)).rejects.toThrow('Set TAUT_FILES to its address.');
    await expect(loadFile({ bytes: null, objectKey: 'x' }, store())).rejects.toThrow('no longer holds this file');
    expect(() => openStore('ftp://files', env)).toThrow('TAUT_FILES must be s3://');
  });
});
