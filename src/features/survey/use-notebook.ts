'use client';

import { useCallback, useEffect, useReducer, useRef, useState } from 'react';
import { useOwnKey } from '@/ui/device';
import { validateNotebook, type Notebook } from '@/core/survey';
import type { StoredNotebook } from '@/db';
import { saveNotebook } from './actions';
import { mergeNotebooks } from './merge';
import { turn } from './pages';

/** On the server; on its way; on this device only, until the server answers. */
export type Keeping = 'kept' | 'keeping' | 'waiting';

/** What another stored meanwhile, and where both changed the same. */
export interface Clash {
  readonly theirs: StoredNotebook;
  readonly both: readonly (readonly string[])[];
}

/** Both sides' entries in one notebook; where they do not hold together, as when one took off a pulley that the other measured from, one side whole. */
function joined(base: Notebook, mine: Notebook, theirs: Notebook, prefer: 'mine' | 'theirs') {
  const merged = mergeNotebooks(base, mine, theirs, prefer);
  const read = validateNotebook(merged.notebook);
  return read.ok ? { notebook: read.notebook, both: merged.both } : { notebook: prefer === 'mine' ? mine : theirs, both: [[]] };
}

/** An entry is sent this long after the last key, and again this long after a failure. */
const PAUSE_MS = 500;
const AGAIN_MS = 4000;

/**
 * A notebook that keeps itself: every entry goes to the server a moment later and until then stays on this device too, so that neither a lost
 * connection nor a closed tab loses one. What another entered elsewhere meanwhile is put together with it, field by field; where both changed the
 * same field, `clash` holds theirs until one is chosen.
 */
export function useNotebook(stored: StoredNotebook, mayChange: boolean, onJoined: (by: string) => void) {
  const draftKey = useOwnKey(`notebook-${stored.id}`);
  const [pages, dispatch] = useReducer(turn, { past: [], now: stored.document, future: [], key: null });
  const [keptDocument, setKeptDocument] = useState(stored.document);
  const [failed, setFailed] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [clash, setClash] = useState<Clash | null>(null);
  const [version, setVersion] = useState(stored.version);
  const kept = useRef({ document: stored.document, version: stored.version });
  const latest = useRef(pages.now);
  const busy = useRef(false);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const clashing = useRef(false);

  /** Goes on from what another stored, with what was entered here put into it. */
  const join = (theirs: StoredNotebook, prefer: 'mine' | 'theirs') => {
    const base = kept.current.document;
    kept.current = { document: theirs.document, version: theirs.version };
    clashing.current = false;
    setVersion(theirs.version);
    setKeptDocument(theirs.document);
    setClash(null);
    setFailed(false);
    const theirChoice = joined(base, latest.current, theirs.document, 'theirs').notebook;
    dispatch({ type: 'rebase', by: (page) => joined(base, page, theirs.document, 'mine').notebook });
    // As an entry of its own, so that an undo brings one's own back.
    if (prefer === 'theirs') dispatch({ type: 'replace', with: theirChoice });
  };
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
        if (latest.current === sending) localStorage.removeItem(draftKey);
        else timer.current = setTimeout(() => void push.current(), PAUSE_MS);
      } else if (result.reason === 'stale') {
        const both = joined(kept.current.document, latest.current, result.current.document, 'mine').both;
        if (both.length === 0) {
          join(result.current, 'mine');
          onJoined(result.current.changedBy);
        } else {
          clashing.current = true;
          setClash({ theirs: result.current, both });
          setFailed(true);
        }
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
      const { version: from, document: base } = kept.current;
      localStorage.setItem(draftKey, JSON.stringify({ version: from, base, document: pages.now }));
    } catch {
      // A full store keeps the entry on the screen and on its way to the server all the same.
    }
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void push.current(), PAUSE_MS);
  }, [pages.now, mayChange, draftKey]);

  // Entries that were still on their way when the tab was closed come back.
  useEffect(() => {
    const soon = setTimeout(() => {
      const draft = localStorage.getItem(draftKey);
      if (!draft || !mayChange) return;
      try {
        const { version: from, base, document } = JSON.parse(draft) as { version: number; base: Notebook; document: Notebook };
        if (document.format !== 'taut-sheave/notebook' || base?.format !== 'taut-sheave/notebook') return;
        kept.current = { document: base, version: from };
        dispatch({ type: 'replace', with: document });
      } catch {
        localStorage.removeItem(draftKey);
      }
    }, 0);
    return () => clearTimeout(soon);
  }, [draftKey, mayChange]);

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
  const settle = (prefer: 'mine' | 'theirs') => clash && join(clash.theirs, prefer);

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
