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

/** What is read at a step, and in which state of the drive. */
export interface Reading {
  readonly what: string;
  readonly in: 'length' | 'force' | 'seconds' | 'degrees' | 'count' | 'words';
  readonly state?: 'released' | 'engaged' | 'running' | 'at rest';
}

/** Readings that are taken once and answer every step and check that needs them; `setting` is an adjuster that is moved. */
export type Instrument = 'times' | 'tension' | 'alignment' | 'width' | 'setting';

/**
 * A step of a procedure. It belongs to a stage and adds to it; Secure and Prove have lists of their own which it does not repeat. General trade
 * knowledge; the machine's manual wins.
 */
export interface Step {
  readonly id: string;
  readonly stage: Stage;
  readonly text: string;
  /** Has to be confirmed by a person; skipping it shows until the hand-back. */
  readonly hold?: true;
  readonly reads?: readonly Reading[];
  readonly photo?: true;
  /** What is read at this step with an instrument of its own: a reading there answers the step. */
  readonly instrument?: Instrument;
  /** The checks that are the same act: recorded on every part of the drive that they are made on, they answer the step. */
  readonly checks?: readonly CheckId[];
  /** It is not needed while the entry angle, read in the present condition, is within its limit. */
  readonly unless?: 'aligned';
  /** What doing this step changes, so that what was read before is read again. */
  readonly changes?: 'clamped';
  /** Hardware that comes off, and that goes back on, by the name it is counted under. */
  readonly off?: readonly string[];
  readonly on?: readonly string[];
  /** Two people, or how one does it alone. */
  readonly two?: string;
  readonly where?: Condition;
  /** The step that it goes back to until it is right; rounds are counted. */
  readonly loop?: string;
  /** Where it goes instead, and when. */
  readonly stop?: { readonly when: string; readonly to: string; readonly stage?: Stage };
  /** What it looks like when it is right, so that nobody mends a healthy state. */
  readonly looks?: string;
  readonly why?: string;
  /** What is taken from the manual: value, unit and page are asked. */
  readonly torque?: true;
}

export interface Procedure {
  readonly id: string;
  /** Kinds of drive that it is work on. */
  readonly kinds: readonly DriveKind[];
  readonly name: string;
  /** Which of several ways of the same work. */
  readonly variant?: string;
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

/** Of the only procedure of its kind: it is meant by the kind alone. */
export const ALWAYS: Condition = { all: [] };
export const engagedBy = (...is: string[]): Condition => ({ fact: 'engage', is });
export const tightenedBy = (...is: string[]): Condition => ({ fact: 'take-up', is });
export const bad = (found: CheckId): Condition => ({ found, is: ['bad'] });
export const length = (what: string, state?: Reading['state']): Reading => ({ what, in: 'length', ...(state ? { state } : {}) });
export const force = (what: string, state?: Reading['state']): Reading => ({ what, in: 'force', ...(state ? { state } : {}) });
export const words = (what: string): Reading => ({ what, in: 'words' });
