'use client';

import { createContext, useContext } from 'react';
import type { CheckId } from '@/core/fault';

/**
 * Simulated machine behind the stages, if there is one. Its checks answer automatically, and only its own ticket is
 * written. Null at a real machine.
 */
export interface Simulated {
  readonly look: (check: CheckId) => void;
  /** Shop minutes of a check now, with setups. */
  readonly minutesOf: (check: CheckId) => number;
  /** True if the learner asked for the advice of tracing. */
  readonly helped: boolean;
}

const Context = createContext<Simulated | null>(null);
export const SimulatedProvider = Context.Provider;
export const useSimulated = (): Simulated | null => useContext(Context);
