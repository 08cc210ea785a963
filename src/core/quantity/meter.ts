import { parseQuantity } from './parse';

/** What a machine's meter counts. A reading is kept in its machine's own unit and never converted: the meter shows no other. */
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
  // Digits in groups are one number once the unit has been taken off; nobody counts hours or miles by thousandths, so a comma parts groups, too.
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
      : `“${text.trim()}” is not a meter reading; write it as 412.6 h, 1240 mi or 2008 km.`,
  };
}

/** A meter reading as it is shown: `412.6 h`, `1,240 mi` without the comma. */
export const meterText = (value: number, unit: MeterUnit): string => `${Number(value.toFixed(1))} ${unit}`;

/** International mile, km. */
const KM_PER_MILE = 1.609344;

/** What a meter shows, in another unit; null between hours and distance, which cannot be turned into one another. */
export function meterIn(value: number, from: MeterUnit, to: MeterUnit): number | null {
  if (from === to) return value;
  if (from === 'h' || to === 'h') return null;
  return from === 'mi' ? value * KM_PER_MILE : value / KM_PER_MILE;
}
