'use client';

import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';
import type { Stage } from '@/core/job';

export interface LineAt {
  readonly id: string;
  readonly stage: Stage;
}

/** Which line of the run list a person opened out of its turn, and which was done last. */
export interface OpenedLine {
  readonly opened: string | null;
  /** Opens a line. Null returns to the current one. */
  readonly open: (line: string | null) => void;
  readonly before: LineAt | null;
  readonly setBefore: (line: LineAt | null) => void;
}

const Context = createContext<OpenedLine>({ opened: null, open: () => undefined, before: null, setBefore: () => undefined });

export const useOpenedLine = (): OpenedLine => useContext(Context);

/** Keeps the opened line while its job is on screen, also across stages. */
export function OpenedLineProvider({ children }: { children: ReactNode }) {
  const [opened, open] = useState<string | null>(null);
  const [before, setBefore] = useState<LineAt | null>(null);
  return <Context value={useMemo(() => ({ opened, open, before, setBefore }), [opened, before])}>{children}</Context>;
}
