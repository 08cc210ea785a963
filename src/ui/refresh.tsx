'use client';

import { useRouter } from 'next/navigation';
import { createContext, useCallback, useContext, useEffect, useRef, useTransition, type ReactNode } from 'react';

const RefreshContext = createContext<() => void>(() => undefined);

/**
 * Reads the page at hand from the server anew, one reading at a time: the router takes a reading that another one cuts short for a lost connection
 * and loads the whole page, with which everything half done on it would go.
 */
export function RefreshProvider({ children }: { children: ReactNode }) {
  const router = useRouter();
  const [pending, start] = useTransition();
  const state = useRef({ running: false, wanted: false });
  const refresh = useCallback(() => {
    if (state.current.running) {
      state.current.wanted = true;
      return;
    }
    state.current.running = true;
    start(() => router.refresh());
  }, [router]);
  useEffect(() => {
    if (pending || !state.current.running) return;
    state.current.running = false;
    if (!state.current.wanted) return;
    state.current.wanted = false;
    refresh();
  }, [pending, refresh]);
  return <RefreshContext.Provider value={refresh}>{children}</RefreshContext.Provider>;
}

export const useRefresh = (): (() => void) => useContext(RefreshContext);
