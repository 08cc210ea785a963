import { engagedBy, force, length, tightenedBy, type Condition, type Procedure } from './step';

/** The attachment pulls on the tensioner of the PTO belt. */
const SHARED: Condition = { any: [tightenedBy('floating-carriage'), { fact: 'attachment-loads', is: ['yes'] }] };
/** Engaged by a rod that passes over its dead centre. */
const BY_ROD = engagedBy('lever-rod');

/** A mid PTO belt that shares its tension with the attachment. */
export const MID_PTO: Procedure = {
  id: 'mid-pto',
  kinds: ['pto'],
  name: 'Mid PTO, tension shared with the attachment',
  gather: ['two wrenches for the slotted guide', 'steel rule', 'oil can', 'vice for the rod'],
  minutes: [30, 60],
  needs: ['engage', 'take-up', 'attachment-loads'],
  meant: SHARED,
  because: 'the attachment also pulls its tensioner',
  steps: [
    {
      id: 'what-mounted',
      stage: 'ask',
      checks: ['attachment-on'],
      text: 'Check that the attachment is mounted, its belt is on, and the lever is released.',
      hold: true,
      stop: {
        when: 'The attachment is off',
        to: 'mount it first: without it the PTO belt hangs slack, and is not too long',
      },
    },
    { id: 'cutter-blocked', stage: 'secure', text: 'Block or guard the cutter: moving the belt moves the knife.', hold: true },
    { id: 'photo-both', stage: 'look', text: 'Photograph both belts, rear spring, idler, rod and collar.', photo: true },
    {
      id: 'rear-spring',
      where: SHARED,
      stage: 'look',
      text: 'Check whether the rear spring is stretched. If it is slack with the attachment mounted, the attachment belt is off, stretched or wrong.',
      reads: [length('Rear spring', 'released')],
    },
    {
      id: 'pivots',
      stage: 'look',
      text: 'Clean, move and oil each pivot. Note bolts with worn threads that serve as pivots: their play moves the end of the rod.',
    },
    {
      id: 'rod',
      where: BY_ROD,
      stage: 'look',
      text: 'Check that the rod is straight and its bend square. The lock nut at the lever must leave the joint free to move without rattling.',
      hold: true,
    },
    {
      id: 'collar',
      where: BY_ROD,
      stage: 'look',
      text: 'Check the set screw of the collar: its point must be sharp and grip the rod. Mark its position.',
      hold: true,
      why: 'A collar that creeps lets the drive jump out of engagement later.',
    },
    {
      id: 'belts-off',
      stage: 'fit',
      text: 'To change a belt, remove the attachment belt first, then the PTO belt. Refit them in reverse order.',
    },
    {
      id: 'judge-both',
      where: SHARED,
      stage: 'match',
      text: 'Judge the PTO belt with both belts in the drive. The attachment belt is always tight and need not release.',
    },
    {
      id: 'idler-spring',
      stage: 'set',
      text: 'Mount the attachment with both belts on. Engage the lever. Check that the idler spring is neither coil-bound nor loose.',
      reads: [length('Idler spring', 'engaged'), length('Gap of the collar')],
    },
    {
      id: 'both-tensions',
      stage: 'set',
      instrument: 'tension',
      text: 'Measure the tension of both belts. They should be similar; the rear spring causes the difference.',
      reads: [force('Tension of the PTO belt', 'engaged'), force('Tension of the attachment’s belt', 'engaged')],
    },
    {
      id: 'collar-step',
      where: BY_ROD,
      stage: 'set',
      instrument: 'setting',
      text: 'Move the collar one small step, move the lever over, and measure again, until both belts are in their ranges.',
      loop: 'idler-spring',
      torque: true,
    },
    {
      id: 'latch-fall',
      where: BY_ROD,
      stage: 'set',
      text: 'Move the lever past the point of most resistance. It must finish its travel by itself. Compare its fall with the manual; without one, use the shop’s own limit. If it hovers or meets its stop tab first, straighten or set the rod, not the spring.',
      reads: [length('Fall of the lever')],
      loop: 'idler-spring',
    },
    {
      id: 'stays-in',
      where: engagedBy('lever-rod', 'lever-cable', 'hand-latch'),
      stage: 'set',
      text: 'Press the idler hard by hand. The lever must stay engaged.',
      hold: true,
    },
    {
      id: 'keepers',
      stage: 'set',
      text: 'Set the belt stops (guard edge, guide wire). Engaged: clear of the belt. Released: the belt rests on them. Set both ends the same, then tighten their bolts.',
      reads: [length('Gap', 'engaged'), length('Gap', 'released')],
      loop: 'keepers',
    },
    {
      id: 'release',
      stage: 'set',
      text: 'Released: the belt rests on its stops. Turn the driven pulley by hand: it must not pull the belt along. A stop set too far away lets the pulley run on.',
      hold: true,
    },
    {
      id: 'runs-on',
      stage: 'prove',
      instrument: 'times',
      text: 'Check whether the PTO runs on after release. If the belt is slack and it runs on, a belt stop is too far away or missing.',
    },
    {
      id: 'record',
      stage: 'book',
      text: 'Record the collar gap, lever fall, belt stop gaps, both tensions and the attachment. Check again at each change of attachment.',
    },
  ],
};
