import { validateDrive, type Drive, type DriveResult } from '../core/drive';

/** Largest drive file read, bytes: a hundred times any real one. */
export const DRIVE_FILE_LIMIT = 2_000_000;

/** Reads the text of a drive file. Text that is not JSON is one problem, with its line. */
export function readDriveFile(text: string): DriveResult {
  if (text.length > DRIVE_FILE_LIMIT) return { ok: false, problems: [{ path: '', message: `the file is larger than ${DRIVE_FILE_LIMIT / 1e6} MB, too large for a drive` }] };
  let document: unknown;
  try {
    document = JSON.parse(text.replace(/^﻿/, ''));
  } catch {
    return { ok: false, problems: [{ path: `line ${lineOfFault(text)}`, message: 'this is not JSON; check for a missing comma, quote or bracket' }] };
  }
  return validateDrive(document);
}

/** The line on which JSON text goes wrong: that of its shortest beginning which no ending could mend. The parser's own message may lack it. */
function lineOfFault(text: string): number {
  const mendable = (length: number) => {
    try {
      JSON.parse(text.slice(0, length));
      return true;
    } catch (error) {
      return /end of JSON|Unterminated|No number|missing/i.test((error as Error).message);
    }
  };
  let [good, bad] = [0, text.length + 1];
  while (bad - good > 1) {
    const middle = (good + bad) >> 1;
    if (mendable(middle)) good = middle;
    else bad = middle;
  }
  return text.slice(0, good).split('\n').length;
}

/** A drive as the text of a drive file: keys in the order they came, one space of indent, newline at the end. Reading it back gives the same drive. */
export function writeDriveFile(drive: Drive): string {
  return `${JSON.stringify(drive, null, 1)}\n`;
}
