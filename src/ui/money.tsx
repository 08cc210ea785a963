'use client';

import { createContext, useContext, useMemo } from 'react';
import { formatMoney, USUAL_CURRENCY } from '@/core/quantity';

const CurrencyContext = createContext(USUAL_CURRENCY);
export const CurrencyProvider = CurrencyContext.Provider;

export interface Money {
  /** ISO 4217, for labels of price fields. */
  readonly code: string;
  /** `€14.80`. @param hundredths amount in hundredths of the currency */
  readonly show: (hundredths: number) => string;
}

/** Prices in the currency of the shop. */
export function useMoney(): Money {
  const code = useContext(CurrencyContext);
  return useMemo(() => ({ code, show: (hundredths) => formatMoney(hundredths, code) }), [code]);
}
