'use client';

import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import { afterPointerUp } from '../after-pointer-up';
import { openOutbox, type Outbox } from './sender';
import { queuedCommands, watchQueue, type QueuedCommand } from './store';

interface Sending {
  readonly owner: number;
  readonly outbox: Outbox;
}

const OutboxContext = createContext<Sending | null>(null);
const NONE: readonly QueuedCommand[] = [];
const QueueContext = createContext(NONE);
const SignedOutContext = createContext(false);

/**
 * Outbox of the signed-in person. It sends queued commands when the page opens, when the network returns and when the
 * tab comes to the front.
 */
export function OutboxProvider({ owner, onArrived, children }: { owner: number; onArrived: (words: string) => void; children: ReactNode }) {
  const sending = useMemo(() => ({ owner, outbox: openOutbox(owner) }), [owner]);
  const [signedOut, setSignedOut] = useState(false);
  useEffect(() => sending.outbox.onArrived(onArrived), [sending, onArrived]);
  useEffect(() => sending.outbox.onSignedOut((out) => afterPointerUp(() => setSignedOut(out))), [sending]);
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
  const queue = useQueue(owner);
  return (
    <OutboxContext.Provider value={sending}>
      <QueueContext.Provider value={queue}>
        <SignedOutContext.Provider value={signedOut}>{children}</SignedOutContext.Provider>
      </QueueContext.Provider>
    </OutboxContext.Provider>
  );
}

/** Queued commands of a person on this device, in all tabs. None in a browser without storage. */
function useQueue(owner: number): readonly QueuedCommand[] {
  const [queue, setQueue] = useState(NONE);
  useEffect(() => {
    let open = true;
    const read = () =>
      void queuedCommands(owner).then(
        (commands) => afterPointerUp(() => open && setQueue(commands)),
        () => undefined,
      );
    read();
    const end = watchQueue(read);
    return () => {
      open = false;
      end();
    };
  }, [owner]);
  return queue;
}

/** @throws Error outside the shell, without a signed-in person */
export function useOutbox(): Sending {
  const sending = useContext(OutboxContext);
  if (!sending) throw new Error('a command was sent without a signed-in user');
  return sending;
}

/** True while changes wait because the session has ended. */
export const useSignedOut = (): boolean => useContext(SignedOutContext);

/** Queued commands of this person on this device, in all tabs: all of them, or those of one subject. */
export function useQueuedCommands(about?: string): readonly QueuedCommand[] {
  const queue = useContext(QueueContext);
  return useMemo(() => (about === undefined ? queue : queue.filter((command) => command.about === about)), [queue, about]);
}
