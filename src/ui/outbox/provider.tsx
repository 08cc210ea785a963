'use client';

import { useLiveQuery } from 'dexie-react-hooks';
import { createContext, useContext, useEffect, useMemo, type ReactNode } from 'react';
import { openOutbox, type Outbox } from './sender';
import { keptActs, type KeptAct } from './store';

interface Sending {
  readonly owner: number;
  readonly outbox: Outbox;
}

const OutboxContext = createContext<Sending | null>(null);

/** The outbox of whoever is signed in: sends what waits when the page opens, when the network is back and when the tab comes to the front. */
export function OutboxProvider({ owner, onArrived, children }: { owner: number; onArrived: (words: string) => void; children: ReactNode }) {
  const sending = useMemo(() => ({ owner, outbox: openOutbox(owner) }), [owner]);
  useEffect(() => sending.outbox.onArrived(onArrived), [sending, onArrived]);
  useEffect(() => {
    const deliver = () => void sending.outbox.deliver();
    const seen = () => document.visibilityState === 'visible' && deliver();
    deliver();
    window.addEventListener('online', deliver);
    document.addEventListener('visibilitychange', seen);
    return () => {
      window.removeEventListener('online', deliver);
      document.removeEventListener('visibilitychange', seen);
      sending.outbox.pause();
    };
  }, [sending]);
  return <OutboxContext.Provider value={sending}>{children}</OutboxContext.Provider>;
}

/** @throws Error outside of the shell, where nobody is signed in */
export function useOutbox(): Sending {
  const sending = useContext(OutboxContext);
  if (!sending) throw new Error('a command was sent without a signed-in user');
  return sending;
}

const NONE: readonly KeptAct[] = [];

/** What this person's acts wait on this device, here and in other tabs: all of them, or those of one thing. */
export function useKeptActs(about?: string): readonly KeptAct[] {
  const owner = useContext(OutboxContext)?.owner;
  const acts = useLiveQuery(() => (owner === undefined ? NONE : keptActs(owner).catch(() => NONE)), [owner], NONE);
  return useMemo(() => (about === undefined ? acts : acts.filter((a) => a.about === about)), [acts, about]);
}
