import { isSectionName } from '../core/belt';
import { readCandidate, type Candidate } from '../core/drive';
import { sectionNamed } from '../core/belt';
import { findUnit, parseQuantity } from '../core/quantity';
import { readCsv } from './csv';

export type BeltsResult = { readonly ok: true; readonly belts: readonly Candidate[] } | { readonly ok: false; readonly problem: string };

/**
 * Candidate belts from CSV with a header: `id`, and `designation` or `section`, `length`, `reference` (pitch, outside,
 * inside; default outside), `unit` (mm, in; default mm), optional `tolerance` (mm). The first error is reported with
 * its line.
 */
export function readBeltsCsv(text: string): BeltsResult {
  const csv = readCsv(text);
  if (!csv.ok) return csv;
  if (!csv.columns.includes('id')) return { ok: false, problem: 'line 1: there is no column “id”' };
  if (!csv.columns.includes('designation') && !csv.columns.includes('length'))
    return { ok: false, problem: 'line 1: there is neither a column “designation” nor a column “length”' };
  const belts: Candidate[] = [];
  const seen = new Set<string>();
  for (const { line, cells } of csv.rows) {
    const read = readRow(cells);
    if (!read.ok) return { ok: false, problem: `line ${line}: ${read.problem}` };
    if (seen.has(read.candidate.id)) return { ok: false, problem: `line ${line}: the id “${read.candidate.id}” is used twice` };
    seen.add(read.candidate.id);
    belts.push(read.candidate);
  }
  return { ok: true, belts };
}

function readRow(cells: Readonly<Record<string, string>>): { ok: true; candidate: Candidate } | { ok: false; problem: string } {
  const refuse = (problem: string) => ({ ok: false as const, problem });
  const id = cells['id'] ?? '';
  if (id === '') return refuse('the id is empty');
  let toleranceMm: number | undefined;
  if (cells['tolerance']) {
    const read = parseQuantity(cells['tolerance'].replace(/^±\s*/, ''), 'length', { assumed: 'mm', min: 0 });
    if (!read.ok) return refuse(`tolerance: ${read.problem}`);
    toleranceMm = read.value;
  }
  const tolerance = toleranceMm === undefined ? {} : { toleranceMm };
  const sectionText = cells['section'] ?? '';
  if (sectionText !== '' && !isSectionName(sectionText)) return refuse(`“${sectionText}” is not a known belt section`);
  const section = sectionText === '' ? {} : { section: sectionText.trim().toUpperCase() };
  if (cells['designation']) {
    const candidate: Candidate = { id, designation: cells['designation'], ...section, ...tolerance };
    const known = readCandidate(candidate, sectionNamed('A'));
    return known.ok ? { ok: true, candidate } : refuse(known.problem);
  }
  const unitText = cells['unit'] ?? '';
  const unit = findUnit(unitText.replace(/[″“”]/g, '"'))?.name ?? unitText;
  if (unit !== '' && unit !== 'mm' && unit !== 'in') return refuse(`unit must be mm or in, not “${unitText}”`);
  const reference = (cells['reference'] ?? '').toLowerCase() || 'outside';
  if (reference !== 'pitch' && reference !== 'outside' && reference !== 'inside')
    return refuse(`reference must be pitch, outside or inside, not “${cells['reference']}”`);
  if (!cells['length']) return refuse('enter a designation or a length');
  const length = parseQuantity(cells['length'], 'length', { assumed: unit || 'mm', stated: unit !== '', min: 50, max: 20000 });
  if (!length.ok) return refuse(`length: ${length.problem}`);
  return { ok: true, candidate: { id, lengthMm: length.value, reference, ...section, ...tolerance } };
}
