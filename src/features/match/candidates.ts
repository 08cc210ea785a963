import { convertLength, findSection } from '@/core/belt';
import {
  sectionOf,
  statedPitchLength,
  type Candidate,
  type Drive,
  type LengthWindow,
  type MatchedBelt,
  type RunningSettings,
} from '@/core/drive';
import type { BeltBooked } from '@/core/job';
import type { ShelfBelt } from '@/db';
import type { Units } from '@/ui/units';
import { missOf } from './words';

/** A shelf row as the matcher takes it. */
export const candidateOf = (belt: ShelfBelt): Candidate =>
  belt.designation !== null
    ? { id: String(belt.id), designation: belt.designation }
    : { id: String(belt.id), section: belt.section ?? 'A', lengthMm: belt.lengthMm ?? 0, reference: belt.lengthReference ?? 'outside' };

/** What a shelf row is called: its number, or its section, length and the line round the belt that the length was taken along. */
export const beltName = (belt: Pick<ShelfBelt, 'designation' | 'section' | 'lengthTyped' | 'lengthReference'>): string =>
  belt.designation ?? [belt.section, belt.lengthTyped, belt.lengthReference].filter(Boolean).join(' ');

/** Outside length of the belt that the drive is drawn with, mm; null where it names none. */
export function ownOutsideMm(drive: Drive, beltId: string): number | null {
  const belt = drive.belts.find((b) => b.id === beltId);
  const pitch = belt ? statedPitchLength(belt) : null;
  return belt && pitch !== null ? convertLength(pitch, 'pitch', 'outside', sectionOf(belt)) : null;
}

/** How many belts of one kind stand side by side in place of the drive's own: one, unless it runs on several and this is a single one. */
export function piecesOf(drive: Drive, beltId: string, matched: Pick<MatchedBelt, 'count' | 'section'>): number {
  const own = drive.belts.find((b) => b.id === beltId)?.count ?? 1;
  return matched.count === 1 && findSection(matched.section)?.family !== 'ribbed' ? own : 1;
}

/**
 * A belt of the very section and length that the drive asks for, as against a substitute; where the drive runs on several single belts there must
 * be as many of this kind to hand.
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

/** What the belt of a drive is called: its number, or section and length as this person reads lengths. */
export function beltSize(
  belt: { section: string; designation?: string | null | undefined; length?: { value: number; reference: string } | null | undefined },
  { show }: Pick<Units, 'show'>,
): string {
  if (belt.designation) return belt.designation;
  return belt.length ? `${belt.section} ${show(belt.length.value, 'length')} ${belt.length.reference}` : belt.section;
}

/** The belt that a drive asks for, as data: by number, or by section and length; null where it names none. */
export function askedOf(drive: Drive, beltId: string): BeltBooked['insteadOf'] {
  const belt = drive.belts.find((b) => b.id === beltId);
  if (!belt || (belt.designation === undefined && belt.length === undefined)) return null;
  return { designation: belt.designation ?? null, section: belt.section, length: belt.length ?? null };
}

/** Name of the belt that the drive asks for; null where it names none. */
export function askedFor(drive: Drive, beltId: string, units: Pick<Units, 'show'>): string | null {
  const belt = drive.belts.find((b) => b.id === beltId);
  return belt && (belt.designation || belt.length) ? beltSize(belt, units) : null;
}

/** Exact belts first where they run, then by the matcher's order; what there is too little of to hand last within the same verdict. */
export function inOrder(drive: Drive, beltId: string, belts: readonly MatchedBelt[], quantity: (id: string) => number): MatchedBelt[] {
  const rank = (b: MatchedBelt) => {
    if (!runsOn(b)) return 3;
    const enough = quantity(b.id) >= piecesOf(drive, beltId, b);
    return enough ? (isExact(drive, beltId, b, quantity(b.id)) ? 0 : 1) : 2;
  };
  return [...belts].sort((a, b) => rank(a) - rank(b));
}

export const runsOn = (b: Pick<MatchedBelt, 'verdict'>): boolean => b.verdict === 'fits' || b.verdict === 'marginal';

/** Belts that miss the window by this much or less are near misses, mm. */
const NEAR_MM = 26;

/** Belts in three groups: those that run, those that nearly do or would at another setting, and the hopeless, in the order given. */
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
