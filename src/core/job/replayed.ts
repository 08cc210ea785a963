import type { Drive } from '../drive';
import type { RecordLine } from './kind';
import { ticketEvents } from './state/from-ticket';
import { replayEvents, type ConditionLabel, type ReplayedJob } from './state/replay';

/** A line's place among the conditions of its job. */
export interface LineCondition {
  readonly condition: number;
  readonly label: ConditionLabel;
  readonly current: boolean;
}

export interface ReplayedTicket {
  readonly replayed: ReplayedJob;
  /** Condition of a ticket line, by its index; null for a line that shows nothing of the machine. */
  readonly placeOf: (line: number) => LineCondition | null;
  /** The condition that held when a line was written. */
  readonly conditionOf: (line: number) => number;
}

/**
 * Replay the lines of a ticket as events.
 * @param beltId the belt that the job is about
 */
export function replayTicket(lines: readonly RecordLine[], drive: Drive | null, beltId: string | null): ReplayedTicket {
  const { events, lineOf } = ticketEvents(lines, beltId);
  const replayed = replayEvents(drive, events);
  const places = new Map<number, LineCondition>();
  for (const { index, condition, label, current } of replayed.events) {
    const was = places.get(lineOf[index]!);
    // A line of several events is current where all of them are.
    places.set(lineOf[index]!, was && was.current && !current ? { condition, label, current } : (was ?? { condition, label, current }));
  }
  return {
    replayed,
    placeOf: (line) => places.get(line) ?? null,
    conditionOf: (line) => {
      const until = lineOf.findLastIndex((l) => l <= line);
      return until < 0 ? 0 : replayed.events[until]!.condition;
    },
  };
}
