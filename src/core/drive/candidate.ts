import {
  convertLength,
  decodeDesignation,
  encodeDesignation,
  findSection,
  outsideLengthOf,
  type LengthReference,
  type Section,
} from '../belt';

/** A belt to be tried, by its number or by a length. */
export interface Candidate {
  readonly id: string;
  readonly designation?: string;
  /** Name of its section; the drive's own where neither this nor the number says. */
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

/** What a candidate is, by number or by length, with the drive's own section where it says none. */
export function readCandidate(candidate: Candidate, own: Section): CandidateResult {
  let section = candidate.section === undefined ? own : findSection(candidate.section);
  if (!section) return { ok: false, problem: `“${candidate.section}” is not a belt section I know` };
  if (candidate.designation !== undefined) {
    const decoded = decodeDesignation(candidate.designation);
    if (!decoded.ok) return decoded;
    if (decoded.belt.section !== null) section = findSection(decoded.belt.section)!;
    return {
      ok: true,
      section,
      count: decoded.belt.count,
      outsideMm: outsideLengthOf(decoded.belt, section),
      designation: decoded.belt.section === null ? null : candidate.designation.trim(),
    };
  }
  if (candidate.lengthMm === undefined) return { ok: false, problem: 'give a belt number, or a section and a length' };
  const reference = candidate.reference ?? 'outside';
  return {
    ok: true,
    section,
    count: 1,
    outsideMm: convertLength(candidate.lengthMm, reference, 'outside', section),
    designation: encodeDesignation(section, candidate.lengthMm, reference),
  };
}
