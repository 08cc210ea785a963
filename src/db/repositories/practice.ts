import * as z from 'zod';
import { practiceSessionShape, type Played, type PracticeMachine } from '../../core/practice';
import { bySchema, readStored, type Form } from '../../core/stored';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import { unreadableRow } from '../stored-documents';
import { done, refused } from '../outcome';
import type { PracticeSessionRow } from '../rows';
import type { Outcome, PracticeResult, PracticeSummary, RoundDocument, StoredPracticeSession, UnreadableRow } from '../../contract/records';

const form: Form<RoundDocument> = { what: 'this round', version: 1, upgrades: {}, check: bySchema(practiceSessionShape) };
const kept = z.object({ form: z.number(), round: z.unknown() });

function summaryOf(row: PracticeSessionRow): PracticeSummary {
  const { id, code, helped, startedAt, finishedAt, minutes, ownMinutes, found, needless, leftIn } = row;
  return {
    id,
    code,
    helped,
    startedAt: startedAt.toISOString(),
    finishedAt: finishedAt?.toISOString() ?? null,
    result:
      minutes === null || ownMinutes === null
        ? null
        : { minutes, ownMinutes, found: found ?? 0, needless: needless ?? 0, leftIn: leftIn ?? 0 },
  };
}

function roundOf(row: PracticeSessionRow): StoredPracticeSession | UnreadableRow {
  const whole = kept.safeParse(row.document);
  const read = readStored(form, whole.success ? whole.data.form : 0, whole.success ? whole.data.round : row.document);
  return read.ok ? { ...summaryOf(row), ...read.value } : unreadableRow({ id: row.id, name: row.code }, read);
}

/** Largest number of sessions on a page. */
const MOST_ROUNDS = 200;

/** A learner's own rounds, the latest first. */
export const practiceSessionsOf = async (db: ShopDatabase, personId: number): Promise<PracticeSummary[]> =>
  (
    await db.models.StoredPracticeSession.findAll({
      where: { shopId: db.shopId, personId },
      attributes: { exclude: ['document'] },
      order: [['id', 'DESC']],
      limit: MOST_ROUNDS,
      raw: true,
    })
  ).map(summaryOf);

/** One of a learner's own rounds; null where there is none of that number. */
export async function findPracticeSession(
  db: ShopDatabase,
  personId: number,
  id: number,
): Promise<StoredPracticeSession | UnreadableRow | null> {
  const row = await db.models.StoredPracticeSession.findOne({ where: { shopId: db.shopId, personId, id }, raw: true });
  return row && roundOf(row);
}

export async function startPracticeSession(
  db: ShopDatabase,
  personId: number,
  code: string,
  machine: PracticeMachine,
  at: Date,
): Promise<Outcome<{ readonly id: number }>> {
  const row = await db.models.StoredPracticeSession.create({
    shopId: db.shopId,
    personId,
    code,
    document: { form: form.version, round: { machine, played: [] } },
    startedAt: at,
  });
  return done({ id: row.id });
}

const GONE = 'This practice session does not exist.';
const OVER = 'This session is finished. Start another.';

/**
 * Takes a round on by a move.
 * @param next what it becomes, or why it cannot be made
 */
async function change(
  db: ShopDatabase,
  personId: number,
  id: number,
  next: (round: StoredPracticeSession) => Outcome<Partial<PracticeSessionRow>>,
): Promise<Outcome<null>> {
  return db.transact(async (transaction) => {
    const row = await db.models.StoredPracticeSession.findOne({
      where: { shopId: db.shopId, personId, id },
      transaction,
      lock: ROW_TO_CHANGE,
    });
    if (!row) return refused(GONE);
    const round = roundOf(row);
    if ('unreadable' in round) return refused(round.problem);
    if (round.finishedAt !== null) return refused(OVER);
    const to = next(round);
    if (!to.ok) return to;
    await row.update(to.value, { transaction });
    return done(null);
  });
}

/** Adds a move. @param at how many moves there were before it, so that none is made on what has moved on elsewhere */
export const addMove = (
  db: ShopDatabase,
  personId: number,
  { id, at }: { readonly id: number; readonly at: number },
  played: (round: StoredPracticeSession) => Outcome<Played>,
): Promise<Outcome<null>> =>
  change(db, personId, id, (round) => {
    if (round.played.length !== at) return refused('This session was continued on another device. Reload it.');
    const one = played(round);
    if (!one.ok) return one;
    return done({ document: { form: form.version, round: { machine: round.machine, played: [...round.played, one.value] } } });
  });

/** Notes that the learner has seen the advice of tracing. */
export const markHelped = (db: ShopDatabase, personId: number, id: number): Promise<Outcome<null>> =>
  change(db, personId, id, () => done({ helped: true }));

/** Ends a round with what came of it. */
export const finishPracticeSession = (
  db: ShopDatabase,
  personId: number,
  id: number,
  result: PracticeResult,
  at: Date,
): Promise<Outcome<null>> => change(db, personId, id, () => done({ ...result, finishedAt: at }));
