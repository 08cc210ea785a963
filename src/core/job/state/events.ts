import type { CheckId } from '../../fault';
import type { TakenReading } from '../../tension';

/** Parts for repairs and replacements without a check. */
export const REPAIRED_PARTS = ['belt', 'spring', 'cable', 'arm', 'idler', 'brake', 'pulley', 'clutch'] as const;
export type RepairedPart = (typeof REPAIRED_PARTS)[number];

/** Work on a part: it moves freely again, it is clean, it is repaired, or another one is fitted. */
export const WORKS = ['freed', 'cleaned', 'repaired', 'replaced'] as const;
export type Work = (typeof WORKS)[number];

/** Change of a counted part: removed, refitted, replaced by a new one, or stored until later. */
export const PART_MOVES = ['off', 'on', 'new', 'stored'] as const;
export type PartMove = (typeof PART_MOVES)[number];

/** Seen by eye with the lever released. */
export const SEEN = ['brake-on', 'brake-off', 'slack', 'tight'] as const;
export type Seen = (typeof SEEN)[number];

export type LengthReference = 'pitch' | 'outside' | 'inside';

/** Names what a check is about. The same check on two parts is two findings. */
export interface CheckedPart {
  readonly check: string;
  /** Id of the part; null for a check of the drive as a whole. */
  readonly part: string | null;
}

export type Change =
  /** Moves an adjuster to a position, mm or degrees, as the drive file counts it. */
  | { readonly change: 'adjusted'; readonly adjuster: string; readonly to: number }
  | { readonly change: 'clamped' }
  /** `found` is the check that found the fault. */
  | { readonly change: Work; readonly found: CheckedPart | null; readonly on: RepairedPart | null }
  /** Fits a belt; its length in mm. */
  | { readonly change: 'belt'; readonly belt: string; readonly length: number; readonly reference: LengthReference }
  | { readonly change: PartMove; readonly item: string };

/** One event of a job. */
export type JobEvent =
  /** `belt` is the belt it was read on; the job's own belt if omitted. */
  | { readonly type: 'reading'; readonly reading: TakenReading; readonly belt?: string }
  /** Seconds from the lever to full speed, or from release until all parts have stopped. */
  | { readonly type: 'time'; readonly time: 'engage' | 'stop'; readonly seconds: number }
  | ({ readonly type: 'check'; readonly result: string } & CheckedPart)
  | { readonly type: 'seen'; readonly seen: Seen }
  /** Largest entry angle read and its limit, degrees. */
  | { readonly type: 'aligned'; readonly degrees: number; readonly limit: number }
  | ({ readonly type: 'change' } & Change)
  /** The customer declined the repair of a finding. */
  | ({ readonly type: 'left' } & CheckedPart)
  /** Strikes out an earlier event, counted from 0 over all events. */
  | { readonly type: 'undo'; readonly index: number };

export const isPartMove = (change: string): change is PartMove => PART_MOVES.some((m) => m === change);
export const isWork = (change: string): change is Work => WORKS.some((w) => w === change);

/** The check by which a brake is seen to be on or off when released: its result counts as seen. */
export const BRAKE_CHECK = 'brake-released' satisfies CheckId;

/** True if an event observes the machine. After a change, the first observation ends the start of its condition. */
export const isObservation = ({ type }: JobEvent): boolean =>
  type === 'reading' || type === 'time' || type === 'check' || type === 'seen' || type === 'aligned';
