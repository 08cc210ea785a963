import type { Notebook } from '@/core/survey';

/** A notebook with what was before and, after an undo, what was undone. */
export interface Pages {
  readonly past: readonly Notebook[];
  readonly now: Notebook;
  readonly future: readonly Notebook[];
  /** Entries with the same key, one after the other, are undone together: a number being typed, a pulley being dragged. */
  readonly key: string | null;
}

type Turn =
  | { type: 'write'; change: (now: Notebook) => Notebook; key?: string | undefined }
  | { type: 'undo' }
  | { type: 'redo' }
  | { type: 'replace'; with: Notebook }
  /** Another's entries come in under all of these, so that no undo takes them out again. */
  | { type: 'rebase'; by: (page: Notebook) => Notebook };

const DEEPEST = 200;

/** One entry, its undo and its redo. */
export function turn(pages: Pages, act: Turn): Pages {
  switch (act.type) {
    case 'write': {
      const now = act.change(pages.now);
      if (now === pages.now) return pages;
      if (act.key !== undefined && act.key === pages.key) return { ...pages, now, future: [] };
      return { past: [...pages.past, pages.now].slice(-DEEPEST), now, future: [], key: act.key ?? null };
    }
    case 'undo': {
      const before = pages.past[pages.past.length - 1];
      return before ? { past: pages.past.slice(0, -1), now: before, future: [pages.now, ...pages.future], key: null } : pages;
    }
    case 'redo': {
      const [next, ...future] = pages.future;
      return next ? { past: [...pages.past, pages.now], now: next, future, key: null } : pages;
    }
    case 'replace':
      return { past: [...pages.past, pages.now].slice(-DEEPEST), now: act.with, future: [], key: null };
    case 'rebase':
      return { past: pages.past.map(act.by), now: act.by(pages.now), future: pages.future.map(act.by), key: null };
  }
}
