import type { CauseId } from './causes';

/** Parts replaced by the previous mechanic, and the causes that this would have repaired. */
export interface PriorWork {
  /** Words of which one is enough. */
  readonly words: readonly string[];
  readonly causes: readonly CauseId[];
}

/** General trade knowledge: a new part corrects faults of the part, but not its setting or its mounting. */
export const PRIOR_WORK: readonly PriorWork[] = [
  { words: ['belt', 'belts'], causes: ['belt-worn', 'belt-glazed'] },
  { words: ['idler', 'idlers', 'tensioner'], causes: ['idler-tips', 'idler-seized'] },
  { words: ['spindle', 'spindles'], causes: ['spindle-worn'] },
  { words: ['bearing', 'bearings'], causes: ['idler-tips', 'spindle-worn'] },
  { words: ['spring', 'springs'], causes: ['spring-weak', 'spring-off', 'hook-worn'] },
  { words: ['cable', 'cables'], causes: ['cable-stretched', 'cable-stiff'] },
  { words: ['keeper', 'keepers', 'finger', 'fingers'], causes: ['keeper-off'] },
  { words: ['brake', 'brakes'], causes: ['brake-worn'] },
  { words: ['clutch'], causes: ['clutch-weak', 'clutch-drags'] },
  { words: ['blade', 'blades'], causes: ['blade-strike'] },
  { words: ['pulley', 'pulleys', 'sheave', 'sheaves'], causes: ['groove-worn', 'rim-bent'] },
  { words: ['roller', 'rollers', 'weights'], causes: ['rollers-worn', 'roller-out'] },
  { words: ['slide', 'slides'], causes: ['slides-worn'] },
  { words: ['shoe', 'shoes'], causes: ['shoes-worn'] },
];
