'use client';

import Box from '@mui/material/Box';
import Skeleton from '@mui/material/Skeleton';
import { createElement, useEffect, useState, useSyncExternalStore, type ComponentType, type ReactNode } from 'react';

/** Retry interval of a part that could not be loaded, ms. */
const AGAIN_MS = 2000;
/** Longest wait for an idle moment after a page is shown, ms. */
const IDLE_MS = 4000;

/** Loaders of parts that are not on this device yet. */
const missing = new Set<() => Promise<unknown>>();

/**
 * Loads the scripts of all parts that the loaded pages can open, and of the parts inside those. One at a time, so that
 * a command or a query never waits for them. A part that cannot be loaded now is skipped: it loads when it opens.
 * @returns false if a part was skipped
 */
export async function loadParts(): Promise<boolean> {
  const tried = new Set<() => Promise<unknown>>();
  const next = () => [...missing].find((load) => !tried.has(load));
  for (let load = next(); load !== undefined; load = next()) {
    tried.add(load);
    await load().catch(() => undefined);
  }
  return missing.size === 0;
}

/**
 * Loads all parts of a page once the browser is idle, so that they open without a network. The document has the
 * attribute `data-parts-loaded` from then on.
 */
export function usePartsWhenIdle(path: string): void {
  useEffect(() => {
    const load = () => void loadParts().then((all) => document.documentElement.toggleAttribute('data-parts-loaded', all));
    if (!('requestIdleCallback' in window)) {
      const timer = setTimeout(load, IDLE_MS);
      return () => clearTimeout(timer);
    }
    const idle = requestIdleCallback(load, { timeout: IDLE_MS });
    return () => cancelIdleCallback(idle);
  }, [path]);
}

/**
 * Functions in a module that loads when they are first called, or once the page is idle.
 * @returns loads the module once; rejects without an answer of the server
 */
export function lazyModule<M>(load: () => Promise<M>): () => Promise<M> {
  let loading: Promise<M> | null = null;
  const loadOnce = () =>
    (loading ??= load().then(
      (loaded) => {
        missing.delete(loadOnce);
        return loaded;
      },
      (problem: unknown) => {
        loading = null;
        throw problem;
      },
    ));
  missing.add(loadOnce);
  return loadOnce;
}

/**
 * A part of a page. Its scripts load when it first opens, or once the page is idle. It is tried again until they
 * arrive.
 * @param load imports the part
 * @param placeholder shown in its place while it loads; it should have the same size
 */
export function lazyPart<P extends object>(load: () => Promise<ComponentType<P>>, placeholder: ReactNode): ComponentType<P> {
  let part: ComponentType<P> | null = null;
  const watchers = new Set<() => void>();
  const loadPart = lazyModule(async () => {
    part = await load();
    for (const watcher of watchers) watcher();
  });
  const watch = (watcher: () => void) => {
    watchers.add(watcher);
    return () => void watchers.delete(watcher);
  };
  return function LazyPart(props: P) {
    const loaded = useSyncExternalStore(
      watch,
      () => part,
      () => null,
    );
    const [failed, setFailed] = useState(false);
    useEffect(() => {
      if (loaded) return;
      let timer: ReturnType<typeof setTimeout> | undefined;
      let open = true;
      const attempt = () =>
        void loadPart().catch(() => {
          if (!open) return;
          setFailed(true);
          timer = setTimeout(attempt, AGAIN_MS);
        });
      attempt();
      return () => {
        open = false;
        clearTimeout(timer);
      };
    }, [loaded]);
    if (loaded) return createElement(loaded, props);
    return failed ? (
      <Box role="status" sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>
        This part is not loaded on this device yet. It loads when the server answers.
      </Box>
    ) : (
      placeholder
    );
  };
}

/** Placeholder of a part with a known height, px. */
export const blank = (height: number): ReactNode => <Skeleton variant="rounded" height={height} aria-busy aria-label="Loading" />;
