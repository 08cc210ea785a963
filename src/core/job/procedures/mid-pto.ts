import { force, length, tightenedBy, type Procedure } from './step';

/** A mid PTO belt whose tension is shared with the attachment. */
export const MID_PTO: Procedure = {
  id: 'mid-pto',
  kinds: ['pto'],
  name: 'Mid PTO, tension shared with the attachment',
  gather: ['two spanners for the slotted guide', 'steel rule', 'oil can', 'vice for the rod'],
  minutes: [30, 60],
  needs: ['engage', 'take-up', 'attachment-loads'],
  meant: { any: [tightenedBy('floating-carriage'), { fact: 'attachment-loads', is: ['yes'] }] },
  because: 'its tensioner is pulled by the attachment, too',
  steps: [
    {
      id: 'what-mounted',
      stage: 'ask',
      text: 'Attachment mounted and its belt on, lever released.',
      hold: true,
      stop: {
        when: 'It is off',
        to: 'mounting it: the carriage is drawn to the engine, and the PTO belt shows a hand’s breadth of slack without being too long',
      },
    },
    { id: 'cutter-blocked', stage: 'secure', text: 'Cutter blocked or guarded: moving the belt moves the knife.', hold: true },
    { id: 'photo-both', stage: 'look', text: 'Photograph both belts, rear spring, idler, rod and collar.', photo: true },
    {
      id: 'rear-spring',
      stage: 'look',
      text: 'Is the rear spring stretched? Slack with the attachment mounted says that its belt is off, stretched or wrong.',
      reads: [length('Rear spring', 'released')],
    },
    {
      id: 'pivots',
      stage: 'look',
      text: 'Pivots: blow off, move each, oil. Note bolts whose worn threads serve as pivots: slop in each moves the end of the rod.',
    },
    { id: 'rod', stage: 'look', text: 'Rod straight, its bend square; lock nut at the lever free to move without rattling.', hold: true },
    {
      id: 'collar',
      stage: 'look',
      text: 'Collar’s set screw: its cone sharp, biting the rod; a mark beside it.',
      hold: true,
      why: 'A collar that creeps is a drive that pops out a week later.',
    },
    {
      id: 'belts-off',
      stage: 'fit',
      text: 'To change a belt: attachment belt off first (the carriage goes back and gives room), then the PTO belt; back in the other order.',
    },
    {
      id: 'judge-both',
      stage: 'match',
      text: 'Judge the PTO belt with both belts in the drive. The attachment belt is always tight and does not have to release.',
    },
    {
      id: 'idler-spring',
      stage: 'set',
      text: 'Attachment mounted, both belts on, lever engaged: the idler spring is neither bound nor free.',
      reads: [length('Idler spring', 'engaged'), length('Gap of the collar')],
    },
    {
      id: 'both-tensions',
      stage: 'set',
      instrument: 'tension',
      text: 'Tension of both belts. They lie near one another; the difference is the rear spring’s share.',
      reads: [force('Tension of the PTO belt', 'engaged'), force('Tension of the attachment’s belt', 'engaged')],
    },
    {
      id: 'collar-step',
      stage: 'set',
      text: 'The collar one small step, lever over, read again, until both lie in their bands.',
      loop: 'idler-spring',
      torque: true,
    },
    {
      id: 'latch-fall',
      stage: 'set',
      text: 'Move the lever past the point of most resistance. It must finish its travel by itself. Compare its fall with the manual; without one, use the shop’s own limit. If it hovers or meets its stop tab first, straighten or set the rod, not the spring.',
      reads: [length('Fall of the lever')],
      loop: 'idler-spring',
    },
    { id: 'stays-in', stage: 'set', text: 'The lever stays in when the idler is pressed hard by hand.', hold: true },
    {
      id: 'keepers',
      stage: 'set',
      text: 'Set the belt stops (guard edge, guide wire). Engaged: clear of the belt. Released: the belt rests on them. Set both ends alike, then tighten their bolts.',
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
      text: 'Check whether the PTO runs on after release. If the belt is slack and it runs on, a belt stop is too far away or missing.',
    },
    {
      id: 'record',
      stage: 'book',
      text: 'Gap of the collar, fall of the lever, gaps of the belt stops, both tensions, which attachment was on. Look again with each change of attachment.',
    },
  ],
};
