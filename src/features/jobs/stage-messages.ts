import type { Stage, StageState } from '@/core/job';

/** The eight stages of a job: what each is for. */
export interface StageWords {
  readonly name: string;
  readonly asks: string;
  readonly notePlaceholder: string;
}

export const STAGE_WORDS: Readonly<Record<Stage, StageWords>> = {
  ask: {
    name: 'Intake',
    asks: 'The complaint, when it started, and earlier work.',
    notePlaceholder: 'Fetched by the boat on Thursday; wants a price first.',
  },
  secure: {
    name: 'Make safe',
    asks: 'Make the machine safe before you reach in.',
    notePlaceholder: 'Plug lead off, key out, deck down. Engagement spring is loaded.',
  },
  look: {
    name: 'Inspect',
    asks: 'Photograph the belt routing first. Then check each station by hand.',
    notePlaceholder: '3 Idler: notchy, replace. Old belt 49 1/16 in by wrap.',
  },
  match: {
    name: 'Match',
    asks: 'Which belts in stock work on this drive.',
    notePlaceholder: 'Questions and decisions about the belt',
  },
  fit: {
    name: 'Fit',
    asks: 'Repair, and fit the belt.',
    notePlaceholder: 'New idler and belt on, keepers back, belt inside all of them.',
  },
  set: {
    name: 'Adjust',
    asks: 'Alignment first, then tension.',
    notePlaceholder: 'Straight edge flat over both sheaves. Cable at the second hole.',
  },
  prove: {
    name: 'Test',
    asks: 'Run the machine, time it, and watch the belt.',
    notePlaceholder: 'Engages promptly, stops in 3 s, belt stays on.',
  },
  book: {
    name: 'Close',
    asks: 'Record findings, parts fitted, open customer decisions and the follow-up.',
    notePlaceholder: 'For the customer: ask about the second spindle.',
  },
};

export const stageName = (stage: Stage): string => STAGE_WORDS[stage].name;

export const STATE_WORDS: Readonly<Record<StageState, string>> = {
  waiting: 'waiting',
  'under-way': 'under way',
  done: 'done',
  skipped: 'skipped',
  held: 'held',
};

/** Name on a narrow strip. */
export const shortStageName = (stage: Stage): string => (stage === 'secure' ? 'Safe' : stageName(stage));

export const nothingOpenIn = (stage: string): string => `Nothing is open in ${stage}.`;

export const toolsOnThisDrive = (tools: string): string => `Tools on this drive: ${tools}`;

export const thenCheckAgain = (what: string): string => `Then check again: ${what}.`;

export const jobStarted = (number: number): string => `Job ${number}: when it started`;

export const notConfirmedBeforeClose = (what: string): string =>
  `Not confirmed: ${what}. Run the test first. Without it, the machine can only be returned as not fit to use. An owner must sign this with a reason, which prints on the ticket.`;

export const knownFaults = (what: string): string => `Known faults remain: ${what}.`;

export const jobIsClosed = (number: number): string => `Job ${number} is closed.`;

export const jobIsOpenAgain = (number: number): string => `Job ${number} is open again.`;

export const stagesNotDone = (stages: string): string => `Not done: ${stages}. You can close the job anyway. The ticket shows it.`;

export const jobRiding = (number: number): string => `Job ${number}: how it was ridden`;

export const jobMeasures = (number: number): string => `Job ${number}: measures of the drive`;

/** Both opinions on a run with a cover off, each with its risk. */
export const COVER_OFF_SCHOOLS =
  'Some manuals forbid a run with a cover off: a belt that breaks or comes off flies out. Others need one: behind its cover, the belt cannot be seen to climb. The manual decides.';

export const needsMachineRunning = (stage: string): string =>
  `This check needs the machine running. Use the list of a powered test, under ${stage}.`;

export const moreMinutes = (minutes: number): string => `${minutes} min more, once for all of these`;

export const beltIsUsed = (belt: string): string => `${belt} is used on this job.`;

export const onlyInStock = (quantity: number, pieces: number, belt: string): string => `Only ${quantity} of ${pieces} ${belt} in stock`;

export function useBeltText({
  verdict,
  pieces,
  bin,
  left,
  price,
  needs,
}: {
  readonly verdict: string;
  readonly pieces: number;
  readonly bin: string;
  readonly left: number;
  readonly price: string | null;
  readonly needs: string | null | undefined;
}): string {
  const onTicket = price === null ? '' : `; ${price} on the ticket`;
  const instead = needs ? ` The drive needs ${needs}.` : '';
  return `${verdict}. This takes ${pieces} from ${bin || 'stock'}, and leaves ${left}${onTicket}.${instead}`;
}

export const doNotHandBack = (what: string): string => `Do not hand back this machine: ${what}.`;

export const jobMadeSafe = (number: number): string => `Job ${number}: made safe after a run`;

export const loadedWhenReleased = (springs: string): string => `Loaded with the lever released, as drawn: ${springs}.`;

export const setAgainAfter = (hours: number): string => `set again after about ${hours} h`;

export const settingLeft = (number: number): string => `Job ${number}: setting left as is`;

export const reasonForSkipping = (stage: string): string => `Reason for skipping the rest of ${stage}`;

export const reasonForHold = (stage: string): string => `Reason for the hold at ${stage}`;
