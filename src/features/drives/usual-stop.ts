import type { Belt, Drive } from '@/core/drive';

export type Stop = Belt['route'][number];
export type Routed = Pick<Drive['pulleys'][number], 'id' | 'label' | 'role' | 'face'>;

/** Default side for a pulley on a route: the back on a flat idler, otherwise the V side. */
export const usualStop = ({ id, role, face }: Routed): Stop => ({
  pulley: id,
  contact: role === 'idler' && face === 'flat' ? 'back' : 'v',
});
