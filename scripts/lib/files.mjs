import { randomBytes } from 'node:crypto';
import { closeSync, existsSync, fsyncSync, mkdirSync, openSync, readFileSync, renameSync, rmSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';

/** Writes a file completely or not at all: to a temporary file, which is then renamed. */
export function writeWhole(file, text, mode = 0o600) {
  const beside = `${file}.making-${process.pid}`;
  try {
    const to = openSync(beside, 'w', mode);
    try {
      writeSync(to, text);
      fsyncSync(to);
    } finally {
      closeSync(to);
    }
    renameSync(beside, file);
  } catch (error) {
    rmSync(beside, { force: true });
    throw error;
  }
}

/**
 * Secret stored in a file that only its owner can read. It is created at first use, and again if the file is
 * unreadable.
 * @returns {{ secret: string, fresh: boolean }}
 */
export function secretIn(file) {
  const kept = existsSync(file) ? readFileSync(file, 'utf8').trim() : '';
  if (kept.length >= 32) return { secret: kept, fresh: false };
  mkdirSync(dirname(file), { recursive: true });
  const secret = randomBytes(32).toString('base64url');
  writeWhole(file, secret);
  return { secret, fresh: true };
}

/** Why a folder cannot be made or written, as a sentence; null where it can. */
export function whyNotWritable(folder) {
  const probe = `${folder}/.probe-${process.pid}`;
  try {
    mkdirSync(folder, { recursive: true });
    closeSync(openSync(probe, 'w'));
    rmSync(probe, { force: true });
    return null;
  } catch (error) {
    const why = {
      EROFS: 'it is read-only',
      EACCES: 'you may not write there',
      EPERM: 'you may not write there',
      ENOSPC: 'the disk is full',
    }[error.code];
    return `The data folder ${folder} cannot be used: ${why ?? error.message}. Choose another with --data FOLDER.`;
  }
}
