import { MEASURED_METHODS, type MeasuredMethod, type MeasuredReading } from '../core/tension';
import { readCsv } from './csv';

export interface ReadingLine {
  /** Line of the file it stands on. */
  readonly line: number;
  readonly reading: MeasuredReading;
}

export type ReadingsResult =
  { readonly ok: true; readonly readings: readonly ReadingLine[] } | { readonly ok: false; readonly problem: string };

/**
 * Tension readings from CSV with a header: `method` (tap, deflection, spring-length), `at` (`from>to`, or a spring's id), `value` (Hz, N or mm),
 * `deflection` (mm), `belts` (how many were pushed or tapped), `sd` (of the value). The first fault is reported with its line.
 */
export function readReadingsCsv(text: string): ReadingsResult {
  const csv = readCsv(text);
  if (!csv.ok) return csv;
  for (const column of ['method', 'at', 'value'])
    if (!csv.columns.includes(column)) return { ok: false, problem: `line 1: there is no column “${column}”` };
  const readings: ReadingLine[] = [];
  for (const { line, cells } of csv.rows) {
    const read = readRow(cells);
    if (typeof read === 'string') return { ok: false, problem: `line ${line}: ${read}` };
    readings.push({ line, reading: read });
  }
  return { ok: true, readings };
}

const isMethod = (name: string): name is MeasuredMethod => MEASURED_METHODS.some((m) => m === name);

/** A number above 0; NaN where it is none. */
const above0 = (text: string): number => {
  const value = Number(text);
  return text !== '' && Number.isFinite(value) && value > 0 ? value : Number.NaN;
};

/** The reading of a row, or what is wrong with it. */
function readRow(cells: Readonly<Record<string, string>>): MeasuredReading | string {
  const cell = (name: string) => cells[name] ?? '';
  const method = cell('method').toLowerCase();
  if (!isMethod(method)) return `method must be ${MEASURED_METHODS.join(', ')}, not “${cell('method')}”`;
  const value = above0(cell('value'));
  if (Number.isNaN(value)) return `value must be a number above 0, not “${cell('value')}”`;
  const sd = cell('sd') === '' ? undefined : above0(cell('sd'));
  if (Number.isNaN(sd)) return `sd must be a number above 0, not “${cell('sd')}”`;
  const belts = cell('belts') === '' ? undefined : above0(cell('belts'));
  if (belts !== undefined && !Number.isInteger(belts)) return `belts must be a whole number above 0, not “${cell('belts')}”`;
  if (cell('at') === '') return method === 'spring-length' ? 'at must name a spring' : 'at must name a span, from>to';
  if (method === 'spring-length') return { method, at: cell('at'), lengthMm: value, sd };
  const [from, to, ...more] = cell('at')
    .split('>')
    .map((s) => s.trim());
  if (!from || !to || more.length > 0) return `at must name a span, from>to, not “${cell('at')}”`;
  if (method === 'tap') return { method, at: [from, to], hz: value, sd };
  const deflectionMm = above0(cell('deflection'));
  if (Number.isNaN(deflectionMm)) return `deflection must be a number of mm above 0, not “${cell('deflection')}”`;
  return { method, at: [from, to], forceN: value, deflectionMm, belts, sd };
}
