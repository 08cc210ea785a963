import type { Drive } from '../../drive';
import { checkOf, type CheckId, type DriveKind } from '../../fault';
import type { Facts } from '../../machine';
import type { RecordLine } from '../kind';
import type { Circumstances, Procedure } from '../procedures';
import type { Found } from '../record';
import type { ReplayedTicket } from '../replayed';
import type { OpenLine } from './line';

/** A check for tracing: it separates likely causes, or its part can be reached while the covers are off. */
export interface NextCheck {
  readonly check: CheckId;
  readonly minutes: number;
  readonly why: 'cause' | 'open';
}

/** Inputs of the run list. */
export interface RunListOf {
  readonly lines: readonly RecordLine[];
  readonly drive: Drive | null;
  readonly beltId: string | null;
  readonly kind: DriveKind | null;
  readonly facts: Facts;
  /** Limit of the stop time, s; null where the machine has none. */
  readonly stopLimitS: number | null;
  /** Ids of the safety lines that the machine needs. */
  readonly cautions: readonly string[];
  /** True if the machine is safe now, by the day of the shop. Null to use only the ticket. */
  readonly safe: boolean | null;
  /** Tracing's next check; null where it has none, or has not answered. */
  readonly next: NextCheck | null;
  readonly closed: boolean;
}

/** The same, with what the ticket amounts to. */
export interface Known extends RunListOf {
  readonly ticket: ReplayedTicket;
  readonly found: ReadonlyMap<string, Found>;
  /** The procedure of the drive, then work on parts. */
  readonly procedures: readonly Procedure[];
  readonly at: Circumstances;
}

/** Checks by which a belt is found to need replacement. */
export const BELT_CHECKS: ReadonlySet<string> = new Set([
  'belt-surface',
  'belt-flat',
  'belt-width',
  'belt-length',
  'belt-length-short',
  'cvt-width',
  'oil',
]);

/** Kinds that are not engaged by a lever: nothing of them is timed. */
export const UNTIMED: ReadonlySet<DriveKind> = new Set(['cvt', 'accessory']);

/** A line that is required, unless it states otherwise. */
export const line = (of: Pick<OpenLine, 'id' | 'work' | 'stage' | 'title' | 'state'> & Partial<OpenLine>): OpenLine => ({
  minutes: null,
  reason: '',
  required: true,
  ...of,
});

/** A finding in a few words: its part and its check. */
export const nameOf = (of: Found | undefined, check: CheckId): string => {
  const { label } = checkOf(check);
  return of?.part ? `${of.part.label}, ${label.charAt(0).toLowerCase()}${label.slice(1)}` : label;
};
