'use client';

import Dexie, { type EntityTable } from 'dexie';
import * as z from 'zod';

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

class OutboxDatabase extends Dexie {
  commands!: EntityTable<QueuedCommand, 'turn'>;
  constructor() {
    super('taut-outbox');
    this.version(1).stores({ commands: '++turn, &id, owner, about' });
  }
}

let opened: OutboxDatabase | null = null;
const database = (): OutboxDatabase => (opened ??= new OutboxDatabase());

/** Stores a command. Throws in a browser without storage, as in some private windows. */
export async function enqueue(command: Omit<QueuedCommand, 'turn'>): Promise<void> {
  await database().commands.add(command);
}

/** Queued commands of a person, oldest first. Unreadable ones are skipped and stay stored. */
export async function queuedCommands(owner: number): Promise<QueuedCommand[]> {
  const rows: unknown[] = await database().commands.where('owner').equals(owner).sortBy('turn');
  return rows.flatMap((row) => {
    const read = queuedCommand.safeParse(row);
    return read.success ? [read.data] : [];
  });
}

export async function drop(id: string): Promise<void> {
  await database().commands.where('id').equals(id).delete();
}

/** Notes why a change was refused. */
export async function setRefusal(id: string, refusal: string): Promise<void> {
  await database().commands.where('id').equals(id).modify({ refusal });
}

/** Lets a refused change wait again, in its place, under a new id. */
export async function renew(id: string, fresh: string): Promise<void> {
  await database().commands.where('id').equals(id).modify({ id: fresh, refusal: null });
}

export async function dropAll(owner: number): Promise<void> {
  await database().commands.where('owner').equals(owner).delete();
}
