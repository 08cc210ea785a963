'use client';

import { useCallback, useEffect, useRef, useState } from 'react';

export interface Latest<Answer, Request = unknown> {
  /** The last answer, shown while the next is computed. */
  readonly answer: Answer | null;
  /** The request that it answers: not the newest one while that is computed. */
  readonly of: Request | null;
  readonly pending: boolean;
  /** The last request broke off: what is shown is older than what was asked. */
  readonly failed: boolean;
  /** Requests again. */
  readonly again: () => void;
}

/** Runs the newest request only: while one is under way later ones wait, and of those only the last is run. One that breaks off frees the way for the next. */
export function useLatest<Request, Answer>(request: Request | null, run: (request: Request) => Promise<Answer>): Latest<Answer, Request> {
  const [last, setLast] = useState<{ readonly answer: Answer; readonly of: Request } | null>(null);
  const [state, setState] = useState<'pending' | 'done' | 'failed'>('pending');
  const waiting = useRef<Request | null>(null);
  const busy = useRef(false);
  const alive = useRef(true);
  const runner = useRef(run);
  useEffect(() => {
    runner.current = run;
  });
  useEffect(() => {
    alive.current = true;
    return () => {
      alive.current = false;
    };
  }, []);
  const ask = useCallback((next: Request) => {
    waiting.current = next;
    if (busy.current) return;
    busy.current = true;
    const drain = async () => {
      setState('pending');
      let failed = false;
      while (waiting.current !== null && alive.current) {
        const one = waiting.current;
        waiting.current = null;
        try {
          const result = await runner.current(one);
          failed = false;
          if (alive.current) setLast({ answer: result, of: one });
        } catch {
          failed = true;
        }
      }
      busy.current = false;
      if (alive.current) setState(failed ? 'failed' : 'done');
    };
    void drain();
  }, []);
  useEffect(() => {
    if (request !== null) ask(request);
  }, [request, ask]);
  return {
    answer: last?.answer ?? null,
    of: last?.of ?? null,
    pending: state === 'pending',
    failed: state === 'failed',
    again: useCallback(() => {
      if (request !== null) ask(request);
    }, [request, ask]),
  };
}
