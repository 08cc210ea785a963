import type { Result } from '../../fault';
import { BRAKE_CHECK, isWork, type CheckedPart, type JobEvent } from './events';

export const FINDING_STATUSES = ['open', 'repaired', 'closed', 'left'] as const;
/** `open` found bad; `repaired` and not checked again; `closed` checked good afterwards; `left` in, since the customer declined. */
export type FindingStatus = (typeof FINDING_STATUSES)[number];

export interface FindingLife extends CheckedPart {
  /** The last result that was not good. */
  readonly result: string;
  readonly status: FindingStatus;
}

/** The first result of every check, by which it finds nothing wrong. */
const GOOD: Result = 'good';

export const keyOfChecked = ({ check, part }: CheckedPart): string => `${check}/${part ?? ''}`;

/**
 * Follows each finding from the check that found it to the check that closes it. In the order of the findings.
 * @param events that are not struck out
 */
export function findingLives(events: readonly JobEvent[]): FindingLife[] {
  const lives = new Map<string, FindingLife>();
  const move = (at: CheckedPart, status: FindingStatus) => {
    const life = lives.get(keyOfChecked(at));
    if (life) lives.set(keyOfChecked(at), { ...life, status });
  };
  for (const event of events) {
    if (event.type === 'check') {
      const { check, part, result } = event;
      if (result === GOOD) move(event, 'closed');
      else lives.set(keyOfChecked(event), { check, part, result, status: 'open' });
    } else if (event.type === 'seen' && event.seen === 'brake-on') {
      for (const life of [...lives.values()]) if (life.check === BRAKE_CHECK) move(life, 'closed');
    } else if (event.type === 'left') move(event, 'left');
    else if (event.type === 'change' && isWork(event.change) && 'found' in event && event.found) move(event.found, 'repaired');
  }
  return [...lives.values()];
}
