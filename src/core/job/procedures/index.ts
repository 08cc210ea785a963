import { factNow, type Facts } from '../../machine';
import type { DriveKind } from '../../fault';
import type { Finding } from '../entries/finding';
import type { Stage } from '../stages';
import { ACCESSORY } from './accessory';
import { ATTACHMENT_OFF } from './attachment-off';
import { BEARINGS } from './bearings';
import { BLADES } from './blades';
import { CABLE } from './cable';
import { CVT_BELT } from './cvt-belt';
import { CVT_SHEAVES } from './cvt-sheaves';
import { DECK_OFF } from './deck-off';
import { DECK_ON } from './deck-on';
import { ECCENTRIC } from './eccentric';
import { MID_PTO } from './mid-pto';
import { PRELOAD_MARKS } from './preload-marks';
import { REEL } from './reel';
import { SLIDING_DECK } from './sliding-deck';
import { SNOW_THROWER } from './snow-thrower';
import { TENSION_ONLY } from './tension-only';
import { TWIN_RODS } from './twin-rods';
import type { Condition, Procedure, Step } from './step';

export { comparedOnTicket, compareReadings } from './agreement';
export type { Compared } from './agreement';
export { ringOrder } from './ring';
export type { Condition, Procedure, Reading, RingOrder, Step } from './step';

/**
 * Every procedure. The short forms for tension come first: where one is meant, the full procedure is meant too and has
 * steps that the work does not need.
 */
export const PROCEDURES: readonly Procedure[] = [
  ...TENSION_ONLY,
  DECK_OFF,
  DECK_ON,
  CABLE,
  SLIDING_DECK,
  MID_PTO,
  SNOW_THROWER,
  REEL,
  TWIN_RODS,
  ECCENTRIC,
  PRELOAD_MARKS,
  ACCESSORY,
  CVT_SHEAVES,
  CVT_BELT,
  ATTACHMENT_OFF,
  BLADES,
  BEARINGS,
];

/** Name of a procedure with its variant. */
export const procedureName = ({ name, variant }: Procedure): string => (variant ? `${name}, ${variant}` : name);

export const procedureOf = (id: string): Procedure | undefined => PROCEDURES.find((p) => p.id === id);

/** Inputs of a condition. */
export interface Circumstances {
  readonly facts: Facts;
  readonly found: Iterable<Pick<Finding, 'check' | 'result'>>;
}

/** True if a condition holds. Null if an input is unknown. */
export function holds(condition: Condition, at: Circumstances): boolean | null {
  if ('fact' in condition) {
    const now = factNow(at.facts, condition.fact);
    return now === null ? null : condition.is.includes(String(now));
  }
  if ('found' in condition) {
    const results = [...at.found].filter((f) => f.check === condition.found).map((f) => f.result);
    return results.length === 0 ? null : results.some((r) => condition.is.includes(r));
  }
  if ('not' in condition) {
    const inner = holds(condition.not, at);
    return inner === null ? null : !inner;
  }
  const [parts, decides] = 'all' in condition ? [condition.all, false] : [condition.any, true];
  const each = parts.map((c) => holds(c, at));
  if (each.includes(decides)) return decides;
  return each.includes(null) ? null : !decides;
}

/** Steps that apply here or may apply. Only steps that are known not to apply are excluded. */
export const stepsOf = (procedure: Procedure, at: Circumstances, stage?: Stage): Step[] =>
  procedure.steps.filter((s) => (stage === undefined || s.stage === stage) && (!s.where || holds(s.where, at) !== false));

export interface Proposal {
  readonly procedure: Procedure;
  /** True if the procedure applies. Null if a deciding fact is missing. */
  readonly meant: boolean | null;
}

/** Procedures that may be the one, those known to be meant first; each with its `because`. */
export function proposalsFor(kind: DriveKind | null, at: Circumstances): Proposal[] {
  const rank = (meant: boolean | null) => (meant === true ? 0 : meant === null ? 1 : 2);
  return PROCEDURES.filter((p) => kind === null || p.kinds.includes(kind))
    .map((procedure) => ({
      procedure,
      meant: holds(procedure.meant, at),
    }))
    .sort((a, b) => rank(a.meant) - rank(b.meant));
}
