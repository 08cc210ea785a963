import { factOf, type FactId, type FactValue } from '../../core/machine';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import { done, refused } from '../outcome';
import { deriveOfDrive } from './follow-ups';
import type { Outcome } from '../../contract/records';

export { factsOf } from './known-facts';

/** Owner of a fact: machine or drive. */
export type Subject = { readonly machineId: number } | { readonly driveId: number };

/** Stores a fact with author and date, replacing the earlier one. Null deletes it. */
export async function setFact(
  db: ShopDatabase,
  by: { readonly personId: number; readonly at: Date },
  subject: Subject,
  fact: FactId,
  value: FactValue | null,
): Promise<Outcome<null>> {
  return db.transact(async (transaction) => {
    const of = factOf(fact).of;
    if ((of === 'drive') !== 'driveId' in subject) return refused(`This fact belongs to the ${of}.`);
    const where = { shopId: db.shopId, ...subject };
    const there =
      'driveId' in subject
        ? await db.models.Drive.findOne({ where: { shopId: db.shopId, id: subject.driveId }, transaction, lock: ROW_TO_CHANGE })
        : await db.models.Machine.findOne({ where: { shopId: db.shopId, id: subject.machineId }, transaction, lock: ROW_TO_CHANGE });
    if (!there) return refused(`This ${of} was deleted.`);
    await db.models.Fact.destroy({ where: { ...where, fact }, transaction });
    if (value !== null) await db.models.Fact.create({ ...where, fact, value, personId: by.personId, at: by.at }, { transaction });
    // The kind of a drive, and with it its intervals and seasons, follows from its facts.
    if ('driveId' in subject) await deriveOfDrive(db, subject.driveId);
    return done(null);
  });
}
