import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { expect, it } from 'vitest';
import { deviceDatabase } from './device-database';
import { enqueue, queuedCommands, renew, setRefusal } from './outbox/store';
import { countWaitingPhotos, forgetWaitingPhotos, putWaitingPhoto, readWaitingPhoto, removeWaitingPhoto } from './waiting-photos';

const command = (id: string, owner: number) => ({
  id,
  owner,
  kind: 'job.write',
  input: { number: 213 },
  doneAt: '2026-07-14T09:00:00.000Z',
  words: `Note ${id}`,
  about: 'job/213',
  refusal: null,
});

it('keeps commands queued by the version before this one, in order, and deletes its cached reads', async () => {
  const reads = await openDB('keyval-store', 1, { upgrade: (db) => void db.createObjectStore('keyval') });
  await reads.put('keyval', 'old', 'taut-reads-7');
  reads.close();
  const before = await openDB('taut-outbox', 10, {
    upgrade(db) {
      const commands = db.createObjectStore('commands', { keyPath: 'turn', autoIncrement: true });
      commands.createIndex('id', 'id', { unique: true });
      commands.createIndex('owner', 'owner');
      commands.createIndex('about', 'about');
    },
  });
  for (const one of [command('a', 7), command('b', 8), command('c', 7)]) await before.add('commands', one);
  before.close();

  expect((await queuedCommands(7)).map((c) => [c.id, c.words])).toEqual([
    ['a', 'Note a'],
    ['c', 'Note c'],
  ]);
  await enqueue(command('d', 7));
  await setRefusal('a', 'The belt is used up.');
  await renew('a', 'e');
  expect((await queuedCommands(7)).map((c) => [c.id, c.refusal])).toEqual([
    ['e', null],
    ['c', null],
    ['d', null],
  ]);
  await expect(enqueue(command('d', 7))).rejects.toThrow();
  expect((await indexedDB.databases()).map((d) => d.name)).toEqual(['taut-outbox']);
});

it('stores photos by person and notebook until they are sent or the person signs out', async () => {
  const picture = (text: string) => new Blob([text]);
  await putWaitingPhoto('7', 1, 'a', picture('first'));
  await putWaitingPhoto('7', 2, 'a', picture('second'));
  await putWaitingPhoto('71', 1, 'a', picture('of another person'));
  expect(await readWaitingPhoto('7', 1, 'a')).not.toBeNull();
  expect(await readWaitingPhoto('7', 1, 'b')).toBeNull();
  expect(await countWaitingPhotos('7')).toBe(2);
  await removeWaitingPhoto('7', 1, 'a');
  expect(await countWaitingPhotos('7')).toBe(1);
  await forgetWaitingPhotos('7');
  expect([await countWaitingPhotos('7'), await countWaitingPhotos('71')]).toEqual([0, 1]);
});

it('does not block a newer version in another tab', async () => {
  const older = await deviceDatabase();
  const newer = await openDB('taut-outbox', 13);
  newer.close();
  expect(() => older.transaction('reads')).toThrow();
  await expect(deviceDatabase()).rejects.toThrow();
});
