import type * as z from 'zod';
import type { Role } from '../core/role';

/** A command as browser and server agree on it. The queries that it can change are in `keys.ts`. */
export interface CommandContract<Input, Result, Current> {
  /** Lowest role that may send it. */
  readonly role: Role;
  readonly input: z.ZodType<Input>;
  /** Types of its result, and of the current record in the answer to a stale change. They have no value. */
  readonly types?: { readonly result: Result; readonly current: Current };
}

/** A query as browser and server agree on it. It changes nothing. */
export interface QueryContract<Input, Result> {
  readonly role: Role;
  readonly input: z.ZodType<Input>;
  /** Type of its result. It has no value. */
  readonly types?: { readonly result: Result };
}

/** Any command or query, for a list of all. */
export interface AnyContract {
  readonly role: Role;
  readonly input: z.ZodType;
  readonly types?: unknown;
}

/** Declares a command with its result, and with the current record that a refused stale change returns. */
export const command =
  <Result, Current = never>() =>
  <Input>(role: Role, input: z.ZodType<Input>): CommandContract<Input, Result, Current> => ({ role, input });

/** Declares a query with its result. */
export const query =
  <Result>() =>
  <Input>(role: Role, input: z.ZodType<Input>): QueryContract<Input, Result> => ({ role, input });
