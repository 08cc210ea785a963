'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect } from 'react';
import { isCached } from '@/ui/cached-page';
import { useNotice } from '@/ui/notice';
import { fetchWithRetry } from '@/ui/fetch-with-retry';

const COMES_LATER = 'The server does not answer. That page opens when it does. Changes you make here are saved on this device.';
const NO_PAGE = 'No network. That page cannot load. This page stays open, and your changes are saved on this device.';

/** The copy of a page that the device has, or a word that it has none. */
const openCopy = async (href: string, tell: ReturnType<typeof useNotice>) =>
  (await isCached(href)) ? window.location.assign(href) : tell({ tone: 'waiting', text: NO_PAGE });

/** Opens another page from the network, or from the copy on the device without one. */
export function useGo(): (href: string) => void {
  const router = useRouter();
  const tell = useNotice();
  useEffect(() => {
    const plain = window.fetch;
    const isHere = (url: URL) => url.pathname === window.location.pathname;
    window.fetch = fetchWithRetry(
      plain,
      async (url) => !isHere(url) && (await isCached(url.pathname)),
      (url) => !isHere(url) && tell({ tone: 'waiting', text: COMES_LATER }),
      () =>
        plain('/healthz').then(
          (answer) => answer.ok,
          () => false,
        ),
    );
    return () => {
      window.fetch = plain;
    };
  }, [tell]);
  useEffect(() => {
    const press = (event: MouseEvent) => {
      const link = event.target instanceof Element ? event.target.closest('a[href^="/"]') : null;
      if (!link || navigator.onLine || link.hasAttribute('download') || link.hasAttribute('data-stays')) return;
      event.preventDefault();
      event.stopPropagation();
      void openCopy(link.getAttribute('href')!, tell);
    };
    document.addEventListener('click', press, { capture: true });
    return () => document.removeEventListener('click', press, { capture: true });
  }, [tell]);
  return useCallback((href) => (navigator.onLine ? router.push(href) : void openCopy(href, tell)), [router, tell]);
}
