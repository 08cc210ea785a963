import type { CheckId } from '../../fault';
import type { Stage } from '../stages';

export const LINE_STATES = ['done', 'now', 'next', 'later', 'skipped', 'not-needed', 'again'] as const;
export type LineState = (typeof LINE_STATES)[number];

/** Control of a line of the run list. */
export type LineWork =
  | {
      readonly kind:
        | 'complaint'
        | 'times-found'
        | 'arrived'
        | 'parts-list'
        | 'safety'
        | 'width'
        | 'inspect'
        | 'belt'
        | 'procedure'
        | 'tension'
        | 'alignment'
        | 'parts'
        | 'times'
        | 'test'
        | 'close';
    }
  | { readonly kind: 'step'; readonly procedure: string; readonly step: string }
  /** A check for tracing, or one that is due again after a repair. */
  | { readonly kind: 'check'; readonly check: CheckId; readonly part: string | null }
  | { readonly kind: 'repair'; readonly check: CheckId; readonly part: string | null };

/** One line of the run list. */
export interface RunLine {
  readonly id: string;
  readonly work: LineWork;
  readonly stage: Stage;
  readonly title: string;
  /** Estimated; null where unknown. */
  readonly minutes: number | null;
  /** Reason why it is on the list, was skipped or is not needed. '' if the title contains it. */
  readonly reason: string;
  readonly state: LineState;
  /** A stage is done only once its required lines are. */
  readonly required: boolean;
}

/** A line before the list assigns its state. */
export type OpenLine = Omit<RunLine, 'state'> & { readonly state: 'done' | 'open' | 'skipped' | 'not-needed' | 'again' };
