import { deleteDB, openDB, type DBSchema, type IDBPDatabase } from 'idb';

interface Schema extends DBSchema {
  /** Commands that the server has not acknowledged yet. Their check is in the outbox. */
  commands: {
    key: number;
    value: unknown;
    indexes: { id: string; owner: number };
  };
  /** Cached reads of a person, as text, by a key of their own. */
  reads: { key: string; value: string };
  /** Photos that the server does not have yet, by the person, the notebook and the photo. */
  photos: { key: string; value: Blob };
}

export type DeviceDatabase = IDBPDatabase<Schema>;

/** Version 10 had commands only, and reads were in a database of their own. Version 11 had no photos. */
const VERSION = 12;
const EARLIER_READS = 'keyval-store';

let opened: Promise<DeviceDatabase> | null = null;

/** Database on this device. Rejects in a browser without storage, as in some private windows. */
export const deviceDatabase = (): Promise<DeviceDatabase> =>
  (opened ??= openDB<Schema>('taut-outbox', VERSION, {
    upgrade(db) {
      if (!db.objectStoreNames.contains('commands')) {
        const commands = db.createObjectStore('commands', { keyPath: 'turn', autoIncrement: true });
        commands.createIndex('id', 'id', { unique: true });
        commands.createIndex('owner', 'owner');
      }
      for (const store of ['reads', 'photos'] as const) if (!db.objectStoreNames.contains(store)) db.createObjectStore(store);
      void deleteDB(EARLIER_READS).catch(() => undefined);
    },
    // A newer version of the application in another tab must not wait for this one.
    blocking: (_current, _wanted, event) => {
      (event.target as IDBDatabase).close();
      opened = null;
    },
    terminated: () => {
      opened = null;
    },
  }).catch((problem: unknown) => {
    opened = null;
    throw problem;
  }));
