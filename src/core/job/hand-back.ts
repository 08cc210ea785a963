import type { CauseId } from '../fault';
import type { RecordLine } from './kind';
import { findingsOf, fittedException, leftIn, provedOf, timedOf, type Found } from './record';

/** How a job may end: the machine is sound; the complaint is cured and known-bad parts stay in; or it is not safe to use. */
export const ENDINGS = ['sound', 'belt-stays', 'unfit'] as const;
export type Ending = (typeof ENDINGS)[number];

/** Why a machine is not fit to be used, each in a code. */
export type Unfit =
  | 'not-proved'
  | 'belt-comes-off'
  | 'brake-not-landing'
  | 'brake-not-seen'
  | 'belt-stays-tight'
  | 'slack-not-confirmed'
  | 'stop-not-timed'
  | 'stop-too-long';

export interface HandBack {
  /** The best ending that is open to it. */
  readonly best: Ending;
  readonly unfit: readonly Unfit[];
  /** Findings that are bad and were not mended or declined by anyone: they stay on the ticket. */
  readonly known: readonly Found[];
  /** Causes that the customer declined to have mended. */
  readonly leftIn: readonly CauseId[];
}

/**
 * How the machine may be handed back. Brake, release and stop time decide: if one failed or was not confirmed, it goes back only as not safe to use. A belt that by
 * Match does not release was fitted as an exception: its slack and brake are confirmed by hand.
 * @param stopLimitS what the stop time is held to; null where the machine has none to keep
 */
export function handBackOf(lines: readonly RecordLine[], stopLimitS: number | null): HandBack {
  const proof = provedOf(lines);
  const stop = timedOf(lines, 'stop', 'proved');
  const unfit: Unfit[] = [];
  if (!proof) unfit.push('not-proved');
  else {
    if (proof.belt === 'comes-off') unfit.push('belt-comes-off');
    if (proof.brake === 'does-not-land') unfit.push('brake-not-landing');
    if (proof.brake === 'not-seen') unfit.push('brake-not-seen');
    if (proof.slack === 'tight') unfit.push('belt-stays-tight');
    else if (proof.slack !== 'slack' && fittedException(lines)) unfit.push('slack-not-confirmed');
  }
  if (stopLimitS !== null) {
    if (!stop) unfit.push('stop-not-timed');
    else if (stop.seconds > stopLimitS) unfit.push('stop-too-long');
  }
  const known = [...findingsOf(lines).values()].filter((f) => f.result === 'bad' && f.answer !== 'approved');
  const left = leftIn(lines);
  const best =
    unfit.length > 0
      ? 'unfit'
      : known.length > 0 || left.length > 0 || proof?.machine !== 'sound' || proof.complaint === 'still'
        ? 'belt-stays'
        : 'sound';
  return { best, unfit, known, leftIn: left };
}

/** Whether a job may end so: never better than it proved. */
export const mayEnd = (hand: HandBack, ending: Ending): boolean => ENDINGS.indexOf(ending) >= ENDINGS.indexOf(hand.best);
