import type { CauseId } from './causes';
import type { CheckId } from './checks';

/** Causes with the same complaint, and the checks that separate them with the least work. */
export interface LookAlike {
  readonly causes: readonly CauseId[];
  /** In working order. */
  readonly checks: readonly CheckId[];
  readonly how: string;
}

/** General trade knowledge. The first entry with both causes applies. */
export const LOOK_ALIKES: readonly LookAlike[] = [
  {
    causes: ['cable-stretched', 'belt-worn', 'arm-stiff', 'spring-weak'],
    checks: ['arm-travel', 'spring-stretches'],
    how: 'Move the arm through its travel first. This takes a minute. Then watch the spring. If it does not stretch, suspect the cable. If it stretches and the belt still slips, suspect the belt or a groove.',
  },
  {
    causes: ['belt-worn', 'groove-worn'],
    checks: ['belt-depth'],
    how: 'Put a new belt in the groove. If it also sits on the bottom, the groove is worn.',
  },
  {
    causes: ['habit', 'belt-worn', 'cable-stretched', 'arm-stiff', 'spring-weak', 'belt-glazed', 'overloaded'],
    checks: ['engagement-time'],
    how: 'Engage it yourself, briskly and at full throttle. If it engages promptly, the method of engaging is the cause.',
  },
  {
    causes: ['brake-not-landing', 'keeper-near', 'clutch-drags', 'wrong-cover', 'brake-worn'],
    checks: ['brake-released', 'keeper-gap'],
    how: 'Check whether the brake is on. Then lift the belt clear and turn the driven pulley by hand. If it still drags, the belt is not the cause.',
  },
  {
    causes: ['idler-tips', 'idler-stand-bent', 'stack-height', 'keeper-off', 'brake-not-landing', 'over-run', 'spindle-worn'],
    checks: ['brake-released', 'idler-tip', 'idler-lean', 'stack-order', 'keeper-gap'],
    how: 'Check the brake first: it needs no part removed. Then remove covers and belt once, and check bearing, lean, stack and keeper together.',
  },
  {
    causes: ['stack-clamps-shell', 'stack-height', 'idler-seized'],
    checks: ['idler-binds', 'stack-order'],
    how: 'After a new idler: check that it turns with its bolt tight, and that the stack matches the diagram.',
  },
  {
    causes: ['cord-pulled', 'idler-tips', 'keeper-off', 'belt-twisted'],
    checks: ['belt-flat'],
    how: 'Roll the belt on a flat board. A belt that was thrown or pried on can jump although the drive is in good order.',
  },
  {
    causes: ['attachment-off', 'link-left-in', 'belt-too-long', 'low-tension-by-design'],
    checks: ['attachment-on', 'holding-link'],
    how: 'Check that everything is mounted, that the holding link is stowed, and then the calculated tension. Each takes half a minute.',
  },
  {
    causes: ['idler-seized', 'spindle-bound', 'brake-drags', 'belt-burnt-flat'],
    checks: ['brake-engaged', 'spindle-bound', 'idler-spin'],
    how: 'The belt was burnt by a stopped pulley or by the brake. Check the brake while engaged, then turn spindle and idler by hand.',
  },
  {
    causes: ['rollers-worn', 'slides-worn', 'faces-ridged', 'splines-worn', 'roller-out', 'faces-greasy'],
    checks: ['cvt-rollers', 'cvt-slides', 'cvt-splines', 'cvt-faces'],
    how: 'Dismantle once, and check rollers, slides, splines and faces together.',
  },
  {
    causes: ['cvt-belt-narrow', 'rollers-worn', 'rear-cam-weak', 'slides-worn'],
    checks: ['cvt-width', 'cvt-rear-twist'],
    how: 'Only the cover must come off to measure the belt width. Measure it before you remove a sheave.',
  },
  {
    causes: ['grooves-off-line', 'shafts-not-parallel', 'idler-tips', 'rods-unlike'],
    checks: ['idler-tip', 'line-gaps', 'tracking-run'],
    how: 'Check the bearing by hand first, then the alignment. Do a tracking run if each belt can run alone.',
  },
];

/** Checks that separate two causes; null where none are known. */
export const splitOf = (one: string, other: string): LookAlike | null =>
  LOOK_ALIKES.find(({ causes }) => (causes as readonly string[]).includes(one) && (causes as readonly string[]).includes(other)) ?? null;
