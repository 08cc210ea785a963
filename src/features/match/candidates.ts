import { convertLength } from '@/core/belt';
import { sectionOf, statedPitchLength, type Candidate, type Drive, type MatchedBelt } from '@/core/drive';
import type { ShelfBelt } from '@/db';
import type { Units } from '@/ui/units';

/** A shelf row as the matcher takes it. */
export const candidateOf = (belt: ShelfBelt): Candidate =>
  belt.designation !== null
    ? { id: String(belt.id), designation: belt.designation }
    : { id: String(belt.id), section: belt.section ?? 'A', lengthMm: belt.lengthMm ?? 0, reference: belt.lengthReference ?? 'outside' };

/** What a shelf row is called. */
export const beltName = (belt: Pick<ShelfBelt, 'designation' | 'section' | 'lengthTyped'>): string =>
  belt.designation ?? `${belt.section} ${belt.lengthTyped ?? ''}`.trim();

/** Outside length of the belt that the drive is drawn with, mm; null where it names none. */
export function ownOutsideMm(drive: Drive, beltId: string): number | null {
  const belt = drive.belts.find((b) => b.id === beltId);
  const pitch = belt ? statedPitchLength(belt) : null;
  return belt && pitch !== null ? convertLength(pitch, 'pitch', 'outside', sectionOf(belt)) : null;
}

/** A belt of the very section and length that the drive asks for, as against a substitute. */
export function isExact(drive: Drive, beltId: string, matched: Pick<MatchedBelt, 'section' | 'outsideMm'>): boolean {
  const belt = drive.belts.find((b) => b.id === beltId);
  const own = ownOutsideMm(drive, beltId);
  return belt !== undefined && own !== null && belt.section === matched.section && Math.abs(own - matched.outsideMm) < 0.5;
}

/** What the belt of a drive is called: its number, or section and length as this person reads lengths. */
export function beltSize(
  belt: { section: string; designation?: string | null | undefined; length?: { value: number; reference: string } | null | undefined },
  { show }: Pick<Units, 'show'>,
): string {
  if (belt.designation) return belt.designation;
  return belt.length ? `${belt.section} ${show(belt.length.value, 'length')} ${belt.length.reference}` : belt.section;
}

/** Name of the belt that the drive asks for; null where it names none. */
export function askedFor(drive: Drive, beltId: string, units: Pick<Units, 'show'>): string | null {
  const belt = drive.belts.find((b) => b.id === beltId);
  return belt && (belt.designation || belt.length) ? beltSize(belt, units) : null;
}

/** Exact belts first where they run, then by the matcher's order; empty bins last within the same verdict. */
export function inOrder(drive: Drive, beltId: string, belts: readonly MatchedBelt[], quantity: (id: string) => number): MatchedBelt[] {
  const runs = (b: MatchedBelt) => b.verdict === 'fits' || b.verdict === 'marginal';
  const rank = (b: MatchedBelt) => (runs(b) && quantity(b.id) > 0 ? (isExact(drive, beltId, b) ? 0 : 1) : runs(b) ? 2 : 3);
  return [...belts].sort((a, b) => rank(a) - rank(b));
}
