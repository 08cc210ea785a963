'use client';

import { useSyncExternalStore, type ReactNode } from 'react';

const never = () => () => undefined;

/** Is false on the server and while the browser takes over its page, then true. */
export const useInBrowser = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );

/**
 * Draws screens in the browser only: nothing on them works before their scripts run, and drawing them on the server too takes most of its time. A layout that
 * answers for what is not there stays outside, so that the answer still has its number.
 */
export const InBrowser = ({ children }: { children: ReactNode }) => (useInBrowser() ? children : null);
