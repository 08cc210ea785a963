'use client';

import { useCallback } from 'react';
import type { Dimension } from '@/core/quantity';
import { useMoney } from '@/ui/money';
import { useUnits } from '@/ui/units';

/** Prints a figure in the units of the person and the currency of the shop. */
export function useFigures(): (value: number, dimension: Dimension | 'money') => string {
  const { show } = useUnits();
  const money = useMoney();
  return useCallback((value, dimension) => (dimension === 'money' ? `${money.show(value)} per h` : show(value, dimension)), [show, money]);
}
