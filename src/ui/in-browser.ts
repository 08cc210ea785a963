'use client';

import { useSyncExternalStore } from 'react';

const never = () => () => undefined;

/** Is false on the server and while the browser takes over its page, then true. */
export const useInBrowser = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
