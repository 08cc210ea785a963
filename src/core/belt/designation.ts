import { parseQuantity } from '../quantity';
import { convertLength, findSection, sectionNamed, type LengthReference, type Section } from './sections';

/** What a printed belt number says. Lengths in mm; null where a bare length leaves the section open. */
export interface DecodedBelt {
  readonly section: string | null;
  /** Belts or ribs side by side. */
  readonly count: number;
  readonly pitchLength: number | null;
  readonly outsideLength: number | null;
  readonly insideLength: number | null;
  readonly notched: boolean;
  /** Which length is exact and which are nominal, in one sentence. */
  readonly note: string;
}

export type DecodeResult = { readonly ok: true; readonly belt: DecodedBelt } | { readonly ok: false; readonly problem: string };

const INCH = 25.4;
/** What a classical belt's pitch length is over its nominal inches, in inches (ARPM IP-20; double-V IP-21 by the same rule, nominal). */
const CLASSICAL_EXTRA: Readonly<Record<string, number>> = { A: 1.3, B: 1.8, C: 2.9, D: 3.3, E: 4.5 };
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

/** Longest length taken in feet alone, mm: a number with the mark of feet behind it is more often inches with one stroke too few. */
const FEET_LIMIT_MM = 25 * 304.8;

/**
 * Reads a printed belt number or a bare length (then an outside length, unless it says `La`, `Li`, `Lw`, `OC` or `IC`). Knows light duty (`4L480`),
 * classical (`A46`, `BX85`, double `AA51`, banded `2/B85`, `2 x A46`), metric (`13x1170Li`), narrow (`SPA1180`, `3V475`) and ribbed (`6PK1750`,
 * `570K6`, `K060570`) numbers. Blanks may stand between the parts of a number, never inside its figures.
 */
export function decodeDesignation(text: string): DecodeResult {
  const trimmed = text.trim();
  const code = /\d\s+\d/.test(trimmed) ? null : trimmed.toUpperCase().replace(/\s+/g, '').replace(/[×*]/g, 'X');
  const decoded = (code === null ? null : readCode(code)) ?? readBareLength(trimmed);
  if (!decoded) return refusal(trimmed);
  const length = decoded.outsideLength ?? decoded.pitchLength ?? decoded.insideLength ?? 0;
  const feetOnly = /^\d+(\.\d+)?\s*('|’|′|ft|foot|feet)$/i.test(trimmed) && length > FEET_LIMIT_MM;
  if (!(length >= LENGTH_RANGE_MM[0] && length <= LENGTH_RANGE_MM[1]) || feetOnly) {
    return {
      ok: false,
      problem: `“${trimmed}” would be a belt ${Math.round(length)} mm round, which no belt drive takes; check the number.`,
    };
  }
  return { ok: true, belt: decoded };
}

/** A number with what stands before it: belts joined (`3/B75`, `R3-B75`, `2BX75`) or side by side (`2 x A46`). */
function readCode(code: string): DecodedBelt | null {
  const many = /^(?:R?(\d{1,2})[/-](?=[A-Z\d])|R?(\d{1,2})(?=[ABCDE]X?-?\d)|(\d{1,2})X(?=[A-Z]|[2-5]L|[358]V))(.+)$/.exec(code);
  const count = Number(many?.[1] ?? many?.[2] ?? many?.[3] ?? 1);
  const direct = readNumber(code, 1);
  if (direct || !many) return direct;
  const one = count > 0 ? readNumber(many[4] as string, count) : null;
  return one && findSection(one.section!)?.family !== 'ribbed' ? one : null;
}

function refusal(text: string): DecodeResult {
  return {
    ok: false,
    problem: `“${text}” is not a belt number or a length I know; numbers look like 4L480, A46, 13x1170Li, SPA1180 or 6PK1750.`,
  };
}

function readNumber(code: string, count: number): DecodedBelt | null {
  let m: RegExpExecArray | null;
  if ((m = /^([2345]L)-?(\d{3,4})$/.exec(code)))
    return whole(m[1] as string, count, (Number(m[2]) / 10) * INCH, 'outside', 'outside length');
  if ((m = /^(A|B|C|D|E|AX|BX|CX|AA|BB|CC)-?(\d{2,3}(?:\.\d+)?)$/.exec(code))) {
    const name = m[1] as string;
    const extra = CLASSICAL_EXTRA[name[0] as string] as number;
    return whole(name, count, (Number(m[2]) + extra) * INCH, 'pitch', `pitch length (nominal ${m[2]} in + ${extra} in)`);
  }
  if ((m = /^Z-?(\d{2,3}(?:\.\d+)?)$/.exec(code))) return whole('Z', count, Number(m[1]) * INCH, 'inside', 'inside length');
  if ((m = /^(10|13|17|22|32|40)X(\d{3,5}(?:\.\d+)?)(L[IAWDP])?$/.exec(code))) {
    const reference = METRIC_REFERENCE[m[3] ?? ''] as LengthReference;
    return whole(METRIC_WIDTHS[m[1] as string] as string, count, Number(m[2]), reference, `${reference} length`);
  }
  if ((m = /^(SP[ZABC]|XP[ZAB])-?(\d{3,5}(?:\.\d+)?)(L[WD])?$/.exec(code)))
    return whole(m[1] as string, count, Number(m[2]), 'pitch', 'pitch (datum) length');
  if ((m = /^(3V|5V|8V|3VX|5VX)-?(\d{3,4})$/.exec(code)))
    return whole(m[1] as string, count, (Number(m[2]) / 10) * INCH, 'outside', 'effective outside length');
  const effective = (name: string, ribs: string, mm: number) =>
    whole(name, Number(ribs), mm, 'pitch', 'effective length, taken as the pitch length');
  if (count !== 1) return null;
  if ((m = /^(\d{1,2})(D?P[HJKL])-?(\d{3,4}(?:\.\d+)?)$/.exec(code)) && findSection(m[2] as string))
    return effective(m[2] as string, m[1] as string, Number(m[3]));
  if ((m = /^(\d{3,4})([HJKL])(\d{1,2})$/.exec(code))) return effective(`P${m[2]}`, m[3] as string, (Number(m[1]) / 10) * INCH);
  if ((m = /^K(\d{2})(\d{4})$/.exec(code))) return effective('PK', m[1] as string, (Number(m[2]) / 10) * INCH);
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
    pitchLength: along('pitch'),
    outsideLength: along('outside'),
    insideLength: along('inside'),
    notched: section.notched,
    note: `The number states the ${statedAs} exactly; ${rest}.`,
  };
}

/** What may stand behind a bare length to say along which line round the belt it was taken. */
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
  const guess = length.unitTyped ? '' : ` Read as ${length.unit === 'mm' ? 'millimetres' : 'inches'}, since no unit was given.`;
  const said = marked ? `The length is taken along the ${reference} of the belt` : 'A bare length is taken as an outside length';
  return {
    section: null,
    count: 1,
    pitchLength: reference === 'pitch' ? length.value : null,
    outsideLength: reference === 'outside' ? length.value : null,
    insideLength: reference === 'inside' ? length.value : null,
    notched: false,
    note: `${said}; the section is not known.${guess}`,
  };
}

/**
 * The printed number of a standard size, the other way round: `4L` and 1219.2 mm outside is `4L480`. Null where the length is no whole size of
 * that section.
 * @param length in mm along `reference`
 * @param count ribs, or belts of a banded form
 * @param toleranceMm how far from a whole size still counts as it
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

/** The one length that a number states, along the outside of a section: for numbers that say none, of the section given. */
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
  const prefix = count > 1 && section.family !== 'ribbed' ? `${count}/` : '';
  switch (section.family) {
    case 'light':
      return `${prefix}${section.name}${Math.round((outside / INCH) * 2) * 5}`;
    case 'classical':
    case 'double':
      if (section.name === 'Z') return `${prefix}Z${Math.round(convertLength(length, reference, 'inside', section) / INCH)}`;
      return `${prefix}${section.name}${Math.round(pitch / INCH - (CLASSICAL_EXTRA[section.name[0] as string] as number))}`;
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
 * The standard sizes of a section whose outside length lies in a range, shortest first. Light-duty and narrow-inch belts come in half inches,
 * classical ones in whole inches, metric ones in 10 mm; which of them a supplier stocks is another matter.
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

/** True where the text names a section in the table, whatever its case. */
export function isSectionName(text: string): boolean {
  return findSection(text.trim().toUpperCase()) !== undefined;
}
