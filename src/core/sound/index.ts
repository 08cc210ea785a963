export { hearTap } from './tap-meter';
export type { HeardTap, TapHeard, TapOptions, TapReason } from './tap-meter';
export { soundPicture } from './picture';
export type { SoundPicture } from './picture';
export { tapSound, QUIET_SCENE } from './tapper';
export type { Strike, TapScene } from './tapper';
export { drawScene, SCENE_KINDS } from './scenes';
export type { SceneKind } from './scenes';
