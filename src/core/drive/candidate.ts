import {
  convertLength,
  decodeDesignation,
  encodeDesignation,
  findSection,
  measuredSection,
  outsideLengthOf,
  SECTIONS,
  type LengthReference,
  type Section,
} from '../belt';

/** A belt to be tried, by its number or by a length. */
export interface Candidate {
  readonly id: string;
  readonly designation?: string;
  /** Name of its section. Null means the section in the number, or that of the drive. */
  readonly section?: string;
  readonly lengthMm?: number;
  readonly reference?: LengthReference;
  /** ± mm, in place of the usual tolerance. */
  readonly toleranceMm?: number;
}

export type CandidateResult =
  | {
      readonly ok: true;
      readonly section: Section;
      readonly count: number;
      readonly outsideMm: number;
      readonly designation: string | null;
    }
  | { readonly ok: false; readonly problem: string };

/** Section and length of a candidate, by number or by length. The section of the drive is the default. */
export function readCandidate(candidate: Candidate, own: Section): CandidateResult {
  let section = candidate.section === undefined ? own : findSection(candidate.section);
  if (!section) return { ok: false, problem: `“${candidate.section}” is not a known belt section` };
  if (candidate.designation !== undefined) {
    const decoded = decodeDesignation(candidate.designation);
    if (!decoded.ok) return decoded;
    if (decoded.belt.section !== null) section = findSection(decoded.belt.section)!;
    else if (decoded.belt.topWidthMm !== null) section = sectionByWidth(decoded.belt.topWidthMm, section);
    return {
      ok: true,
      section,
      count: decoded.belt.count,
      outsideMm: outsideLengthOf(decoded.belt, section),
      designation: decoded.belt.section === null ? null : candidate.designation.trim(),
    };
  }
  if (candidate.lengthMm === undefined) return { ok: false, problem: 'enter a belt number, or a section and a length' };
  const reference = candidate.reference ?? 'outside';
  return {
    ok: true,
    section,
    count: 1,
    outsideMm: convertLength(candidate.lengthMm, reference, 'outside', section),
    designation: encodeDesignation(section, candidate.lengthMm, reference),
  };
}

/** Top widths closer than this are one width, mm: nominal inch fractions are rounded. */
const SAME_WIDTH_MM = 1.3;
/** Thickness of a V-belt of unknown section over its top width: the mean of the table. */
const DEPTH_SHARE = 0.62;

/** The section of a belt known by its top width, mm: the drive's own or a light-duty one of that width, else one as measured. */
function sectionByWidth(topMm: number, own: Section): Section {
  const same = (s: Section) => Math.abs(s.topMm - topMm) <= SAME_WIDTH_MM;
  return [own, ...SECTIONS.filter((s) => s.family === 'light')].find(same) ?? measuredSection(topMm, DEPTH_SHARE * topMm);
}
