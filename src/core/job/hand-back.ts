import type { Drive } from '../drive';
import type { CauseId } from '../fault';
import type { RecordLine } from './kind';
import { findingsOf, fittedException, isDriveRemoved, leftIn, provedOf, type Found } from './record';
import { replayTicket } from './replayed';
import { fittedStaysTight, hasBrake } from './state/answer';
import { driveNow } from './state/drive-now';
import { safeHandBack, type HandBackCode } from './state/safe-hand-back';
import { removedParts } from './removed-parts';

/** Ending of a job: fit to use; complaint fixed with known bad parts; or not fit to use. */
export const ENDINGS = ['sound', 'belt-stays', 'unfit'] as const;
export type Ending = (typeof ENDINGS)[number];

/** Why a machine is not fit to be used, each in a code. */
export type Unfit =
  | 'not-proved'
  | 'changed-since-test'
  | 'belt-comes-off'
  | 'brake-not-landing'
  | 'brake-not-seen'
  | 'belt-stays-tight'
  | 'slack-not-confirmed'
  | 'stop-not-timed'
  | 'stop-too-long'
  | 'parts-off';

/** Codes that block a hand-back, with their screen codes. */
const BARRED: readonly (readonly [HandBackCode, Unfit])[] = [
  ['brake-off', 'brake-not-landing'],
  ['brake-not-confirmed', 'brake-not-seen'],
  ['slack-not-confirmed', 'slack-not-confirmed'],
  ['stop-time-missing', 'stop-not-timed'],
  ['stop-time-over', 'stop-too-long'],
  ['parts-off', 'parts-off'],
];

/** Inputs of the hand-back of a job. */
export interface HandBackOf {
  readonly lines: readonly RecordLine[];
  /** Limit of the stop time, s; null where the machine has none. */
  readonly stopLimitS: number | null;
  /** Null for a job without a drive. */
  readonly drive: Drive | null;
  readonly beltId: string | null;
}

export interface HandBack {
  /** The best ending that is open to it. */
  readonly best: Ending;
  readonly unfit: readonly Unfit[];
  /** Findings that are open, were repaired and not checked again, or stay in. */
  readonly known: readonly Found[];
  /** Causes that the customer declined to have repaired. */
  readonly leftIn: readonly CauseId[];
}

/**
 * Allowed hand-back of the machine. Brake, release and stop time decide, each in the present condition. Readings before
 * a later change do not count. A belt that does not release by Match was fitted as an exception: its slack is confirmed
 * by hand. If the work took the drive off the machine, nothing of it can be run: only removed parts count.
 */
export function handBackOf({ lines, stopLimitS, drive, beltId }: HandBackOf): HandBack {
  const known = [...findingsOf(lines).values()].filter((f) => f.result === 'bad' && f.status !== 'closed');
  const left = leftIn(lines);
  const isKept = known.some((f) => f.status !== 'repaired') || left.length > 0;
  if (isDriveRemoved(lines)) {
    const unfit: Unfit[] = removedParts(lines).length > 0 ? ['parts-off'] : [];
    return { best: unfit.length > 0 ? 'unfit' : isKept ? 'belt-stays' : 'sound', unfit, known, leftIn: left };
  }
  const { replayed, conditionOf } = replayTicket(lines, drive, beltId);
  const proof = provedOf(lines);
  const provedAt = lines.findLastIndex((l) => l.type === 'proved' && !l.withdrawn);
  const unfit: Unfit[] = [];
  if (!proof) unfit.push('not-proved');
  else if (conditionOf(provedAt) < replayed.condition) unfit.push('changed-since-test');
  if (proof?.belt === 'comes-off') unfit.push('belt-comes-off');
  const { open } = safeHandBack(replayed, {
    stopLimitS,
    // Without a drive the test states whether there is a brake.
    hasBrake: proof?.brake === 'not-seen' || (drive ? hasBrake(drive, beltId) : proof !== null && proof.brake !== 'none'),
    fittedStaysTight: fittedException(lines) || (drive !== null && fittedStaysTight(driveNow(drive, replayed), replayed, beltId)),
  });
  // A belt that was felt tight is not fit to use, even if the calculation differs.
  if (replayed.released === 'tight') unfit.push('belt-stays-tight');
  for (const [code, why] of BARRED)
    if (open.includes(code) && !(why === 'slack-not-confirmed' && replayed.released === 'tight')) unfit.push(why);
  if (!unfit.includes('parts-off') && removedParts(lines).length > 0) unfit.push('parts-off');
  const best = unfit.length > 0 ? 'unfit' : isKept || proof?.machine !== 'sound' || proof.complaint === 'still' ? 'belt-stays' : 'sound';
  return { best, unfit, known, leftIn: left };
}

/** True if a job may have this ending: never better than its test. */
export const mayEnd = (hand: HandBack, ending: Ending): boolean => ENDINGS.indexOf(ending) >= ENDINGS.indexOf(hand.best);
