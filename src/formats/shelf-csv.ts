import { decodeDesignation, isSectionName, type LengthReference } from '../core/belt';
import { parseQuantity } from '../core/quantity';
import { readCsv, writeCsv } from './csv';

/** One row of the shelf as it would be stored. */
export interface ShelfRow {
  readonly designation: string | null;
  readonly section: string | null;
  readonly lengthMm: number | null;
  readonly lengthReference: LengthReference | null;
  readonly lengthTyped: string | null;
  readonly quantity: number;
  readonly bin: string;
  readonly priceCents: number | null;
  readonly supplierNote: string;
}

export type ShelfRowResult =
  | { readonly ok: true; readonly line: number; readonly fields: ShelfRow }
  | { readonly ok: false; readonly line: number; readonly text: string; readonly problem: string };
export type ShelfCsvResult =
  { readonly ok: true; readonly rows: readonly ShelfRowResult[] } | { readonly ok: false; readonly problem: string };

/**
 * Key that is equal for the same belt in the same bin, in any notation: `4L-480` and `4L 480` are one. A belt by number
 * and one by measured length are two.
 */
export function shelfKey(row: Pick<ShelfRow, 'designation' | 'section' | 'lengthMm' | 'lengthReference' | 'bin'>): string {
  const bin = row.bin.trim().toLowerCase();
  if (row.designation === null) return `measured ${row.section} ${row.lengthReference} ${row.lengthMm?.toFixed(2)} in ${bin}`;
  const read = decodeDesignation(row.designation);
  if (!read.ok) return `${row.designation} in ${bin}`;
  return `${read.belt.section} ${read.belt.count} ${read.belt.pitchLength?.toFixed(2)} in ${bin}`;
}

/** Columns of the stock CSV. The first, or `section` and `length`, identify the belt. The others are optional. */
export const SHELF_COLUMNS = ['designation', 'section', 'length', 'reference', 'quantity', 'bin', 'price', 'note'] as const;

/** Largest number of rows in one file. */
export const SHELF_CSV_ROWS = 5000;

/**
 * Reads a belt list row by row: each becomes a stock row, or is refused with its line and reason. One bad row does not
 * lose the others.
 * @param lengthUnit default unit of lengths: `mm` or `in`
 */
export function readShelfCsv(text: string, lengthUnit: string): ShelfCsvResult {
  const csv = readCsv(text);
  if (!csv.ok) return csv;
  if (!csv.columns.includes('designation') && !(csv.columns.includes('section') && csv.columns.includes('length'))) {
    return {
      ok: false,
      problem:
        'The first line must name the columns: designation, or section and length; then quantity, bin, price and note, which are optional.',
    };
  }
  if (csv.rows.length > SHELF_CSV_ROWS)
    return { ok: false, problem: `The file has ${csv.rows.length} rows; import at most ${SHELF_CSV_ROWS} at a time.` };
  return {
    ok: true,
    rows: csv.rows.map(({ line, cells }) => {
      const fields = readShelfFields(cells, lengthUnit);
      return fields.ok
        ? { ok: true, line, fields: fields.fields }
        : {
            ok: false,
            line,
            text: SHELF_COLUMNS.map((c) => cells[c] ?? '')
              .filter(Boolean)
              .join(', '),
            problem: fields.problem,
          };
    }),
  };
}

/** Reads one typed belt, in a form or a row. A belt number includes section and length. */
export function readShelfFields(
  cells: Readonly<Partial<Record<string, string>>>,
  lengthUnit: string,
): { ok: true; fields: ShelfRow } | { ok: false; problem: string; field: string } {
  const refuse = (field: string, problem: string) => ({ ok: false as const, field, problem });
  const get = (name: string) => (cells[name] ?? '').trim();
  const quantity = get('quantity') === '' ? 1 : Number(get('quantity'));
  if (!Number.isInteger(quantity) || quantity < 0 || quantity > 100000)
    return refuse('quantity', `The quantity must be a whole number from 0 up, not “${get('quantity')}”.`);
  let priceCents: number | null = null;
  if (get('price') !== '') {
    const price = parseQuantity(get('price'), 'money', { min: 0, max: 100000 });
    if (!price.ok) return refuse('price', price.problem);
    priceCents = Math.round(price.value * 100);
  }
  const rest = { quantity, bin: get('bin').slice(0, 40), priceCents, supplierNote: get('note').slice(0, 500) };
  const typed = get('designation');
  if (typed !== '') {
    const decoded = decodeDesignation(typed);
    if (!decoded.ok) return refuse('designation', decoded.problem);
    if (decoded.belt.section === null) return refuse('designation', `“${typed}” is a length. Enter it as length, with its section.`);
    return {
      ok: true,
      fields: { designation: typed, section: decoded.belt.section, lengthMm: null, lengthReference: null, lengthTyped: null, ...rest },
    };
  }
  if (!isSectionName(get('section')))
    return refuse(
      'section',
      get('section') === '' ? 'Enter a belt number, or a section and a length.' : `“${get('section')}” is not a known belt section.`,
    );
  const length = parseQuantity(get('length'), 'length', { assumed: lengthUnit, min: 100, max: 20000 });
  if (!length.ok) return refuse('length', length.problem);
  const reference = get('reference').toLowerCase() || 'outside';
  if (reference !== 'pitch' && reference !== 'outside' && reference !== 'inside')
    return refuse('reference', `The length is taken along pitch, outside or inside, not “${reference}”.`);
  const lengthTyped = length.unitTyped ? get('length') : `${get('length')} ${length.unit ?? lengthUnit}`;
  return {
    ok: true,
    fields: {
      designation: null,
      section: get('section').toUpperCase(),
      lengthMm: length.value,
      lengthReference: reference,
      lengthTyped,
      ...rest,
    },
  };
}

/** Stock as CSV that `readShelfCsv` can read. */
export function writeShelfCsv(rows: readonly ShelfRow[]): string {
  return writeCsv(
    SHELF_COLUMNS,
    rows.map((r) => [
      r.designation,
      r.designation === null ? r.section : null,
      r.lengthTyped ?? (r.lengthMm === null ? null : `${r.lengthMm} mm`),
      r.lengthReference,
      r.quantity,
      r.bin,
      r.priceCents === null ? null : (r.priceCents / 100).toFixed(2),
      r.supplierNote,
    ]),
  );
}
