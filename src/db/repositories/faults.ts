import { complaintAfter, readBody } from '../../core/job';
import type { Confirmed, Correction } from '../../core/fault';
import type { ShopDatabase } from '../connection';
import { done } from '../outcome';
import { namesOf } from './people';
import type { Outcome, StoredCorrection } from '../../contract/records';

/** Largest number of latest lines to read, for a shop with many years of jobs. */
const MOST_LINES = 20_000;

/**
 * Causes confirmed by the jobs of a shop: a repaired cause on a job with a final test in which the belt stays on.
 * Struck-out repairs and tests do not count.
 */
export async function confirmedCauses(db: ShopDatabase): Promise<Confirmed[]> {
  const jobs = await db.models.Job.findAll({ where: { shopId: db.shopId }, attributes: ['id'], raw: true });
  const rows = await db.models.TicketEntry.findAll({
    where: { jobId: jobs.map((j) => j.id), type: ['mended', 'proved'], withdrawnAt: null },
    order: [['id', 'DESC']],
    limit: MOST_LINES,
    raw: true,
  });
  const stays = new Map<number, boolean>();
  const mended: { readonly job: number; readonly kind: string; readonly cause: string }[] = [];
  for (const row of rows) {
    const read = readBody(row.type, row.bodyVersion, row.body);
    if (!read.ok) continue;
    const { type, body } = read.value;
    // Newest first, so the first test found is the last one.
    const complaint = type === 'proved' ? complaintAfter(body) : null;
    if (complaint !== null && !stays.has(row.jobId)) stays.set(row.jobId, complaint === 'gone');
    if (type === 'mended' && body.when === 'here') mended.push({ job: row.jobId, kind: body.kind, cause: body.cause });
  }
  const counted = new Map<string, { kind: string; cause: string; times: number }>();
  const seen = new Set<string>();
  for (const { job, kind, cause } of mended) {
    if (!stays.get(job) || seen.has(`${job} ${cause}`)) continue;
    seen.add(`${job} ${cause}`);
    const key = `${kind} ${cause}`;
    const one = counted.get(key) ?? { kind, cause, times: 0 };
    counted.set(key, { ...one, times: one.times + 1 });
  }
  return [...counted.values()].sort((a, b) => b.times - a.times);
}

/** Corrections of the fault base by a shop. */
export async function correctionsOf(db: ShopDatabase): Promise<StoredCorrection[]> {
  const rows = await db.models.BaseCorrection.findAll({ where: { shopId: db.shopId }, order: [['id', 'ASC']], raw: true });
  const names = await namesOf(db, rows);
  return rows.map(({ cause, subject, value, because, personId, at }) => ({
    cause,
    subject,
    value,
    because,
    by: names(personId),
    at: at.toISOString(),
  }));
}

/** Corrects the base, or leaves it as it ships where `value` is null. */
export async function correctBase(
  db: ShopDatabase,
  by: { readonly personId: number; readonly at: Date },
  { cause, subject, value, because }: Omit<Correction, 'value'> & { readonly value: string | null },
): Promise<Outcome<null>> {
  return db.transact(async (transaction) => {
    const where = { shopId: db.shopId, cause, subject };
    await db.models.BaseCorrection.destroy({ where, transaction });
    if (value !== null)
      await db.models.BaseCorrection.create({ ...where, value, because, personId: by.personId, at: by.at }, { transaction });
    return done(null);
  });
}
