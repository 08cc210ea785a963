import { heldId, type Notebook, type NotebookArm, type NotebookMeasure } from '@/core/survey';
import type { Step } from './progress';
import { armReadingTitle, measureTitle } from './messages';

/** A reading that the fit speaks of: a measure of the sheet, or a distance taken with an arm held at an end of its travel. */
export type Reading =
  | { readonly kind: 'measure'; readonly measure: NotebookMeasure }
  | { readonly kind: 'end'; readonly arm: NotebookArm; readonly end: NotebookArm['ends'][number] };

/** The reading that an answer calls by this name; null where it is none of the notebook's. */
export function readingOf(notebook: Notebook, id: string | undefined): Reading | null {
  const measure = notebook.measures.find((m) => m.id === id);
  if (measure) return { kind: 'measure', measure };
  for (const arm of notebook.arms) {
    const end = arm.ends.find((e) => heldId(arm.id, e.id) === id);
    if (end) return { kind: 'end', arm, end };
  }
  return null;
}

export const readingId = (reading: Reading): string =>
  reading.kind === 'measure' ? reading.measure.id : heldId(reading.arm.id, reading.end.id);

export const readingTitle = (notebook: Notebook, reading: Reading): string =>
  reading.kind === 'measure' ? measureTitle(notebook, reading.measure) : armReadingTitle(notebook, reading.end);

export const readingDimension = (reading: Reading): 'angle' | 'length' =>
  reading.kind === 'measure' && reading.measure.kind === 'angle' ? 'angle' : 'length';

/** Where a reading is entered: its step, and the part of it. */
export const placeOfReading = (reading: Reading): readonly [Step, string] =>
  reading.kind === 'measure' ? ['tape', `measure:${reading.measure.id}`] : ['arms', `end:${readingId(reading)}`];

/** Notebook with a reading excluded from the fit, or included again. */
export function withReadingSkipped(notebook: Notebook, reading: Reading, skipped: boolean): Notebook {
  if (reading.kind === 'measure')
    return { ...notebook, measures: notebook.measures.map((m) => (m.id === reading.measure.id ? { ...m, skipped } : m)) };
  return {
    ...notebook,
    arms: notebook.arms.map((a) =>
      a.id === reading.arm.id ? { ...a, ends: a.ends.map((e) => (e.id === reading.end.id ? { ...e, skipped } : e)) } : a,
    ),
  };
}
