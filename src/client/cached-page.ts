'use client';

import { useEffect } from 'react';
import { CACHED_AT, PAGES } from '@/workers/cached-pages';

/** A page that stays open so long is copied, ms; and not again within so long. */
const SETTLED_MS = 3000;
const FRESH_MS = 10 * 60_000;

const copies = () => ('caches' in window ? caches.open(PAGES) : Promise.reject(new Error('no copies are stored here')));

/** True if the device has a copy of a page. */
export const isCached = (href: string): Promise<boolean> =>
  copies()
    .then((kept) => kept.match(href, { ignoreVary: true, ignoreSearch: true }))
    .then(
      (copy) => copy !== undefined,
      () => false,
    );

/** Forgets the copies of pages, at sign-out. */
export const forgetPages = (): Promise<unknown> => ('caches' in window ? caches.delete(PAGES).catch(() => false) : Promise.resolve());

async function keepCopy(href: string): Promise<void> {
  const store = await copies();
  const copy = await store.match(href, { ignoreVary: true });
  if (copy && Date.now() - Date.parse(copy.headers.get('date') ?? '') < FRESH_MS) return;
  const answer = await fetch(href, { headers: { accept: 'text/html' } });
  if (answer.ok && !answer.redirected) await store.put(href, answer);
}

/** While it is developed a page changes under its copy. */
const kept = () => process.env.NODE_ENV === 'production' && 'serviceWorker' in navigator;

/** Keeps a copy of every page that is stayed at, so that it can be opened again without network. Nothing where the browser has no such store. */
export function useCachedPages(path: string): void {
  useEffect(() => {
    if (!kept()) return;
    navigator.serviceWorker.register('/service-worker.js').catch(() => undefined);
  }, []);
  useEffect(() => {
    if (!kept()) return;
    const settled = setTimeout(() => void keepCopy(path + window.location.search).catch(() => undefined), SETTLED_MS);
    return () => clearTimeout(settled);
  }, [path]);
}

/** When the copy was made that this document came from; null where the server answered. */
export const cachedAt = (): string | null => (typeof document === 'undefined' ? null : document.documentElement.getAttribute(CACHED_AT));
