import { useCallback, useRef, useState } from 'react';
import type { Ellipse, SeenRim } from '@/core/see';
import { photoPixels } from '@/client/photo-pixels';
import { askRims } from '@/client/solver';
import type { Spot } from '@/ui/viewport';

/** A rim with the standard deviation of its middle, px. */
export interface FoundRim {
  readonly ellipse: Ellipse;
  readonly sd: number | null;
}

/** State of the search for a rim around a tap. */
export type RimSearch = 'idle' | 'searching' | 'found' | 'unsure' | 'none' | 'unread';

/** Rims of the same photo that are passed with a tap: they share its slant. */
const MOST_OTHERS = 2;
/** A rim with less confidence than this is to be checked. */
const SURE = 0.3;

/** Finds rims on a photo. The search is of the latest tap. */
export function useRim(src: string) {
  const [search, setSearch] = useState<RimSearch>('idle');
  const latest = useRef(0);
  const scale = useRef<number | null>(null);
  const find = useCallback(
    async (at: Spot, others: readonly Spot[]): Promise<FoundRim | null> => {
      const turn = ++latest.current;
      setSearch('searching');
      const ended = (how: RimSearch) => turn === latest.current && setSearch(how);
      try {
        const rim = await rimAt(src, scale, [at, ...others.slice(-MOST_OTHERS)]);
        ended(!rim.ellipse ? 'none' : rim.confidence < SURE || rim.reason === 'two' ? 'unsure' : 'found');
        return rim.ellipse && { ellipse: rim.ellipse, sd: rim.sd };
      } catch {
        ended('unread');
        return null;
      }
    },
    [src],
  );
  return { search, find };
}

/** The rim at the first of the taps, in pixels of the photo. @param scale reduced pixels per pixel, once they are read */
async function rimAt(src: string, scale: { current: number | null }, taps: readonly Spot[]): Promise<SeenRim> {
  const reduced = (by: number) => taps.map(([x, y]): Spot => [x * by, y * by]);
  let by = scale.current;
  let rims = by === null ? null : await askRims({ name: src, picture: null, taps: reduced(by) });
  if (!rims) {
    const read = await photoPixels(src);
    by = scale.current = read.scale;
    rims = await askRims({ name: src, picture: read.picture, taps: reduced(by) });
  }
  const rim = rims![0]!;
  const e = rim.ellipse;
  return {
    ...rim,
    sd: rim.sd === null ? null : rim.sd / by!,
    ellipse: e && { x: e.x / by!, y: e.y / by!, a: e.a / by!, b: e.b / by!, angle: e.angle },
  };
}
