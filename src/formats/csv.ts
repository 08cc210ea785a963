import Papa from 'papaparse';

export interface CsvRow {
  /** Line of the file on which the row starts, counted from 1. */
  readonly line: number;
  /** Values by lower-case column name, trimmed. */
  readonly cells: Readonly<Record<string, string>>;
}

export type CsvResult =
  | { readonly ok: true; readonly columns: readonly string[]; readonly rows: readonly CsvRow[] }
  | { readonly ok: false; readonly problem: string };

/** Reads CSV with a header; comma, semicolon or tab; quotes as in RFC 4180; byte-order mark, CRLF and blank lines are fine. */
export function readCsv(text: string): CsvResult {
  const source = text.replace(/^﻿/, '');
  if (source.includes('\0')) return { ok: false, problem: 'this is not a text file' };
  const rows: CsvRow[] = [];
  let columns: string[] | undefined;
  let line = 1;
  let cursor = 0;
  let problem: string | undefined;
  Papa.parse<string[]>(source, {
    delimiter: delimiterOf(source),
    step: ({ data, errors, meta }) => {
      const started = line;
      line += (source.slice(cursor, meta.cursor).match(/\n/g) ?? []).length;
      cursor = meta.cursor;
      const fault = errors.find((e) => e.type === 'Quotes');
      if (fault) problem ??= `line ${started}: a quotation mark is not closed`;
      if (data.every((cell) => cell.trim() === '')) return;
      if (!columns) columns = data.map((cell) => cell.trim().toLowerCase());
      else rows.push({ line: started, cells: Object.fromEntries(columns.map((name, i) => [name, asWritten((data[i] ?? '').trim())])) });
    },
  });
  if (problem) return { ok: false, problem };
  if (!columns) return { ok: false, problem: 'the file is empty; the first line names the columns' };
  return { ok: true, columns, rows };
}

/** Marks with which a spreadsheet starts a formula or a command: also their full-width forms, and a bar. */
const RUNS = /^'*[-=+@|\t\r\uFF1D\uFF0B\uFF0D\uFF20\uFF5C]/;
const RUNS_QUOTED = /^'(?='*[-=+@|\t\r\uFF1D\uFF0B\uFF0D\uFF20\uFF5C])/;

/** Original text of a cell that `writeCsv` protected against spreadsheets. */
const asWritten = (cell: string) => cell.replace(RUNS_QUOTED, '');

/** The separator that the header line holds most of. */
function delimiterOf(source: string): string {
  const header = source.trimStart().split('\n', 1)[0] ?? '';
  const count = (mark: string) => header.split(mark).length;
  return [',', ';', '\t'].reduce((best, mark) => (count(mark) > count(best) ? mark : best));
}

/**
 * Rows as CSV text with a header, quoted if needed. A leading apostrophe protects a cell that a spreadsheet would run
 * as a formula.
 */
export function writeCsv(columns: readonly string[], rows: readonly (readonly (string | number | null)[])[]): string {
  const safe = (cell: string | number | null) => (typeof cell === 'string' && RUNS.test(cell) ? `'${cell}` : (cell ?? ''));
  return `${Papa.unparse({ fields: [...columns], data: rows.map((row) => row.map(safe)) }, { newline: '\n' })}\n`;
}
