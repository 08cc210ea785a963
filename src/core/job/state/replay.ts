import type { Drive } from '../../drive';
import { isObservation, isPartMove, BRAKE_CHECK, type Change, type JobEvent, type LengthReference } from './events';
import { findingLives, type FindingLife } from './findings';
import { aspectOf, staledBy, type Aspect } from './stale';

/** When an event took place: before any change; in a condition that still holds; or in one between. */
export type ConditionLabel = 'as-found' | 'after-adjusting' | 'final';

export interface PlacedEvent {
  /** Index of the event, from 0. */
  readonly index: number;
  /** Condition of the machine, counted from 0, as found. */
  readonly condition: number;
  readonly label: ConditionLabel;
  /** False once a later change made it stale. */
  readonly current: boolean;
}

export type DueReading = 'tension' | 'engage-time' | 'stop-time' | 'brake' | 'alignment';

/** State of a job from its events, without solving its drive. */
export interface ReplayedJob {
  readonly condition: number;
  readonly events: readonly PlacedEvent[];
  /** The last change that started a condition. Null in the condition as found. */
  readonly lastChange: Change['change'] | null;
  /** Where adjusters were set in this job, by id; the last of each. */
  readonly adjusters: Readonly<Record<string, number>>;
  /** Belts that were fitted in this job, by id, with their lengths in mm. */
  readonly belts: Readonly<Record<string, { readonly length: number; readonly reference: LengthReference }>>;
  /** True if a belt was fitted on this job, of the same or another length. */
  readonly beltReplaced: boolean;
  /** The last current times, s. */
  readonly times: { readonly engage: number | null; readonly stop: number | null };
  readonly brake: 'on' | 'off' | 'unknown';
  /** The released belt, as it was seen last and still holds. */
  readonly released: 'slack' | 'tight' | 'unknown';
  /** The last current alignment: largest entry angle and limit, degrees. */
  readonly alignment: { readonly degrees: number; readonly limit: number } | null;
  readonly findings: readonly FindingLife[];
  /** Parts that are removed, in the order of their removal. */
  readonly off: readonly string[];
  /** Stale readings of this job. */
  readonly dueReadings: readonly DueReading[];
  /** Findings that were repaired and not checked since. */
  readonly dueChecks: readonly FindingLife[];
}

/**
 * Replay the events of a job in their order.
 * @param drive of the job; without one every adjuster counts as moving the alignment
 * @param struck flags of the events that are struck out
 */
export function replayEvents(drive: Drive | null, events: readonly JobEvent[], struck: readonly boolean[] = []): ReplayedJob {
  const live = events.flatMap((event, index) => (struck[index] || event.type === 'undo' ? [] : [{ event, index }]));
  const conditions: number[] = [];
  const stale = live.map(() => false);
  let condition = 0;
  // Changes with nothing observed between them share one condition.
  let observed = true;
  const adjusters: Record<string, number> = {};
  const belts: Record<string, { length: number; reference: LengthReference }> = {};
  let beltReplaced = false;
  let lastChange: Change['change'] | null = null;
  const off: string[] = [];
  for (const [i, { event }] of live.entries()) {
    if (event.type === 'change') {
      if (isPartMove(event.change)) movePart(off, event.change, 'item' in event ? event.item : '');
      else {
        if (observed) condition++;
        observed = false;
        lastChange = event.change;
        const aspects = staledBy(event, drive);
        for (let k = 0; k < i; k++) {
          const aspect = aspectOf(live[k]!.event);
          if (aspect !== null && aspects.has(aspect)) stale[k] = true;
        }
        if (event.change === 'adjusted') adjusters[event.adjuster] = event.to;
        else if (event.change === 'belt') {
          belts[event.belt] = { length: event.length, reference: event.reference };
          beltReplaced = true;
        } else if (event.change === 'replaced') beltReplaced ||= event.on === 'belt';
      }
    } else if (isObservation(event)) {
      observed = true;
      // An adjuster that was read shows where it is.
      if (event.type === 'reading' && event.reading.method === 'marks') adjusters[event.reading.at] = event.reading.position;
    }
    conditions.push(condition);
  }
  const current = live.flatMap(({ event }, i) => (stale[i] ? [] : [event]));
  const lastTime = (time: 'engage' | 'stop') =>
    current.reduce<number | null>((was, e) => (e.type === 'time' && e.time === time ? e.seconds : was), null);
  const findings = findingLives(live.map(({ event }) => event));
  return {
    condition,
    events: live.map(({ index }, i) => ({
      index,
      condition: conditions[i]!,
      label: conditions[i] === 0 ? 'as-found' : stale[i] ? 'after-adjusting' : 'final',
      current: !stale[i],
    })),
    lastChange,
    adjusters,
    belts,
    beltReplaced,
    times: {
      engage: lastTime('engage'),
      stop: lastTime('stop'),
    },
    brake: current.reduce<ReplayedJob['brake']>((brake, e) => brakeShownBy(e) ?? brake, 'unknown'),
    released: current.reduce<ReplayedJob['released']>(
      (was, e) => (e.type === 'seen' && (e.seen === 'slack' || e.seen === 'tight') ? e.seen : was),
      'unknown',
    ),
    alignment: current.reduce<ReplayedJob['alignment']>(
      (was, e) => (e.type === 'aligned' ? { degrees: e.degrees, limit: e.limit } : was),
      null,
    ),
    findings,
    off,
    dueReadings: dueOf(
      live.map(({ event }) => event),
      current,
    ),
    dueChecks: findings.filter((f) => f.status === 'repaired'),
  };
}

/** Brake state, with the lever released, that an event shows. Null if none. */
function brakeShownBy(event: JobEvent): 'on' | 'off' | null {
  if (event.type === 'seen') return event.seen === 'brake-on' ? 'on' : event.seen === 'brake-off' ? 'off' : null;
  return event.type === 'check' && event.check === BRAKE_CHECK ? (event.result === 'good' ? 'on' : 'off') : null;
}

/** A part that was removed twice must be refitted twice. */
function movePart(off: string[], move: 'off' | 'on' | 'new' | 'stored', item: string): void {
  if (move === 'off') {
    off.push(item);
    return;
  }
  const at = off.indexOf(item);
  if (at >= 0) off.splice(at, 1);
}

const DUE: readonly DueReading[] = ['tension', 'engage-time', 'stop-time', 'brake', 'alignment'];

function dueOf(all: readonly JobEvent[], current: readonly JobEvent[]): DueReading[] {
  const has = (events: readonly JobEvent[], due: DueReading) =>
    events.some((e) => (due === 'brake' ? brakeShownBy(e) !== null : aspectOf(e) === (due satisfies Aspect)));
  return DUE.filter((due) => has(all, due) && !has(current, due));
}
