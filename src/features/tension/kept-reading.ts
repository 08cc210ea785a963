import type { TakenReading } from '@/core/tension';

/** A reading as it is kept, with how its place is called. */
export interface KeptReading {
  readonly reading: TakenReading;
  readonly where: string;
  readonly clamped: boolean;
  /** What a mark’s place is counted in. */
  readonly placeIn?: 'length' | 'angle' | null;
  /** Belts that were off the drive. */
  readonly without: readonly { readonly id: string; readonly label: string }[];
  /** The recording it was heard in; null for any other. */
  readonly sound?: Blob | null;
}

/** A reading with what the drive made of it. */
export interface ReadReading extends KeptReading {
  readonly state: string;
  readonly tensionN: number;
  readonly sdN: number;
}
