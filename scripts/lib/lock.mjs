import { readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { writeWhole } from './files.mjs';

/** Longest time that a killed process is still listed, ms. */
const DYING_MS = 700;
/** Longest time between the check of a lock file by another process and its removal, ms. */
const SWEEPING_MS = 40;

const pause = (ms) => new Promise((done) => setTimeout(done, ms));

/** When a process was started, in ticks since the machine was: with its number it names that process and no later one of the same number. */
export function startedAt(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    // The program name is in brackets and may contain any character.
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
    // One that has ended and is only not yet taken note of by its parent lives no more.
    return fields[0] === 'Z' || fields[0] === 'X' ? null : (fields[19] ?? null);
  } catch {
    return null;
  }
}

/**
 * Locks a data folder for this process. If a live process holds it, returns its pid, and its address once it serves. A
 * lock left by a killed process is removed.
 * @returns {Promise<{ taken: true, serving: (address: string) => void, free: () => void } | { taken: false, pid:
 * number, address: string | null }>}
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
    // A process that is being killed is still listed for a moment.
    if (holderOf(file)) await pause(DYING_MS);
    const holder = holderOf(file);
    if (holder) return { taken: false, ...holder };
    // Only one of two simultaneous processes succeeds in moving the file. The other finds the new holder at its next
    // check.
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

/** Live process that holds a folder, or null. */
function holderOf(file) {
  try {
    const { pid, started, address } = JSON.parse(readFileSync(file, 'utf8'));
    return Number.isInteger(pid) && startedAt(pid) === started ? { pid, address: address ?? null } : null;
  } catch {
    return null;
  }
}
