import type { Step } from './steps';

/** A cause that is not in the list. It explains any complaint half of the time, and no check shows it. */
export const UNKNOWN = {
  id: 'unknown',
  label: 'A cause that is not in this base',
  station: 'whole',
  prior: 0.03,
  complaint: 'as-often-as-not',
  repair: { name: 'Dismantle the drive, or ask the maker', minutes: 120, setups: ['belt'], ask: true },
} as const satisfies { readonly complaint: Step; readonly prior: number; readonly [key: string]: unknown };
