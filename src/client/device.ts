'use client';

import { createContext, useContext, useMemo } from 'react';
import { readStored, type Form } from '@/core/stored';

/**
 * Data on a device before the server has it belongs to its author. Another person cannot see it. It is deleted when its
 * author signs out.
 */
export const OwnerContext = createContext('nobody');
export const DeviceOwner = OwnerContext.Provider;

const prefixOf = (owner: string) => `taut-of-${owner}-`;

/** A place on this device for one thing of the person who is signed in. */
export interface Place<T> {
  /** Stored value, if it is readable. An unreadable one is not changed. */
  readonly read: () => T | null;
  /** False where the device holds no more: it is then on the screen alone. */
  readonly keep: (value: T) => boolean;
  readonly forget: () => void;
}

/** A stored value with the version of its form. */
const isCached = (value: unknown): value is { readonly v: number; readonly value: unknown } =>
  typeof value === 'object' && value !== null && 'v' in value && typeof value.v === 'number' && 'value' in value;

/** @param form must be constant, since a change creates a new store */
export function usePlace<T>(form: Form<T>, name: string): Place<T> {
  const key = prefixOf(useContext(OwnerContext)) + name;
  return useMemo(
    () => ({
      read: () => {
        const text = localStorage.getItem(key);
        if (text === null) return null;
        let kept: unknown;
        try {
          kept = JSON.parse(text);
        } catch {
          return null;
        }
        if (!isCached(kept)) return null;
        const read = readStored(form, kept.v, kept.value);
        return read.ok ? read.value : null;
      },
      keep: (value) => {
        try {
          localStorage.setItem(key, JSON.stringify({ v: form.version, value }));
          return true;
        } catch {
          return false;
        }
      },
      forget: () => localStorage.removeItem(key),
    }),
    [form, key],
  );
}

const keysOf = (owner: string): string[] =>
  Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i)).filter(
    (key): key is string => key !== null && key.startsWith(prefixOf(owner)),
  );

/** How many unsaved things of a person this device keeps. */
export const storedKeysOf = (owner: string): number => keysOf(owner).length;

export function forgetStoredOf(owner: string): void {
  for (const key of keysOf(owner)) localStorage.removeItem(key);
}
