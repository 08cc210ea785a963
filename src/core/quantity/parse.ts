import { coreUnit, findUnit, unitNamed, type Dimension, type Unit } from './units';

export interface ParsedQuantity {
  /** In the core's unit of the dimension. */
  readonly value: number;
  /** The unit that was typed (the larger, of a mixed measure), or the one assumed. Null for a plain number. */
  readonly unit: string | null;
  /** False where no unit was typed and `assumed` was taken. */
  readonly unitTyped: boolean;
}

export type ParseResult = ({ readonly ok: true } & ParsedQuantity) | { readonly ok: false; readonly problem: string };

export interface ParseOptions {
  /** Unit taken where none is typed. Default: the core's own. */
  readonly assumed?: string;
  /** Lowest and highest value allowed, in the core's unit. */
  readonly min?: number;
  readonly max?: number;
}

const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅕': '1/5',
  '⅙': '1/6',
};

const NUMBER = String.raw`(?:(\d+)(?:\s+|\s*-\s*)(\d+)\s*/\s*(\d+)|(\d+)\s*/\s*(\d+)|(\d+(?:\.\d*)?|\.\d+))`;
const TERM = new RegExp(String.raw`^${NUMBER}\s*([^\d\s.,+-][^\d\s,+-]*(?:/[a-z]+)?)?\s*`, 'i');

/** Words that a refusal shows as an example of each dimension. */
const EXAMPLES: Readonly<Record<Dimension, string>> = {
  length: '51 3/8, 4 ft 3 3/8 or 1305 mm',
  force: '12 lb or 55 N',
  rate: '4 N/mm or 23 lb/in',
  power: '4 kW or 5.5 hp',
  rotation: '3200 rpm',
  angle: '12.5°',
  time: '412.6 h or 1 h 30 min',
  speed: '15 mph',
  money: '14.50',
  number: '3',
};

function tidy(text: string): string {
  return text
    .normalize('NFC')
    .replace(/[½¼¾⅛⅜⅝⅞⅓⅔⅕⅙]/g, (c) => ` ${VULGAR[c]}`)
    .replace(/[⁄∕]/g, '/')
    .replace(/[″“”„]/g, '"')
    .replace(/[′’‘]/g, "'")
    .replace(/''/g, '"')
    .replace(/[−–—]/g, '-')
    .replace(/[\s ]+/g, ' ')
    .trim();
}

/**
 * A single comma is a decimal comma (`1305,5`), unless exactly three digits follow: `1,305` may be a thousand or a fraction, and a belt
 * length is no place to guess.
 */
function settleCommas(text: string): { ok: true; text: string } | { ok: false; problem: string } {
  if (!text.includes(',')) return { ok: true, text };
  if (/\d,\d{3}(?!\d)/.test(text)) {
    return {
      ok: false,
      problem: `“${text}” can be read two ways because of the comma; write it with a point or without a thousands mark.`,
    };
  }
  if ((text.match(/,/g) ?? []).length > 1 || text.includes('.'))
    return { ok: false, problem: `“${text}” has more commas and points than one number can hold.` };
  return { ok: true, text: text.replace(',', '.') };
}

/**
 * Reads what a hand writes: `51 3/8`, `51-3/8"`, `4 ft 3 3/8`, `1305 mm`, `12 lb 4 oz`, `412.6 h`. Exact to a double's last digits.
 * Parts of a mixed measure must fall in size (feet before inches). Anything left over is refused, never ignored.
 * @returns the value in the core's unit, or one sentence that says what is wrong and how to write it.
 */
export function parseQuantity(input: string, dimension: Dimension, options: ParseOptions = {}): ParseResult {
  const refuse = (problem: string): ParseResult => ({ ok: false, problem });
  const cleaned = tidy(input);
  if (cleaned === '') return refuse(`Type a value, such as ${EXAMPLES[dimension]}.`);
  if (cleaned.length > 60) return refuse(`That is too long to be one value; write it as ${EXAMPLES[dimension]}.`);
  const commas = settleCommas(cleaned);
  if (!commas.ok) return refuse(commas.problem);
  const negative = /^-/.test(commas.text);
  let rest = commas.text.replace(/^[+-]\s*/, '');
  if (dimension === 'money') rest = rest.replace(/^cr\s*/i, '');
  const assumed: Unit | undefined = options.assumed ? unitNamed(options.assumed) : coreUnit(dimension);
  let total = 0;
  let first: Unit | undefined;
  let previous: Unit | undefined;
  let typed = false;
  for (let terms = 0; rest !== ''; terms++) {
    const match = TERM.exec(rest);
    if (!match || terms > 2)
      return refuse(
        `“${input.trim()}” is not a ${dimension === 'number' ? 'number' : dimension} I can read; write it as ${EXAMPLES[dimension]}.`,
      );
    const [whole, wholePart, mixedTop, mixedBottom, top, bottom, plain, unitText] = match;
    const denominator = Number(mixedBottom ?? bottom ?? 1);
    if (denominator === 0) return refuse(`“${input.trim()}” divides by zero.`);
    const number = plain !== undefined ? Number(plain) : Number(wholePart ?? 0) + Number(mixedTop ?? top) / denominator;
    let unit: Unit | undefined;
    if (unitText !== undefined) {
      unit = findUnit(unitText.replace(/\.$/, ''));
      if (!unit) return refuse(`“${unitText}” is not a unit I know; write it as ${EXAMPLES[dimension]}.`);
      if (unit.dimension !== dimension) {
        return refuse(
          `${unit.name} measures ${unit.dimension}, and this field takes ${dimension === 'number' ? 'a plain number' : dimension}; write it as ${EXAMPLES[dimension]}.`,
        );
      }
      typed = true;
    } else if (previous) {
      unit = smallerUnit(previous);
      if (!unit) return refuse(`“${input.trim()}” has a number left over; write it as ${EXAMPLES[dimension]}.`);
    } else {
      unit = assumed;
    }
    if (previous && unit && unit.factor >= previous.factor)
      return refuse(`“${input.trim()}” should go from the larger unit to the smaller.`);
    total += number * (unit?.factor ?? 1);
    first ??= unit;
    previous = unit;
    rest = rest.slice(whole.length);
  }
  // Thirteen figures: exact far beyond any tape, and 14 in is 355.6 mm, not 355.59999999999997.
  const value = Number((negative ? -total : total).toPrecision(13));
  if (!Number.isFinite(value)) return refuse(`“${input.trim()}” is too large to be a ${dimension}.`);
  if (options.min !== undefined && value < options.min)
    return refuse(`${withUnit(options.min, first)} is the least this can be; you typed ${input.trim()}.`);
  if (options.max !== undefined && value > options.max)
    return refuse(`${withUnit(options.max, first)} is the most this can be; you typed ${input.trim()}.`);
  return { ok: true, value, unit: first?.name ?? null, unitTyped: typed };
}

function smallerUnit(larger: Unit): Unit | undefined {
  const next: Readonly<Record<string, string>> = { ft: 'in', lb: 'oz', h: 'min', m: 'cm' };
  const name = next[larger.name];
  return name ? unitNamed(name) : undefined;
}

function withUnit(coreValue: number, unit: Unit | undefined): string {
  if (!unit) return String(coreValue);
  return `${Number((coreValue / unit.factor).toPrecision(6))} ${unit.name}`;
}
