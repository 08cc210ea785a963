import * as z from 'zod';
import { roundShape, type Played, type PracticeMachine } from '../../core/practice';
import { bySchema, readStored, type Form } from '../../core/stored';
import { ROW_TO_CHANGE, type Database } from '../connection';
import { unreadableRow, type UnreadableRow } from '../kept';
import { done, refused, type Outcome } from '../outcome';
import type { PracticeRoundRow } from '../rows';

/** What is kept of a round: the machine as it was drawn, and every move with what came of it. */
interface RoundDocument {
  readonly machine: PracticeMachine;
  readonly played: readonly Played[];
}

/** What came of a round. */
export interface PracticeResult {
  readonly minutes: number;
  /** What tracing takes on the same machine. */
  readonly ownMinutes: number;
  readonly found: number;
  readonly needless: number;
  readonly leftIn: number;
}

/** A round of practice on a simulated machine. It is no job, and nothing that reads jobs reads it. */
export interface PracticeRound extends RoundDocument {
  readonly id: number;
  readonly code: string;
  /** Its learner looked at what tracing says. */
  readonly helped: boolean;
  readonly startedAt: string;
  readonly finishedAt: string | null;
  readonly result: PracticeResult | null;
}

/** A round in a list. */
export type PracticeSummary = Pick<PracticeRound, 'id' | 'code' | 'helped' | 'startedAt' | 'finishedAt' | 'result'>;

const form: Form<RoundDocument> = { what: 'this round', version: 1, upgrades: {}, check: bySchema(roundShape) };
const kept = z.object({ form: z.number(), round: z.unknown() });

function summaryOf(row: PracticeRoundRow): PracticeSummary {
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

function roundOf(row: PracticeRoundRow): PracticeRound | UnreadableRow {
  const whole = kept.safeParse(row.document);
  const read = readStored(form, whole.success ? whole.data.form : 0, whole.success ? whole.data.round : row.document);
  return read.ok ? { ...summaryOf(row), ...read.value } : unreadableRow({ id: row.id, name: row.code }, read);
}

/** Whose round it is. */
export interface Learner {
  readonly shopId: number;
  readonly personId: number;
}

/** Most rounds that a page tells of. */
const MOST_ROUNDS = 200;

/** A learner's own rounds, the latest first. */
export const roundsOf = async (db: Database, learner: Learner): Promise<PracticeSummary[]> =>
  (
    await db.models.PracticeRound.findAll({
      where: { ...learner },
      attributes: { exclude: ['document'] },
      order: [['id', 'DESC']],
      limit: MOST_ROUNDS,
      raw: true,
    })
  ).map(summaryOf);

/** One of a learner's own rounds; null where there is none of that number. */
export async function findRound(db: Database, learner: Learner, id: number): Promise<PracticeRound | UnreadableRow | null> {
  const row = await db.models.PracticeRound.findOne({ where: { ...learner, id }, raw: true });
  return row && roundOf(row);
}

export async function startRound(
  db: Database,
  learner: Learner,
  code: string,
  machine: PracticeMachine,
  at: Date,
): Promise<Outcome<{ readonly id: number }>> {
  const row = await db.models.PracticeRound.create({
    ...learner,
    code,
    document: { form: form.version, round: { machine, played: [] } },
    startedAt: at,
  });
  return done({ id: row.id });
}

const GONE = 'This round is no longer there.';
const OVER = 'This round is over; start another to go on.';

/**
 * Takes a round on by a move.
 * @param next what it becomes, or why it cannot be made
 */
async function change(
  db: Database,
  learner: Learner,
  id: number,
  next: (round: PracticeRound) => Outcome<Partial<PracticeRoundRow>>,
): Promise<Outcome<null>> {
  return db.transact(async (transaction) => {
    const row = await db.models.PracticeRound.findOne({ where: { ...learner, id }, transaction, lock: ROW_TO_CHANGE });
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
  db: Database,
  learner: Learner,
  { id, at }: { readonly id: number; readonly at: number },
  played: (round: PracticeRound) => Outcome<Played>,
): Promise<Outcome<null>> =>
  change(db, learner, id, (round) => {
    if (round.played.length !== at) return refused('This session was continued on another device. Reload it.');
    const one = played(round);
    if (!one.ok) return one;
    return done({ document: { form: form.version, round: { machine: round.machine, played: [...round.played, one.value] } } });
  });

/** Notes that its learner looked at what tracing says. */
export const markHelped = (db: Database, learner: Learner, id: number): Promise<Outcome<null>> =>
  change(db, learner, id, () => done({ helped: true }));

/** Ends a round with what came of it. */
export const finishRound = (db: Database, learner: Learner, id: number, result: PracticeResult, at: Date): Promise<Outcome<null>> =>
  change(db, learner, id, () => done({ ...result, finishedAt: at }));
