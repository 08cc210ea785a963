import { CAUSES, COMPLAINTS, DRIVE_KINDS, SETUPS, type Cause, type Complaint, type Setup } from '../base';
import {
  ALL_CHECKS,
  givenOfCheck,
  kindsOfCheck,
  leakOfCheck,
  leakOfComplaint,
  linksOfCheck,
  linksOfComplaint,
  resultsOf,
  STEPS,
} from '../base/likelihoods';
import { priorOf } from '../base/commonness';
import { UNKNOWN } from '../base/unknown';

/** Everything that the arithmetic of a trace needs, in plain values: the shipped base, or one that a shop has moved. */
export interface Vocabulary {
  readonly kinds: readonly { readonly id: string; readonly label: string }[];
  readonly complaints: readonly {
    readonly id: string;
    readonly label: string;
    readonly synonyms: readonly string[];
    readonly kinds: readonly string[];
  }[];
  readonly causes: readonly {
    readonly id: string;
    readonly label: string;
    readonly station: string;
    /** Prior probability by kind of drive. */
    readonly kinds: Readonly<Record<string, number>>;
    readonly fix: { readonly minutes: number; readonly setups: readonly string[]; readonly ask: boolean };
  }[];
  readonly setups: readonly { readonly id: string; readonly label: string; readonly minutes: number; readonly needs: readonly string[] }[];
  readonly checks: readonly {
    readonly id: string;
    readonly label: string;
    readonly station: string;
    readonly kinds: readonly string[];
    readonly minutes: number;
    readonly setups: readonly string[];
    /** Least severe first. */
    readonly results: readonly { readonly id: string; readonly label: string }[];
    readonly source: 'hand' | 'computed';
  }[];
  readonly likelihoods: {
    readonly complaints: Readonly<Record<string, { readonly leak: number; readonly given: Readonly<Record<string, number>> }>>;
    readonly checks: Readonly<
      Record<string, { readonly leak: readonly number[]; readonly given: Readonly<Record<string, readonly number[]>> }>
    >;
  };
  readonly prove: { readonly minutes: number };
}

/** Engage, check, release, in five cycles. */
const PROVE_MINUTES = 6;

const stationOf = (cause: Cause): string =>
  ALL_CHECKS.find((c) => c.id === (cause.confirmedBy[0] ?? cause.indicatedBy[0]))?.station ?? UNKNOWN.station;

let made: Vocabulary | null = null;

/** The base as the arithmetic reads it. Made once. */
export function vocabulary(): Vocabulary {
  return (made ??= {
    kinds: DRIVE_KINDS.map(({ id, label }) => ({ id, label })),
    complaints: (COMPLAINTS as readonly Complaint[]).map(({ id, label, synonyms, kinds }) => ({ id, label, synonyms, kinds })),
    causes: [
      ...(CAUSES as readonly Cause[]).map((c) => ({
        id: c.id,
        label: c.label,
        station: stationOf(c),
        kinds: Object.fromEntries(c.kinds.map((k) => [k, priorOf(c, k)])),
        fix: { minutes: c.repair.minutes, setups: c.repair.setups, ask: c.repair.ask },
      })),
      {
        id: UNKNOWN.id,
        label: UNKNOWN.label,
        station: UNKNOWN.station,
        kinds: Object.fromEntries(DRIVE_KINDS.map((k) => [k.id, UNKNOWN.prior])),
        fix: { minutes: UNKNOWN.repair.minutes, setups: UNKNOWN.repair.setups, ask: UNKNOWN.repair.ask },
      },
    ],
    setups: (SETUPS as readonly Setup[]).map(({ id, label, minutes, needs }) => ({ id, label, minutes, needs })),
    checks: ALL_CHECKS.map((c) => ({
      id: c.id,
      label: c.label,
      station: c.station,
      kinds: kindsOfCheck(c.id as never),
      minutes: c.minutes,
      setups: c.setups,
      results: resultsOf(c).map((id) => ({ id, label: c.results[id]! })),
      source: c.state === 'computed' ? ('computed' as const) : ('hand' as const),
    })),
    likelihoods: {
      complaints: Object.fromEntries(
        COMPLAINTS.map((c) => [
          c.id,
          {
            leak: leakOfComplaint(c.id),
            given: {
              ...Object.fromEntries(linksOfComplaint(c.id).map((l) => [l.cause, STEPS[l.step]])),
              [UNKNOWN.id]: STEPS[UNKNOWN.complaint],
            },
          },
        ]),
      ),
      checks: Object.fromEntries(
        ALL_CHECKS.map((c) => [
          c.id,
          { leak: leakOfCheck(c), given: Object.fromEntries(linksOfCheck(c.id as never).map((l) => [l.cause, givenOfCheck(c, l)])) },
        ]),
      ),
    },
    prove: { minutes: PROVE_MINUTES },
  });
}
