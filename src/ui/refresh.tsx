'use client';

import { useRouter } from 'next/navigation';
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useTransition, type ReactNode } from 'react';

/** Change of the address of the current page: a new history entry, or a replacement. */
type PutAddress = (how: 'push' | 'replace', search: string) => void;

interface Refresh {
  readonly refresh: () => void;
  readonly putAddress: PutAddress;
}

const RefreshContext = createContext<Refresh>({
  refresh: () => undefined,
  putAddress: (how, search) => window.history[`${how}State`](null, '', `${window.location.pathname}${search}`),
});

/**
 * Reads the current page from the server again, one read at a time, with a constant address. If a read is interrupted
 * or the address changes during it, the router detects a mismatch. It then loads the whole page, which loses all input.
 * Address changes therefore wait for the end of the read.
 */
export function RefreshProvider({ children }: { children: ReactNode }) {
  const router = useRouter();
  const [pending, start] = useTransition();
  const state = useRef({ running: false, wanted: false, addresses: [] as { how: 'push' | 'replace'; path: string; search: string }[] });
  const refresh = useCallback(() => {
    if (state.current.running) {
      state.current.wanted = true;
      return;
    }
    state.current.running = true;
    start(() => router.refresh());
  }, [router]);
  const putAddress = useCallback<PutAddress>((how, search) => {
    const path = window.location.pathname;
    if (state.current.running) state.current.addresses.push({ how, path, search });
    else window.history[`${how}State`](null, '', `${path}${search}`);
  }, []);
  useEffect(() => {
    if (pending || !state.current.running) return;
    state.current.running = false;
    for (const { how, path, search } of state.current.addresses.splice(0))
      if (path === window.location.pathname) window.history[`${how}State`](null, '', `${path}${search}`);
    if (!state.current.wanted) return;
    state.current.wanted = false;
    refresh();
  }, [pending, refresh]);
  const value = useMemo(() => ({ refresh, putAddress }), [refresh, putAddress]);
  return <RefreshContext.Provider value={value}>{children}</RefreshContext.Provider>;
}

export const useRefresh = (): (() => void) => useContext(RefreshContext).refresh;

/** Writes what a page asks into its address, so that a reload and a way back show the same. */
export const usePutAddress = (): PutAddress => useContext(RefreshContext).putAddress;
