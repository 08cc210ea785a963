'use client';

import { createContext, useContext } from 'react';

/**
 * What is kept on a device until the server has it belongs to the person who wrote it: another who signs in there does not see it, and it goes when
 * its writer signs out.
 */
const OwnerContext = createContext('nobody');
export const DeviceOwner = OwnerContext.Provider;

const prefixOf = (owner: string) => `taut-of-${owner}-`;

/** The name under which something of the person who is signed in is kept. */
export const useOwnKey = (name: string): string => prefixOf(useContext(OwnerContext)) + name;

const keysOf = (owner: string): string[] =>
  Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i)!).filter((key) => key.startsWith(prefixOf(owner)));

/** How many unsaved things of a person this device keeps. */
export const keptBy = (owner: string): number => keysOf(owner).length;

export function forgetKeptBy(owner: string): void {
  for (const key of keysOf(owner)) localStorage.removeItem(key);
}
