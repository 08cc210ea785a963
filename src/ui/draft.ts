'use client';

import { useCallback, useState, useSyncExternalStore } from 'react';
import * as z from 'zod';
import { bySchema, type Form } from '@/core/stored';
import { usePlace } from './device';

const nothing = () => () => undefined;
const textForm: Form<string> = { what: 'this draft', version: 1, upgrades: {}, check: bySchema(z.string()) };

/**
 * Text that survives a reload, a lost connection or a wrong turn: kept on this device until it is saved. Returns the text, its setter and how to
 * forget it.
 */
export function useDraft(name: string): [string, (text: string) => void, () => void] {
  const place = usePlace(textForm, name);
  const kept = useSyncExternalStore(
    nothing,
    () => place.read() ?? '',
    () => '',
  );
  const [typed, setTyped] = useState<string | null>(null);
  const set = useCallback(
    (text: string) => {
      setTyped(text);
      if (text === '') place.forget();
      else place.keep(text);
    },
    [place],
  );
  return [typed ?? kept, set, useCallback(() => set(''), [set])];
}
