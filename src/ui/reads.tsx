'use client';

import { createAsyncStoragePersister } from '@tanstack/query-async-storage-persister';
import { QueryClient, useQuery, useQueryClient, type QueryKey } from '@tanstack/react-query';
import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client';
import { del, get, set } from 'idb-keyval';
import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { keptAt } from './cached-page';
import { NO_ANSWER } from './outbox';

/** What was read stays on the device for so long, ms. */
const KEPT_MS = 7 * 86_400_000;
/** A part of what is kept that changes whenever the shape of what is read does: then nothing of it is taken for today's. */
const SHAPE = '3';

const storage = {
  getItem: (key: string) => get<string>(key).catch(() => undefined),
  setItem: (key: string, value: string) => set(key, value).catch(() => undefined),
  removeItem: (key: string) => del(key).catch(() => undefined),
};
const keyOf = (owner: number) => `taut-reads-${owner}`;

/** Everything that screens read, in one place: what was read last is shown until the server says otherwise, also after a reload without network. */
export function ReadsProvider({
  owner,
  onRestored,
  children,
}: {
  owner: number;
  /** Called once what the device holds is restored, or could not be. */
  onRestored?: () => void;
  children: ReactNode;
}) {
  const [client] = useState(
    () =>
      new QueryClient({
        defaultOptions: {
          queries: {
            networkMode: 'always',
            retry: false,
            staleTime: 0,
            gcTime: KEPT_MS,
            refetchOnWindowFocus: false,
            refetchOnMount: true,
          },
        },
      }),
  );
  const options = useMemo(
    () => ({ persister: createAsyncStoragePersister({ storage, key: keyOf(owner) }), maxAge: KEPT_MS, buster: SHAPE }),
    [owner],
  );
  return (
    <PersistQueryClientProvider client={client} persistOptions={options} onSuccess={() => onRestored?.()} onError={() => onRestored?.()}>
      {children}
    </PersistQueryClientProvider>
  );
}

/** Forgets what a person read, at sign-out. */
export const forgetReads = (owner: number): Promise<void> => del(keyOf(owner)).catch(() => undefined);

export type ReadAnswer<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: string };

export interface Reading<T> {
  /** What was read last; undefined until anything was. */
  readonly value: T | undefined;
  readonly busy: boolean;
  /** What is shown was read under an earlier key and is held until this one's answer is there. */
  readonly held: boolean;
  /** Why what is shown may be old; null while it is what the server said last. */
  readonly problem: string | null;
  /** When what is shown was read, ISO. */
  readonly readAt: string | null;
  readonly again: () => void;
}

/** The sentence of a refusal, carried through the cache as an error. */
class Unread extends Error {}

async function valueOf<T>(load: () => Promise<ReadAnswer<T>>): Promise<T> {
  const answer = await load().catch((): ReadAnswer<T> => ({ ok: false, problem: NO_ANSWER }));
  if (!answer.ok) throw new Unread(answer.problem);
  return answer.value;
}

/** What came with a page that is a copy is as old as that. */
function madeAt(): { updatedAt: number } | undefined {
  const at = keptAt();
  return at === null ? undefined : { updatedAt: Date.parse(at) };
}

/**
 * Reads something of the server's through the one cache.
 * @param first what came with the page itself; where it comes anew and differs from what is held, the server is asked
 * @param hold shows what was read under the last key until the answer for the next is there
 */
export function useRead<T>(
  key: QueryKey,
  load: () => Promise<ReadAnswer<T>>,
  { first, asked = true, hold = false }: { readonly first?: T | undefined; readonly asked?: boolean; readonly hold?: boolean } = {},
): Reading<T> {
  const client = useQueryClient();
  const text = JSON.stringify(key);
  const came = useRef<unknown>(undefined);
  useEffect(() => {
    if (first === undefined || came.current === first) return;
    const again = came.current !== undefined;
    came.current = first;
    const key = JSON.parse(text) as QueryKey;
    if (!again) client.setQueryData(key, first, madeAt());
    // A page that was asked for before an act and comes after it is older than what is held: the server says which is right.
    else if (JSON.stringify(client.getQueryData(key)) !== JSON.stringify(first))
      void client.invalidateQueries({ queryKey: key, exact: true });
  }, [client, text, first]);
  const query = useQuery<T>({
    queryKey: key,
    queryFn: () => valueOf(load),
    enabled: asked,
    // What came with the page is as new as it gets.
    ...(first === undefined ? {} : { initialData: first, initialDataUpdatedAt: () => madeAt()?.updatedAt, staleTime: 5000 }),
  });
  // What was read last, under whatever key: an answer that fails to come takes nothing away.
  const [last, setLast] = useState<T | undefined>(first);
  if (hold && query.data !== undefined && query.data !== last) setLast(query.data);
  const held = hold && query.data === undefined && last !== undefined;
  return {
    value: held ? last : query.data,
    busy: query.isFetching,
    held,
    problem: query.error instanceof Error ? query.error.message : null,
    readAt: query.dataUpdatedAt > 0 ? new Date(query.dataUpdatedAt).toISOString() : null,
    again: () => void query.refetch(),
  };
}

/** Marks everything that was read as old, so that what is on screen is read anew. */
export function useRefetch(): () => void {
  const client = useQueryClient();
  return useMemo(() => () => void client.invalidateQueries(), [client]);
}
