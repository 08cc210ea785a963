'use client';

import { useCallback, useEffect, useReducer } from 'react';

/** A value with what it was before and, after an undo, what was undone. Values only: each step makes the next. */
export interface History<T> {
  readonly past: readonly T[];
  readonly now: T;
  readonly future: readonly T[];
  /** Changes with the same key, one after the other, are undone together: a number being typed, a pulley being dragged. */
  readonly key: string | null;
}

export type HistoryStep<T> =
  | { readonly type: 'write'; readonly change: (now: T) => T; readonly key?: string | undefined }
  /** Ends what is undone together. */
  | { readonly type: 'settle' }
  | { readonly type: 'undo' }
  | { readonly type: 'redo' }
  /** Another's changes come in under all of these, so that no undo takes them out again. */
  | { readonly type: 'rebase'; readonly by: (value: T) => T };

const DEEPEST = 200;

export const startHistory = <T>(now: T): History<T> => ({ past: [], now, future: [], key: null });

export function step<T>(history: History<T>, did: HistoryStep<T>): History<T> {
  const { past, now, future } = history;
  switch (did.type) {
    case 'write': {
      const next = did.change(now);
      if (next === now) return history;
      if (did.key !== undefined && did.key === history.key) return { ...history, now: next, future: [] };
      return { past: [...past, now].slice(-DEEPEST), now: next, future: [], key: did.key ?? null };
    }
    case 'settle':
      return { ...history, key: null };
    case 'undo': {
      const before = past.at(-1);
      return before === undefined ? history : { past: past.slice(0, -1), now: before, future: [now, ...future], key: null };
    }
    case 'redo': {
      const [next, ...rest] = future;
      return next === undefined ? history : { past: [...past, now], now: next, future: rest, key: null };
    }
    case 'rebase':
      return { past: past.map(did.by), now: did.by(now), future: future.map(did.by), key: null };
  }
}

export interface Undoable<T> {
  readonly now: T;
  readonly write: (change: (now: T) => T, key?: string) => void;
  readonly settle: () => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly rebase: (by: (value: T) => T) => void;
  readonly mayUndo: boolean;
  readonly mayRedo: boolean;
}

const inText = (target: EventTarget | null) => target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement;

/** A value that can be undone and redone, also by Ctrl Z; in a text field those keys are the field's own. */
export function useHistory<T>(start: T): Undoable<T> {
  const [history, did] = useReducer(step<T>, start, startHistory<T>);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if ((!event.ctrlKey && !event.metaKey) || event.key.toLowerCase() !== 'z' || inText(event.target)) return;
      event.preventDefault();
      did({ type: event.shiftKey ? 'redo' : 'undo' });
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  return {
    now: history.now,
    write: useCallback((change: (now: T) => T, key?: string) => did({ type: 'write', change, key }), []),
    settle: useCallback(() => did({ type: 'settle' }), []),
    undo: useCallback(() => did({ type: 'undo' }), []),
    redo: useCallback(() => did({ type: 'redo' }), []),
    rebase: useCallback((by: (value: T) => T) => did({ type: 'rebase', by }), []),
    mayUndo: history.past.length > 0,
    mayRedo: history.future.length > 0,
  };
}
