import type { Stage, StageState } from '@/core/job';

/** The eight stages of a job: what each is for, and what belongs on screen while it is done. Safe defaults; the machine's own manual wins. */
export interface StageWords {
  readonly name: string;
  readonly asks: string;
  readonly points: readonly string[];
  readonly notePlaceholder: string;
}

export const STAGE_WORDS: Readonly<Record<Stage, StageWords>> = {
  ask: {
    name: 'Ask',
    asks: 'What the customer says, since when, and what was done before. Nothing here has to be answered to go on.',
    points: [],
    notePlaceholder: 'Fetched by the boat on Thursday; wants a price first.',
  },
  secure: {
    name: 'Secure',
    asks: 'Make it safe before a hand goes in.',
    points: [
      'Engine off, key out, plug lead or battery off; an electric machine locked and tagged.',
      'PTO off, brake on, wheels chocked.',
      'Deck lowered to take its weight off the hangers, or the machine on stands.',
      'Know which springs are loaded: they hold energy with the engine off.',
      'Some engines may be turned one way only.',
    ],
    notePlaceholder: 'Plug lead off, key out, deck down. Engagement spring is loaded.',
  },
  look: {
    name: 'Look',
    asks: 'Draw or photograph the routing before anything moves, then try each station by hand.',
    points: [
      'Belt: flex it and look between the ribs.',
      'Grooves and bearings, belt off: push, tip, spin and listen.',
      'Arm or slide through its whole travel; springs and hooks free and fitted.',
      'Keepers: gap engaged and released. Brake: does it land?',
    ],
    notePlaceholder: '3 Idler: notchy, replace. Old belt 49 1/16 in by wrap.',
  },
  match: {
    name: 'Match',
    asks: 'Which belt should be on it, which are to hand, and would one of those work?',
    points: [],
    notePlaceholder: 'What was asked or decided about the belt',
  },
  fit: {
    name: 'Fit',
    asks: 'Put it on without hurting it.',
    points: [
      'Guards and keepers off rather than forcing the belt past them: a bent finger throws the next belt.',
      'Parts back in stack order; start threads by hand, torque from your manual.',
      'No twist; V side in V grooves, back on flat idlers, inside every keeper.',
      'Pinch at pulleys; springs fly.',
    ],
    notePlaceholder: 'New idler and belt on, keepers back, belt inside all of them.',
  },
  set: {
    name: 'Set',
    asks: 'Alignment first, then tension, with everything that loads the tensioner mounted and connected.',
    points: [
      'A shared tensioner reads falsely slack until both belts are on and the attachment is mounted.',
      'Enough to carry the load; everything above that goes into the bearings.',
      'A new belt reads tight and then seats: recheck after its first day.',
    ],
    notePlaceholder: 'Straight edge flat over both sheaves. Cable at the second hole.',
  },
  prove: {
    name: 'Prove',
    asks: 'Everything and everybody clear. Run, engage, watch the belt, disengage, time the stop, watch again.',
    points: [
      'At arm’s length, loose clothing and hair tied back, stands under it, nobody in line with the belt.',
      'Seat and chute switches are never defeated.',
      'A stop time beyond the limit, or a brake that does not land: do not hand back.',
    ],
    notePlaceholder: 'Engages promptly, stops in 3 s, belt stays on.',
  },
  book: {
    name: 'Book',
    asks: 'What was found, what was fitted, what the customer still has to decide, and when to look again.',
    points: [],
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
