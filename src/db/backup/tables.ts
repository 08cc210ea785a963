import type { FileTable } from '../files';

/** A table of a shop in a backup. */
export interface BackupTable {
  readonly name: string;
  /** Columns that order its rows and identify each. */
  readonly key: readonly string[];
  /** Condition for the rows of a shop. `$1` is the id of the shop. */
  readonly ofShop: string;
  /** Tables that its columns refer to, also those without a foreign key. */
  readonly refers: Readonly<Record<string, string>>;
  /** Columns that are not in the backup. */
  readonly without?: readonly string[];
  /** Its ids are random, not numbers. */
  readonly randomIds?: true;
  /** Its rows hold whole documents. */
  readonly large?: true;
  /** Its rows have files. */
  readonly files?: FileTable;
}

const SHOP = 'shop_id = $1';
const OF_JOB = 'job_id IN (SELECT id FROM jobs WHERE shop_id = $1)';
const OF_MACHINE = 'machine_id IN (SELECT id FROM machines WHERE shop_id = $1)';
const PLACE = ['bytes', 'object_key'] as const;

/**
 * All tables of a shop, each after those that it refers to. Sessions, sign-in attempts, open tabs and calendar addresses
 * belong to one server and are not part of a backup. Open follow-ups are derived again.
 */
export const BACKUP_TABLES: readonly BackupTable[] = [
  { name: 'shops', key: ['id'], ofShop: 'id = $1', refers: {}, without: ['follow_ups_stale'] },
  { name: 'people', key: ['id'], ofShop: SHOP, refers: { shop_id: 'shops' } },
  { name: 'customers', key: ['id'], ofShop: SHOP, refers: { shop_id: 'shops' } },
  { name: 'drives', key: ['id'], ofShop: SHOP, refers: { shop_id: 'shops' }, large: true },
  {
    name: 'drive_versions',
    key: ['shop_id', 'drive_id', 'version'],
    ofShop: SHOP,
    refers: { shop_id: 'shops', drive_id: 'drives' },
    large: true,
  },
  { name: 'machines', key: ['id'], ofShop: SHOP, refers: { shop_id: 'shops', customer_id: 'customers' } },
  { name: 'machine_drives', key: ['machine_id', 'drive_id'], ofShop: OF_MACHINE, refers: { machine_id: 'machines', drive_id: 'drives' } },
  {
    name: 'notebooks',
    key: ['id'],
    ofShop: SHOP,
    refers: { shop_id: 'shops', drive_id: 'drives', machine_id: 'machines' },
    large: true,
  },
  {
    name: 'photos',
    key: ['id'],
    ofShop: 'notebook_id IN (SELECT id FROM notebooks WHERE shop_id = $1)',
    refers: { notebook_id: 'notebooks' },
    without: PLACE,
    files: 'photos',
  },
  { name: 'shelf_belts', key: ['id'], ofShop: SHOP, refers: { shop_id: 'shops' } },
  { name: 'shelf_imports', key: ['id'], ofShop: SHOP, refers: { shop_id: 'shops' }, randomIds: true, large: true },
  { name: 'parts', key: ['id'], ofShop: SHOP, refers: { shop_id: 'shops', fits_drive_id: 'drives' } },
  {
    name: 'facts',
    key: ['id'],
    ofShop: SHOP,
    refers: { shop_id: 'shops', machine_id: 'machines', drive_id: 'drives', person_id: 'people' },
  },
  { name: 'jobs', key: ['id'], ofShop: SHOP, refers: { shop_id: 'shops', machine_id: 'machines', drive_id: 'drives' } },
  { name: 'job_stages', key: ['job_id', 'stage'], ofShop: OF_JOB, refers: { job_id: 'jobs' } },
  { name: 'confirmed_causes', key: ['job_id', 'kind', 'cause'], ofShop: OF_JOB, refers: { job_id: 'jobs' } },
  { name: 'ticket_entries', key: ['id'], ofShop: OF_JOB, refers: { job_id: 'jobs', person_id: 'people' } },
  { name: 'meter_readings', key: ['id'], ofShop: OF_MACHINE, refers: { machine_id: 'machines', person_id: 'people' } },
  {
    name: 'documents',
    key: ['id'],
    ofShop: SHOP,
    refers: { shop_id: 'shops', machine_id: 'machines', drive_id: 'drives', job_id: 'jobs', person_id: 'people' },
    without: PLACE,
    files: 'documents',
  },
  { name: 'stacks', key: ['id'], ofShop: SHOP, refers: { shop_id: 'shops', drive_id: 'drives', person_id: 'people' } },
  { name: 'trials', key: ['id'], ofShop: SHOP, refers: { shop_id: 'shops', entry_id: 'ticket_entries', person_id: 'people' } },
  { name: 'practice_rounds', key: ['id'], ofShop: SHOP, refers: { shop_id: 'shops', person_id: 'people' } },
  { name: 'base_corrections', key: ['id'], ofShop: SHOP, refers: { shop_id: 'shops', person_id: 'people' } },
  { name: 'follow_up_answers', key: ['id'], ofShop: SHOP, refers: { shop_id: 'shops', machine_id: 'machines', person_id: 'people' } },
  { name: 'acts', key: ['id'], ofShop: SHOP, refers: { shop_id: 'shops', person_id: 'people' }, randomIds: true },
];

/** Tables that are not part of a backup. */
export const NOT_IN_BACKUP: readonly string[] = [
  'sequelize_meta',
  'sessions',
  'sign_in_attempts',
  'presence',
  'calendar_feeds',
  'follow_ups',
];

/** A new id for an old one. */
export type NewId = (table: string, id: number) => number;

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Names of properties inside of stored documents that refer to rows, by table and column. */
const INSIDE: Readonly<Record<string, Readonly<Record<string, Readonly<Record<string, string>>>>>> = {
  ticket_entries: { body: { shelfBeltId: 'shelf_belts', documentId: 'documents', partId: 'parts' } },
  shelf_imports: { changes: { rowId: 'shelf_belts' } },
  notebooks: { document: { photo: 'photos' } },
};

function mapInside(value: unknown, names: Readonly<Record<string, string>>, newId: NewId): unknown {
  if (Array.isArray(value)) return value.map((one) => mapInside(one, names, newId));
  if (!isRecord(value)) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, inner]) => {
      const table = names[name];
      return [name, table !== undefined && typeof inner === 'number' ? newId(table, inner) : mapInside(inner, names, newId)];
    }),
  );
}

/** The drive of a used belt is `{ id, version, beltId }`. */
function mapDrive(body: unknown, newId: NewId): unknown {
  if (!isRecord(body) || !isRecord(body['drive']) || typeof body['drive']['id'] !== 'number') return body;
  return { ...body, drive: { ...body['drive'], id: newId('drives', body['drive']['id']) } };
}

/** Follow-ups of a drive or a ticket line have its id in their own. */
const mapSource = (source: string, newId: NewId): string =>
  source.replace(
    /^(interval|trial):(\d+)$/,
    (_, kind: string, id: string) => `${kind}:${newId(kind === 'interval' ? 'drives' : 'ticket_entries', Number(id))}`,
  );

/** A row of a backup with new ids: its own, those that it refers to, and those inside of its documents. */
export function withNewIds(table: BackupTable, row: Readonly<Record<string, unknown>>, newId: NewId): Record<string, unknown> {
  const next: Record<string, unknown> = { ...row };
  if (typeof row['id'] === 'number') next['id'] = newId(table.name, row['id']);
  for (const [column, target] of Object.entries(table.refers)) {
    const id = row[column];
    if (typeof id === 'number') next[column] = newId(target, id);
  }
  for (const [column, names] of Object.entries(INSIDE[table.name] ?? {})) next[column] = mapInside(next[column], names, newId);
  if (table.name === 'ticket_entries') next['body'] = mapDrive(next['body'], newId);
  if (table.name === 'follow_up_answers' && typeof row['source'] === 'string') next['source'] = mapSource(row['source'], newId);
  return next;
}
