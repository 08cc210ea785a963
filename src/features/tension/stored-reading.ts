import type { TakenReading } from '@/core/tension';

/** A stored reading, with the name of its place. */
export interface StoredReading {
  readonly reading: TakenReading;
  readonly where: string;
  readonly clamped: boolean;
  /** Unit of a mark position. */
  readonly placeIn?: 'length' | 'angle' | null;
  /** Belts that were off the drive. */
  readonly without: readonly { readonly id: string; readonly label: string }[];
  /** The recording it was heard in; null for any other. */
  readonly sound?: Blob | null;
}

/** A reading with what the drive made of it. */
export interface ReadReading extends StoredReading {
  readonly state: string;
  readonly tensionN: number;
  readonly sdN: number;
}
