import type { Belt, Drive } from '@/core/drive';

export type Stop = Belt['route'][number];
export type Routed = Pick<Drive['pulleys'][number], 'id' | 'label' | 'role' | 'face'>;

/** Which side touches a pulley that is put on a route: the back on a flat idler, else the V. */
export const usualStop = ({ id, role, face }: Routed): Stop => ({
  pulley: id,
  contact: role === 'idler' && face === 'flat' ? 'back' : 'v',
});
