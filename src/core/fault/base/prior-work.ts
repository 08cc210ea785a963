import type { CauseId } from './causes';

/** What whoever was at it before says he renewed, and which causes that would have mended. */
export interface PriorWork {
  /** Words of which one is enough, without their endings. */
  readonly words: readonly string[];
  readonly causes: readonly CauseId[];
}

/** General trade knowledge: a part renewed mends what is wrong with the part, and not how it is set or bolted up. */
export const PRIOR_WORK: readonly PriorWork[] = [
  { words: ['belt'], causes: ['belt-worn', 'belt-glazed'] },
  { words: ['idler', 'tensioner'], causes: ['idler-tips', 'idler-seized'] },
  { words: ['spindle', 'mandrel'], causes: ['spindle-worn'] },
  { words: ['bear'], causes: ['idler-tips', 'spindle-worn'] },
  { words: ['spring'], causes: ['spring-weak', 'spring-off', 'hook-worn'] },
  { words: ['cable'], causes: ['cable-stretched', 'cable-stiff'] },
  { words: ['keeper', 'finger'], causes: ['keeper-off'] },
  { words: ['brak'], causes: ['brake-worn'] },
  { words: ['clutch'], causes: ['clutch-weak', 'clutch-drags'] },
  { words: ['blad'], causes: ['blade-strike'] },
  { words: ['pulley', 'sheav'], causes: ['groove-worn', 'rim-bent'] },
  { words: ['roller', 'weight'], causes: ['rollers-worn', 'roller-out'] },
  { words: ['slid'], causes: ['slides-worn'] },
  { words: ['sho'], causes: ['shoes-worn'] },
];
