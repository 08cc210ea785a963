import { useCallback, useEffect, useRef, useState } from 'react';
import type { Ellipse, SeenRim } from '@/core/see';
import type { NotebookPhoto } from '@/core/survey';
import { photoPixels } from '@/client/photo-pixels';
import { askRims } from '@/client/solver';
import type { Spot } from '@/ui/viewport';

/** State of the search for a rim around a tap. */
export type RimSearch = 'idle' | 'searching' | 'found' | 'unsure' | 'none' | 'unread';

/** A rim with the standard deviation of its middle, px. */
export interface FoundRim {
  readonly ellipse: Ellipse;
  readonly sd: number | null;
}

/** Possible rims around a tap, the most likely first. */
export type PossibleRims = readonly [FoundRim, ...FoundRim[]];

/** Middles of rims that are passed with a tap: they share its slant. */
const MOST_OTHERS = 2;
/** A rim with less confidence than this is to be checked. */
const SURE = 0.4;
/** A rim with less confidence than this is searched again without the slant of the others. */
const DOUBTFUL = 0.18;
/** Rims with a smaller deviation show the slant of the photo, as do rims set by hand. Share of the long half axis. */
const CLEAR_SD = 0.027;

/** Ellipses of marked rims that are certain enough to show the slant. */
export const clearRims = (marks: NotebookPhoto['marks']): Ellipse[] =>
  marks.flatMap(({ at: [x, y], radius, ellipse, sd }) =>
    radius === undefined || !ellipse || (sd !== undefined && sd > CLEAR_SD * radius) ? [] : [{ x, y, a: radius, ...ellipse }],
  );

/** Finds rims on a photo. The search is of the latest tap. The photo is read beforehand. */
export function useRim(src: string) {
  const [search, setSearch] = useState<RimSearch>('idle');
  const latest = useRef(0);
  const scale = useRef<number | null>(null);
  useEffect(() => {
    scale.current = null;
    if (src === '') return;
    void rimsOf(src, scale, [], []).catch(() => undefined);
  }, [src]);
  const find = useCallback(
    async (at: Spot, marks: NotebookPhoto['marks']): Promise<PossibleRims | null> => {
      const turn = ++latest.current;
      setSearch('searching');
      const ended = (how: RimSearch) => turn === latest.current && setSearch(how);
      try {
        const rim = await rimAt(src, scale, at, marks);
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

/** The rim at a tap. Rims that were found before show the slant. If they do not help, all slants are tried. */
async function rimAt(src: string, scale: Scale, at: Spot, marks: NotebookPhoto['marks']): Promise<SeenRim> {
  const known = clearRims(marks);
  const [first] = known.length > 0 ? await rimsOf(src, scale, [at], known) : [];
  if (first?.ellipse && first.confidence >= DOUBTFUL) return first;
  const others = marks.filter((m) => m.ellipse).map((m) => m.at);
  return (await rimsOf(src, scale, [at, ...others.slice(-MOST_OTHERS)], []))[0]!;
}

/** Rims at taps, in pixels of the photo. @param scale reduced pixels per pixel, once they are read */
async function rimsOf(src: string, scale: Scale, taps: readonly Spot[], known: readonly Ellipse[]): Promise<readonly SeenRim[]> {
  const sized = ({ x, y, a, b, angle }: Ellipse, by: number): Ellipse => ({ x: x * by, y: y * by, a: a * by, b: b * by, angle });
  const asked = (by: number) => ({
    name: src,
    taps: taps.map(([x, y]): Spot => [x * by, y * by]),
    known: known.map((e) => sized(e, by)),
  });
  let by = scale.current;
  let rims = by === null ? null : await askRims({ ...asked(by), picture: null });
  if (!rims) {
    const read = await photoPixels(src);
    by = scale.current = read.scale;
    rims = await askRims({ ...asked(by), picture: read.picture });
  }
  return rims!.map((rim) => ({
    ...rim,
    sd: rim.sd === null ? null : rim.sd / by!,
    ellipse: rim.ellipse && sized(rim.ellipse, 1 / by!),
    others: rim.others.map((e) => sized(e, 1 / by!)),
  }));
}
