import { engagedBy, type Step } from './step';

export const BY_HAND: readonly Step[] = [
  {
    id: 'three-things',
    stage: 'set',
    text: 'Before you connect the cable or spring, move the arm by hand. The arm must have travel. Released: the belt is slack and the brake is on. The brake must be clear before the belt is tight.',
    hold: true,
    where: engagedBy('lever-cable', 'lever-rod', 'hand-latch'),
    stop: {
      when: 'Too short: no travel, or tight with the brake still on. Too long: arm at its stop with the belt slack',
      to: 'another belt',
      stage: 'match',
    },
    looks: 'On many decks the released belt hangs clear of the idler. This is normal.',
  },
];

export const HEIGHTS: Step = {
  id: 'through-heights',
  stage: 'set',
  checks: ['height-through-cuts'],
  text: 'Raise and lower the deck through every cutting height. Check that the belt stays in line and clear of the keepers, the link follows, and the cable stays slack.',
  hold: true,
  why: 'An idler that is in line at the lowest height may not be in line at the highest.',
};

export const FOUND_TIMES: Step = {
  id: 'times-found',
  stage: 'ask',
  instrument: 'times',
  text: 'If the belt is on and not damaged, take the engagement and stop time as found. Note when the fault occurs.',
  why: 'The complaint cannot be shown again once parts are removed.',
};
