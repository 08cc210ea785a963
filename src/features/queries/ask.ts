import type { ReadAnswer } from '@/client/reads';
import type { QueryKey } from '@/contract/keys';
import type { QueryInput, QueryResult } from '@/contract/queries';

/** Time after which a server counts as unavailable for one query, ms. */
const LONGEST_MS = 30_000;

/** Asks the server. Queries change nothing and run side by side. @throws Error without an answer of the server */
export async function ask<N extends QueryKey>(name: N, input: QueryInput<N>): Promise<ReadAnswer<QueryResult<N>>> {
  const address = `/api/query/${name}?${new URLSearchParams({ input: JSON.stringify(input) })}`;
  const response = await fetch(address, { cache: 'no-store', signal: AbortSignal.timeout(LONGEST_MS) });
  return (await response.json()) as ReadAnswer<QueryResult<N>>;
}
