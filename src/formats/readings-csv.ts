import { readingOfRow, type MeasuredReading } from '../core/tension';
import { readCsv } from './csv';

export interface ReadingLine {
  /** Its line in the file. */
  readonly line: number;
  readonly reading: MeasuredReading;
}

export type ReadingsResult =
  { readonly ok: true; readonly readings: readonly ReadingLine[] } | { readonly ok: false; readonly problem: string };

/**
 * Tension readings from CSV with a header: `method` (tap, deflection, spring-length), `at` (`from>to`, or the id of a
 * spring), `value` (Hz, N or mm), `deflection` (mm). Also `belts` (number pushed or tapped) and `sd` (of the value).
 * The first error is reported with its line.
 */
export function readReadingsCsv(text: string): ReadingsResult {
  const csv = readCsv(text);
  if (!csv.ok) return csv;
  for (const column of ['method', 'at', 'value'])
    if (!csv.columns.includes(column)) return { ok: false, problem: `line 1: there is no column “${column}”` };
  const readings: ReadingLine[] = [];
  for (const { line, cells } of csv.rows) {
    const read = readingOfRow(cells);
    if (typeof read === 'string') return { ok: false, problem: `line ${line}: ${read}` };
    readings.push({ line, reading: read });
  }
  return { ok: true, readings };
}
