import { WIDTH_METHODS, type WidthMethod, type WidthReading } from '../core/wear';
import { meterIn, type MeterUnit } from '../core/quantity';
import { readCsv, writeCsv, type CsvRow } from './csv';

export type WidthLogResult =
  | {
      readonly ok: true;
      readonly readings: readonly WidthReading[];
      /** Line of each reading in the file. */
      readonly lines: readonly number[];
    }
  | { readonly ok: false; readonly problem: string };

/** A row that cannot be taken, with its line and why. */
export interface BadWidthRow {
  readonly line: number;
  readonly problem: string;
}

const isMethod = (name: string): name is WidthMethod => WIDTH_METHODS.some((m) => m === name);
const WIDEST_MM = 200;

/** The reading of a row, or what is wrong with it. @param fitted meter when the belt was fitted @param mmPerUnit of its widths */
function readRow({ cells }: CsvRow, fitted: number, mmPerUnit: number): WidthReading | string {
  const cell = (name: string) => cells[name] ?? '';
  const method = cell('method').toLowerCase();
  if (!isMethod(method)) return `method must be ${WIDTH_METHODS.join(', ')}, not “${cell('method')}”`;
  const shown = cell('meter') === '' ? Number.NaN : Number(cell('meter'));
  if (!Number.isFinite(shown)) return `meter must be a number, not “${cell('meter')}”`;
  if (shown < 0) return `meter must not be below 0, not “${cell('meter')}”`;
  if (shown < fitted) return `meter ${shown} is before the belt was fitted at ${fitted}`;
  const texts = cell('widths')
    .split(';')
    .map((t) => t.trim());
  if (cell('widths') === '' || texts.some((t) => t === '')) return 'a width is empty; enter widths in mm, separated by ;';
  const widths = texts.map((t) => Number(t) * mmPerUnit);
  const bad = texts.find((_, i) => !(widths[i]! > 0 && widths[i]! <= WIDEST_MM));
  if (bad !== undefined) return `a width must be a number of mm above 0, not “${bad}”`;
  if (method === 'single' && widths.length > 1) return `single needs one width, not ${widths.length}; call it rib-top`;
  // One rib counts as `single` under any method name.
  return { meter: shown - fitted, date: cell('date'), method: method === 'rib-top' && widths.length === 1 ? 'single' : method, widths };
}

/** Meter units as a header writes them. */
const METER_NAMES: Readonly<Record<string, MeterUnit>> = {
  h: 'h',
  hour: 'h',
  hours: 'h',
  km: 'km',
  kilometres: 'km',
  kilometers: 'km',
  mi: 'mi',
  mile: 'mi',
  miles: 'mi',
};
const MM_PER_INCH = 25.4;

export type WidthSheet =
  | {
      readonly ok: true;
      /** Meters as the machine's own shows them, in the unit asked for; widths in mm. */
      readonly readings: readonly WidthReading[];
      readonly bad: readonly BadWidthRow[];
    }
  | { readonly ok: false; readonly problem: string };

/**
 * The log of a belt as CSV, which `readWidthSheet` reads again.
 * @param unit of the meter
 */
export const writeWidthSheet = (unit: MeterUnit, rows: readonly WrittenWidth[]): string =>
  writeCsv(
    ['date', `meter (${unit})`, 'method', 'widths (mm)', 'read by'],
    rows.map((r) => [r.date, r.meter, r.method, r.widths.map((w) => w.toFixed(2)).join(';'), r.by]),
  );

export interface WrittenWidth {
  /** ISO day. */
  readonly date: string;
  readonly meter: number;
  readonly method: WidthMethod;
  /** mm */
  readonly widths: readonly number[];
  readonly by: string;
}

/** Units that a header states, `meter (km)` and `widths (in)`, and the same text without them. */
function unitsOfHeader(text: string): { readonly meter: string | undefined; readonly widths: string | undefined; readonly plain: string } {
  const [head = '', ...lines] = text.split(/\r?\n/);
  const stated = (column: string) => new RegExp(`${column}\\s*\\(([^)]*)\\)`, 'i').exec(head)?.[1]?.trim().toLowerCase();
  return { meter: stated('meter'), widths: stated('widths'), plain: [head.replaceAll(/\s*\([^)]*\)/g, ''), ...lines].join('\n') };
}

/**
 * Width log from a file with units in its header, `meter (km)` and `widths (in)`. Without them, the unit of the log and
 * mm apply. Kilometres and miles are converted. Hours are not.
 * @param unit unit of the belt's log
 */
export function readWidthSheet(text: string, unit: MeterUnit): WidthSheet {
  const { meter: meterSaid, widths: widthSaid, plain } = unitsOfHeader(text);
  const from = meterSaid === undefined ? unit : METER_NAMES[meterSaid];
  if (from === undefined) return { ok: false, problem: `line 1: the meter’s unit must be h, km or mi, not “${meterSaid}”` };
  if (meterIn(0, from, unit) === null)
    return {
      ok: false,
      problem: `line 1: this belt’s log counts ${unit}, the file ${from}; hours and distance cannot be converted`,
    };
  if (widthSaid !== undefined && widthSaid !== 'mm' && widthSaid !== 'in')
    return { ok: false, problem: `line 1: widths must be in mm or in, not “${widthSaid}”` };
  const rows = readWidthRows(plain, 0, widthSaid === 'in' ? MM_PER_INCH : 1);
  if (!rows.ok) return rows;
  return { ok: true, bad: rows.bad, readings: rows.readings.map((r) => ({ ...r, meter: meterIn(r.meter, from, unit)! })) };
}

/**
 * Width log from CSV with a header: `date`, `meter`, `method` (rib-top, single, flank-line), `widths` (mm, separated by
 * ;), columns and rows in any order. Good rows and bad rows are separate, each bad one with its line and reason.
 */
export function readWidthRows(
  text: string,
  fitted = 0,
  mmPerUnit = 1,
):
  | {
      readonly ok: true;
      readonly readings: readonly WidthReading[];
      readonly lines: readonly number[];
      readonly bad: readonly BadWidthRow[];
    }
  | { readonly ok: false; readonly problem: string } {
  const csv = readCsv(text);
  if (!csv.ok) return csv;
  for (const column of ['date', 'meter', 'method', 'widths'])
    if (!csv.columns.includes(column)) return { ok: false, problem: `line 1: there is no column “${column}”` };
  const readings: WidthReading[] = [];
  const lines: number[] = [];
  const bad: BadWidthRow[] = [];
  for (const row of csv.rows) {
    const read = readRow(row, fitted, mmPerUnit);
    if (typeof read === 'string') bad.push({ line: row.line, problem: read });
    else {
      readings.push(read);
      lines.push(row.line);
    }
  }
  return { ok: true, readings, lines, bad };
}

/**
 * The same where a single bad row refuses the whole, with its line. A log without a row is refused, too. A header may state units, as a saved log does: the
 * meter's is any one unit; widths in inches are turned into mm.
 */
export function readWidthLog(text: string, fitted = 0): WidthLogResult {
  const { widths, plain } = unitsOfHeader(text);
  if (widths !== undefined && widths !== 'mm' && widths !== 'in')
    return { ok: false, problem: `line 1: widths must be in mm or in, not “${widths}”` };
  const rows = readWidthRows(plain, fitted, widths === 'in' ? MM_PER_INCH : 1);
  if (!rows.ok) return rows;
  const [bad] = rows.bad;
  if (bad) return { ok: false, problem: `line ${bad.line}: ${bad.problem}` };
  if (rows.readings.length === 0) return { ok: false, problem: 'the log has no reading' };
  return { ok: true, readings: rows.readings, lines: rows.lines };
}
