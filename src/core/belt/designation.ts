import { parseQuantity } from '../quantity';
import { convertLength, findSection, sectionNamed, type LengthReference, type Section } from './sections';
import { classicalExtra, nearestNominal, sizeProblem } from './size-ranges';

/** Content of a belt number. Lengths in mm. Null if a length alone leaves the section open. */
export interface DecodedBelt {
  readonly section: string | null;
  /** Belts or ribs side by side. */
  readonly count: number;
  /** Top width (of one rib, if ribbed), mm. Null if the text does not state it. */
  readonly topWidthMm: number | null;
  readonly pitchLength: number | null;
  readonly outsideLength: number | null;
  readonly insideLength: number | null;
  readonly notched: boolean;
  /** Which length is exact and which are nominal, in one sentence. */
  readonly note: string;
}

export type DecodeResult = { readonly ok: true; readonly belt: DecodedBelt } | { readonly ok: false; readonly problem: string };

const INCH = 25.4;
/** Metric top widths in numbers such as 13x1170Li (ISO 4184). */
const METRIC_WIDTHS: Readonly<Record<string, string>> = { 10: 'Z', 13: 'A', 17: 'B', 22: 'C', 32: 'D', 40: 'E' };
const METRIC_REFERENCE: Readonly<Record<string, LengthReference>> = {
  LI: 'inside',
  LA: 'outside',
  LW: 'pitch',
  LD: 'pitch',
  LP: 'pitch',
  '': 'inside',
};

/** Longest and shortest loop that is taken for a belt, mm. */
const LENGTH_RANGE_MM = [100, 20000] as const;

/** Longest length in feet, mm. Above this, feet are inches with a missing stroke. */
const FEET_LIMIT_MM = 25 * 304.8;
/** Limits for two numbers of one belt: relative difference of outside lengths, and difference of top widths, mm. */
const SAME_LENGTH_SHARE = 0.006;
const SAME_WIDTH_MM = 1;

/**
 * Reads a belt number or a length. A length is an outside length, unless the text has `La`, `Li`, `Lw`, `OC` or `IC`.
 *
 * Forms: light duty (`4L480`, `4L480K`), classical (`A46`, `BX85`, double `AA51`, banded `2/B85`, `2 x A46`), metric (`13x1170Li`); narrow (`SPA1180`, `3V475`), ribbed (`6PK1750`, `570K6`, `K060570`), joined agricultural (`2HA1500`),
 * variable speed (`33x925`); top width x outside length (`1/2 x 48`). Two numbers of one belt (`B85 / 5L880`) are one too.
 *
 * Spaces may separate the parts of a number, but not its digits. A size outside the standards is refused with the
 * existing sizes.
 */
export function decodeDesignation(text: string): DecodeResult {
  const trimmed = text.trim();
  const both = readTwoNames(trimmed);
  if (both) return both;
  const code = codeOf(trimmed);
  const named = code === null ? null : readCode(code, trimmed);
  if (named) return named;
  const decoded = readWidthByLength(trimmed) ?? readBareLength(withoutThousands(trimmed));
  if (!decoded) return refusal(trimmed);
  const length = decoded.outsideLength ?? decoded.pitchLength ?? decoded.insideLength ?? 0;
  const feet = /^\d+(\.\d+)?\s*('|’|′|ft|foot|feet)(?!')/i.test(trimmed) && length > FEET_LIMIT_MM;
  if (!(length >= LENGTH_RANGE_MM[0] && length <= LENGTH_RANGE_MM[1]) || feet)
    return refused(`“${trimmed}” is ${Math.round(length)} mm long. No belt has that length. Check the number and its unit.`);
  return { ok: true, belt: decoded };
}

const refused = (problem: string): DecodeResult => ({ ok: false, problem });

/** A number without its blanks and with plain signs; null where a blank parts two digits. */
const codeOf = (text: string): string | null =>
  /\d\s+\d/.test(text)
    ? null
    : text
        .toUpperCase()
        .replace(/^(?:V-?)?BELT\s+|^(?:NO\.?|#)\s*|\s+(?:V-?)?BELT$/g, '')
        .replace(/\s+/g, '')
        .replace(/[×*]/g, 'X');

/** Two names of one belt, with a stroke, an equals sign or brackets between them. */
function readTwoNames(text: string): DecodeResult | null {
  const parts =
    /^([A-Z\d][^/=()]*?)\s*(?:[/=]|\bor\b)\s*([A-Z\d][^/=()]*)$/i.exec(text) ?? /^([A-Z\d][^/=()]*?)\s*\(([^()]+)\)$/i.exec(text);
  const codes = parts?.slice(1).map((part) => codeOf(part.trim()));
  if (!codes || codes.some((code) => code === null || !/[A-Z]/.test(code) || !/\d{2}/.test(code))) return null;
  const [one, other] = codes.map((code, i) => readCode(code!, parts![i + 1]!.trim()));
  if (!one || !other) return null;
  if (!one.ok) return one;
  if (!other.ok) return other;
  const outside = ({ belt }: typeof one) => belt.outsideLength!;
  const width = ({ belt }: typeof one) => sectionNamed(belt.section!).topMm;
  const agree =
    Math.abs(outside(one) - outside(other)) <= SAME_LENGTH_SHARE * outside(one) &&
    Math.abs(width(one) - width(other)) <= SAME_WIDTH_MM &&
    one.belt.count === other.belt.count;
  if (!agree)
    return refused(`“${text}” names two different belts: ${parts![1]!.trim()} and ${parts![2]!.trim()} differ in size. Enter one of them.`);
  return { ok: true, belt: { ...one.belt, note: `${one.belt.note} ${parts![2]!.trim()} is the same size.` } };
}

/**
 * A number with a prefix or suffix: joined belts (`3/B75`, `R3-B75`, `2BX75`), parallel belts (`2 x A46`, `A46 x 2`),
 * or a letter of the maker.
 */
function readCode(code: string, text: string): DecodeResult | null {
  const direct = readNumber(code, 1, text);
  if (direct) return direct;
  const many = /^(?:R?(\d{1,2})[/-](?=[A-Z\d])|R?(\d{1,2})(?=[ABCDE]X?-?\d)|(\d{1,2})X(?=[A-Z]|[2-5]L|[358]V))(.+)$/.exec(code);
  const behind = /^([A-Z\d][^X]*\d|[A-E]X-?\d+)X(\d{1,2})$/.exec(code);
  const count = Number(many?.[1] ?? many?.[2] ?? many?.[3] ?? behind?.[2] ?? 0);
  const single = many?.[4] ?? behind?.[1];
  if (count > 0 && single !== undefined && /[A-Z]/.test(single)) {
    const one = readNumber(single, count, text);
    if (one && !(one.ok && findSection(one.belt.section!)?.family === 'ribbed')) return one;
  }
  // A letter of make or cover; those that name a section or a length would be misread.
  const lettered = /^((?:[2-5]L|[A-E]X?|AA|BB|CC)-?\d{2,4})([F-KM-WYZ])$/.exec(code);
  return lettered ? readNumber(lettered[1]!, 1, text) : null;
}

/** Toothed belts as they are numbered: pitch length, pitch and width, such as `300H100`, `640-8M-20` or `T10/1250` (ISO 5296, ISO 13050, ISO 17396). */
const TOOTHED =
  /^(?:\d{2,4}(?:MXL|XL|L|H|XH|XXH)\d{3}|\d{2,4}-?(?:3|5|8|14)M-?\d{1,3}|\d{2,3}-?A?T(?:2\.5|5|10|20)[-/]?\d{2,4}|A?T(?:2\.5|5|10|20)[-/]\d{2,4})$/i;

function refusal(text: string): DecodeResult {
  if (TOOTHED.test(text.replace(/\s+/g, ''))) return refused(`“${text}” is a toothed (timing) belt. Toothed belts are not covered.`);
  return refused(`“${text}” is not a belt number or length. Enter a number such as 4L480, A46, 13x1170Li, SPA1180 or 6PK1750.`);
}

function readNumber(code: string, count: number, text: string): DecodeResult | null {
  /** A size in the unit of its range, and its length along a line of the belt. */
  const sized = (
    name: string,
    size: number,
    mm: number,
    reference: LengthReference,
    statedAs: string,
    { inRange = name, ribs = count }: { inRange?: string; ribs?: number } = {},
  ): DecodeResult | null => {
    const problem = sizeProblem(text, inRange, size, ribs);
    if (problem) return refused(problem);
    const belt = whole(name, ribs, mm, reference, statedAs);
    return belt && { ok: true, belt };
  };
  let m: RegExpExecArray | null;
  if ((m = /^([2345]L)-?(\d{3,4})$/.exec(code)))
    return sized(m[1]!, Number(m[2]) / 10, (Number(m[2]) / 10) * INCH, 'outside', 'outside length');
  if ((m = /^(A|B|C|D|E|AX|BX|CX|AA|BB|CC)-?(\d{2,3}(?:\.\d+)?)$/.exec(code))) {
    const nominal = Number(m[2]);
    const extra = classicalExtra(m[1]!, nominal);
    return sized(m[1]!, nominal, (nominal + extra) * INCH, 'pitch', `pitch length (nominal ${m[2]} in + ${extra} in)`);
  }
  if ((m = /^Z-?(\d{2,3}(?:\.\d+)?)$/.exec(code))) return sized('Z', Number(m[1]), Number(m[1]) * INCH, 'inside', 'inside length');
  if ((m = /^(\d{2})X(\d{3,5}(?:\.\d+)?)(L[IAWDP])?(?:MM)?$/.exec(code))) {
    const [, width, length, line] = m;
    const mm = Number(length);
    const name = METRIC_WIDTHS[width!];
    // 32 and 40 are classical widths in long belts, and widths of variable-speed belts in short ones.
    if (name && !(Number(width) > 30 && mm < LONG_METRIC_MM)) {
      const reference = METRIC_REFERENCE[line ?? '']!;
      return sized(name, mm, mm, reference, `${reference} length`, { inRange: `${width}x` });
    }
    return readVariable(text, Number(width), mm, line);
  }
  if ((m = /^(SP[ZABC]|XP[ZAB])-?(\d{3,5}(?:\.\d+)?)(L[WDP])?$/.exec(code)))
    return sized(m[1]!, Number(m[2]), Number(m[2]), 'pitch', 'pitch (datum) length');
  if ((m = /^(3V|5V|8V|3VX|5VX)-?(\d{3,4})$/.exec(code)))
    return sized(m[1]!, Number(m[2]) / 10, (Number(m[2]) / 10) * INCH, 'outside', 'effective outside length');
  if (count !== 1) return null;
  const effective = (name: string, ribs: string, mm: number) =>
    Number(ribs) > 0 ? sized(name, mm, mm, 'pitch', 'effective length, taken as the pitch length', { ribs: Number(ribs) }) : null;
  if ((m = /^(\d{1,2})-?(D?P[HJKL])-?(\d{3,4}(?:\.\d+)?)$/.exec(code)) && findSection(m[2]!)) return effective(m[2]!, m[1]!, Number(m[3]));
  if ((m = /^(\d{3,4})([HJKL])(\d{1,2})$/.exec(code))) return effective(`P${m[2]}`, m[3]!, (Number(m[1]) / 10) * INCH);
  if ((m = /^K(\d{2})(\d{4})$/.exec(code))) return effective('PK', m[1]!, (Number(m[2]) / 10) * INCH);
  if ((m = /^(\d{0,2})[/-]?(H[ABC])-?(\d{3,5})$/.exec(code)))
    return sized(m[2]!, Number(m[3]), Number(m[3]), 'outside', 'effective outside length', { ribs: Number(m[1] || 1) });
  return null;
}

function whole(name: string, count: number, lengthMm: number, reference: LengthReference, statedAs: string): DecodedBelt | null {
  if (count < 1) return null;
  const section = sectionNamed(name);
  const along = (to: LengthReference) => convertLength(lengthMm, reference, to, section);
  const rest =
    section.stated || (section.family === 'classical' && section.notched)
      ? `the others follow from the ${name} section`
      : 'the others are nominal';
  return {
    section: name,
    count,
    topWidthMm: section.topMm,
    pitchLength: along('pitch'),
    outsideLength: along('outside'),
    insideLength: along('inside'),
    notched: section.notched,
    note: `The number states the ${statedAs} exactly; ${rest}.`,
  };
}

/** Shortest belt that is taken for a classical one of 32 or 40 mm, mm. */
const LONG_METRIC_MM = 2000;
/** Sizes of variable-speed belts, mm. */
const VARIABLE = { width: [20, 80], length: [400, 4000] } as const;

/** A variable-speed belt by top width and length: its section is known by its width alone. */
function readVariable(text: string, widthMm: number, lengthMm: number, line: string | undefined): DecodeResult {
  const { width, length } = VARIABLE;
  if (widthMm < width[0] || widthMm > width[1] || lengthMm < length[0] || lengthMm > length[1])
    return refused(
      `“${text}” is not a belt size: variable-speed belts are ${width[0]} to ${width[1]} mm wide and ${length[0]} to ${length[1]} mm long. Check the number.`,
    );
  const reference = line === undefined ? 'outside' : METRIC_REFERENCE[line]!;
  const note = `A variable-speed belt with a top width of ${widthMm} mm. The number states the ${reference} length exactly; the section is unknown.`;
  return { ok: true, belt: lengthOnly(lengthMm, reference, note, widthMm) };
}

/** A belt of unknown section: one length along one line. */
const lengthOnly = (mm: number, reference: LengthReference, note: string, topWidthMm: number | null = null): DecodedBelt => ({
  section: null,
  count: 1,
  topWidthMm,
  pitchLength: reference === 'pitch' ? mm : null,
  outsideLength: reference === 'outside' ? mm : null,
  insideLength: reference === 'inside' ? mm : null,
  notched: false,
  note,
});

/** Widths that a belt may have across its top, mm. */
const TOP_WIDTH_MM = [5, 80] as const;

/** Top width x outside length: `1/2 x 48`, `21/32" x 51 3/8"`, `12.7 x 1219 mm`. A unit behind the length holds for both. */
function readWidthByLength(text: string): DecodedBelt | null {
  const parts = /^(.+?)\s*[x×*]\s*(.+)$/i.exec(text);
  if (!parts) return null;
  const [, width, length] = parts as unknown as [string, string, string];
  // A whole number in front is how many belts there are, unless its unit follows.
  const isCount = /^\d+$/.test(width) && !/mm$/i.test(text);
  const inMm = /mm$/i.test(text) || (!/["”″]|in\b/i.test(text) && !width.includes('/') && Number(length) >= 250);
  const read = (part: string) => parseQuantity(withoutThousands(part), 'length', { assumed: inMm ? 'mm' : 'in', min: 0 });
  const [top, round] = [read(width), read(length)];
  if (isCount || !top.ok || !round.ok || top.value < TOP_WIDTH_MM[0] || top.value > TOP_WIDTH_MM[1]) return null;
  return lengthOnly(
    round.value,
    'outside',
    `A top width of ${+top.value.toFixed(1)} mm and an outside length. The section is unknown.`,
    top.value,
  );
}

/** A comma between thousands is removed only if the text is then a belt: `1,219 mm`. */
function withoutThousands(text: string): string {
  if (!/^\d{1,2},\d{3}(?:\.\d+)?(?!\d)/.test(text)) return text;
  const unit = /mm/i.test(text) ? 1 : /["”″]|in/i.test(text) ? INCH : null;
  const decimal = Number.parseFloat(text.replace(',', '.')) * (unit ?? INCH);
  const thousands = Number.parseFloat(text.replace(',', '')) * (unit ?? 1);
  const fits = (mm: number) => mm >= LENGTH_RANGE_MM[0] && mm <= LENGTH_RANGE_MM[1];
  if (fits(thousands) && !fits(decimal)) return text.replace(',', '');
  return fits(decimal) && !fits(thousands) ? text.replace(',', '.') : text;
}

/** Suffix of a length that names its reference line. */
const LENGTH_MARKS: readonly (readonly [RegExp, LengthReference])[] = [
  [/\s*(?:O\.?C\.?|outside|out|LA)$/i, 'outside'],
  [/\s*(?:I\.?C\.?|inside|LI)$/i, 'inside'],
  [/\s*(?:pitch|L[WDP])$/i, 'pitch'],
];

/** A length alone. Without a unit: inches, unless no belt is that long in inches. */
function readBareLength(text: string): DecodedBelt | null {
  const marked = LENGTH_MARKS.find(([mark]) => mark.test(text));
  const bare = marked ? text.replace(marked[0], '') : text;
  const reference = marked?.[1] ?? 'outside';
  const plain = parseQuantity(bare, 'number');
  const length = parseQuantity(bare, 'length', { assumed: plain.ok && plain.value >= 250 ? 'mm' : 'in', min: 0 });
  if (!length.ok) return null;
  const guess = length.unitTyped ? '' : ` Read as ${length.unit === 'mm' ? 'millimetres' : 'inches'}, because no unit was entered.`;
  const stated = marked ? `The length is the ${reference} length of the belt` : 'A bare length is read as an outside length';
  return lengthOnly(length.value, reference, `${stated}; the section is unknown.${guess}`);
}

/**
 * Belt number of a standard size: `4L` and 1219.2 mm outside is `4L480`. Null if the length is not a standard size of
 * that section.
 * @param length in mm along `reference`
 * @param count ribs, or belts of a banded form
 * @param toleranceMm largest difference from a standard size
 */
export function encodeDesignation(
  section: Section,
  length: number,
  reference: LengthReference,
  count = 1,
  toleranceMm = 0.5,
): string | null {
  const name = nearestDesignation(section, length, reference, count);
  if (!name) return null;
  const decoded = decodeDesignation(name);
  if (!decoded.ok || decoded.belt.outsideLength === null) return null;
  return Math.abs(decoded.belt.outsideLength - convertLength(length, reference, 'outside', section)) <= toleranceMm ? name : null;
}

/** Outside length that a number states. The section in the argument applies if the number names none. */
export function outsideLengthOf(belt: DecodedBelt, section: Section): number {
  if (belt.outsideLength !== null) return belt.outsideLength;
  return belt.pitchLength !== null
    ? convertLength(belt.pitchLength, 'pitch', 'outside', section)
    : convertLength(belt.insideLength ?? 0, 'inside', 'outside', section);
}

/** The standard size nearest to a length, or null for a measured section. */
export function nearestDesignation(section: Section, length: number, reference: LengthReference, count = 1): string | null {
  const outside = convertLength(length, reference, 'outside', section);
  const pitch = convertLength(length, reference, 'pitch', section);
  const prefix = count > 1 && section.family !== 'ribbed' && section.family !== 'joined' ? `${count}/` : '';
  switch (section.family) {
    case 'light':
      return `${prefix}${section.name}${Math.round((outside / INCH) * 2) * 5}`;
    case 'classical':
    case 'double':
      if (section.name === 'Z') return `${prefix}Z${Math.round(convertLength(length, reference, 'inside', section) / INCH)}`;
      return `${prefix}${section.name}${nearestNominal(section.name, pitch / INCH)}`;
    case 'joined':
      return `${count}${section.name}${Math.round(outside / 10) * 10}`;
    case 'narrow':
      return /^[SX]P/.test(section.name)
        ? `${prefix}${section.name}${Math.round(pitch / 10) * 10}`
        : `${prefix}${section.name}${Math.round((outside / INCH) * 2) * 5}`;
    case 'ribbed':
      return `${count}${section.name}${Math.round(pitch / 5) * 5}`;
    case 'measured':
      return null;
  }
}

/**
 * Standard sizes of a section with an outside length in a range, shortest first. Steps: half an inch for light-duty and
 * narrow-inch belts, one inch for classical belts, 10 mm for metric belts. Suppliers may stock fewer.
 * @param fromMm outside length, mm
 * @param toMm outside length, mm
 */
export function standardSizes(section: Section, fromMm: number, toMm: number, count = 1): { designation: string; outsideMm: number }[] {
  const sizes = new Map<string, number>();
  if (section.family === 'measured' || !(toMm - fromMm < 4000)) return [];
  for (let outside = fromMm - 13; outside <= toMm + 13; outside += 2) {
    const name = nearestDesignation(section, outside, 'outside', count);
    if (!name || sizes.has(name)) continue;
    const decoded = decodeDesignation(name);
    if (decoded.ok && decoded.belt.outsideLength !== null) sizes.set(name, decoded.belt.outsideLength);
  }
  return [...sizes]
    .filter(([, mm]) => mm >= fromMm && mm <= toMm)
    .sort((a, b) => a[1] - b[1])
    .map(([designation, outsideMm]) => ({ designation, outsideMm }));
}

/** True if the text names a section in the table, in upper or lower case. */
export function isSectionName(text: string): boolean {
  return findSection(text.trim().toUpperCase()) !== undefined;
}
