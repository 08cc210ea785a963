'use client';

import { useCallback, useMemo, useState, useSyncExternalStore } from 'react';
import * as z from 'zod';
import { bySchema, type Form } from '@/core/stored';
import { usePlace } from './device';

const nothing = () => () => undefined;
const textForm: Form<string> = { what: 'this draft', version: 1, upgrades: {}, check: bySchema(z.string()) };

/**
 * Text that survives a reload, a lost connection or a wrong link: stored on this device until it is saved. Returns the
 * text, its setter, and a function that deletes it.
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

/**
 * Same for the input of a form, until it is saved. Null if there is none, or if it is unreadable.
 * @param shape must be constant, since a change reads the store again
 */
export function useDraftOf<T>(name: string, shape: z.ZodType<T>): [T | null, (value: T | null) => void] {
  const [kept, keep] = useDraft(name);
  const value = useMemo(() => {
    if (kept === '') return null;
    try {
      const read = shape.safeParse(JSON.parse(kept));
      return read.success ? read.data : null;
    } catch {
      return null;
    }
  }, [kept, shape]);
  return [value, useCallback((next: T | null) => keep(next === null ? '' : JSON.stringify(next)), [keep])];
}
