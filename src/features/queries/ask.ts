import type { Query } from '@/server';
import type { ReadAnswer } from '@/client/reads';
import type { Queries } from '@/server/queries/registry';

export type QueryName = keyof Queries;
export type QueryInput<N extends QueryName> = Queries[N] extends Query<infer I, infer _V> ? I : never;
export type QueryValue<N extends QueryName> = Queries[N] extends Query<infer _I, infer V> ? V : never;

/** Time after which a server counts as unavailable for one query, ms. */
const LONGEST_MS = 30_000;

/** Asks the server. Queries change nothing and run side by side. @throws Error without an answer of the server */
export async function ask<N extends QueryName>(name: N, input: QueryInput<N>): Promise<ReadAnswer<QueryValue<N>>> {
  const address = `/api/query/${name}?${new URLSearchParams({ input: JSON.stringify(input) })}`;
  const response = await fetch(address, { cache: 'no-store', signal: AbortSignal.timeout(LONGEST_MS) });
  return (await response.json()) as ReadAnswer<QueryValue<N>>;
}
