import { createHash } from 'node:crypto';
import type { Readable } from 'node:stream';
import { open, type Entry, type ZipFile } from 'yauzl';
import { MIGRATIONS } from '../migrate';
import { MANIFEST, readManifest, type Manifest } from './manifest';

/** An archive that was checked whole. */
export interface Archive {
  readonly manifest: Manifest;
  /** Streams one file. */
  readonly read: (path: string) => Promise<Readable>;
  readonly close: () => void;
}

export type ArchiveResult = { readonly ok: true; readonly archive: Archive } | { readonly ok: false; readonly problem: string };

/** A manifest of 20,000 files has about 3 MB. */
const LARGEST_MANIFEST_BYTES = 100_000_000;

const DAMAGED = 'The archive is torn or is not a ZIP file. Copy it again, or use an earlier backup.';

function openZip(path: string): Promise<ZipFile> {
  return new Promise((resolve, reject) =>
    open(path, { lazyEntries: true, autoClose: false }, (error, zip) => (error ? reject(error) : resolve(zip))),
  );
}

/** All entries by name. @throws Error if the central directory is damaged, or holds a name twice */
function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, Entry>();
    zip.on('error', reject);
    zip.on('end', () => resolve(entries));
    zip.on('entry', (entry: Entry) => {
      if (entries.has(entry.fileName)) return reject(new Error('twice'));
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.readEntry();
  });
}

const streamOf = (zip: ZipFile, entry: Entry): Promise<Readable> =>
  new Promise((resolve, reject) => zip.openReadStream(entry, (error, stream) => (error ? reject(error) : resolve(stream))));

/**
 * Opens an archive and checks all of it before anything is written: that it is whole, that its version is known, and the
 * checksum of every file.
 */
export async function openArchive(
  path: string,
  onChecked: (done: number, total: number) => void = () => undefined,
): Promise<ArchiveResult> {
  let zip: ZipFile | undefined;
  const refuse = (problem: string): ArchiveResult => {
    zip?.close();
    return { ok: false, problem };
  };
  try {
    zip = await openZip(path);
    const opened = zip;
    const entries = await entriesOf(opened);
    const listed = entries.get(MANIFEST);
    if (!listed) return refuse('The archive has no list of its files, so it is not a backup of Taut Sheave.');
    if (listed.uncompressedSize > LARGEST_MANIFEST_BYTES) return refuse('The list of its files is too large.');
    const read = readManifest(
      await textOf(await streamOf(opened, listed)),
      MIGRATIONS.map((m) => m.name),
    );
    if (!read.ok) return refuse(read.problem);
    const { files } = read.manifest;
    const extra = [...entries.keys()].find((name) => name !== MANIFEST && !Object.hasOwn(files, name));
    if (extra !== undefined) return refuse(`The file ${extra} was added to the archive.`);
    let done = 0;
    for (const [name, { bytes, sha256 }] of Object.entries(files)) {
      const entry = entries.get(name);
      if (!entry) return refuse(`The file ${name} is missing in the archive.`);
      if (entry.uncompressedSize !== bytes) return refuse(`The file ${name} was changed after the backup.`);
      const sum = createHash('sha256');
      for await (const chunk of await streamOf(opened, entry)) sum.update(chunk as Buffer);
      if (sum.digest('hex') !== sha256) return refuse(`The file ${name} was changed after the backup.`);
      onChecked(++done, Object.keys(files).length);
    }
    const archive: Archive = {
      manifest: read.manifest,
      read: (name) => streamOf(opened, entries.get(name)!),
      close: () => opened.close(),
    };
    return { ok: true, archive };
  } catch {
    return refuse(DAMAGED);
  }
}

async function textOf(stream: Readable): Promise<string> {
  const parts: Buffer[] = [];
  for await (const part of stream) parts.push(part as Buffer);
  return Buffer.concat(parts).toString('utf8');
}
