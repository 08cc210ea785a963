'use client';

import { useCallback, useState, useSyncExternalStore } from 'react';

const PREFIX = 'taut-draft-';
const nothing = () => () => undefined;

/**
 * Text that survives a reload, a lost connection or a wrong turn: kept on this device until it is saved. Returns the text, its setter and how to
 * forget it.
 */
export function useDraft(key: string): [string, (text: string) => void, () => void] {
  const kept = useSyncExternalStore(
    nothing,
    () => localStorage.getItem(PREFIX + key) ?? '',
    () => '',
  );
  const [typed, setTyped] = useState<string | null>(null);
  const set = useCallback(
    (text: string) => {
      setTyped(text);
      if (text === '') localStorage.removeItem(PREFIX + key);
      else localStorage.setItem(PREFIX + key, text);
    },
    [key],
  );
  return [typed ?? kept, set, useCallback(() => set(''), [set])];
}
