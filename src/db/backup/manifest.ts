import { createHash } from 'node:crypto';
import * as z from 'zod';

export const BACKUP_FORMAT = 'taut-sheave-backup';
/** Version of the layout of an archive. Versions of tables follow the migrations. */
export const BACKUP_VERSION = 1;
/** Last file of an archive: it lists all others. */
export const MANIFEST = 'manifest.json';

const manifest = z.object({
  format: z.literal(BACKUP_FORMAT),
  version: z.number().int(),
  /** Latest migration of the database that made it. */
  schema: z.string(),
  shop: z.string(),
  /** ISO. */
  madeAt: z.string(),
  /** Rows of each table. */
  rows: z.record(z.string(), z.number().int()),
  files: z.record(z.string(), z.object({ bytes: z.number().int(), sha256: z.string() })),
});
export type Manifest = z.infer<typeof manifest>;

/** Digest of the manifest itself, so that an edited one is found. */
const sealOf = (value: Manifest): string => createHash('sha256').update(JSON.stringify(value)).digest('hex');

export const manifestText = (value: Manifest): string => `${JSON.stringify({ ...value, seal: sealOf(value) }, null, 1)}\n`;

export type ManifestRead = { readonly ok: true; readonly manifest: Manifest } | { readonly ok: false; readonly problem: string };

/** Reads a manifest. @param known names of the migrations of this server */
export function readManifest(text: string, known: readonly string[]): ManifestRead {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return { ok: false, problem: 'The list of its files is damaged.' };
  }
  const version = typeof raw === 'object' && raw !== null && 'version' in raw ? raw.version : undefined;
  if (typeof version === 'number' && version > BACKUP_VERSION)
    return { ok: false, problem: `It has version ${version}, and this server reads version ${BACKUP_VERSION}. Update the server first.` };
  const read = manifest.safeParse(raw);
  if (!read.success) return { ok: false, problem: 'It is not a backup of Taut Sheave, or the list of its files is damaged.' };
  const seal = (raw as { readonly seal?: unknown }).seal;
  if (seal !== sealOf(read.data)) return { ok: false, problem: 'The list of its files was edited.' };
  if (!known.includes(read.data.schema))
    return { ok: false, problem: 'It was made by a newer version of Taut Sheave. Update this server first.' };
  return { ok: true, manifest: read.data };
}
