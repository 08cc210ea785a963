'use client';

import Dexie, { type EntityTable } from 'dexie';
import * as z from 'zod';

/** An act that this device keeps until the server has acknowledged it. */
const keptAct = z.object({
  /** Its place in the order in which acts were done on this device. */
  turn: z.number(),
  id: z.string(),
  /** Who did it. */
  owner: z.number(),
  kind: z.string(),
  input: z.unknown(),
  doneAt: z.string(),
  /** What it is, in a few words. */
  words: z.string(),
  /** What it belongs to, so that a screen can show what waits of its own: `job/213`. */
  about: z.string().nullable(),
  /** Why the server would not do it, where nobody was there to be told; null while it waits. */
  refusal: z.string().nullable(),
});
export type KeptAct = z.infer<typeof keptAct>;

class OutboxDatabase extends Dexie {
  acts!: EntityTable<KeptAct, 'turn'>;
  constructor() {
    super('taut-outbox');
    this.version(1).stores({ acts: '++turn, &id, owner, about' });
  }
}

let opened: OutboxDatabase | null = null;
const database = (): OutboxDatabase => (opened ??= new OutboxDatabase());

/** Keeps an act; throws where this browser keeps nothing, as in some private windows. */
export async function keep(act: Omit<KeptAct, 'turn'>): Promise<void> {
  await database().acts.add(act);
}

/** What a person's acts wait here, the oldest first; what does not read as an act is passed over and stays. */
export async function keptActs(owner: number): Promise<KeptAct[]> {
  const rows: unknown[] = await database().acts.where('owner').equals(owner).sortBy('turn');
  return rows.flatMap((row) => {
    const read = keptAct.safeParse(row);
    return read.success ? [read.data] : [];
  });
}

export async function drop(id: string): Promise<void> {
  await database().acts.where('id').equals(id).delete();
}

/** Notes why a change was refused. */
export async function setRefusal(id: string, refusal: string): Promise<void> {
  await database().acts.where('id').equals(id).modify({ refusal });
}

/** Lets a refused change wait again, in its place, under a new id. */
export async function renew(id: string, fresh: string): Promise<void> {
  await database().acts.where('id').equals(id).modify({ id: fresh, refusal: null });
}

export async function dropAll(owner: number): Promise<void> {
  await database().acts.where('owner').equals(owner).delete();
}
