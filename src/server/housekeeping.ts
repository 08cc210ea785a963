import 'server-only';
import { database, files, presence } from '../db';
import { deleteOldNotes } from './command';

const EVERY_MS = 6 * 3_600_000;
const FIRST_MS = 60_000;

/** Work on what is past its time, by its name in the log. Each returns how much it deleted. */
const TASKS: readonly (readonly [name: string, run: () => Promise<number>])[] = [
  ['old command notes', () => deleteOldNotes(database(), new Date())],
  ['closed tabs', () => presence.forgetSilent(database())],
  ['files without a row', () => files.removeOrphans(database(), new Date())],
];

/** Deletes what is past its time, soon after the start and then four times a day. Does not keep the process alive. */
export function startHousekeeping(): void {
  const run = async () => {
    for (const [name, task] of TASKS)
      try {
        const deleted = await task();
        if (deleted > 0) process.stdout.write(`${new Date().toISOString()} deleted ${deleted} ${name}\n`);
      } catch (error) {
        // The database or the object store may be away for a moment. The next run deletes the same.
        process.stderr.write(`${new Date().toISOString()} ${name} were not deleted: ${(error as Error).message}\n`);
      }
  };
  setTimeout(() => void run(), FIRST_MS).unref();
  setInterval(() => void run(), EVERY_MS).unref();
}
