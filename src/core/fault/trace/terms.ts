import { CAUSES, CHECKS, COMPLAINTS, DRIVE_KINDS, SETUPS, type Cause, type Check, type CheckId, type Complaint, type Setup } from '../base';
import { priorOf } from '../base/commonness';
import { kindsOfCheck, resultsOf } from '../base/shown-by';
import { UNKNOWN } from '../base/unknown';

/** Complaints, causes, checks and setups of the base by name, in plain values. A page needs these without the numbers. */
export interface Terms {
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
  readonly prove: { readonly minutes: number };
}

/** Engage, check, release, in five cycles. */
const PROVE_MINUTES = 6;

const checks: readonly Check[] = CHECKS;
const stationOf = (cause: Cause): string =>
  checks.find((c) => c.id === (cause.confirmedBy[0] ?? cause.indicatedBy[0]))?.station ?? UNKNOWN.station;

let made: Terms | null = null;

/** Terms of the supplied base. Made once. */
export function terms(): Terms {
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
    checks: checks.map((c) => ({
      id: c.id,
      label: c.label,
      station: c.station,
      kinds: kindsOfCheck(c.id as CheckId),
      minutes: c.minutes,
      setups: c.setups,
      results: resultsOf(c).map((id) => ({ id, label: c.results[id]! })),
      source: c.state === 'computed' ? ('computed' as const) : ('hand' as const),
    })),
    prove: { minutes: PROVE_MINUTES },
  });
}
