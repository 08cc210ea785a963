import { readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { writeWhole } from './files.mjs';

/** Longest that a process which was killed is still to be seen, ms. */
const DYING_MS = 700;
/** Longest between another's look at the file and its sweeping it aside, ms. */
const SWEEPING_MS = 40;

const pause = (ms) => new Promise((done) => setTimeout(done, ms));

/** When a process was started, in ticks since the machine was: with its number it names that process and no later one of the same number. */
export function startedAt(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    // The name of the program stands in brackets and may hold anything.
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
    // One that has ended and is only not yet taken note of by its parent lives no more.
    return fields[0] === 'Z' || fields[0] === 'X' ? null : (fields[19] ?? null);
  } catch {
    return null;
  }
}

/**
 * Takes a data folder for this process. Another that holds it and lives is answered instead, with the address it serves at once it does; what one that
 * was killed left behind is swept aside.
 * @returns {Promise<{ taken: true, serving: (address: string) => void, free: () => void } | { taken: false, pid: number, address: string | null }>}
 */
export async function takeFolder(folder) {
  const file = join(folder, 'running.json');
  const mine = { pid: process.pid, started: startedAt(process.pid), address: null };
  for (;;) {
    try {
      writeFileSync(file, JSON.stringify(mine), { flag: 'wx', mode: 0o600 });
      // Another that was sweeping aside what stood here before may have swept this, too: then it is the holder.
      await pause(SWEEPING_MS);
      if (holderOf(file)?.pid === process.pid) break;
      continue;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
    }
    // One that is just being killed looks alive for a moment yet.
    if (holderOf(file)) await pause(DYING_MS);
    const holder = holderOf(file);
    if (holder) return { taken: false, ...holder };
    // Moving it away succeeds for one of two that come at once; the other finds the new holder on its next look.
    const aside = `${file}.left-${process.pid}`;
    try {
      renameSync(file, aside);
      rmSync(aside, { force: true });
    } catch (error) {
      if (error.code !== 'ENOENT') throw error;
    }
  }
  return {
    taken: true,
    serving: (address) => writeWhole(file, JSON.stringify({ ...mine, address })),
    free: () => {
      if (holderOf(file)?.pid === process.pid) rmSync(file, { force: true });
    },
  };
}

/** Who holds a folder and lives; null where nobody does. */
function holderOf(file) {
  try {
    const { pid, started, address } = JSON.parse(readFileSync(file, 'utf8'));
    return Number.isInteger(pid) && startedAt(pid) === started ? { pid, address: address ?? null } : null;
  } catch {
    return null;
  }
}
