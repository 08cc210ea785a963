import type { Step } from '@/core/job';
import { readCount } from '@/ui/count';

export type Ring = NonNullable<Step['ring']>;

/** A ring of fasteners as entered: their number, and those tightened in their order. */
export interface RingEntered {
  readonly size: string;
  readonly done: number[];
}

export const MOST_IN_RING = 24;

/** Number of fasteners in a ring: as entered, or the usual number. */
export const ringSize = (ring: Ring, value: RingEntered | null): number => readCount(value?.size ?? '', 1, MOST_IN_RING) ?? ring.usual;
