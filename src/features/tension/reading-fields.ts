import { placeDimension, type Drive } from '@/core/drive';
import { isFeel, TENSION_METHODS, usualDeflection, type TakenReading, type TensionMethod } from '@/core/tension';
import type { TensionAnswer } from '@/services/tension';
import { spanName, springName } from './messages';

export type Answered = Extract<TensionAnswer, { ok: true }>;
export type Span = Answered['spans'][number];

/** Values of the form of a reading, in units of the core. */
export interface ReadingFields {
  readonly method: TensionMethod;
  /** Chosen span, spring or adjuster. Null takes the usual one. */
  readonly place: string | null;
  readonly value: number | null;
  /** Deflection of a push, mm. Null takes the usual one. */
  readonly deflectionMm: number | null;
  readonly clamped: boolean;
  /** Belts that are off the drive. */
  readonly without: readonly string[];
  /** The recording that the value was heard in. */
  readonly sound: Blob | null;
}

export const NO_READING: ReadingFields = {
  method: 'tap',
  place: null,
  value: null,
  deflectionMm: null,
  clamped: false,
  without: [],
  sound: null,
};

const isAtSpan = (method: TensionMethod): boolean => method !== 'spring-length' && method !== 'marks';

/** Methods that this drive allows. */
export const methodsOf = (drive: Drive, { sheet }: Answered): readonly TensionMethod[] =>
  TENSION_METHODS.filter((m) => (m !== 'spring-length' || sheet.springs.length > 0) && (m !== 'marks' || drive.adjusters.length > 0));

export const beltName = (drive: Drive, id: string): string => drive.belts.find((b) => b.id === id)?.label ?? 'The other belt';

/** Place of a reading: the chosen one, or the longest span, the first spring, the first adjuster. */
export function placeOf(drive: Drive, answer: Answered, { method, place, deflectionMm }: ReadingFields) {
  const spans = answer.spans.map((s) => ({ ...s, id: `${s.from}>${s.to}`, label: spanName(drive, s.from, s.to) }));
  const longest = spans.reduce((a, s) => (s.length > a.length ? s : a), spans[0]!);
  const span = spans.find((s) => s.id === place) ?? longest;
  const { springs } = answer.sheet;
  const spring = springs.find((s) => s.id === place) ?? springs[0];
  const adjuster = drive.adjusters.find((a) => a.id === place) ?? drive.adjusters[0];
  const atSpan = isAtSpan(method);
  return {
    spans,
    span,
    spring,
    adjuster,
    atSpan,
    /** Dimension of a mark position. Null for other methods. */
    placeIn: method === 'marks' && adjuster ? placeDimension(drive, adjuster) : null,
    pushedMm: deflectionMm ?? usualDeflection(span.length),
    where: atSpan ? span.label : method === 'marks' ? (adjuster?.label ?? 'Adjuster') : springName(drive, spring?.id ?? ''),
  };
}

export type ReadingPlace = ReturnType<typeof placeOf>;

/** The reading in the form of the core. */
export function readingOf(method: TensionMethod, value: number, { span, spring, adjuster, pushedMm }: ReadingPlace): TakenReading {
  const at = [span.from, span.to] as const;
  if (isFeel(method)) return { method, at, value };
  switch (method) {
    case 'tap':
      return { method, at, hz: value };
    case 'deflection':
      return { method, at, forceN: value, deflectionMm: pushedMm };
    case 'spring-length':
      return { method, at: spring!.id, lengthMm: value };
    default:
      return { method, at: adjuster!.id, position: value };
  }
}
