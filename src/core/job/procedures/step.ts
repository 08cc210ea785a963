import type { CheckId, DriveKind } from '../../fault';
import type { FactId } from '../../machine';
import type { Finding } from '../entries/finding';
import type { Stage } from '../stages';

/** When a step or a procedure is meant: by what is known of machine and drive, or by what was found. */
export type Condition =
  | { readonly fact: FactId; readonly is: readonly string[] }
  | { readonly found: CheckId; readonly is: readonly Finding['result'][] }
  | { readonly all: readonly Condition[] }
  | { readonly any: readonly Condition[] }
  | { readonly not: Condition };

/** A reading of a step, and the state of the drive. */
export interface Reading {
  readonly what: string;
  readonly in: 'length' | 'force' | 'seconds' | 'degrees' | 'count' | 'words';
  readonly state?: 'released' | 'engaged' | 'running' | 'at rest';
}

/** Two readings of one kind that must not differ by more than `within`, in the unit of the reading. */
export interface Agreement {
  readonly within: number;
  /** Earlier step with the first of them. Without it, both are readings of this step. */
  readonly with?: string;
  /** Meaning of a larger difference, and what to do. */
  readonly otherwise: string;
}

/** `opposite`: each fastener is followed by the one across. `round`: one after the other. */
export type RingOrder = 'opposite' | 'round';

/** Readings that are taken once and answer every step and check that needs them; `setting` is an adjuster that is moved. */
export type Instrument = 'times' | 'tension' | 'alignment' | 'width' | 'setting';

/**
 * Step of a procedure, added to a stage. Make safe and Test have their own lists, which steps do not repeat. General
 * trade knowledge: the manual of the machine takes precedence.
 */
export interface Step {
  readonly id: string;
  readonly stage: Stage;
  readonly text: string;
  /** A person must confirm it. A skip shows until the hand-back. */
  readonly hold?: true;
  readonly reads?: readonly Reading[];
  readonly photo?: true;
  /** Instrument of this step. A reading with it answers the step. */
  readonly instrument?: Instrument;
  /** Checks that answer the step, once recorded on every part of the drive that they apply to. */
  readonly checks?: readonly CheckId[];
  /** It is not needed while the entry angle, read in the present condition, is within its limit. */
  readonly unless?: 'aligned';
  /** Change that this step makes. Earlier readings are then taken again. */
  readonly changes?: 'clamped';
  /** Hardware that is removed and refitted, by its name in the parts count. */
  readonly off?: readonly string[];
  readonly on?: readonly string[];
  /** Hardware that is put into store at this step, by the same names. Its place is entered. */
  readonly stores?: readonly string[];
  /** Readings of this step that must agree. */
  readonly agree?: Agreement;
  /** Fasteners tightened one by one, in an order that the step shows. */
  readonly ring?: { readonly of: string; readonly order: RingOrder; readonly usual: number };
  /** Two people, or how one does it alone. */
  readonly two?: string;
  readonly where?: Condition;
  /** Step to repeat until the result is right. Rounds are counted. */
  readonly loop?: string;
  /** Condition for stopping, and the next destination. */
  readonly stop?: { readonly when: string; readonly to: string; readonly stage?: Stage };
  /** Correct state, so that no one repairs it. */
  readonly looks?: string;
  readonly why?: string;
  /** Torque from the manual: value, unit and page are entered. */
  readonly torque?: true;
}

export interface Procedure {
  readonly id: string;
  /** Kinds of drive that it is work on. */
  readonly kinds: readonly DriveKind[];
  readonly name: string;
  /** Which of several ways of the same work. */
  readonly variant?: string;
  /** Work on one part. It joins the procedure of the drive, and does not replace it. */
  readonly partWork?: true;
  /** Step after which its drive is off the machine: nothing is then run, timed or tested. */
  readonly removesDrive?: string;
  readonly gather: readonly string[];
  /** From, to. */
  readonly minutes: readonly [number, number];
  /** Facts that its steps depend on. */
  readonly needs: readonly FactId[];
  /** When it is the one to choose. */
  readonly meant: Condition;
  /** Why it is, in a clause after “because”. */
  readonly because: string;
  readonly steps: readonly Step[];
}

/** Condition of the only procedure for a kind of drive. */
export const ALWAYS: Condition = { all: [] };
export const engagedBy = (...is: string[]): Condition => ({ fact: 'engage', is });
export const mountedBy = (...is: string[]): Condition => ({ fact: 'mount', is });
export const tightenedBy = (...is: string[]): Condition => ({ fact: 'take-up', is });
export const bad = (found: CheckId): Condition => ({ found, is: ['bad'] });
export const length = (what: string, state?: Reading['state']): Reading => ({ what, in: 'length', ...(state ? { state } : {}) });
export const force = (what: string, state?: Reading['state']): Reading => ({ what, in: 'force', ...(state ? { state } : {}) });
export const words = (what: string): Reading => ({ what, in: 'words' });
export const count = (what: string): Reading => ({ what, in: 'count' });
