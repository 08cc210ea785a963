import type { Adjuster } from '../drive';
import type { Misalignment, RimGaps } from './straight-edge';

/** A bolt or stud of the pulley unit, with its position relative to the pulley centre, mm. */
export interface Support {
  readonly id: string;
  /** `x` is along the line of centres, away from the reference pulley. `y` is across it, up. */
  readonly x: number;
  readonly y: number;
}

/** Correction at one support. */
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
 * Forward movement of each support that puts the pulley into the reference plane: offset + x·tan(skew) + y·tan(lean).
 * @param thread of nuts on studs; null for shims
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

/** Turns of one of two rods that remove the skew of the unit. */
export interface RodTurn {
  readonly rod: string;
  /** Flats to tighten, at least 0. The rod that must be shortened is chosen. */
  readonly flats: number;
  /** By how much the middle of the pulley is drawn along with it, mm: it tightens the belt. */
  readonly middleMm: number;
  /** Remaining skew after whole flats, degrees. */
  readonly leftDeg: number;
}

/**
 * Correction by twin rods, which pull the unit at both sides of its pulley. Shortening one by m turns the unit by
 * atan(m/distance). The far rim moves towards the opposite side, and the centre moves by its share.
 * @param edgeSide side of the straight edge, seen along the pull
 * @returns null if the skew is below half a flat, or if the two rods have no distance
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
  // The far rim is behind the edge. The rod on the other side is shortened, which swings the far rim forward.
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

/** Direction in which one belt alone moved in a short run, compared with the gaps. */
export const TRACKS = ['towards-edge', 'away-from-edge', 'stays'] as const;
export type Track = (typeof TRACKS)[number];

/**
 * Compares a tracking run with the gaps. The gaps are wrong if a belt moves although they show alignment, or stays
 * although they show misalignment.
 */
export const trackAgrees = (track: Track, withinLimit: boolean): boolean => (track === 'stays') === withinLimit;

/** Largest distance of a rim from a straight edge, mm. */
export const LARGEST_GAP_MM = 100;

/** Gaps that cannot all be: the field and what to do. */
export function refuseGaps(gaps: RimGaps): { readonly field: keyof RimGaps; readonly problem: string } | null {
  for (const field of ['near', 'far', 'above', 'below'] as const)
    if (Math.abs(gaps[field] ?? 0) > LARGEST_GAP_MM) return { field, problem: 'Enter the gap from the straight edge to the rim.' };
  if ((gaps.above === null) !== (gaps.below === null))
    return { field: gaps.above === null ? 'above' : 'below', problem: 'Measure both rims across the line of centres, or neither.' };
  return null;
}
