import { readingOfRow, type MeasuredReading } from '../core/tension';
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
    const read = readingOfRow(cells);
    if (typeof read === 'string') return { ok: false, problem: `line ${line}: ${read}` };
    readings.push({ line, reading: read });
  }
  return { ok: true, readings };
}
