import { parseQuantity } from './parse';

/**
 * Unit of a machine meter. A reading is stored in the unit of its machine and never converted, since the meter shows no
 * other.
 */
export const METER_UNITS = ['h', 'mi', 'km'] as const;
export type MeterUnit = (typeof METER_UNITS)[number];

export type MeterResult =
  { readonly ok: true; readonly value: number; readonly unit: MeterUnit | null } | { readonly ok: false; readonly problem: string };

const WRITTEN: readonly (readonly [RegExp, MeterUnit])[] = [
  [/\s*(?:h|hrs?|hours?)\.?$/i, 'h'],
  [/\s*(?:mi|miles?)\.?$/i, 'mi'],
  [/\s*(?:km|kilometres?|kilometers?)\.?$/i, 'km'],
];

/** Reads a meter: `412.6`, `412.6 h`, `1 240 mi`, `1,240 mi`, `2008 km`. `unit` is null where none was typed. */
export function parseMeter(text: string): MeterResult {
  const written = WRITTEN.find(([mark]) => mark.test(text.trim()));
  const bare = written ? text.trim().replace(written[0], '') : text;
  // Grouped digits are one number after the unit is removed. Hours and miles have no thousandths, so a comma separates
  // groups too.
  const joined = bare
    .trim()
    .replace(written ? /^[1-9]\d{0,2}(?:( )\d{3})(?:\1\d{3})*(?=$|[.,])/ : /^$/, (groups) => groups.replaceAll(' ', ''))
    .replace(/^[1-9]\d{0,2}(?:,\d{3})+(?=$|\.)/, (groups) => groups.replaceAll(',', ''));
  const read = parseQuantity(joined, 'number', { min: 0, max: 1e6 });
  if (read.ok) return { ok: true, value: read.value, unit: written?.[1] ?? null };
  return {
    ok: false,
    problem: /least|most/.test(read.problem)
      ? read.problem
      : `“${text.trim()}” is not a meter reading. Enter it as 412.6 h, 1240 mi or 2008 km.`,
  };
}

/** A meter reading as it is shown: `412.6 h`, `1,240 mi` without the comma. */
export const meterText = (value: number, unit: MeterUnit): string => `${Number(value.toFixed(1))} ${unit}`;

/** International mile, km. */
const KM_PER_MILE = 1.609344;

/** A meter value in another unit. Null between hours and distance, which cannot be converted. */
export function meterIn(value: number, from: MeterUnit, to: MeterUnit): number | null {
  if (from === to) return value;
  if (from === 'h' || to === 'h') return null;
  return from === 'mi' ? value * KM_PER_MILE : value / KM_PER_MILE;
}
