'use client';

import { useEffect, useReducer, useRef } from 'react';
import * as z from 'zod';
import { bySchema, type Form } from '@/core/stored';
import { validateNotebook, type Notebook } from '@/core/survey';
import { usePlace } from '@/client/device';
import { useHistory } from '@/client/history';
import { useCommand, useCommandId } from '../commands/use-command';
import { mergeNotebooks } from './merge';
import { savedFrom, saveStateOf, savingAfter } from './notebook-saving';
import type { StoredNotebook } from '@/contract/records';

/**
 * Merge of both versions. The result may be invalid, for example after one deleted a pulley used by the other. Then one
 * version is used whole.
 */
function joined(base: Notebook, mine: Notebook, theirs: Notebook, prefer: 'mine' | 'theirs') {
  const merged = mergeNotebooks(base, mine, theirs, prefer);
  const read = validateNotebook(merged.notebook);
  return read.ok ? { notebook: read.notebook, both: merged.both } : { notebook: prefer === 'mine' ? mine : theirs, both: [[]] };
}

const notebook = z.unknown().transform((value, context): Notebook => {
  const read = validateNotebook(value);
  if (read.ok) return read.notebook;
  context.addIssue({ code: 'custom', message: read.problems[0]?.message ?? 'its format is invalid' });
  return z.NEVER;
});

/** Entries that are on their way, and what the server had when they were made. */
const waitingForm: Form<{ readonly version: number; readonly base: Notebook; readonly document: Notebook }> = {
  what: 'these entries',
  version: 1,
  upgrades: {},
  check: bySchema(z.object({ version: z.number(), base: notebook, document: notebook })),
};

/** An entry is sent this long after the last key, and again this long after a failure. */
const PAUSE_MS = 500;
const AGAIN_MS = 4000;
const UNREACHED = 'The server does not answer. All entries are saved on this device and sent later.';

/**
 * A notebook that saves itself. Every entry is sent shortly after it, and stays on this device until then. A lost
 * connection or a closed tab loses none. Entries of another person are merged field by field. If both changed a field,
 * `clash` holds the other version until one is chosen.
 */
export function useNotebook(stored: StoredNotebook, mayChange: boolean, onJoined: (by: string) => void) {
  const place = usePlace(waitingForm, `notebook-${stored.id}`);
  const send = useSending(stored.id);
  const history = useHistory(stored.document);
  const { now, write, rebase } = history;
  const [saving, happened] = useReducer(savingAfter, stored, savedFrom);
  // The newest values, for callbacks of timers and answers.
  const kept = useRef({ document: stored.document, version: stored.version });
  const latest = useRef(now);
  const clashing = useRef(false);
  const busy = useRef(false);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);

  /** Goes on from the version of another person, with the entries here merged into it. */
  const join = (theirs: StoredNotebook, prefer: 'mine' | 'theirs') => {
    const base = kept.current.document;
    kept.current = { document: theirs.document, version: theirs.version };
    clashing.current = false;
    happened({ type: 'merged', theirs });
    const theirChoice = joined(base, latest.current, theirs.document, 'theirs').notebook;
    rebase((page) => joined(base, page, theirs.document, 'mine').notebook);
    // As an entry of its own, so that an undo brings one's own back.
    if (prefer === 'theirs') write(() => theirChoice);
  };
  const push = useRef<() => Promise<void>>(async () => undefined);
  useEffect(() => {
    push.current = async () => {
      if (busy.current || clashing.current || latest.current === kept.current.document) return;
      busy.current = true;
      const sending = latest.current;
      const result = await send(kept.current.version, sending);
      busy.current = false;
      if (result.ok) {
        kept.current = { document: sending, version: result.value.version };
        happened({ type: 'saved', document: sending, version: result.value.version });
        if (latest.current === sending) place.forget();
        else timer.current = setTimeout(() => void push.current(), PAUSE_MS);
      } else if (result.reason === 'stale') {
        const both = joined(kept.current.document, latest.current, result.current.document, 'mine').both;
        if (both.length === 0) {
          join(result.current, 'mine');
          onJoined(result.current.changedBy);
        } else {
          clashing.current = true;
          happened({ type: 'clashed', clash: { theirs: result.current, both } });
        }
      } else {
        happened({ type: 'failed', problem: result.reason === 'failed' ? UNREACHED : result.problem });
        timer.current = setTimeout(() => void push.current(), AGAIN_MS);
      }
    };
  });

  useEffect(() => {
    latest.current = now;
    if (!mayChange || now === kept.current.document) return;
    const { version: from, document: base } = kept.current;
    place.keep({ version: from, base, document: now });
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void push.current(), PAUSE_MS);
  }, [now, mayChange, place]);

  // Entries that were still on their way when the tab was closed come back.
  useEffect(() => {
    // Uses the present content, since another entry may have been made.
    const waiting = mayChange ? place.read() : null;
    if (!waiting) return;
    const soon = setTimeout(() => {
      kept.current = { document: waiting.base, version: waiting.version };
      write(() => waiting.document);
    }, 0);
    return () => clearTimeout(soon);
  }, [place, mayChange, write]);

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

  const { problem, clash, version } = saving;
  return {
    notebook: now,
    write,
    history,
    keeping: saveStateOf(saving, now),
    problem,
    clash,
    settle: (prefer: 'mine' | 'theirs') => clash && join(clash.theirs, prefer),
    version,
  };
}

/** Sends the content of a notebook on top of a version. The device stores it, so the command is not queued. */
function useSending(id: number) {
  const runCommand = useCommand();
  const commandId = useCommandId();
  return (version: number, document: Notebook) =>
    runCommand(
      'notebook.save',
      { id, version, document },
      { words: 'Entries of a notebook', keep: false, quiet: true, id: commandId(document) },
    );
}
