/** Sizes that a section is made in, in the unit of its number. */
interface SizeRange {
  readonly least: number;
  readonly most: number;
  /** Unit of the number: inches of length, nominal inches of a classical belt, or mm. */
  readonly unit: 'in' | 'nominal' | 'mm';
}

const range = (least: number, most: number, unit: SizeRange['unit']): SizeRange => ({ least, most, unit });

/** Key: the text before the size, which is a section, or the metric top width with an x. */
const RANGES: Readonly<Record<string, SizeRange>> = {
  '3L': range(10, 80, 'in'),
  '4L': range(12, 120, 'in'),
  '5L': range(15, 130, 'in'),
  A: range(15, 200, 'nominal'),
  B: range(20, 670, 'nominal'),
  C: range(35, 670, 'nominal'),
  D: range(90, 670, 'nominal'),
  E: range(140, 670, 'nominal'),
  '3V': range(20, 150, 'in'),
  '5V': range(40, 400, 'in'),
  '8V': range(90, 650, 'in'),
  SPZ: range(450, 4000, 'mm'),
  SPA: range(600, 5000, 'mm'),
  SPB: range(1000, 9000, 'mm'),
  SPC: range(1800, 14000, 'mm'),
  '10x': range(250, 2500, 'mm'),
  '13x': range(400, 6000, 'mm'),
  '17x': range(400, 18000, 'mm'),
  '22x': range(700, 18000, 'mm'),
  PK: range(300, 3500, 'mm'),
  HA: range(1000, 8000, 'mm'),
  HB: range(1000, 8000, 'mm'),
  HC: range(1000, 8000, 'mm'),
};

/** Notched and double forms come in the sizes of the plain ones. */
const PLAIN_FORM: Readonly<Record<string, string>> = {
  AX: 'A',
  BX: 'B',
  CX: 'C',
  AA: 'A',
  BB: 'B',
  CC: 'C',
  '3VX': '3V',
  '5VX': '5V',
  XPZ: 'SPZ',
  XPA: 'SPA',
  XPB: 'SPB',
  DPK: 'PK',
};

/** Ribs or joined strands, where a section comes in a limited number of them. */
const COUNTS: Readonly<Record<string, readonly [number, number]>> = { PK: [2, 25], DPK: [2, 25], HA: [2, 10], HB: [2, 10], HC: [2, 10] };

/**
 * Error of a size or of a number of ribs.
 * @param name section, or metric top width such as `13x`
 * @param size as in the number, in the unit of its range
 * @returns one sentence, or null if belts of that size exist or the section has no stated range
 */
export function sizeProblem(text: string, name: string, size: number, count: number): string | null {
  const counts = COUNTS[name];
  if (counts && (count < counts[0] || count > counts[1]))
    return `“${text}” is not a belt size: ${name} belts have ${counts[0]} to ${counts[1]} ${name.endsWith('PK') ? 'ribs' : 'strands'}. Check the number.`;
  const own = RANGES[PLAIN_FORM[name] ?? name];
  if (!own || (size >= own.least && size <= own.most)) return null;
  const sizes =
    own.unit === 'nominal'
      ? `nominal sizes of ${own.least} to ${own.most}`
      : `lengths of ${own.least} to ${own.most} ${own.unit === 'in' ? 'in' : 'mm'}`;
  return `“${text}” is not a belt size: ${name} belts have ${sizes}. Check the number.`;
}

/** Nominal size from which a classical belt's pitch length exceeds it by less. */
const LARGE_NOMINAL = 225;
/** Inches by which a classical belt's pitch length exceeds its nominal size (ARPM IP-20; double-V IP-21 by the same rule, nominal). */
const EXTRA: Readonly<Record<string, number>> = { A: 1.3, B: 1.8, C: 2.9, D: 3.3, E: 4.5 };
const LARGE_EXTRA: Readonly<Record<string, number>> = { B: 0.3, C: 0.9, D: 0.8, E: 1 };

/** Inches to add to a nominal size for the pitch length. @param name a classical or double section */
export function classicalExtra(name: string, nominal: number): number {
  const letter = name[0]!;
  return (nominal >= LARGE_NOMINAL ? LARGE_EXTRA[letter] : undefined) ?? EXTRA[letter]!;
}

/** The whole nominal size with the pitch length nearest to one, in inches. */
export function nearestNominal(name: string, pitchIn: number): number {
  const letter = name[0]!;
  const small = Math.min(Math.round(pitchIn - EXTRA[letter]!), LARGE_EXTRA[letter] === undefined ? Infinity : LARGE_NOMINAL - 1);
  const large = Math.max(Math.round(pitchIn - (LARGE_EXTRA[letter] ?? EXTRA[letter]!)), LARGE_NOMINAL);
  const off = (n: number) => Math.abs(n + classicalExtra(name, n) - pitchIn);
  return LARGE_EXTRA[letter] !== undefined && off(large) < off(small) ? large : small;
}
