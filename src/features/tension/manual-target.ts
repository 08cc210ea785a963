import type { Drive } from '@/core/drive';
import { MANUAL_FORMS, type ManualForm, type ManualTarget } from '@/core/job';
import type { TensionMethod } from '@/core/tension';
import type { AskedReading } from '@/services/tension';
import { NO_READING, placeOf, readingOf, type Answered, type ReadingPlace } from './reading-fields';
import { METHOD_WORDS } from './messages';

/** Values of the form, in units of the core. */
export interface ManualFields {
  readonly form: ManualForm;
  readonly place: string | null;
  readonly from: number | null;
  readonly to: number | null;
  readonly deflectionMm: number | null;
  readonly page: string;
}

export const NO_TARGET: ManualFields = { form: 'tension', place: null, from: null, to: null, deflectionMm: null, page: '' };

export const FORM_WORDS: Readonly<Record<ManualForm, string>> = {
  tension: 'Belt tension',
  tap: 'Tap frequency',
  deflection: 'Force and deflection',
  'spring-length': METHOD_WORDS['spring-length'],
  marks: METHOD_WORDS.marks,
};

/** Forms that this drive allows. */
export const formsOf = (drive: Drive, { sheet }: Answered): readonly ManualForm[] =>
  MANUAL_FORMS.filter((f) => (f !== 'spring-length' || sheet.springs.length > 0) && (f !== 'marks' || drive.adjusters.length > 0));

/** Form fields of a stored target. */
export const fieldsOf = (target: ManualTarget | null): ManualFields =>
  target === null ? NO_TARGET : { ...target, place: target.at === '' ? null : target.at };

/** Place of a target: chosen, or the usual one of its form. Null for a tension. */
export const placeOfTarget = (drive: Drive, answer: Answered, { form, place, deflectionMm }: ManualFields): ReadingPlace | null =>
  form === 'tension' ? null : placeOf(drive, answer, { ...NO_READING, method: form as TensionMethod, place, deflectionMm });

/** Why a target cannot be saved, by its field; null if it can. */
export function missingIn({ form, from, to }: ManualFields): { readonly field: 'from' | 'to'; readonly problem: string } | null {
  if (from === null) return { field: 'from', problem: 'Enter the value from the manual.' };
  if (form !== 'marks' && from <= 0) return { field: 'from', problem: 'The value must be above 0. Check the unit.' };
  if (to === null) return null;
  if (form !== 'marks' && to <= 0) return { field: 'to', problem: 'The value must be above 0. Check the unit.' };
  return to === from ? { field: 'to', problem: 'Both ends of the range are the same. Leave this field empty for one value.' } : null;
}

/** Both ends of a target as readings that convert it to a tension. Empty for a tension. */
export function readingsOfTarget({ form, from, to }: ManualFields, place: ReadingPlace | null): AskedReading[] {
  if (form === 'tension' || place === null || from === null) return [];
  return [from, to ?? from].map((value) => ({ reading: readingOf(form, value, place), without: [] }));
}

/** The target to store. Null if an end of it means no tension. */
export function targetFrom(fields: ManualFields, place: ReadingPlace | null, tensionsN: readonly number[]): ManualTarget | null {
  const { form, from, to, page } = fields;
  const ends = form === 'tension' ? [from, to ?? from] : tensionsN;
  const [low, high] = [Math.min(...ends.map(Number)), Math.max(...ends.map(Number))];
  if (from === null || ends.length < 2 || !(low > 0) || !Number.isFinite(high)) return null;
  return {
    form,
    at: place === null ? '' : atOf(form, place),
    where: place?.where ?? '',
    from,
    to,
    deflectionMm: form === 'deflection' && place ? place.pushedMm : null,
    placeIn: place?.placeIn ?? null,
    page: page.trim(),
    rangeN: [low, high],
  };
}

const atOf = (form: ManualForm, { span, spring, adjuster }: ReadingPlace): string =>
  form === 'spring-length' ? (spring?.id ?? '') : form === 'marks' ? (adjuster?.id ?? '') : span.id;
