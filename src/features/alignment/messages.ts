import type { Misalignment, RodTurn, SupportMove, Track } from '@/core/alignment';
import type { Aligned } from '@/core/job';

export const WHEN_WORDS: Readonly<Record<Aligned['when'], string>> = {
  found: 'As found',
  set: 'Before the tension is set',
  tight: 'Final, with everything tight',
};
export const CUT_WORDS: Readonly<Record<Aligned['cut'], string>> = { any: 'At any height', lowest: 'Lowest cut', highest: 'Highest cut' };
export const TRACK_WORDS: Readonly<Record<Track, string>> = {
  'towards-edge': 'Moves towards the side of the edge',
  'away-from-edge': 'Moves away from it',
  stays: 'Stays in place',
};
export const BY_WORDS: Readonly<Record<Aligned['by'], string>> = { 'straight-edge': 'Straight edge', string: 'String' };

const degrees = (deg: number) => `${Math.abs(deg).toFixed(2)}°`;

/** Offset and angles of a pulley, in words. @param caliper prints mm */
export function alignmentSentence(
  { offsetMm, skewDeg, leanDeg }: Pick<Misalignment, 'offsetMm' | 'skewDeg' | 'leanDeg'>,
  caliper: (mm: number) => string,
): string {
  const parts = [
    Math.abs(offsetMm) < 0.05 ? 'in line' : `${caliper(Math.abs(offsetMm))} ${offsetMm > 0 ? 'behind' : 'in front of'} the edge`,
    Math.abs(skewDeg) < 0.005 ? '' : `turned ${degrees(skewDeg)}, its ${skewDeg > 0 ? 'far' : 'near'} rim back`,
    leanDeg === null || Math.abs(leanDeg) < 0.005 ? '' : `leaning ${degrees(leanDeg)}, its ${leanDeg > 0 ? 'upper' : 'lower'} rim back`,
  ];
  return parts.filter((p) => p !== '').join('; ');
}

/** “Pull in left rod by 1 turn and 2 flats”, without a full stop. */
export function rodWords({ flats }: RodTurn, label: string, perTurn: number): string {
  return `Pull in ${label.charAt(0).toLowerCase()}${label.slice(1)} by ${turnsWords(Math.floor(flats / perTurn), flats % perTurn)}`;
}

export function turnsWords(turns: number, flats: number): string {
  const count = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`;
  if (turns === 0) return count(flats, 'flat');
  return flats === 0 ? count(turns, 'turn') : `${count(turns, 'turn')} and ${count(flats, 'flat')}`;
}

/** “Shim 0.8 mm” or “run its nut out by 2 flats”. */
export function supportWords({ mm, turns, flats }: SupportMove, caliper: (mm: number) => string): string {
  if (turns === null || flats === null)
    return mm > 0.05 ? `shim ${caliper(mm)}` : mm < -0.05 ? `remove ${caliper(-mm)} of shim` : 'no change';
  if (turns === 0 && flats === 0) return 'no change';
  return `run its nut ${mm > 0 ? 'out' : 'in'} by ${turnsWords(Math.abs(turns), Math.abs(flats))}`;
}

export const gapsDisagree = (by: string): string =>
  `The two pairs of gaps disagree by ${by}. The straight edge moved between them. Measure all four again.`;

export const withinAngleLimit = (limitDeg: number): string => `Within its limit of ${limitDeg}°.`;

export const overAngleLimit = (limitDeg: number): string => `Over its limit of ${limitDeg}°: correct it before you set the tension.`;

export const trackContradictsGaps = (stays: boolean): string =>
  `${stays ? 'The belt stays, but the gaps show misalignment' : 'The belt moves sideways, but the gaps show alignment'}. Measure the gaps again, with the edge clean and flat on the face.`;

export const rodsAlsoMove = (moved: string, added: string): string => `This moves the pulley by ${moved} and adds ${added} of tension.`;

export const offsetRemains = (offset: string): string =>
  `The rods cannot remove the offset of ${offset}. Move the hub or the unit along the shaft.`;

export const edgeSketchText = (from: string, to: string, near: string, far: string): string =>
  `Straight edge on ${from}; at ${to} ${near} at the near rim and ${far} at the far rim`;
