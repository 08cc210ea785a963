import 'server-only';
import { database, files, presence } from '../db';
import { deleteOldNotes } from './command';

const EVERY_MS = 6 * 3_600_000;
const FIRST_MS = 60_000;

/** Deletes what is past its time, soon after the start and then four times a day. Does not keep the process alive. */
export function startHousekeeping(): void {
  const run = async () => {
    try {
      const deleted = await deleteOldNotes(database(), new Date());
      await presence.forgetSilent(database());
      await files.removeOrphans(database(), new Date());
      if (deleted > 0) process.stdout.write(`${new Date().toISOString()} deleted ${deleted} old command notes\n`);
    } catch (error) {
      // The database may be away for a moment. The next run deletes the same notes.
      process.stderr.write(`${new Date().toISOString()} old command notes were not deleted: ${(error as Error).message}\n`);
    }
  };
  setTimeout(() => void run(), FIRST_MS).unref();
  setInterval(() => void run(), EVERY_MS).unref();
}
