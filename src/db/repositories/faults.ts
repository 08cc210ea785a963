import { complaintAfter, readBody } from '../../core/job';
import type { Confirmed, Correction } from '../../core/fault';
import type { Database } from '../connection';
import { done, type Outcome } from '../outcome';
import { namesOf } from './people';

/** The latest lines looked at: a shop of many years. */
const MOST_LINES = 20_000;

/**
 * What a shop's own jobs confirmed: a cause mended on a job whose last proof is that the belt stays on. A mend or proof taken back counts no more.
 */
export async function confirmedCauses(db: Database, shopId: number): Promise<Confirmed[]> {
  const jobs = await db.models.Job.findAll({ where: { shopId }, attributes: ['id'], raw: true });
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
    // Newest first: the first proof met is the last.
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

/** What an owner corrected of the base, with who did it and when. */
export interface StoredCorrection extends Correction {
  readonly by: string;
  readonly at: string;
}

/** What a shop corrected of the base. */
export async function correctionsOf(db: Database, shopId: number): Promise<StoredCorrection[]> {
  const rows = await db.models.BaseCorrection.findAll({ where: { shopId }, order: [['id', 'ASC']], raw: true });
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
  db: Database,
  by: { readonly shopId: number; readonly personId: number; readonly at: Date },
  { cause, subject, value, because }: Omit<Correction, 'value'> & { readonly value: string | null },
): Promise<Outcome<null>> {
  return db.transact(async (transaction) => {
    const where = { shopId: by.shopId, cause, subject };
    await db.models.BaseCorrection.destroy({ where, transaction });
    if (value !== null)
      await db.models.BaseCorrection.create({ ...where, value, because, personId: by.personId, at: by.at }, { transaction });
    return done(null);
  });
}
