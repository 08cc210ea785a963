import { engagedBy, type Step } from './step';

export const BY_HAND: readonly Step[] = [
  {
    id: 'three-things',
    stage: 'set',
    text: 'Before cable or spring goes on, move the arm by hand: at rest the belt hangs loose and the brake touches; the arm has travel; part of the way through it the brake lifts clear before the belt is tight.',
    hold: true,
    where: engagedBy('lever-cable', 'lever-rod', 'hand-latch'),
    stop: {
      when: 'No travel, or tight with the brake still touching, is too short; the arm at its stop with the belt loose is too long',
      to: 'another belt',
      stage: 'match',
    },
    looks: 'Released it bows visibly and lies off the idler on many decks. That is right.',
  },
];

export const HEIGHTS: Step = {
  id: 'through-heights',
  stage: 'set',
  checks: ['height-through-cuts'],
  text: 'Raise and lower through every cutting height: the belt in line, the link following, no keeper touched, the cable not drawn tight by lifting.',
  hold: true,
  why: 'An idler that is in line at the bottom may not be at the top.',
};

export const FOUND_TIMES: Step = {
  id: 'times-found',
  stage: 'ask',
  instrument: 'times',
  text: 'If the belt is on and whole: engagement and stop time as found, and when it misbehaves.',
  why: 'The complaint cannot be shown again once it is apart.',
};
