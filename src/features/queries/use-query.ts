'use client';

import { useListing, type ListAsk, type ListedPage, type Listing } from '@/ui/listing';
import { useRead, type ReadAnswer, type Reading, type ReadOptions } from '@/client/reads';
import type { QueryKey } from '@/contract/keys';
import type { QueryInput, QueryResult } from '@/contract/queries';
import { ask } from './ask';

/** Reads a query through the cache of the device. Its key is the name and the input. */
export const useQueryOf = <N extends QueryKey>(
  name: N,
  input: QueryInput<N>,
  options?: ReadOptions<QueryResult<N>>,
): Reading<QueryResult<N>> => useRead([name, input], () => ask(name, input), options);

/** A query with the answer that the server sent with the page: there is a value at any time. */
export function useAnswerOf<N extends QueryKey>(
  name: N,
  input: QueryInput<N>,
  first: QueryResult<N>,
): Reading<QueryResult<N>> & { readonly value: QueryResult<N> } {
  const reading = useQueryOf(name, input, { first });
  return { ...reading, value: reading.value ?? first };
}

/** Names of the queries that list rows page by page. */
type ListName = { [N in QueryKey]: QueryResult<N> extends ListedPage<unknown> ? N : never }[QueryKey];
type RowOf<N extends ListName> = QueryResult<N> extends ListedPage<infer Row> ? Row : never;

/** A list that the server searches and pages. */
export const useListOf = <N extends ListName>(name: N, first: ListedPage<RowOf<N>>, asked: ListAsk): Listing<RowOf<N>> =>
  // Every query of this name takes the same input, and its answer is a page of its rows.
  useListing(name, first, asked, (query) => ask(name, query as QueryInput<N>) as Promise<ReadAnswer<ListedPage<RowOf<N>>>>);
