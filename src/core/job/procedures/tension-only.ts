import { ACCESSORY } from './accessory';
import { ECCENTRIC } from './eccentric';
import { PRELOAD_MARKS } from './preload-marks';
import { REEL } from './reel';
import { shortForm } from './short-form';
import { force, length, type Procedure, type Step } from './step';
import { TWIN_RODS } from './twin-rods';

const found = (text: string, ...reads: NonNullable<Step['reads']>): Step => ({
  id: 'found',
  stage: 'look',
  instrument: 'tension',
  text,
  reads,
});

const REEL_TENSION = shortForm(REEL, {
  id: 'reel-tension',
  gather: ['hex keys', 'small open-end wrench', 'flat pry bar', 'phone or push scale'],
  minutes: [15, 25],
  steps: [
    'reel-blocked',
    'side-guard',
    'tray-off',
    found('Measure the deflection of each belt as found, with its force.', length('Deflection at mid-span'), force('Push')),
    {
      id: 'clamp-slack',
      stage: 'fit',
      text: 'Cartridge belt: loosen the tensioner clamp until the idler moves. Leave the belt on.',
    },
    'clamp',
    {
      id: 'motor-slack',
      stage: 'fit',
      text: 'Roller belt: loosen the pivot bolt and slot bolt of the motor bracket until it moves. Leave the belt on.',
    },
    'motor-up',
    'both-tight',
    'again',
    'in-line',
    'guards-on',
    'roller-then-reel',
    'seats-quickly',
  ],
});

const TWIN_RODS_TENSION = shortForm(TWIN_RODS, {
  id: 'twin-rods-tension',
  gather: ['wrenches for mount bolts, jam nuts and rods', 'string', 'push scale or phone', 'anti-seize', 'rule'],
  minutes: [30, 60],
  steps: [
    'no-rerun',
    'drum-blocked',
    'shields-off',
    'tension-found',
    'gaps-found',
    'shield-follows',
    'mounts-slack',
    'align',
    'gaps-again',
    'tension',
    'three-rounds',
    'tighten',
    'gaps-tight',
    'shield-set',
    'shields-on',
    'lock-off',
    {
      id: 'interval',
      stage: 'book',
      text: 'Record the flats on each rod, tension, gaps and hours. Check again at the shop’s interval.',
    },
  ],
});

const ECCENTRIC_TENSION = shortForm(ECCENTRIC, {
  id: 'eccentric-tension',
  gather: ['long hex key', 'second key', 'thread-locker', 'rag', 'tape'],
  minutes: [10, 20],
  steps: [
    'mark',
    'found',
    'pinch-slack',
    'raise',
    'tension',
    'pinch',
    'locker',
    'again',
    'faces',
    'without-propeller',
    'propeller',
    'line',
    'pair',
  ],
});

const PRELOAD_MARKS_TENSION = shortForm(PRELOAD_MARKS, {
  id: 'preload-marks-tension',
  gather: ['large wrench', 'wrench for the adjuster', 'phone', 'rule', 'marker'],
  minutes: [15, 30],
  steps: [
    found(
      'Measure the distance between the preload marks, and the tension by a tap, as found.',
      length('Between the marks', 'at rest'),
      force('Tension', 'at rest'),
    ),
    { id: 'nut-slack', stage: 'fit', text: 'Set the clamping nut as the manual states, so that the adjuster moves.' },
    {
      id: 'preload',
      stage: 'set',
      instrument: 'tension',
      text: 'Move the idler against the slack side until the marks meet. Read the tension by a tap and save it with the marks.',
      reads: [force('Tension', 'at rest')],
    },
    {
      id: 'nut-tight',
      stage: 'set',
      changes: 'clamped',
      text: 'Hold the adjuster and tighten the clamping nut. Check that the marks still meet.',
      hold: true,
      torque: true,
    },
    {
      id: 'again',
      stage: 'set',
      instrument: 'tension',
      text: 'Measure the tension again with the nut tight.',
      reads: [force('Tension', 'at rest')],
      loop: 'preload',
    },
    {
      id: 'gaps-under',
      stage: 'set',
      instrument: 'alignment',
      text: 'Measure the gaps under tension: the bracket bends.',
      reads: [length('Largest gap')],
    },
    'tied-down',
    {
      id: 'record',
      stage: 'book',
      text: 'Record tap frequency, distance between the marks, and gaps. Check again after the first hour, the first day, and each oil change.',
    },
  ],
});

const ACCESSORY_TENSION = shortForm(ACCESSORY, {
  id: 'accessory-tension',
  gather: ['wrenches or sockets', 'bar', 'straight edge', 'phone or push scale'],
  minutes: [15, 25],
  steps: [
    'lead-before-wire',
    'turn-arrow',
    { id: 'guards-off', stage: 'fit', text: 'Remove the guards over the belt.', off: ['Guards', 'Guard fasteners'] },
    found('Measure the tension as found.', force('Tension', 'at rest')),
    {
      id: 'bolts-slack',
      stage: 'fit',
      text: 'Loosen the slot bolt and the pivot bolt until the unit moves. Leave the belt on.',
    },
    'tension',
    'both-bolts',
    {
      id: 'all-tight',
      stage: 'set',
      instrument: 'alignment',
      text: 'Measure the offset again with everything tight.',
      reads: [length('Offset')],
    },
    'two-rounds',
    { id: 'guards-on', stage: 'fit', text: 'Refit the guards.', on: ['Guards', 'Guard fasteners'], hold: true },
    'run',
    { id: 'record', stage: 'book', text: 'Record the tension before and after. Plan the next check.' },
  ],
});

/** Tension set without a new belt, for each drive with a locked tension. */
export const TENSION_ONLY: readonly Procedure[] = [
  REEL_TENSION,
  TWIN_RODS_TENSION,
  ECCENTRIC_TENSION,
  PRELOAD_MARKS_TENSION,
  ACCESSORY_TENSION,
];
