'use client';

import { useEffect, useRef } from 'react';
import { v4 as newId } from 'uuid';
import { changedKeys, PRESENCE_KEYS, QUERY_KEYS } from '@/contract/keys';
import { cachedAt } from './cached-page';
import { isOwnCommand } from './outbox';
import { useRefetch } from './reads';

/** Id of this tab for the server. A reload makes a new one. */
const TAB = newId();
/** Changes that arrive within this time are read together, ms. */
const TOGETHER_MS = 120;
/** Pauses before the next attempt after a refusal, ms. The browser repeats lost connections by itself. */
const PAUSES_MS = [2000, 5000, 15_000, 30_000];

const queriesOf = (kind: string): readonly string[] => (kind === 'presence' ? PRESENCE_KEYS : changedKeys(kind));

/** Kinds of commands in the data of an event. */
function kindsIn(event: Event): readonly string[] {
  const data = JSON.parse((event as MessageEvent<string>).data) as {
    readonly kind?: string;
    readonly id?: string;
    readonly kinds?: readonly string[];
  };
  if (data.kinds) return data.kinds;
  return data.kind === undefined || (data.id !== undefined && isOwnCommand(data.id)) ? [] : [data.kind];
}

/**
 * Reads again what other people change, as they change it. A hidden tab has no connection, since a browser opens only a
 * few to one server. Shown again, it reads the changes since.
 * @param place record that this tab shows, such as `jobs/213`. Empty for none
 */
export function useLive(place: string): void {
  const readAgain = useRefetch();
  const shown = useRef(place);
  useEffect(() => {
    if (shown.current === place) return;
    shown.current = place;
    sendPlace(place);
  }, [place]);
  useEffect(() => {
    if (typeof EventSource === 'undefined') return;
    let source: EventSource | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let refusals = 0;
    let heardAt = pageMadeAt();
    const pending = new Set<string>();
    const read = (names: readonly string[]) => {
      if (names.length === 0) return;
      if (pending.size === 0)
        setTimeout(() => {
          readAgain([...pending]);
          pending.clear();
        }, TOGETHER_MS);
      for (const name of names) pending.add(name);
    };
    const close = () => {
      clearTimeout(timer);
      source?.close();
      source = null;
    };
    const open = () => {
      if (source || document.visibilityState === 'hidden') return;
      const absent = Math.max(0, (Date.now() - heardAt) / 1000).toFixed(1);
      const one = new EventSource(`/api/live?${new URLSearchParams({ tab: TAB, absent, place: shown.current })}`);
      source = one;
      const heard = (event: Event) => {
        heardAt = Date.now();
        read(kindsIn(event).flatMap(queriesOf));
      };
      one.addEventListener('ready', (event) => {
        refusals = 0;
        heard(event);
      });
      one.addEventListener('change', heard);
      one.addEventListener('gap', () => {
        heardAt = Date.now();
        read(QUERY_KEYS);
      });
      one.addEventListener('end', close);
      one.addEventListener('error', () => {
        // A repeat by the browser would have the absence of the first connection.
        close();
        timer = setTimeout(open, PAUSES_MS[Math.min(refusals++, PAUSES_MS.length - 1)]);
      });
    };
    const seen = () => (document.visibilityState === 'hidden' ? close() : open());
    open();
    document.addEventListener('visibilitychange', seen);
    window.addEventListener('online', seen);
    return () => {
      close();
      document.removeEventListener('visibilitychange', seen);
      window.removeEventListener('online', seen);
    };
  }, [readAgain]);
}

/** Time before which the data of this page was not read, ms: its request, or when its copy was made. */
function pageMadeAt(): number {
  const copied = cachedAt();
  return copied === null ? Date.now() - performance.now() : Date.parse(copied);
}

/** Reports the record that this tab shows. Without a network it is reported when the connection is back. */
function sendPlace(place: string): void {
  if (typeof EventSource === 'undefined') return;
  void fetch('/api/live', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ tab: TAB, place }),
    keepalive: true,
  }).catch(() => undefined);
}
