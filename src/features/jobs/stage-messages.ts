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
