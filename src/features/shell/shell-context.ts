'use client';

import { createContext, useContext } from 'react';
import type { Role } from '@/db';

/** Who works here. Screens hide what a role may not do; the server refuses it in any case. */
export const ShellContext = createContext<{ role: Role; name: string }>({ role: 'viewer', name: '' });

export const useMayChange = (): boolean => useContext(ShellContext).role !== 'viewer';
export const useIsOwner = (): boolean => useContext(ShellContext).role === 'owner';
