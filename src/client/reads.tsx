'use client';

import { createAsyncStoragePersister } from '@tanstack/query-async-storage-persister';
import { notifyManager, QueryClient, useQuery, useQueryClient, type QueryKey } from '@tanstack/react-query';
import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client';
import { useCallback, useEffect, useMemo, useState, type ReactNode } from 'react';
import { PAGE_KEYS } from '@/contract/keys';
import { afterPointerUp } from './after-pointer-up';
import { cachedAt } from './cached-page';
import { deviceDatabase } from './device-database';
import { NO_ANSWER } from './outbox';

// An answer that arrives during a press would move what is pressed.
notifyManager.setScheduler((notify) => setTimeout(() => afterPointerUp(notify), 0));

/** Time that reads stay on the device, ms. */
const STORED_MS = 7 * 86_400_000;
/** Version of the stored reads. It changes with their shape, so that old ones are ignored. */
const SHAPE = '5';

/** A browser without storage reads from the server only. */
const nothing = () => undefined;

const storage = {
  getItem: (key: string) => deviceDatabase().then((db) => db.get('reads', key), nothing),
  setItem: (key: string, value: string) =>
    deviceDatabase()
      .then((db) => db.put('reads', value, key))
      .then(nothing, nothing),
  removeItem: (key: string) =>
    deviceDatabase()
      .then((db) => db.delete('reads', key))
      .then(nothing, nothing),
};
const keyOf = (owner: number) => `taut-reads-${owner}`;
/** All stored reads are written again at each change: the answers of whole pages would make that slow. */
const isStored = ({ queryKey, state }: { readonly queryKey: QueryKey; readonly state: { readonly status: string } }): boolean =>
  state.status === 'success' && !PAGE_KEYS.has(String(queryKey[0]));

/**
 * Cache of all reads of screens. The last value is shown until the server answers, also after a reload without a
 * network.
 */
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
            gcTime: STORED_MS,
            refetchOnWindowFocus: false,
            refetchOnMount: true,
          },
        },
      }),
  );
  const options = useMemo(
    () => ({
      persister: createAsyncStoragePersister({ storage, key: keyOf(owner) }),
      maxAge: STORED_MS,
      buster: SHAPE,
      dehydrateOptions: { shouldDehydrateQuery: isStored },
    }),
    [owner],
  );
  return (
    <PersistQueryClientProvider client={client} persistOptions={options} onSuccess={() => onRestored?.()} onError={() => onRestored?.()}>
      {children}
    </PersistQueryClientProvider>
  );
}

/** Forgets what a person read, at sign-out. */
export const forgetReads = (owner: number): Promise<void> => storage.removeItem(keyOf(owner));

export type ReadAnswer<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: string };

export interface Reading<T> {
  /** Last value. Undefined before the first. */
  readonly value: T | undefined;
  readonly busy: boolean;
  /** The shown value belongs to an earlier key, until the answer for this one arrives. */
  readonly held: boolean;
  /** Reason why the shown value may be old. Null if it is the latest of the server. */
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

/** Data of a page that is a copy has the age of the copy. */
function madeAt(): { updatedAt: number } | undefined {
  const at = cachedAt();
  return at === null ? undefined : { updatedAt: Date.parse(at) };
}

export interface ReadOptions<T> {
  /** Value that the server sent with the page. It is newer than the cache, unless the page was opened before. */
  readonly first?: T | undefined;
  /** False while nothing is to be read. */
  readonly asked?: boolean;
  /** Shows the value of the last key until the answer for the next arrives. */
  readonly hold?: boolean;
}

/** The router may show a page that it requested this long ago, ms. */
const PREFETCHED_MS = 5 * 60_000;
/** Queries that were changed so recently that a page can be older than the change. */
const changed = new Map<string, ReturnType<typeof setTimeout>>();
/** Values of pages that were shown already. The way back to a page brings the same value again: the cache is newer. */
const shown = new WeakSet<object>();

/** True if the value of a page is newer than the cache. */
const isNewest = <T,>(client: QueryClient, key: QueryKey, first: T | undefined): first is T =>
  typeof first === 'object' &&
  first !== null &&
  !shown.has(first) &&
  !(changed.has(String(key[0])) && client.getQueryData(key) !== undefined);

/** Reads from the server through the cache. */
export function useRead<T>(
  key: QueryKey,
  load: () => Promise<ReadAnswer<T>>,
  { first, asked = true, hold = false }: ReadOptions<T> = {},
): Reading<T> {
  const client = useQueryClient();
  const text = JSON.stringify(key);
  useEffect(() => {
    if (typeof first !== 'object' || first === null || shown.has(first)) return;
    const key = JSON.parse(text) as QueryKey;
    const isNew = isNewest(client, key, first);
    shown.add(first);
    if (isNew) client.setQueryData(key, first, madeAt());
    // A page that was requested before a command is older than the command, so the server is asked.
    if (changed.has(String(key[0]))) void client.invalidateQueries({ queryKey: key, exact: true });
  }, [client, text, first]);
  const query = useQuery<T>({
    queryKey: key,
    queryFn: () => valueOf(load),
    enabled: asked,
    // The value sent with the page is the newest.
    ...(first === undefined ? {} : { initialData: first, initialDataUpdatedAt: () => madeAt()?.updatedAt, staleTime: 5000 }),
  });
  // Last value under any key, so that a missing answer removes nothing.
  const [last, setLast] = useState<T | undefined>(first);
  if (hold && query.data !== undefined && query.data !== last) setLast(query.data);
  const held = hold && query.data === undefined && last !== undefined;
  return {
    value: isNewest(client, key, first) ? first : held ? last : query.data,
    busy: query.isFetching,
    held,
    problem: query.error instanceof Error ? query.error.message : null,
    readAt: query.dataUpdatedAt > 0 ? new Date(query.dataUpdatedAt).toISOString() : null,
    again: () => void query.refetch(),
  };
}

/** Marks the reads of some queries as stale, so that the visible ones are read again. */
export function useRefetch(): (names: readonly string[]) => void {
  const client = useQueryClient();
  return useCallback(
    (names) => {
      for (const name of names) {
        clearTimeout(changed.get(name));
        changed.set(
          name,
          setTimeout(() => changed.delete(name), PREFETCHED_MS),
        );
      }
      void client.invalidateQueries({ predicate: ({ queryKey: [name] }) => names.includes(String(name)) });
    },
    [client],
  );
}
