import * as z from 'zod';
import { deviceDatabase, type DeviceDatabase } from '../device-database';

/** A command stored on this device until the server has acknowledged it. */
const queuedCommand = z.object({
  /** Its position in the order of commands on this device. */
  turn: z.number(),
  id: z.string(),
  /** Who did it. */
  owner: z.number(),
  kind: z.string(),
  input: z.unknown(),
  doneAt: z.string(),
  /** Short description. */
  words: z.string(),
  /** Its subject, so that a screen can show its own queued commands: `job/213`. */
  about: z.string().nullable(),
  /** Reason of a refusal without a screen to show it. Null while it waits. */
  refusal: z.string().nullable(),
});
export type QueuedCommand = z.infer<typeof queuedCommand>;

const watchers = new Set<() => void>();
const notify = () => {
  for (const watcher of watchers) watcher();
};
/** Notifies the other tabs of this device. */
const otherTabs = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('taut-queue');
otherTabs?.addEventListener('message', notify);

/** Calls a function after every change of the queue, in any tab. @returns a function that ends this */
export function watchQueue(watcher: () => void): () => void {
  watchers.add(watcher);
  return () => void watchers.delete(watcher);
}

async function change(write: (db: DeviceDatabase) => Promise<unknown>): Promise<void> {
  await write(await deviceDatabase());
  notify();
  otherTabs?.postMessage(null);
}

/** Changes one command, if it is still queued. */
const changeOne = (id: string, edit: (command: QueuedCommand) => QueuedCommand | null): Promise<void> =>
  change(async (db) => {
    const { store, done } = db.transaction('commands', 'readwrite');
    const read = queuedCommand.safeParse(await store.index('id').get(id));
    if (read.success) {
      const next = edit(read.data);
      await (next === null ? store.delete(read.data.turn) : store.put(next));
    }
    await done;
  });

/** Stores a command. Throws in a browser without storage, as in some private windows. */
export const enqueue = (command: Omit<QueuedCommand, 'turn'>): Promise<void> => change((db) => db.add('commands', command));

/** Queued commands of a person, oldest first. Unreadable ones are skipped and stay stored. */
export async function queuedCommands(owner: number): Promise<QueuedCommand[]> {
  // Those of one owner are in the order of their turns.
  const rows = await (await deviceDatabase()).getAllFromIndex('commands', 'owner', owner);
  return rows.flatMap((row) => {
    const read = queuedCommand.safeParse(row);
    return read.success ? [read.data] : [];
  });
}

export const drop = (id: string): Promise<void> => changeOne(id, () => null);

/** Notes why a change was refused. */
export const setRefusal = (id: string, refusal: string): Promise<void> => changeOne(id, (command) => ({ ...command, refusal }));

/** Lets a refused change wait again, in its place, under a new id. */
export const renew = (id: string, fresh: string): Promise<void> => changeOne(id, (command) => ({ ...command, id: fresh, refusal: null }));

export const dropAll = (owner: number): Promise<void> =>
  change(async (db) => {
    const { store, done } = db.transaction('commands', 'readwrite');
    for (const turn of await store.index('owner').getAllKeys(owner)) await store.delete(turn);
    await done;
  });
