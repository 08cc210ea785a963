import { complaintAfter, readBody } from '../../core/job';
import type { Confirmed } from '../../core/fault';
import type { Database } from '../connection';

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
