import { decodeDesignation, convertLength, measuredSection, outsideLengthOf, sectionNamed, type Section } from '../belt';
import type { Belt, Pulley } from './schema';

/** The section a belt has: the table's, or its own measured one. */
export function sectionOf(belt: Belt): Section {
  return belt.section === 'measured' && belt.measured
    ? measuredSection(belt.measured.top, belt.measured.depth, belt.measured.angle, belt.measured.pitchLine)
    : sectionNamed(belt.section);
}

/** Axial stiffness EA of the whole belt, N: its own or that of the section, times the number of parallel belts or ribs. */
export function stiffnessOf(belt: Belt): number {
  return (belt.axialStiffness ?? sectionOf(belt).stiffnessN) * (belt.count ?? 1);
}

/**
 * Radius of the belt's pitch line on a pulley, mm. In a groove OD/2 − pl + ride; the V side on a flat face OD/2 + depth − pl; over the back OD/2 + pl.
 */
export function pitchRadius(pulley: Pulley, contact: 'v' | 'back', section: Section): number {
  const rim = pulley.outsideDiameter / 2;
  if (contact === 'back') return rim + section.pitchLineMm;
  if (pulley.face === 'flat') return rim + section.depthMm - section.pitchLineMm;
  return rim - section.pitchLineMm + (pulley.ride ?? 0);
}

/** Pitch length of a belt, mm, from its stated length or its number. Null if it has neither. */
export function statedPitchLength(belt: Belt): number | null {
  const section = sectionOf(belt);
  if (belt.length) return convertLength(belt.length.value, belt.length.reference, 'pitch', section);
  if (belt.designation === undefined) return null;
  const decoded = decodeDesignation(belt.designation);
  return decoded.ok ? convertLength(outsideLengthOf(decoded.belt, section), 'outside', 'pitch', section) : null;
}
