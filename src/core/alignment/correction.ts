import type { Adjuster } from '../drive';
import type { Misalignment, RimGaps } from './straight-edge';

/** A bolt or stud that the pulley's unit stands on, by its place from the pulley's middle as one looks at the outer face, mm. */
export interface Support {
  readonly id: string;
  /** Along the line of centres, away from the pulley that the edge lies on; and across it, up. */
  readonly x: number;
  readonly y: number;
}

/** What to do at one support. */
export interface SupportMove {
  readonly id: string;
  /** Towards the edge where positive: a shim of that thickness behind it, or its nut run out so far; mm. */
  readonly mm: number;
  /** Whole turns and flats more of its nut, by the nearest flat; null where it is shimmed. Both negative the other way. */
  readonly turns: number | null;
  readonly flats: number | null;
}

/** Whole turns and the flats left over, of a screw, for a move. */
export function turnsAndFlats(mm: number, { pitch, flats }: { readonly pitch: number; readonly flats: number }) {
  const all = Math.round((mm / pitch) * flats);
  const turns = Math.trunc(all / flats);
  return { all, turns, flats: all - turns * flats };
}

const RAD = Math.PI / 180;

/**
 * How far each support has to come out so that the pulley stands in the reference's plane: what stands back comes forward,
 * offset + x·tan(skew) + y·tan(lean).
 * @param thread of nuts on studs; null where it is shimmed
 */
export function supportMoves(
  { offsetMm, skewDeg, leanDeg }: Misalignment,
  supports: readonly Support[],
  thread: { readonly pitch: number; readonly flats: number } | null,
): SupportMove[] {
  return supports.map(({ id, x, y }) => {
    const mm = offsetMm + x * Math.tan(skewDeg * RAD) + y * Math.tan((leanDeg ?? 0) * RAD);
    const turned = thread && turnsAndFlats(mm, thread);
    return { id, mm, turns: turned?.turns ?? null, flats: turned?.flats ?? null };
  });
}

/** One of two rods to be turned, so that the unit they pull no longer stands askew. */
export interface RodTurn {
  readonly rod: string;
  /** Flats that tighten it; never negative: the rod that has to be drawn in is the one chosen. */
  readonly flats: number;
  /** By how much the middle of the pulley is drawn along with it, mm: it tightens the belt. */
  readonly middleMm: number;
  /** What is left of the skew after whole flats, degrees. */
  readonly leftDeg: number;
}

/**
 * Twin rods pull the unit from either side of its pulley. Drawing one in by m turns the unit by atan(m/(apart)) and its pulley's far rim towards the
 * side that was drawn away from; the middle follows by its share.
 * @param edgeSide the hand on which the edge's face lies, seen along the pull
 * @returns null where it stands square already, to the nearest flat, or there are not two rods apart
 */
export function rodTurn(
  { skewDeg }: Pick<Misalignment, 'skewDeg'>,
  { pitch, flats, rods }: NonNullable<Adjuster['screw']>,
  edgeSide: 'left' | 'right',
): RodTurn | null {
  const byOffset = [...rods].sort((a, b) => a.offset - b.offset);
  const [left, right] = [byOffset[0], byOffset.at(-1)];
  if (!left || !right || !(right.offset > left.offset)) return null;
  const apart = right.offset - left.offset;
  // The far rim stands back, away from the edge: the rod on the other side is drawn in, which swings the far rim forward.
  const backSide = edgeSide === 'right' ? 'left' : 'right';
  const drawn = skewDeg > 0 ? backSide : edgeSide;
  const rod = drawn === 'left' ? left : right;
  const other = drawn === 'left' ? right : left;
  const needed = apart * Math.tan(Math.abs(skewDeg) * RAD);
  const count = Math.round((needed / pitch) * flats);
  if (count === 0) return null;
  const moved = (count * pitch) / flats;
  return {
    rod: rod.id,
    flats: count,
    middleMm: (moved * Math.abs(other.offset)) / apart,
    leftDeg: Math.sign(skewDeg) * (Math.abs(skewDeg) - Math.atan(moved / apart) / RAD),
  };
}

/** Which way one belt alone walked in a short run, and what that says beside the gaps. */
export const TRACKS = ['towards-edge', 'away-from-edge', 'stays'] as const;
export type Track = (typeof TRACKS)[number];

/**
 * Whether a tracking run and the gaps say the same. A belt that walks between pulleys that the gaps call true, or stays between such as they call
 * crooked, says that the gaps were read wrong.
 */
export const trackAgrees = (track: Track, withinLimit: boolean): boolean => (track === 'stays') === withinLimit;

/** A rim cannot stand further from an edge than this, mm. */
export const LARGEST_GAP_MM = 100;

/** Gaps that cannot all be: the field and what to do. */
export function refuseGaps(gaps: RimGaps): { readonly field: keyof RimGaps; readonly problem: string } | null {
  for (const field of ['near', 'far', 'above', 'below'] as const)
    if (Math.abs(gaps[field] ?? 0) > LARGEST_GAP_MM) return { field, problem: 'Enter the gap from the straight edge to the rim.' };
  if ((gaps.above === null) !== (gaps.below === null))
    return { field: gaps.above === null ? 'above' : 'below', problem: 'Read both rims across the line of centres, or neither.' };
  return null;
}
