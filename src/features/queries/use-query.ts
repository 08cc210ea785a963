'use client';

import { useListing, type ListAsk, type ListedPage, type Listing } from '@/ui/listing';
import { useRead, type ReadAnswer, type Reading, type ReadOptions } from '@/client/reads';
import { ask, type QueryInput, type QueryName, type QueryValue } from './ask';

/** Reads a query through the cache of the device. Its key is the name and the input. */
export const useQueryOf = <N extends QueryName>(
  name: N,
  input: QueryInput<N>,
  options?: ReadOptions<QueryValue<N>>,
): Reading<QueryValue<N>> => useRead([name, input], () => ask(name, input), options);

/** A query with the answer that the server sent with the page: there is a value at any time. */
export function useAnswerOf<N extends QueryName>(
  name: N,
  input: QueryInput<N>,
  first: QueryValue<N>,
): Reading<QueryValue<N>> & { readonly value: QueryValue<N> } {
  const reading = useQueryOf(name, input, { first });
  return { ...reading, value: reading.value ?? first };
}

/** Names of the queries that list rows page by page. */
type ListName = { [N in QueryName]: QueryValue<N> extends ListedPage<unknown> ? N : never }[QueryName];
type RowOf<N extends ListName> = QueryValue<N> extends ListedPage<infer Row> ? Row : never;

/** A list that the server searches and pages. */
export const useListOf = <N extends ListName>(name: N, first: ListedPage<RowOf<N>>, asked: ListAsk): Listing<RowOf<N>> =>
  // Every query of this name takes the same input, and its answer is a page of its rows.
  useListing(name, first, asked, (query) => ask(name, query as QueryInput<N>) as Promise<ReadAnswer<ListedPage<RowOf<N>>>>);
