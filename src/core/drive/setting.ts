import type { Adjuster, Drive, SpringEnd } from './schema';

/** Settings of a drive. Omitted values are those of the drive file. */
export interface Setting {
  /** Position of each adjuster, by its id. */
  readonly adjusters?: Readonly<Record<string, number>>;
  /** Pitch length of each belt, mm, by its id: belts tried in place of the drive's own. */
  readonly pitchLengths?: Readonly<Record<string, number>>;
}

/** A drive as its file states it. */
export const STATED: Setting = {};

const RAD = Math.PI / 180;

/** Position of an adjuster. */
export function adjusterAt(drive: Drive, id: string, setting: Setting): number {
  return setting.adjusters?.[id] ?? drive.adjusters.find((a) => a.id === id)?.position ?? 0;
}

/** Where a spring's end is on the drawing, its adjuster's shift in it: x, y. */
export function endAt(drive: Drive, drawn: SpringEnd, setting: Setting): [number, number] {
  if (!drawn.adjuster) return [drawn.x, drawn.y];
  const shift = adjusterAt(drive, drawn.adjuster.id, setting);
  const direction = drawn.adjuster.direction * RAD;
  return [drawn.x + shift * Math.cos(direction), drawn.y + shift * Math.sin(direction)];
}

/** Unit of an adjuster position: degrees for an eccentric, otherwise mm. */
export function placeDimension({ tensioners }: Pick<Drive, 'tensioners'>, adjuster: Pick<Adjuster, 'tensioner'>): 'length' | 'angle' {
  return tensioners.find((t) => t.id === adjuster.tensioner)?.kind === 'pivot' ? 'angle' : 'length';
}
