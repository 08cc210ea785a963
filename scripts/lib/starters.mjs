import { readFileSync } from 'node:fs';
import { startedAt } from './lock.mjs';

/**
 * Processes that started this one through npm: the shell that npm runs, and npm itself. A signal to npm does not always reach what it started. Empty where npm
 * is not involved.
 * @returns {number[]}
 */
export function starters() {
  if (!process.env.npm_lifecycle_event) return [];
  const shell = process.ppid;
  const npm = parentOf(shell);
  return npm === null || npm <= 1 ? [shell] : [shell, npm];
}

/** @param {number} pid */
function parentOf(pid) {
  try {
    // The name in brackets may hold anything, so that fields are counted from its end.
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1)?.split(' ') ?? [];
    return Number(fields[1]);
  } catch {
    return null;
  }
}

/**
 * Calls `onEnded` once, when one of the processes has ended.
 * @param {readonly number[]} pids
 * @param {() => void} onEnded called after one ended
 */
export function whenGone(pids, onEnded, everyMs = 1000) {
  if (pids.length === 0) return;
  const since = pids.map((pid) => startedAt(pid));
  const timer = setInterval(() => {
    if (pids.every((pid, i) => startedAt(pid) === since[i])) return;
    clearInterval(timer);
    onEnded();
  }, everyMs);
  timer.unref();
}
