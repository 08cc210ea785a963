import { useCallback, useEffect, useRef, useState } from 'react';
import type { Ellipse, MarkedRim, SeenRim } from '@/core/see';
import type { NotebookPhoto } from '@/core/survey';
import { photoPixels } from '@/client/photo-pixels';
import { askRim } from '@/client/solver';
import type { Spot } from '@/ui/viewport';
import { markedRims, type PossibleRims } from './photo-marks';

/** State of the search for a rim around a tap. */
export type RimSearch = 'idle' | 'searching' | 'found' | 'unsure' | 'none' | 'unread';

/** A rim with less confidence than this is to be checked. */
const SURE = 0.4;
/** Finds rims on a photo. The search is of the latest tap. The photo is read beforehand. */
export function useRim(src: string) {
  const [search, setSearch] = useState<RimSearch>('idle');
  const latest = useRef(0);
  const scale = useRef<number | null>(null);
  useEffect(() => {
    scale.current = null;
    if (src === '') return;
    void rimAt(src, scale, null, []).catch(() => undefined);
  }, [src]);
  const find = useCallback(
    async (at: Spot, marks: NotebookPhoto['marks']): Promise<PossibleRims | null> => {
      const turn = ++latest.current;
      setSearch('searching');
      const ended = (how: RimSearch) => turn === latest.current && setSearch(how);
      try {
        const rim = (await rimAt(src, scale, at, markedRims(marks)))!;
        ended(!rim.ellipse ? 'none' : rim.confidence < SURE || rim.reason === 'two' ? 'unsure' : 'found');
        // Another rim is chosen by a person. It has the uncertainty of a mark by hand.
        return rim.ellipse && [{ ellipse: rim.ellipse, sd: rim.sd }, ...rim.others.map((ellipse) => ({ ellipse, sd: null }))];
      } catch {
        ended('unread');
        return null;
      }
    },
    [src],
  );
  return { search, find };
}

type Scale = { current: number | null };

/** The rim at a tap, in pixels of the photo. Null without a tap. @param scale reduced pixels per pixel, after the photo was read */
async function rimAt(src: string, scale: Scale, tap: Spot | null, marked: readonly MarkedRim[]): Promise<SeenRim | null> {
  const sized = ({ x, y, a, b, angle }: Ellipse, by: number): Ellipse => ({ x: x * by, y: y * by, a: a * by, b: b * by, angle });
  const asked = (by: number) => ({
    name: src,
    tap: tap && ([tap[0] * by, tap[1] * by] as const),
    marked: marked.map(({ ellipse, sd }) => ({ ellipse: sized(ellipse, by), sd: sd === null ? null : sd * by })),
  });
  let by = scale.current;
  let rim = by === null ? 'picture needed' : await askRim({ ...asked(by), picture: null });
  if (by === null || rim === 'picture needed') {
    const read = await photoPixels(src);
    by = scale.current = read.scale;
    rim = await askRim({ ...asked(by), picture: read.picture });
  }
  if (typeof rim === 'string') return null;
  return {
    ...rim,
    sd: rim.sd === null ? null : rim.sd / by,
    ellipse: rim.ellipse && sized(rim.ellipse, 1 / by),
    others: rim.others.map((e) => sized(e, 1 / by)),
  };
}
