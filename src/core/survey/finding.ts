import type { Drive, Problem } from '../drive';

/** Something still to be measured before the drive can be made. `of` names the part. */
export interface Missing {
  readonly what:
    'pulley' | 'place' | 'diameter' | 'variable' | 'arm-pivot' | 'arm-end' | 'spring' | 'spring-length' | 'lever' | 'route' | 'name';
  readonly of: string;
}

/** A finding about the mechanism. */
export interface Finding {
  readonly code:
    | 'ends-coincide'
    | 'spring-slack'
    | 'spring-bad'
    | 'tightens-the-wrong-way'
    | 'brake-outside-travel'
    | 'second-place'
    | 'arm-reading-unchecked'
    | 'cannot-teach'
    | 'keeper-left-out';
  readonly of: string;
  /** The reading spoken of, by its id. */
  readonly end?: string;
  /** mm, where a figure belongs to it. */
  readonly mm?: number;
  readonly text?: string;
}

export interface Built {
  readonly drive: Drive | null;
  readonly missing: readonly Missing[];
  readonly findings: readonly Finding[];
  readonly problems: readonly Problem[];
}
