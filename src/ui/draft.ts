'use client';

import { useCallback, useState, useSyncExternalStore } from 'react';
import { useOwnKey } from './device';

const nothing = () => () => undefined;

/**
 * Text that survives a reload, a lost connection or a wrong turn: kept on this device until it is saved. Returns the text, its setter and how to
 * forget it.
 */
export function useDraft(name: string): [string, (text: string) => void, () => void] {
  const key = useOwnKey(name);
  const kept = useSyncExternalStore(
    nothing,
    () => localStorage.getItem(key) ?? '',
    () => '',
  );
  const [typed, setTyped] = useState<string | null>(null);
  const set = useCallback(
    (text: string) => {
      setTyped(text);
      if (text === '') localStorage.removeItem(key);
      else localStorage.setItem(key, text);
    },
    [key],
  );
  return [typed ?? kept, set, useCallback(() => set(''), [set])];
}
