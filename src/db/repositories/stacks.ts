import * as z from 'zod';
import { stackShape, type Stack } from '../../core/stack';
import { bySchema, readStored, type Form } from '../../core/stored';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import { unreadableRow } from '../stored-documents';
import { done, refused, stale } from '../outcome';
import { namesOf } from './people';
import type { Outcome, StoredStack, UnreadableRow } from '../../contract/records';

const form: Form<Stack> = { what: 'this stack', version: 1, upgrades: {}, check: bySchema(stackShape) };
/** The form version is stored next to a stack. */
const kept = z.object({ form: z.number(), stack: z.unknown() });

/** Bolt-ups of a drive by pulley; one that no longer reads is shown as such. */
export async function stacksOf(db: ShopDatabase, driveId: number): Promise<(StoredStack | (UnreadableRow & { pulley: string }))[]> {
  const rows = await db.models.Stack.findAll({ where: { shopId: db.shopId, driveId }, order: [['pulley', 'ASC']], raw: true });
  const names = await namesOf(db, rows);
  return rows.map(({ id, pulley, document, personId, at, version }) => {
    const whole = kept.safeParse(document);
    const read = readStored(form, whole.success ? whole.data.form : 0, whole.success ? whole.data.stack : document);
    return read.ok
      ? { id, pulley, stack: read.value, by: names(personId), at: at.toISOString(), version }
      : { ...unreadableRow({ id, name: 'A stack' }, read), pulley };
  });
}

/**
 * Keeps the bolt-up at a pulley over the version that was read; null takes it away.
 * @param version of the one that is replaced; 0 where there was none
 */
export async function saveStack(
  db: ShopDatabase,
  by: { readonly personId: number; readonly at: Date },
  { driveId, pulley, version }: { readonly driveId: number; readonly pulley: string; readonly version: number },
  stack: Stack | null,
): Promise<Outcome<{ version: number }, { version: number }>> {
  return db.transact(async (transaction) => {
    const drive = await db.models.Drive.findOne({ where: { shopId: db.shopId, id: driveId }, transaction, lock: ROW_TO_CHANGE });
    if (!drive) return refused('Another user deleted the drive.');
    const row = await db.models.Stack.findOne({ where: { driveId, pulley }, transaction, lock: ROW_TO_CHANGE });
    if ((row?.version ?? 0) !== version) return stale('stack', { version: row?.version ?? 0 });
    if (stack === null) {
      await row?.destroy({ transaction });
      return done({ version: 0 });
    }
    const columns = { document: { form: form.version, stack }, personId: by.personId, at: by.at, version: version + 1 };
    if (row) await row.update(columns, { transaction });
    else await db.models.Stack.create({ shopId: db.shopId, driveId, pulley, ...columns }, { transaction });
    return done({ version: version + 1 });
  });
}
