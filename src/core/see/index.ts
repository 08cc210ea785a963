export { rimAtTap, type MarkedRim } from './one-tap';
export { newSeeing, see, seeAll } from './see';
export type { Picture } from './edges';
export type { Ellipse } from './refine';
export type { SeenRim, SeeReason } from './see';
