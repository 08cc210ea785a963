'use client';

import { createContext, useContext } from 'react';
import type { Role } from '@/core/role';
import type { Preferences } from '@/contract/records';

export interface ShellPerson {
  readonly id: number;
  readonly name: string;
  readonly role: Role;
  readonly preferences: Preferences;
}

interface ShellValue extends ShellPerson {
  /** Changes the person's own preferences immediately. */
  readonly prefer: (change: Partial<Preferences>) => void;
}

export const ShellContext = createContext<ShellValue>({
  id: 0,
  name: '',
  role: 'viewer',
  preferences: { system: 'inch', inchDenominator: 16, theme: 'system' },
  prefer: () => undefined,
});
export const useShell = (): ShellValue => useContext(ShellContext);
/** Viewers read; everyone else may change things. The server decides either way. */
export const useMayChange = (): boolean => useShell().role !== 'viewer';
