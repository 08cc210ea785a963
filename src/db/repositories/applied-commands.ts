import { QueryTypes } from 'sequelize';
import type { Database, ShopDatabase } from '../connection';

/** An applied command, by its id. */
export interface AppliedCommand {
  readonly personId: number;
  readonly kind: string;
  readonly inputDigest: string;
  /** Its answer. */
  readonly answer: unknown;
}

export interface CommandNote {
  readonly id: string;
  readonly personId: number;
  readonly kind: string;
  /** Digest that identifies an input without storing it. */
  readonly inputDigest: string;
  readonly doneAt: Date;
  readonly appliedAt: Date;
}

export async function findApplied(db: ShopDatabase, id: string): Promise<AppliedCommand | null> {
  const [row] = await db.sequelize.query<{ person_id: number; kind: string; input_digest: string; answer: unknown }>(
    'SELECT person_id, kind, input_digest, answer FROM acts WHERE id = $1 AND shop_id = $2',
    { bind: [id, db.shopId], type: QueryTypes.SELECT },
  );
  return row ? { personId: row.person_id, kind: row.kind, inputDigest: row.input_digest, answer: row.answer } : null;
}

/**
 * Notes a command under its id. False if it is already noted. If it is being applied, this waits. It runs in the
 * transaction of the command, so that both are stored or neither.
 */
export async function noteApplied(db: ShopDatabase, act: CommandNote, answer?: unknown): Promise<boolean> {
  const rows = await db.sequelize.query(
    `INSERT INTO acts (id, shop_id, person_id, kind, input_digest, done_at, applied_at, answer)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8::jsonb) ON CONFLICT (id) DO NOTHING RETURNING id`,
    {
      bind: [
        act.id,
        db.shopId,
        act.personId,
        act.kind,
        act.inputDigest,
        act.doneAt,
        act.appliedAt,
        answer === undefined ? null : JSON.stringify(answer),
      ],
      type: QueryTypes.SELECT,
    },
  );
  return rows.length > 0;
}

/**
 * Stores the answer as the last statement before the commit. The time is that of this moment, so that a tab that missed the
 * command finds it by its time.
 */
export async function storeAnswer(db: ShopDatabase, id: string, answer: unknown): Promise<void> {
  await db.sequelize.query('UPDATE acts SET answer = $2::jsonb, applied_at = clock_timestamp() WHERE id = $1 AND shop_id = $3', {
    bind: [id, JSON.stringify(answer), db.shopId],
  });
}

/** Deletes the notes of commands that were applied before `before`. The caller refuses repeats of such old commands. @returns how many were deleted */
export async function deleteNotes(db: Database, before: Date): Promise<number> {
  const [rows] = await db.sequelize.query('DELETE FROM acts WHERE applied_at < $1 RETURNING id', { bind: [before] });
  return rows.length;
}

/** Kinds of the commands that a shop applied in the last seconds, by the clock of the database. */
export async function kindsSince(db: ShopDatabase, seconds: number): Promise<string[]> {
  const rows = await db.sequelize.query<{ kind: string }>(
    `SELECT DISTINCT kind FROM acts WHERE applied_at > clock_timestamp() - $2 * interval '1 second' AND shop_id = $1`,
    { bind: [db.shopId, seconds], type: QueryTypes.SELECT },
  );
  return rows.map((r) => r.kind);
}
