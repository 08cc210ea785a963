import 'server-only';
import type { z } from 'zod';
import { database, type Database, type Outcome, type Person, type Role } from '../db';
import { currentPerson, includesRole } from './session';
import { unfitText } from './unfit-text';

/** What an act answers to the screen. Every refusal carries a sentence to show. */
export type ActionResult<T, Current = never> =
  | Outcome<T, Current>
  | {
      readonly ok: false;
      readonly reason: 'signed-out' | 'forbidden' | 'invalid' | 'failed';
      readonly problem: string;
      readonly field?: string;
    };

export interface ActionContext {
  readonly db: Database;
  readonly person: Person & { readonly sessionId: string };
  readonly now: Date;
}

/**
 * Makes a server action: who may do it, what it takes, what it does. Role and input are checked here for every act, whatever the screen
 * offered; what goes wrong inside is logged and answered with a sentence, never with its details.
 */
export function action<I, T, Current = never>(
  role: Role,
  input: z.ZodType<I>,
  act: (context: ActionContext, input: I) => Promise<ActionResult<T, Current>>,
) {
  return async (raw: I): Promise<ActionResult<T, Current>> => {
    try {
      const person = await currentPerson();
      if (!person)
        return {
          ok: false,
          reason: 'signed-out',
          problem: 'You are signed out. Sign in again in another tab, then repeat this; nothing you typed is lost.',
        };
      if (!includesRole(person.role, role))
        return {
          ok: false,
          reason: 'forbidden',
          problem: `This takes a ${role}’s account; yours is a ${person.role}’s. Ask an owner of the shop.`,
        };
      const unfit = unfitText(raw);
      if (unfit) return { ok: false, reason: 'invalid', ...unfit };
      const parsed = input.safeParse(raw);
      if (!parsed.success) {
        const [issue] = parsed.error.issues;
        return {
          ok: false,
          reason: 'invalid',
          problem: issue?.message ?? 'Something in this form cannot be read.',
          field: issue?.path.map(String).join('.') ?? '',
        };
      }
      return await act({ db: database(), person, now: new Date() }, parsed.data);
    } catch (error) {
      process.stderr.write(`${new Date().toISOString()} action failed: ${(error as Error).stack ?? String(error)}\n`);
      return {
        ok: false,
        reason: 'failed',
        problem: 'The server could not do this just now. Look whether it was done before you try again.',
      };
    }
  };
}
