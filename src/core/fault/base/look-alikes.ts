import type { CauseId } from './causes';
import type { CheckId } from './checks';

/** Causes that look alike to whoever only hears the complaint, and what splits them for the least work. */
export interface LookAlike {
  readonly causes: readonly CauseId[];
  /** In the order in which they are made. */
  readonly checks: readonly CheckId[];
  readonly how: string;
}

/** General trade knowledge. The first that holds both is meant. */
export const LOOK_ALIKES: readonly LookAlike[] = [
  {
    causes: ['cable-stretched', 'belt-worn', 'arm-stiff', 'spring-weak'],
    checks: ['arm-travel', 'spring-stretches'],
    how: 'The arm through its travel first: a minute, and it mends one of them. Then the spring: one that does not stretch points to the cable, one that stretches well and slips still to belt or groove.',
  },
  {
    causes: ['belt-worn', 'groove-worn'],
    checks: ['belt-depth'],
    how: 'Lay a new belt in the groove: one that sits on the bottom still is the groove’s doing.',
  },
  {
    causes: ['habit', 'belt-worn', 'cable-stretched', 'arm-stiff', 'spring-weak', 'belt-glazed', 'overloaded'],
    checks: ['engagement-time'],
    how: 'Engage it yourself, briskly and at full throttle: prompt then, it is how it is engaged.',
  },
  {
    causes: ['brake-not-landing', 'keeper-near', 'clutch-drags', 'wrong-cover', 'brake-worn'],
    checks: ['brake-released', 'keeper-gap'],
    how: 'See where the brake stands; then turn the driven pulley by hand with the belt lifted clear: what drags still is not the belt.',
  },
  {
    causes: ['idler-tips', 'idler-stand-bent', 'stack-height', 'keeper-off', 'brake-not-landing', 'over-run', 'spindle-worn'],
    checks: ['brake-released', 'idler-tip', 'idler-lean', 'stack-order', 'keeper-gap'],
    how: 'The brake needs nothing off: look there first. Then belt and covers off once, and bearing, lean, stack and keeper together.',
  },
  {
    causes: ['stack-clamps-shell', 'stack-height', 'idler-seized'],
    checks: ['idler-binds', 'stack-order'],
    how: 'After a new idler: does it turn loose and bind when tight, and do the parts lie as the diagram has them?',
  },
  {
    causes: ['cord-pulled', 'idler-tips', 'keeper-off', 'belt-twisted'],
    checks: ['belt-flat'],
    how: 'Roll the belt itself on a flat board: one that was thrown or pried on once may jump though all else is sound.',
  },
  {
    causes: ['attachment-off', 'link-left-in', 'belt-too-long', 'low-tension-by-design'],
    checks: ['attachment-on', 'holding-link'],
    how: 'Is everything mounted, is the holding link stowed, and what do the numbers say: half a minute each, in that order.',
  },
  {
    causes: ['idler-seized', 'spindle-bound', 'brake-drags', 'belt-burnt-flat'],
    checks: ['brake-engaged', 'spindle-bound', 'idler-spin'],
    how: 'Burnt where a pulley stood, or where the brake rubbed: see the brake engaged, then turn spindle and idler by hand.',
  },
  {
    causes: ['rollers-worn', 'slides-worn', 'faces-ridged', 'splines-worn', 'roller-out', 'faces-greasy'],
    checks: ['cvt-rollers', 'cvt-slides', 'cvt-splines', 'cvt-faces'],
    how: 'One teardown shows all: rollers, slides, splines and faces together.',
  },
  {
    causes: ['cvt-belt-narrow', 'rollers-worn', 'rear-cam-weak', 'slides-worn'],
    checks: ['cvt-width', 'cvt-rear-twist'],
    how: 'The belt’s width asks for the cover only; measure it before a sheave comes off.',
  },
  {
    causes: ['grooves-off-line', 'shafts-not-parallel', 'idler-tips', 'rods-unlike'],
    checks: ['idler-tip', 'line-gaps', 'tracking-run'],
    how: 'First the bearing in the hand, then the straight edge; the tracking run where each belt can run alone.',
  },
];

/** What splits two causes; null where nothing of it is known. */
export const splitOf = (one: string, other: string): LookAlike | null =>
  LOOK_ALIKES.find(({ causes }) => (causes as readonly string[]).includes(one) && (causes as readonly string[]).includes(other)) ?? null;
