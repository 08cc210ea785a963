'use client';

import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';

/** Which line of the run list a person opened out of its turn. */
export interface OpenedLine {
  readonly opened: string | null;
  /** Opens a line; null returns to the one whose turn it is. */
  readonly open: (line: string | null) => void;
}

const Context = createContext<OpenedLine>({ opened: null, open: () => undefined });

export const useOpenedLine = (): OpenedLine => useContext(Context);

/** Keeps the opened line while its job is on screen, also across stages. */
export function OpenedLineProvider({ children }: { children: ReactNode }) {
  const [opened, open] = useState<string | null>(null);
  return <Context value={useMemo(() => ({ opened, open }), [opened])}>{children}</Context>;
}
