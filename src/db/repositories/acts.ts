import { QueryTypes } from 'sequelize';
import type { Database } from '../connection';

/** An act as the server knows it by its id. */
export interface KnownAct {
  readonly personId: number;
  readonly kind: string;
  readonly inputDigest: string;
  /** What was answered to it. */
  readonly answer: unknown;
}

export interface ActNote {
  readonly id: string;
  readonly shopId: number;
  readonly personId: number;
  readonly kind: string;
  /** Tells one input from another without keeping it. */
  readonly inputDigest: string;
  readonly doneAt: Date;
  readonly appliedAt: Date;
}

export async function findAct(db: Database, id: string): Promise<KnownAct | null> {
  const [row] = await db.sequelize.query<{ person_id: number; kind: string; input_digest: string; answer: unknown }>(
    'SELECT person_id, kind, input_digest, answer FROM acts WHERE id = $1',
    { bind: [id], type: QueryTypes.SELECT },
  );
  return row ? { personId: row.person_id, kind: row.kind, inputDigest: row.input_digest, answer: row.answer } : null;
}

/**
 * Notes an act under its id. False where it is noted already; one that is being applied just now is waited for. In a transaction with the act's
 * effect, so that there is never the one without the other.
 */
export async function noteAct(db: Database, act: ActNote, answer?: unknown): Promise<boolean> {
  const rows = await db.sequelize.query(
    `INSERT INTO acts (id, shop_id, person_id, kind, input_digest, done_at, applied_at, answer)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8::jsonb) ON CONFLICT (id) DO NOTHING RETURNING id`,
    {
      bind: [
        act.id,
        act.shopId,
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

export async function answerAct(db: Database, id: string, answer: unknown): Promise<void> {
  await db.sequelize.query('UPDATE acts SET answer = $2::jsonb WHERE id = $1', { bind: [id, JSON.stringify(answer)] });
}

/** Deletes the notes of commands that were applied before `before`. The caller refuses repeats of such old commands. @returns how many were deleted */
export async function deleteNotes(db: Database, before: Date): Promise<number> {
  const [rows] = await db.sequelize.query('DELETE FROM acts WHERE applied_at < $1 RETURNING id', { bind: [before] });
  return rows.length;
}
