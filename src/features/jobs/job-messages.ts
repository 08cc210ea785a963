import type {
  ARRIVES,
  Asked,
  STARTED,
  BELT_ENDED,
  CustomerAnswer,
  Ending,
  Finding,
  PARTS_BEFORE,
  PARTS_OF,
  RepairedPart,
  TimedWhat,
  Unfit,
  Work,
} from '@/core/job';
import { CAUSES, UNKNOWN, type CauseId, checkOf, type CheckNumber } from '@/core/fault';
import type { Dimension } from '@/core/quantity';

/** Labels of intake answers, findings and test results. */
export const STARTED_WORDS: Readonly<Record<(typeof STARTED)[number], string>> = {
  'not-asked': 'Not asked',
  'after-belt': 'After a new belt',
  'after-part': 'After another part',
  'after-blow': 'After it hit or swallowed something',
  'after-storage': 'After storage',
  slowly: 'Slowly',
  always: 'As long as they have had it',
  unknown: 'Customer does not know',
};
export const PARTS_WORDS: Readonly<Record<(typeof PARTS_BEFORE)[number], string>> = {
  'not-asked': 'Not asked',
  none: 'No parts',
  new: 'New parts',
  used: 'Used parts',
};
export const PARTS_OF_WORDS: Readonly<Record<(typeof PARTS_OF)[number], string>> = {
  'not-asked': 'Not asked',
  ours: 'Our own',
  customer: 'The customer’s',
  elsewhere: 'From elsewhere',
};
export const ARRIVES_WORDS: Readonly<Record<(typeof ARRIVES)[number], string>> = { whole: 'Complete', apart: 'Dismantled' };
export const BELT_ENDED_WORDS: Readonly<Record<(typeof BELT_ENDED)[number], string>> = {
  'not-asked': 'Not asked',
  stayed: 'It stayed on',
  'engine-side': 'On the engine’s side',
  'far-side': 'On the far side',
  above: 'Above its pulley',
  below: 'Below its pulley',
  beside: 'Next to its pulley',
  broken: 'Broken',
  unknown: 'Don’t know',
};
export const TIMED_WORDS: Readonly<Record<TimedWhat, string>> = { engagement: 'Engagement time', stop: 'Stop time' };
export const ANSWER_WORDS: Readonly<Record<CustomerAnswer, string>> = {
  'not-asked': 'not asked',
  asked: 'asked',
  approved: 'approved',
  declined: 'declined',
  waiting: 'waiting',
};
export const RESULT_WORDS: Readonly<Record<Finding['result'], string>> = {
  good: 'good',
  watch: 'watch',
  bad: 'bad',
  'not-reached': 'not reached',
};
export const ENDING_WORDS: Readonly<Record<Ending, string>> = {
  sound: 'Fit to use',
  'belt-stays': 'The belt stays on; known faults remain',
  unfit: 'Not fit to use',
};
export const UNFIT_WORDS: Readonly<Record<Unfit, string>> = {
  'not-proved': 'no test run was recorded',
  'changed-since-test': 'the machine was changed after its test run',
  'belt-comes-off': 'the belt comes off',
  'brake-not-landing': 'the brake stays off when released',
  'brake-not-seen': 'no one confirmed in the present condition that the brake is on when released',
  'belt-stays-tight': 'the belt stays tight when released',
  'slack-not-confirmed': 'this belt was fitted as an exception and no one confirmed that it is slack when released',
  'stop-not-timed': 'the stop was not timed in the present condition',
  'stop-too-long': 'the stop time is over its limit',
  'parts-off': 'parts are still removed',
};

/** Answers that get a line. Unanswered questions get none. */
export function askedWords(asked: Asked): string[] {
  const said: string[] = [];
  if (asked.began !== 'not-asked') said.push(`Started: ${STARTED_WORDS[asked.began].toLowerCase()}`);
  if (asked.doneBefore !== '') said.push(`Earlier work: ${asked.doneBefore}${asked.doneBy ? ` (${asked.doneBy})` : ''}`);
  if (asked.parts !== 'not-asked')
    said.push(`${PARTS_WORDS[asked.parts]}${asked.partsOf === 'not-asked' ? '' : `, ${PARTS_OF_WORDS[asked.partsOf].toLowerCase()}`}`);
  if (asked.arrives === 'apart') said.push('Arrives dismantled');
  if (asked.beltEnded !== 'not-asked') said.push(`Belt: ${BELT_ENDED_WORDS[asked.beltEnded].toLowerCase()}`);
  if (asked.hoursBetween !== null) said.push(`Every ${asked.hoursBetween} h`);
  return said;
}

/** The dimension that a check's number is read in; null for plain numbers with a unit of their own. */
export const dimensionOf = (number: CheckNumber): Dimension | null =>
  number.quantity === 'length' ? 'length' : number.quantity === 'tension' ? 'force' : null;
export const plainUnit = (number: CheckNumber): string => (number.quantity === 'seconds' ? 's' : number.quantity === 'volts' ? 'V' : '°');

/** A finding in a few words: part, check and what was seen. */
export function findingWords({ check, part, result }: Pick<Finding, 'check' | 'part' | 'result'>): string {
  const { label, results } = checkOf(check);
  const seen = result === 'not-reached' ? 'not reached' : (results[result] ?? result).toLowerCase();
  // The part already names its kind.
  const tried = part ? label.replace(/^[A-Z][a-z]+: /, '') : label;
  return `${part ? `${part.label}, ${tried.charAt(0).toLowerCase()}${tried.slice(1)}` : tried}: ${seen}`;
}

export const WORK_WORDS: Readonly<Record<Work, string>> = {
  freed: 'Freed',
  cleaned: 'Cleaned',
  repaired: 'Repaired',
  replaced: 'Replaced',
};
export const WORKED_PART_WORDS: Readonly<Record<RepairedPart, string>> = {
  belt: 'Belt',
  spring: 'Spring',
  cable: 'Cable',
  arm: 'Arm or slide',
  idler: 'Idler',
  brake: 'Brake',
  pulley: 'Pulley or sheave',
  clutch: 'Clutch',
};

/** A cause that stays in by the customer's word. */
export const leftInWords = (cause: CauseId): string =>
  `${(CAUSES.find((c) => c.id === cause)?.label ?? UNKNOWN.label).toLowerCase()} (the customer declined)`;

export const strikingOut = (number: number, what: string): string => `Striking out on job ${number}: ${what}`;

export const usingBelt = (name: string, bin: string, number: number): string => `Using ${name} from ${bin} for job ${number}`;

export const beforeHandBack = (open: number): string => `Before hand-back: ${open === 0 ? 'nothing open' : `${open} open`}`;

export const torqueByManual = (torque: string): string => `Torque by the manual: ${torque}.`;

export const manualTarget = (target: string): string => `the manual’s target is ${target}`;

export const riddenFrom = (from: number, to: number, unit: string, words: string): string =>
  `Ridden from ${from} to ${to} ${unit}: ${words}.`;

export const beltOnTicketDrive = (belt: string, asUsed: boolean): string =>
  `${belt} on the drive${asUsed ? ' as it was when the belt was chosen' : ''}, engaged`;

export function warrantyText({
  belt,
  covers,
  ends,
  words,
  wetInside,
}: {
  readonly belt: string;
  readonly covers: string;
  readonly ends: readonly string[];
  readonly words: string;
  readonly wetInside: boolean;
}): string {
  const lasts = ends.length > 0 ? `, ${ends.join(' or ')}` : '';
  const quoted = words === '' ? '' : ` “${words}”`;
  return `Owner’s warranty of ${belt}, ${covers}${lasts}.${quoted}${wetInside ? ' Water or mud was found in the housing.' : ''}`;
}
