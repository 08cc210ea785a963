'use client';

import { useCallback, useEffect, useReducer, useRef, useState } from 'react';
import type { Notebook } from '@/core/survey';
import type { StoredNotebook } from '@/db';
import { saveNotebook } from './actions';
import { turn } from './pages';

/** On the server; on its way; on this device only, until the server answers. */
export type Keeping = 'kept' | 'keeping' | 'waiting';

/** An entry is sent this long after the last key, and again this long after a failure. */
const PAUSE_MS = 500;
const AGAIN_MS = 4000;

const draftKey = (id: number) => `taut-notebook-${id}`;

/**
 * A notebook that keeps itself: every entry goes to the server a moment later and until then stays on this device too, so that neither a lost
 * connection nor a closed tab loses one. An entry made elsewhere meanwhile is never overwritten: `clash` holds it until one is chosen.
 */
export function useNotebook(stored: StoredNotebook, mayChange: boolean) {
  const [pages, dispatch] = useReducer(turn, { past: [], now: stored.document, future: [], key: null });
  const [keptDocument, setKeptDocument] = useState(stored.document);
  const [failed, setFailed] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [clash, setClash] = useState<StoredNotebook | null>(null);
  const [version, setVersion] = useState(stored.version);
  const kept = useRef({ document: stored.document, version: stored.version });
  const latest = useRef(pages.now);
  const busy = useRef(false);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const clashing = useRef(false);

  const push = useRef<() => Promise<void>>(async () => undefined);
  useEffect(() => {
    push.current = async () => {
      if (busy.current || clashing.current || latest.current === kept.current.document) return;
      busy.current = true;
      const sending = latest.current;
      const result = await saveNotebook({ id: stored.id, version: kept.current.version, document: sending }).catch(() => ({
        ok: false as const,
        reason: 'failed' as const,
        problem: 'The server does not answer. Every entry is kept on this device and sent as soon as it does.',
      }));
      busy.current = false;
      if (result.ok) {
        kept.current = { document: sending, version: result.value.version };
        setVersion(result.value.version);
        setKeptDocument(sending);
        setProblem(null);
        setFailed(false);
        if (latest.current === sending) localStorage.removeItem(draftKey(stored.id));
        else timer.current = setTimeout(() => void push.current(), PAUSE_MS);
      } else if (result.reason === 'stale') {
        clashing.current = true;
        setClash(result.current);
        setFailed(true);
      } else {
        setProblem(result.problem);
        setFailed(true);
        timer.current = setTimeout(() => void push.current(), AGAIN_MS);
      }
    };
  });

  useEffect(() => {
    latest.current = pages.now;
    if (!mayChange || pages.now === kept.current.document) return;
    try {
      localStorage.setItem(draftKey(stored.id), JSON.stringify({ version: kept.current.version, document: pages.now }));
    } catch {
      // A full store keeps the entry on the screen and on its way to the server all the same.
    }
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void push.current(), PAUSE_MS);
  }, [pages.now, mayChange, stored.id]);

  // Entries that were still on their way when the tab was closed come back.
  useEffect(() => {
    const soon = setTimeout(() => {
      const draft = localStorage.getItem(draftKey(stored.id));
      if (!draft || !mayChange) return;
      try {
        const { version: from, document } = JSON.parse(draft) as { version: number; document: Notebook };
        if (document.format !== 'taut-sheave/notebook') return;
        kept.current = { ...kept.current, version: from };
        dispatch({ type: 'replace', with: document });
      } catch {
        localStorage.removeItem(draftKey(stored.id));
      }
    }, 0);
    return () => clearTimeout(soon);
  }, [stored.id, mayChange]);

  useEffect(() => {
    const again = () => void push.current();
    const warn = (event: BeforeUnloadEvent) => latest.current !== kept.current.document && event.preventDefault();
    window.addEventListener('online', again);
    window.addEventListener('beforeunload', warn);
    return () => {
      window.removeEventListener('online', again);
      window.removeEventListener('beforeunload', warn);
      clearTimeout(timer.current);
      void push.current();
    };
  }, []);

  const write = useCallback((change: (now: Notebook) => Notebook, key?: string) => dispatch({ type: 'write', change, key }), []);
  const settle = useCallback(
    (mine: boolean) => {
      if (!clash) return;
      kept.current = { document: clash.document, version: clash.version };
      clashing.current = false;
      setVersion(clash.version);
      setClash(null);
      setFailed(false);
      if (mine) void push.current();
      else {
        localStorage.removeItem(draftKey(stored.id));
        dispatch({ type: 'replace', with: clash.document });
        setKeptDocument(clash.document);
      }
    },
    [clash, stored.id],
  );

  const keeping: Keeping = pages.now === keptDocument ? 'kept' : failed ? 'waiting' : 'keeping';
  return {
    notebook: pages.now,
    write,
    undo: useCallback(() => dispatch({ type: 'undo' }), []),
    redo: useCallback(() => dispatch({ type: 'redo' }), []),
    mayUndo: pages.past.length > 0,
    mayRedo: pages.future.length > 0,
    keeping,
    problem,
    clash,
    settle,
    version,
  };
}
