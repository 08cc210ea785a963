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
  /** The assumed unit comes from a column or header. A fraction of a metric unit is then a typing error, not inches. */
  readonly stated?: boolean;
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

/** Usual denominators. Another fraction is a typing error. */
const DENOMINATORS: ReadonlySet<number> = new Set([2, 3, 4, 5, 6, 8, 10, 12, 16, 32, 64, 128]);
/** The unit a second number may have after the first, and how many of it make one of the first. */
const SMALLER: Readonly<Record<string, readonly (readonly [string, number])[]>> = {
  ft: [['in', 12]],
  lb: [['oz', 16]],
  h: [
    ['min', 60],
    ['s', 3600],
  ],
  min: [['s', 60]],
  m: [
    ['cm', 100],
    ['mm', 1000],
  ],
  cm: [['mm', 10]],
};
/** Units of length that are not used with fractions. */
const METRIC_LENGTHS: ReadonlySet<string> = new Set(['mm', 'cm', 'm']);

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
    .replace(/([a-z])\s*\/\s*([a-z])/gi, '$1/$2')
    .replace(/(\d+)\s*"\s*-?\s*(\d+\s*\/\s*\d+)$/, '$1 $2"')
    .trim();
}

/**
 * Digits in groups of three (`1 305 mm`, `10 000 N`) are one number where a unit follows; without one they might be two, and are refused further
 * on. An apostrophe between groups may also be the mark of feet.
 */
function settleGroups(text: string): { ok: true; text: string } | { ok: false; problem: string } {
  if (/\d'\d{3}(?!\d)/.test(text))
    return { ok: false, problem: `“${text}” can be read two ways because of the mark between its digits. Enter it without the mark.` };
  const joined = text.replace(/^([+-]?\s*)(\d{1,3})((?: \d{3})+)(?![\d/])(?=[.,]?\d*\s*[a-z"#°])/i, (_, sign, first, rest) => {
    return `${String(sign)}${String(first)}${String(rest).replaceAll(' ', '')}`;
  });
  return { ok: true, text: joined };
}

/**
 * A single comma is a decimal comma (`1305,5`), unless exactly three digits follow: `1,305` may be a thousand or a
 * fraction, so it is refused. `0,375` is a fraction, since no thousand starts with 0.
 */
function settleCommas(text: string, dimension: Dimension): { ok: true; text: string } | { ok: false; problem: string } {
  if (!text.includes(',')) return { ok: true, text };
  // Turns have no thousandths, so a comma before three digits is a thousand here.
  if (dimension === 'rotation' && /^[+-]?\d{1,3}(,\d{3})+(?!\d)/.test(text)) return { ok: true, text: text.replaceAll(',', '') };
  if (/\d,\d{3}(?!\d)/.test(text) && !/^[+-]?0+,\d+/.test(text)) {
    return {
      ok: false,
      problem: `“${text}” can be read two ways because of the comma. Enter it with a point, or without a thousands mark.`,
    };
  }
  if ((text.match(/,/g) ?? []).length > 1 || text.includes('.'))
    return { ok: false, problem: `“${text}” has more commas and points than one number can hold.` };
  return { ok: true, text: text.replace(',', '.') };
}

type Refusal = { readonly ok: false; readonly problem: string };
const refuse = (problem: string): Refusal => ({ ok: false, problem });

/** One number of a value as typed, with the unit behind it. */
interface Term {
  readonly ok: true;
  readonly length: number;
  readonly number: number;
  readonly fraction: boolean;
  readonly unitText: string | undefined;
}

/** Context of all terms of one value. */
interface Terms {
  readonly dimension: Dimension;
  /** As typed, for sentences. */
  readonly shown: string;
  readonly stated: boolean;
  readonly assumed: Unit | undefined;
}

/** Value of the terms so far, in the unit of the core. */
interface Sum {
  readonly total: number;
  readonly first: Unit | undefined;
  readonly previous: Unit | undefined;
  /** A unit was typed, not assumed. */
  readonly typed: boolean;
}

/** Reads the number at the start of a text. Null if there is none. */
function readTerm(rest: string, { dimension, shown }: Terms): Term | Refusal | null {
  const match = TERM.exec(rest);
  if (!match) return null;
  const [whole, wholePart, mixedTop, mixedBottom, top, bottom, plain, unitText] = match;
  if (plain !== undefined) return { ok: true, length: whole.length, number: Number(plain), fraction: false, unitText };
  const above = Number(mixedTop ?? top ?? 0);
  const below = Number(mixedBottom ?? bottom ?? 1);
  if (below === 0) return refuse(`“${shown}” divides by zero.`);
  if (above >= below || above === 0)
    return refuse(`“${shown}” has a fraction that is not one (${above}/${below}); write it as ${EXAMPLES[dimension]}.`);
  if (!DENOMINATORS.has(below))
    return refuse(`“${shown}” has an unusual fraction (${above}/${below}); write it as ${EXAMPLES[dimension]}.`);
  return { ok: true, length: whole.length, number: Number(wholePart ?? 0) + above / below, fraction: true, unitText };
}

/** Unit of a term: the typed one, the next smaller one, or the assumed one. */
function unitOf(
  { unitText }: Term,
  before: Sum | null,
  { dimension, shown, assumed }: Terms,
): { ok: true; unit: Unit | undefined } | Refusal {
  if (unitText !== undefined) {
    const unit = findUnit(unitText.replace(/\.$/, ''));
    if (!unit) return refuse(`“${unitText}” is not a known unit. Enter it as ${EXAMPLES[dimension]}.`);
    if (unit.dimension !== dimension)
      return refuse(
        `${unit.name} measures ${unit.dimension}, but this field needs ${dimension === 'number' ? 'a plain number' : dimension}; write it as ${EXAMPLES[dimension]}.`,
      );
    if (before && !before.typed) return refuse(`“${shown}” has two numbers. Add the unit of the first, or enter one number.`);
    return { ok: true, unit };
  }
  if (!before) return { ok: true, unit: assumed };
  const next = before.typed && before.previous ? SMALLER[before.previous.name]?.[0] : undefined;
  return next ? { ok: true, unit: unitNamed(next[0]) } : refuse(`“${shown}” has an extra number. Enter it as ${EXAMPLES[dimension]}.`);
}

/** Adds a term. Parts of a mixed value must decrease, and a fraction is never millimetres. */
function withTerm(term: Term, before: Sum | null, terms: Terms): { ok: true; sum: Sum } | Refusal {
  const named = unitOf(term, before, terms);
  if (!named.ok) return named;
  let { unit } = named;
  const { number, fraction, unitText } = term;
  const previous = before?.previous;
  if (previous && unit) {
    const { name } = unit;
    const step = SMALLER[previous.name]?.find(([smaller]) => smaller === name);
    if (!step) return refuse(`“${terms.shown}” needs the larger unit first, as in 4 ft 3 in.`);
    if (number >= step[1])
      return refuse(`“${terms.shown}” has ${number} ${unit.name}, which is a whole ${previous.name} or more; write it as one.`);
  }
  if (fraction && unit && METRIC_LENGTHS.has(unit.name)) {
    if (unitText !== undefined || terms.stated || previous)
      return refuse(`“${terms.shown}” is a fraction of ${unit.name}, which no tape shows. Add “in”, or enter it with a point.`);
    // Without a typed unit it is inches.
    unit = unitNamed('in');
  }
  return {
    ok: true,
    sum: {
      total: (before?.total ?? 0) + number * (unit?.factor ?? 1),
      first: before?.first ?? unit,
      previous: unit,
      typed: (before?.typed ?? false) || unitText !== undefined,
    },
  };
}

/** Most numbers of one value: feet, inches and a fraction. */
const MOST_TERMS = 3;

/** Adds all terms of a text. */
function sumOf(text: string, terms: Terms): { ok: true; sum: Sum } | Refusal {
  const { dimension, shown } = terms;
  let sum: Sum | null = null;
  let rest = text;
  for (let count = 0; rest !== '' && count < MOST_TERMS; count++) {
    const term = readTerm(rest, terms);
    if (!term) break;
    if (!term.ok) return term;
    const added = withTerm(term, sum, terms);
    if (!added.ok) return added;
    sum = added.sum;
    rest = rest.slice(term.length);
  }
  return sum && rest === ''
    ? { ok: true, sum }
    : refuse(`“${shown}” is not a ${dimension === 'money' ? 'price' : dimension}. Enter it as ${EXAMPLES[dimension]}.`);
}

/**
 * Reads a typed value: `51 3/8`, `51-3/8"`, `4 ft 3 3/8`, `1305 mm`, `12 lb 4 oz`, `412.6 h`. Exact to the last digits
 * of a double. Parts of a mixed value must decrease (feet before inches). Remaining text is refused, never ignored.
 * @returns the value in the unit of the core, or one sentence with the error and the correct form
 */
export function parseQuantity(input: string, dimension: Dimension, options: ParseOptions = {}): ParseResult {
  const cleaned = tidy(input);
  if (cleaned === '') return refuse(`Type a value, such as ${EXAMPLES[dimension]}.`);
  if (cleaned.length > 60) return refuse(`This is too long for one value. Enter it as ${EXAMPLES[dimension]}.`);
  const groups = settleGroups(cleaned);
  if (!groups.ok) return refuse(groups.problem);
  const commas = settleCommas(groups.text, dimension);
  if (!commas.ok) return refuse(commas.problem);
  const shown = input.trim();
  const assumed = options.assumed ? unitNamed(options.assumed) : coreUnit(dimension);
  const added = sumOf(commas.text.replace(/^[+-]\s*/, ''), { dimension, shown, stated: options.stated ?? false, assumed });
  if (!added.ok) return added;
  const { total, first, typed } = added.sum;
  // Thirteen figures: exact far beyond any tape, and 14 in is 355.6 mm, not 355.59999999999997.
  const value = Number((commas.text.startsWith('-') ? -total : total).toPrecision(13));
  if (!Number.isFinite(value)) return refuse(`“${shown}” is too large to be a ${dimension}.`);
  if (options.min !== undefined && value < options.min) return refuse(`Enter ${withUnit(options.min, first)} or more. You typed ${shown}.`);
  if (options.max !== undefined && value > options.max) return refuse(`Enter ${withUnit(options.max, first)} or less. You typed ${shown}.`);
  return { ok: true, value, unit: first?.name ?? null, unitTyped: typed };
}

function withUnit(coreValue: number, unit: Unit | undefined): string {
  if (!unit) return String(coreValue);
  return `${Number((coreValue / unit.factor).toPrecision(6))} ${unit.name}`;
}
