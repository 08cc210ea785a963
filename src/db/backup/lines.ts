import { StringDecoder } from 'node:string_decoder';
import type { Archive } from './archive';
import type { BackupTable } from './tables';

/** The archive holds what no backup of one shop holds. Its message is for the owner. */
export class InvalidArchive extends Error {}

/** Longest row, characters. A command is at most 12 MB. */
const LONGEST_LINE = 32_000_000;
/** A batch ends with this many characters or rows, so that large documents do not fill the memory. */
const BATCH_CHARACTERS = 1_000_000;
const BATCH_ROWS = 500;

/** Path of the rows of a table in an archive. */
export const rowsPath = (table: Pick<BackupTable, 'name'>): string => `tables/${table.name}.jsonl`;

async function* linesOf(archive: Archive, path: string): AsyncGenerator<string> {
  const decoder = new StringDecoder('utf8');
  let rest = '';
  for await (const part of await archive.read(path)) {
    const lines = (rest + decoder.write(part as Buffer)).split('\n');
    rest = lines.pop() ?? '';
    if (rest.length > LONGEST_LINE) throw new InvalidArchive(`A row in ${path} is too long.`);
    yield* lines;
  }
  if (rest !== '') yield rest;
}

/** Rows of a table as lines of JSON, in batches. None if the archive is of a version without that table. */
export async function* rowsIn(archive: Archive, table: BackupTable): AsyncGenerator<string[]> {
  const path = rowsPath(table);
  if (!Object.hasOwn(archive.manifest.files, path)) return;
  let batch: string[] = [];
  let characters = 0;
  for await (const line of linesOf(archive, path)) {
    batch.push(line);
    characters += line.length;
    if (batch.length < BATCH_ROWS && characters < BATCH_CHARACTERS) continue;
    yield batch;
    batch = [];
    characters = 0;
  }
  if (batch.length > 0) yield batch;
}
