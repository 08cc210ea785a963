import { bad, engagedBy, length, type Procedure } from './step';

/** Taking up the blade-engagement cable: nothing comes off. */
export const CABLE: Procedure = {
  id: 'cable',
  kinds: ['deck-lever', 'snow-thrower'],
  name: 'Engagement cable taken up',
  gather: ['the flat spanner that reaches', 'penetrating lubricant', 'steel rule'],
  minutes: [10, 15],
  needs: ['engage', 'adjuster', 'brake'],
  meant: { all: [engagedBy('lever-cable'), { fact: 'adjuster', is: ['cable-bracket', 'nut'] }, { not: bad('belt-surface') }] },
  because: 'it is engaged by a cable with an adjuster, and the belt is not known to be bad',
  steps: [
    {
      id: 'time-found',
      stage: 'ask',
      text: 'Full throttle, one brisk throw: time it. Release: time the stop.',
      why: 'Thrown slowly any belt slips; test it as it should be driven.',
      stop: { when: 'Prompt', to: 'Book: nothing to adjust, leave it', stage: 'book' },
    },
    {
      id: 'not-started',
      stage: 'secure',
      text: 'Deck on its lowest setting, lever released. It is not started again until it is proved.',
      hold: true,
    },
    {
      id: 'find-adjuster',
      stage: 'look',
      text: 'Find the adjuster. Many have one that nobody ever used.',
      hold: true,
      stop: { when: 'None on this machine', to: 'another belt', stage: 'match' },
    },
    {
      id: 'belt-sound',
      stage: 'look',
      text: 'Belt: cracks, missing pieces, cord, glaze.',
      hold: true,
      stop: { when: 'Bad', to: 'a new belt: adjusting hides it for a week', stage: 'match' },
    },
    {
      id: 'free-arm',
      stage: 'look',
      text: 'Move the arm at its spring end. If it is stiff, oil the pivot alone, work it free, wipe; no spray on belt or grooves. Then time it once more.',
      loop: 'time-found',
      why: 'A stiff arm alone makes a slow engagement.',
    },
    {
      id: 'cable-sound',
      stage: 'look',
      text: 'Cable: outer seated at both ends, no kink, inner not frayed. A bad one is renewed, and the bracket goes back to its first place.',
      loop: 'time-found',
    },
    {
      id: 'spring-lengths',
      stage: 'look',
      text: 'Engine off: spring length with the lever engaged, then released. Little stretch says that the cable no longer pulls it.',
      reads: [length('Spring length', 'engaged'), length('Spring length', 'released')],
    },
    {
      id: 'choose-setting',
      stage: 'set',
      text: 'From the setting table, the least setting that gives the margin wanted and still lands the brake.',
      hold: true,
    },
    {
      id: 'move-bracket',
      stage: 'set',
      text: 'Lever released: bracket bolts slack, away from the spring by the amount chosen, tight.',
      reads: [length('Place of the bracket'), length('Slot left')],
      torque: true,
    },
    {
      id: 'brake-lands',
      stage: 'set',
      text: 'Engaged: read the spring, feel the belt. Released: the brake lands, the belt is loose.',
      reads: [length('Spring length', 'engaged')],
      hold: true,
      loop: 'move-bracket',
    },
    {
      id: 'still-slow',
      stage: 'prove',
      text: 'Timed again as at first. Still slow with adjuster left: once more.',
      loop: 'choose-setting',
      stop: {
        when: 'Still slow and none left, or the brake will not land where it grips',
        to: 'a new belt; say which of the two',
        stage: 'match',
      },
    },
    {
      id: 'order-belt',
      stage: 'book',
      text: 'Old and new place, adjuster left, time before and after. With less than a third of the slot left, order a belt.',
      why: 'After a new cable or belt the bracket goes back, or the brake stays off.',
    },
  ],
};
