import type { Vocabulary } from '../fault';
import type { CycleBehaviour } from '../../lab/simulated-cycle';
import { resultOf, type PracticeMachine, type PracticeSession } from './practice-session';

/** Checks that the sound of one cycle answers. */
export const CYCLE_CHECKS = ['engagement-time', 'stop-time'] as const;

/** Times of a simulated machine by the result of each check, s. Stop times are shares of the limit. */
const ENGAGES_S: Readonly<Record<string, number>> = { good: 0.7, watch: 1.4, bad: 2.6 };
const STOPS: Readonly<Record<string, number>> = { good: 0.6, watch: 0.94, bad: 1.5 };
const HARD_STOP_S = 0.7;

/** Times and signs of the machine of a session, as its checks would show them. @param stopLimitS limit of the stop time */
export function cycleBehaviour(
  words: Vocabulary,
  machine: PracticeMachine,
  session: Pick<PracticeSession, 'left'>,
  stopLimitS: number,
): CycleBehaviour {
  const shows = (check: string): string | null => {
    const known = words.checks.find((c) => c.id === check);
    return known?.kinds.includes(machine.kind) ? resultOf(words, machine, session, { look: check }) : null;
  };
  const [engages, stops] = CYCLE_CHECKS.map(shows);
  // The main one of two opposite checks counts first.
  const grabs = engages === 'good' && shows('engages-grabbing') === 'bad';
  const stopsHard = stops === 'good' && shows('stop-hard') === 'bad';
  const squeals = machine.complaint.includes('squeals') && resultOf(words, machine, session, { prove: true }) === 'still';
  return {
    engageS: engages ? ENGAGES_S[engages] : undefined,
    stopS: stopsHard ? HARD_STOP_S : stops ? STOPS[stops]! * stopLimitS : undefined,
    grabs,
    squeals,
  };
}
