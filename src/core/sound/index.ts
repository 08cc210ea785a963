export { hearTap } from './tap-meter';
export type { HeardTap, TapHeard, TapOptions, TapReason } from './tap-meter';
export { soundPicture } from './picture';
export type { SoundPicture } from './picture';
export { hearTimes } from './running/hear-times';
export type { CycleSigns, HeardTime, TimesHeard, TimesOptions, TimesReason } from './running/hear-times';
