'use client';

import { createContext, useContext } from 'react';
import type { CheckId } from '@/core/fault';

/**
 * A machine that is simulated, where one stands behind the stages: its checks answer by themselves, and nothing is written on any ticket but its own. Null at a
 * real machine.
 */
export interface Simulated {
  readonly look: (check: CheckId) => void;
  /** Shop minutes that a look takes now, set-ups counted. */
  readonly minutesOf: (check: CheckId) => number;
  /** Whether its learner asked what tracing says. */
  readonly helped: boolean;
}

const Context = createContext<Simulated | null>(null);
export const SimulatedProvider = Context.Provider;
export const useSimulated = (): Simulated | null => useContext(Context);
