import { convertLength, findSection } from '../core/belt';
import {
  sectionOf,
  statedPitchLength,
  type Candidate,
  type Drive,
  type LengthWindow,
  type MatchedBelt,
  type RunningSettings,
} from '../core/drive';
import type { BeltBooked } from '../core/job';
import type { ShelfBelt } from '../contract/records';
import type { Dimension } from '../core/quantity';

/** Prints values in the units of a person. */
interface Printer {
  readonly show: (value: number, dimension: Dimension) => string;
}

/** A shelf row as the matcher takes it. */
export const candidateOf = (belt: ShelfBelt): Candidate =>
  belt.designation !== null
    ? { id: String(belt.id), designation: belt.designation }
    : { id: String(belt.id), section: belt.section ?? 'A', lengthMm: belt.lengthMm ?? 0, reference: belt.lengthReference ?? 'outside' };

/** Name of a stock row: its number, or section, length and reference line. */
export const beltName = (belt: Pick<ShelfBelt, 'designation' | 'section' | 'lengthTyped' | 'lengthReference'>): string =>
  belt.designation ?? [belt.section, belt.lengthTyped, belt.lengthReference].filter(Boolean).join(' ');

/** Outside length of the belt that the drive is drawn with, mm; null where it names none. */
export function ownOutsideMm(drive: Drive, beltId: string): number | null {
  const belt = drive.belts.find((b) => b.id === beltId);
  const pitch = belt ? statedPitchLength(belt) : null;
  return belt && pitch !== null ? convertLength(pitch, 'pitch', 'outside', sectionOf(belt)) : null;
}

/** Number of parallel belts of one kind for this drive: one, unless the drive runs on several single belts. */
export function piecesOf(drive: Drive, beltId: string, matched: Pick<MatchedBelt, 'count' | 'section'>): number {
  const own = drive.belts.find((b) => b.id === beltId)?.count ?? 1;
  return matched.count === 1 && findSection(matched.section)?.family !== 'ribbed' ? own : 1;
}

/**
 * True for a belt with the section and length of the drive. For a drive with several single belts, enough of this kind
 * must be in stock.
 */
export function isExact(
  drive: Drive,
  beltId: string,
  matched: Pick<MatchedBelt, 'section' | 'outsideMm' | 'count'>,
  quantity = Infinity,
): boolean {
  const belt = drive.belts.find((b) => b.id === beltId);
  const own = ownOutsideMm(drive, beltId);
  if (belt === undefined || own === null || belt.section !== matched.section || Math.abs(own - matched.outsideMm) >= 0.5) return false;
  return quantity >= piecesOf(drive, beltId, matched);
}

/** Name of the belt of a drive: its number, or section and length in the units of this person. */
export function beltSize(
  belt: { section: string; designation?: string | null | undefined; length?: { value: number; reference: string } | null | undefined },
  { show }: Printer,
): string {
  if (belt.designation) return belt.designation;
  return belt.length ? `${belt.section} ${show(belt.length.value, 'length')} ${belt.length.reference}` : belt.section;
}

/** The belt of a drive as data: by number, or by section and length. Null if it names none. */
export function askedOf(drive: Drive, beltId: string): BeltBooked['insteadOf'] {
  const belt = drive.belts.find((b) => b.id === beltId);
  if (!belt || (belt.designation === undefined && belt.length === undefined)) return null;
  return { designation: belt.designation ?? null, section: belt.section, length: belt.length ?? null };
}

/** Name of the belt of a drive. Null if it names none. */
export function askedFor(drive: Drive, beltId: string, units: Printer): string | null {
  const belt = drive.belts.find((b) => b.id === beltId);
  return belt && (belt.designation || belt.length) ? beltSize(belt, units) : null;
}

/**
 * Exact belts first if they run, then the order of the matcher. Belts with too few pieces are last within the same
 * verdict.
 */
export function inOrder(drive: Drive, beltId: string, belts: readonly MatchedBelt[], quantity: (id: string) => number): MatchedBelt[] {
  const rank = (b: MatchedBelt) => {
    if (!runsOn(b)) return 3;
    const enough = quantity(b.id) >= piecesOf(drive, beltId, b);
    return enough ? (isExact(drive, beltId, b, quantity(b.id)) ? 0 : 1) : 2;
  };
  return [...belts].sort((a, b) => rank(a) - rank(b));
}

/** True for a belt that grips and releases, with or without a margin. */
export const runsOn = (b: Pick<MatchedBelt, 'verdict'>): boolean => b.verdict === 'fits' || b.verdict === 'marginal';

/** Distance of a belt from the window, mm: below 0 if it is too short, above 0 if too long. Null if it is inside, or there is no window. */
export function missOf(belt: Pick<MatchedBelt, 'outsideMm' | 'tooShort' | 'tooLong'>, window: LengthWindow): number | null {
  if (belt.tooShort && window.releaseMinMm !== null && Number.isFinite(window.releaseMinMm) && belt.outsideMm < window.releaseMinMm)
    return belt.outsideMm - window.releaseMinMm;
  if (belt.tooLong && window.gripMaxMm !== null && Number.isFinite(window.gripMaxMm) && belt.outsideMm > window.gripMaxMm)
    return belt.outsideMm - window.gripMaxMm;
  return null;
}

/** Belts that miss the window by this much or less are near misses, mm. */
const NEAR_MM = 26;

/**
 * Belts in three groups, in the input order: those that run, those that nearly run or run at another setting, and the
 * others.
 */
export function inGroups(
  belts: readonly MatchedBelt[],
  window: LengthWindow,
  rescues: Readonly<Record<string, readonly RunningSettings[]>>,
): { readonly run: MatchedBelt[]; readonly near: MatchedBelt[]; readonly hopeless: MatchedBelt[] } {
  const near = (b: MatchedBelt) => {
    if (b.verdict === 'wrong-section') return false;
    if (rescues[b.id]?.some((r) => r.ranges.length > 0)) return true;
    const miss = missOf(b, window);
    return miss !== null && Math.abs(miss) <= NEAR_MM;
  };
  const away = (b: MatchedBelt) => Math.abs(missOf(b, window) ?? 0);
  return {
    run: belts.filter(runsOn),
    near: belts.filter((b) => !runsOn(b) && near(b)).sort((a, b) => away(a) - away(b)),
    hopeless: belts.filter((b) => !runsOn(b) && !near(b)),
  };
}
