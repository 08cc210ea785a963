import { validateDrive, type Drive, type DriveResult } from '../core/drive';
import { readJson } from './json';

/** Reads the text of a drive file. Text that is not JSON is one problem, with its line. */
export function readDriveFile(text: string): DriveResult {
  const read = readJson(text, 'a drive');
  return read.ok ? validateDrive(read.document) : read;
}

/**
 * Text of a drive file: keys in their original order, one space of indent, newline at the end. Reading it returns the
 * same drive.
 */
export function writeDriveFile(drive: Drive): string {
  return `${JSON.stringify(drive, null, 1)}\n`;
}
