'use client';

import { useLiveQuery } from 'dexie-react-hooks';
import { createContext, useContext, useEffect, useMemo, type ReactNode } from 'react';
import { openOutbox, type Outbox } from './sender';
import { queuedCommands, type QueuedCommand } from './store';

interface Sending {
  readonly owner: number;
  readonly outbox: Outbox;
}

const OutboxContext = createContext<Sending | null>(null);

/**
 * Outbox of the signed-in person. It sends queued commands when the page opens, when the network returns and when the
 * tab comes to the front.
 */
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

/** @throws Error outside the shell, without a signed-in person */
export function useOutbox(): Sending {
  const sending = useContext(OutboxContext);
  if (!sending) throw new Error('a command was sent without a signed-in user');
  return sending;
}

const NONE: readonly QueuedCommand[] = [];

/** Queued commands of this person on this device, in all tabs: all of them, or those of one subject. */
export function useQueuedCommands(about?: string): readonly QueuedCommand[] {
  const owner = useContext(OutboxContext)?.owner;
  const commands = useLiveQuery(() => (owner === undefined ? NONE : queuedCommands(owner).catch(() => NONE)), [owner], NONE);
  return useMemo(() => (about === undefined ? commands : commands.filter((a) => a.about === about)), [commands, about]);
}
