'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef } from 'react';
import { isCached } from '@/client/cached-page';
import { useNotice } from '@/ui/notice';

const COMES_LATER = 'The server does not answer. That page opens when it does. Changes you make here are saved on this device.';
const NO_PAGE = 'No network. That page cannot load. This page stays open, and your changes are saved on this device.';

/** Longest wait for the server before it counts as unavailable, ms. */
const LONGEST_MS = 5000;
/** Retry interval without an online event, ms. */
const AGAIN_MS = 2000;

/** True if the server and its database answer. */
const serverAnswers = (): Promise<boolean> =>
  fetch('/healthz', { cache: 'no-store', signal: AbortSignal.timeout(LONGEST_MS) }).then(
    (answer) => answer.ok,
    () => false,
  );

const backOrLater = () =>
  new Promise<void>((resolve) => {
    const done = () => {
      clearTimeout(timer);
      window.removeEventListener('online', done);
      resolve();
    };
    const timer = setTimeout(done, AGAIN_MS);
    window.addEventListener('online', done);
  });

/**
 * Opens another page: from the server, or from the copy on the device. Without either, this page stays open until the
 * server answers. The router would load the whole page after a lost answer, and all input of this page would be lost.
 */
export function useGo(): (href: string) => void {
  const router = useRouter();
  const tell = useNotice();
  const turn = useRef(0);
  return useCallback(
    (href) => {
      const mine = ++turn.current;
      const from = window.location.href;
      const isWanted = () => mine === turn.current && from === window.location.href;
      const open = async () => {
        for (let first = true; !(await serverAnswers()); first = false) {
          if (!isWanted()) return;
          if (await isCached(href)) return window.location.assign(href);
          if (!navigator.onLine) return tell({ tone: 'waiting', text: NO_PAGE });
          if (first) tell({ tone: 'waiting', text: COMES_LATER });
          await backOrLater();
        }
        if (isWanted()) router.push(href);
      };
      void open();
    },
    [router, tell],
  );
}

/** A click that the browser handles itself: another tab, a download, or an address outside the pages. */
const isForBrowser = (event: MouseEvent, link: HTMLAnchorElement): boolean =>
  event.button !== 0 ||
  event.metaKey ||
  event.ctrlKey ||
  event.shiftKey ||
  event.altKey ||
  (link.target !== '' && link.target !== '_self') ||
  link.hasAttribute('download');

/** Opens the pages of all links by `go`. Links with `data-stays` change only what this page shows. */
export function useLinks(go: (href: string) => void): void {
  useEffect(() => {
    const press = (event: MouseEvent) => {
      const link = event.target instanceof Element ? event.target.closest<HTMLAnchorElement>('a[href^="/"]') : null;
      if (!link || link.hasAttribute('data-stays') || isForBrowser(event, link)) return;
      event.preventDefault();
      event.stopPropagation();
      go(link.getAttribute('href')!);
    };
    document.addEventListener('click', press, { capture: true });
    return () => document.removeEventListener('click', press, { capture: true });
  }, [go]);
}
