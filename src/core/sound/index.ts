export { hearTap } from './tap-meter';
export type { HeardTap, TapHeard, TapOptions, TapReason } from './tap-meter';
export { soundPicture } from './picture';
export type { SoundPicture } from './picture';
export { tapSound, QUIET_SCENE } from './tap-synthesis';
export type { Strike, TapScene } from './tap-synthesis';
export { drawScene, SCENE_KINDS } from './scenes';
export type { SceneKind } from './scenes';
