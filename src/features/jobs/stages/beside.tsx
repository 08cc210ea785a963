'use client';

import { createContext, useContext, type ReactNode } from 'react';
import { createPortal } from 'react-dom';

export interface BesideSlots {
  /** Under the ticket. */
  readonly ticket: HTMLElement | null;
  /** At the bottom of a phone, next to the button of the ticket. */
  readonly foot: HTMLElement | null;
}

const SlotsContext = createContext<BesideSlots>({ ticket: null, foot: null });
export const BesideSlotsProvider = SlotsContext.Provider;

/** Shows something of a stage outside of its bench. */
export function Beside({ at, children }: { at: keyof BesideSlots; children: ReactNode }) {
  const slot = useContext(SlotsContext)[at];
  return slot ? createPortal(children, slot) : null;
}
