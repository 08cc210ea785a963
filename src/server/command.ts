import 'server-only';
import { createHash } from 'node:crypto';
import * as z from 'zod';
import { changes, commands, database, sqlState, type Database, type Role, type ShopDatabase } from '../db';
import { currentPerson, hasRole } from './session';
import { findInvalidText } from './invalid-text';
import { changedKeys } from '../contract/keys';
import type { CommandContract, QueryContract } from '../contract/declare';
import type { ActionResult, Person } from '../contract/records';

export interface ActionContext {
  readonly db: ShopDatabase;
  readonly person: Person & { readonly sessionId: string };
  readonly now: Date;
}

export interface CommandContext extends ActionContext {
  /** Id of the command, made on the device. */
  readonly id: string;
  /** When it was done by the device's clock, never later than now: what waited for the network is older than its arrival. */
  readonly doneAt: Date;
}

/** A kind of command: its role, input and effect. */
export interface Command<I, T, Current> {
  readonly role: Role;
  readonly input: z.ZodType<I>;
  readonly run: (context: CommandContext, input: I, once: Once) => Promise<ActionResult<T, Current>>;
}

/** Any kind of command, for a list of all. */
export interface AnyCommand {
  readonly role: Role;
  readonly input: z.ZodType;
  readonly run: (context: CommandContext, input: never, once: Once) => Promise<ActionResult<unknown, unknown>>;
}

export interface CommandRegistry {
  readonly commands: Readonly<Record<string, AnyCommand>>;
  /** Those that hold what nothing may keep, such as a password: not even a digest of it is noted. */
  readonly secret: ReadonlySet<string>;
}

type Once = <T, Current>(apply: () => Promise<ActionResult<T, Current>>) => Promise<ActionResult<T, Current>>;

/**
 * The effect of a command of the contract. `prepare` reads and computes before the transaction. `apply` writes, in one
 * transaction with the note of its id.
 */
export function defineCommand<I, T, Current, Prepared = null>(
  { role, input: shape }: CommandContract<I, T, Current>,
  spec: {
    readonly prepare?: (context: CommandContext, input: I) => Promise<ActionResult<Prepared, never>>;
    readonly apply: (context: CommandContext, input: I, prepared: Prepared) => Promise<ActionResult<T, Current>>;
  },
): Command<I, T, Current> {
  return {
    role,
    input: shape,
    run: async (context, input, once) => {
      const prepared = spec.prepare ? await spec.prepare(context, input) : { ok: true as const, value: null as Prepared };
      if (!prepared.ok) return prepared;
      return once(() => spec.apply(context, input, prepared.value));
    },
  };
}

/** An input without its passwords: not even a digest of one is stored. */
const withoutSecrets = (input: unknown): unknown =>
  typeof input === 'object' && input !== null
    ? Object.fromEntries(Object.entries(input).filter(([name]) => !/password|current|next/i.test(name)))
    : null;

type Refusal = Exclude<ActionResult<never>, { ok: true }>;

const envelope = z.object({
  id: z.uuid(),
  kind: z.string().max(60),
  /** Who did it: another may have signed in on the device since. */
  personId: z.number().int(),
  doneAt: z.iso.datetime({ offset: true }),
  input: z.unknown(),
});

const DAY_MS = 86_400_000;
/** Notes of applied commands are stored for this long. A device sends no command again that is older than 180 days. */
const NOTE_DAYS = 200;

/** The answer to a command of a stranger. */
export const SIGNED_OUT = {
  ok: false as const,
  reason: 'signed-out' as const,
  problem: 'You are signed out. Sign in again in another tab.',
};
const FAILED = {
  ok: false as const,
  reason: 'failed' as const,
  problem: 'The server could not do this.',
};

/** A refusal during `apply`: it rolls back everything written until then. */
class Refused extends Error {
  constructor(readonly answer: ActionResult<unknown, unknown>) {
    super('refused');
  }
}

/**
 * Applies a command from a device once. A repeat of its id returns the first answer. Role and input are checked here
 * for every command, regardless of the screen. An internal error is logged, and answered with a sentence without
 * details.
 */
export async function executeCommand({ commands: kinds, secret }: CommandRegistry, raw: unknown): Promise<ActionResult<unknown, unknown>> {
  const sent = envelope.safeParse(raw);
  if (!sent.success)
    return { ok: false, reason: 'invalid', problem: 'The server could not read this change. Reload the page and try again.' };
  const { id, kind, personId, input } = sent.data;
  const act = Object.hasOwn(kinds, kind) ? kinds[kind] : undefined;
  if (!act)
    return { ok: false, reason: 'invalid', problem: 'This server does not know that change. Reload the page to get its newer version.' };
  return guarded(kind, async (person) => {
    if (person.id !== personId)
      return {
        ...SIGNED_OUT,
        problem: 'Another person has signed in on this device. Sign in again as yourself.',
      };
    const checked = check(person, act.role, act.input, input);
    if (!checked.ok) return checked;
    const db = database().ofShop(person.shopId);
    const now = new Date();
    const doneAt = new Date(Math.min(Date.parse(sent.data.doneAt), now.getTime()));
    const inputDigest = createHash('sha256')
      .update(JSON.stringify(secret.has(kind) ? withoutSecrets(input) : input))
      .digest('base64');
    const note = { id, personId: person.id, kind, inputDigest, doneAt, appliedAt: now };
    const before = await answeredBefore(db, note);
    if (before) return before;
    const once: Once = async (apply) => {
      type Answer = Awaited<ReturnType<typeof apply>>;
      try {
        const answer = await db.transact(async () => {
          if (!(await commands.noteApplied(db, note))) return null;
          const applied = await apply();
          if (!applied.ok) throw new Refused(applied);
          await commands.storeAnswer(db, id, applied);
          if (changedKeys(kind).length > 0) await changes.announce(db, { kind, id });
          return applied;
        });
        // Null if the same command arrived twice, and the other was first.
        return answer ?? ((await answeredBefore(db, note)) as Answer | null) ?? FAILED;
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        await commands.noteApplied(db, note, error.answer);
        return error.answer as Answer;
      }
    };
    // The input passed the schema of the command. Its type is lost in the list of all commands.
    return act.run({ db, person, now, id, doneAt }, checked.value as never, once);
  });
}

/** Deletes notes of commands older than `NOTE_DAYS`. @returns how many were deleted */
export const deleteOldNotes = (db: Database, now: Date): Promise<number> =>
  commands.deleteNotes(db, new Date(now.getTime() - NOTE_DAYS * DAY_MS));

/** Answer of a command that was applied already. Null otherwise. */
async function answeredBefore(
  db: ShopDatabase,
  note: { readonly id: string; readonly personId: number; readonly kind: string; readonly inputDigest: string },
): Promise<ActionResult<unknown, unknown> | null> {
  const known = await commands.findApplied(db, note.id);
  if (!known) return null;
  if (known.personId !== note.personId || known.kind !== note.kind || known.inputDigest !== note.inputDigest)
    return { ok: false, reason: 'invalid', problem: 'Another change has the same id. Try again.' };
  return known.answer as ActionResult<unknown, unknown>;
}

/** A query of a screen: its role, input and answer. It changes nothing. */
export interface Query<I, T> {
  readonly role: Role;
  readonly input: z.ZodType<I>;
  readonly ask: (context: ActionContext, input: I) => Promise<ActionResult<T>>;
}

/** Any query, for a list of all. */
export interface AnyQuery {
  readonly role: Role;
  readonly input: z.ZodType;
  readonly ask: (context: ActionContext, input: never) => Promise<ActionResult<unknown>>;
}

/** The answer to a query of the contract. */
export const defineQuery = <I, T>(
  { role, input }: QueryContract<I, T>,
  ask: (context: ActionContext, input: I) => Promise<ActionResult<T>>,
): Query<I, T> => ({ role, input, ask });

/** Answer of a query about a record that does not exist, or belongs to another shop. */
export const missing = (problem: string) => ({ ok: false as const, reason: 'refused' as const, problem });

/** Answers a query by its name. Role and input are checked here for every query, regardless of the screen. */
export async function executeQuery(
  queries: Readonly<Record<string, AnyQuery>>,
  name: string,
  raw: unknown,
): Promise<ActionResult<unknown>> {
  const query = Object.hasOwn(queries, name) ? queries[name] : undefined;
  if (!query)
    return { ok: false, reason: 'invalid', problem: 'This server does not know that query. Reload the page to get its newer version.' };
  return guarded(name, async (person): Promise<ActionResult<unknown>> => {
    const checked = check(person, query.role, query.input, raw);
    if (!checked.ok) return checked;
    // The input passed the schema of the query. Its type is lost in the list of all queries.
    return query.ask({ db: database().ofShop(person.shopId), person, now: new Date() }, checked.value as never);
  });
}

/** PostgreSQL: a number beyond the range of its column. No record has it. */
const NUMBER_TOO_LARGE = '22003';

/** Error for the log: the code and message of the database, which Sequelize omits from its stack. */
function reasonOf(error: unknown): string {
  const state = sqlState(error);
  const stack = error instanceof Error ? (error.stack ?? error.message) : String(error);
  return state === null ? stack : `SQLSTATE ${state}, ${(error as Error).message}\n${stack}`;
}

async function guarded<R>(
  what: string,
  inside: (person: ActionContext['person']) => Promise<R>,
): Promise<R | typeof SIGNED_OUT | typeof FAILED | { readonly ok: false; readonly reason: 'invalid'; readonly problem: string }> {
  try {
    const person = await currentPerson();
    return person ? await inside(person) : SIGNED_OUT;
  } catch (error) {
    if (sqlState(error) === NUMBER_TOO_LARGE)
      return { ok: false as const, reason: 'invalid' as const, problem: 'There is no record with this number.' };
    process.stderr.write(`${new Date().toISOString()} ${what} failed: ${reasonOf(error)}\n`);
    return FAILED;
  }
}

function check<I>(
  person: ActionContext['person'],
  role: Role,
  input: z.ZodType<I>,
  raw: unknown,
): { readonly ok: true; readonly value: I } | Refusal {
  if (!hasRole(person.role, role))
    return {
      ok: false,
      reason: 'forbidden',
      problem: `This takes a ${role}’s account; yours is a ${person.role}’s. Ask an owner of the shop.`,
    };
  const unfit = findInvalidText(raw);
  if (unfit) return { ok: false, reason: 'invalid', ...unfit };
  const parsed = input.safeParse(raw);
  if (parsed.success) return { ok: true, value: parsed.data };
  const [issue] = parsed.error.issues;
  return {
    ok: false,
    reason: 'invalid',
    problem: issue?.message ?? 'A field of this form is invalid. Check the fields.',
    field: issue?.path.map(String).join('.') ?? '',
  };
}
