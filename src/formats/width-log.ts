import { WIDTH_METHODS, type WidthMethod, type WidthReading } from '../core/wear';
import { readCsv, type CsvRow } from './csv';

export type WidthLogResult =
  { readonly ok: true; readonly readings: readonly WidthReading[] } | { readonly ok: false; readonly problem: string };

/** A row that cannot be taken, with its line and why. */
export interface BadWidthRow {
  readonly line: number;
  readonly problem: string;
}

const isMethod = (name: string): name is WidthMethod => WIDTH_METHODS.some((m) => m === name);
const WIDEST_MM = 200;

/** The reading of a row, or what is wrong with it. @param fitted meter when the belt was fitted */
function readRow({ cells }: CsvRow, fitted: number): WidthReading | string {
  const cell = (name: string) => cells[name] ?? '';
  const method = cell('method').toLowerCase();
  if (!isMethod(method)) return `method must be ${WIDTH_METHODS.join(', ')}, not “${cell('method')}”`;
  const shown = cell('meter') === '' ? Number.NaN : Number(cell('meter'));
  if (!Number.isFinite(shown)) return `meter must be a number, not “${cell('meter')}”`;
  if (shown < 0) return `meter must not be below 0, not “${cell('meter')}”`;
  if (shown < fitted) return `meter ${shown} lies before the belt was fitted at ${fitted}`;
  const texts = cell('widths')
    .split(';')
    .map((t) => t.trim());
  if (cell('widths') === '' || texts.some((t) => t === '')) return 'a width is empty; give widths in mm, separated by ;';
  const widths = texts.map(Number);
  const bad = texts.find((_, i) => !(widths[i]! > 0 && widths[i]! <= WIDEST_MM));
  if (bad !== undefined) return `a width must be a number of mm above 0, not “${bad}”`;
  if (method === 'single' && widths.length > 1) return `single takes one width, not ${widths.length}; call it rib-top`;
  // One rib is one rib, whatever it is called.
  return { meter: shown - fitted, date: cell('date'), method: method === 'rib-top' && widths.length === 1 ? 'single' : method, widths };
}

/**
 * A belt's log from CSV with a header: `date`, `meter`, `method` (rib-top, single, flank-line), `widths` (mm, separated by ;), columns and rows in any order.
 * Good rows and bad ones apart, each bad one with its line and why.
 */
export function readWidthRows(
  text: string,
  fitted = 0,
):
  | { readonly ok: true; readonly readings: readonly WidthReading[]; readonly bad: readonly BadWidthRow[] }
  | { readonly ok: false; readonly problem: string } {
  const csv = readCsv(text);
  if (!csv.ok) return csv;
  for (const column of ['date', 'meter', 'method', 'widths'])
    if (!csv.columns.includes(column)) return { ok: false, problem: `line 1: there is no column “${column}”` };
  const readings: WidthReading[] = [];
  const bad: BadWidthRow[] = [];
  for (const row of csv.rows) {
    const read = readRow(row, fitted);
    if (typeof read === 'string') bad.push({ line: row.line, problem: read });
    else readings.push(read);
  }
  return { ok: true, readings, bad };
}

/** The same where a single bad row refuses the whole, with its line. A log without a row is refused, too. */
export function readWidthLog(text: string, fitted = 0): WidthLogResult {
  const rows = readWidthRows(text, fitted);
  if (!rows.ok) return rows;
  const [bad] = rows.bad;
  if (bad) return { ok: false, problem: `line ${bad.line}: ${bad.problem}` };
  return rows.readings.length === 0 ? { ok: false, problem: 'the log holds no reading' } : { ok: true, readings: rows.readings };
}
