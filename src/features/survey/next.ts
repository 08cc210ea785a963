import { diameterOf, type NotebookSolution, type Missing, type Notebook, type NotebookMeasure } from '@/core/survey';
import { hasRimPhoto, shownOnPhoto } from './photo-marks';
import { readingOf, type Reading } from './readings';

type Advice = NotebookSolution['answer']['next'][number];

/** The one thing to do next with a notebook. */
export type NextAction =
  | { readonly kind: 'pulleys' }
  | { readonly kind: 'diameter'; readonly pulley: string }
  | { readonly kind: 'route'; readonly belt: string }
  | { readonly kind: 'measure'; readonly measure: NotebookMeasure }
  | { readonly kind: 'suspect'; readonly reading: Reading | null; readonly second: Reading | null }
  | { readonly kind: 'side'; readonly of: string; readonly between: readonly [string, string] }
  /** Two to four layouts fit: which of them it is. */
  | { readonly kind: 'images'; readonly images: NotebookSolution['images'] }
  | { readonly kind: 'advice'; readonly advice: Advice }
  | { readonly kind: 'missing'; readonly missing: Missing }
  | { readonly kind: 'make'; readonly better: Advice | null };

/** Contradictions come first, then requested open entries in the order of the steps, then requests of the answer itself. */
export function nextActionOf(notebook: Notebook, look: NotebookSolution | null): NextAction {
  if (notebook.pulleys.length < 2) return { kind: 'pulleys' };
  if (look?.answer.status === 'conflict')
    return { kind: 'suspect', reading: readingOf(notebook, look.answer.suspects[0]), second: readingOf(notebook, look.answer.suspects[1]) };
  const bare = notebook.pulleys.find((p) => diameterOf(notebook, p.id) === null && !shownOnPhoto(notebook, p.id));
  if (bare) return { kind: 'diameter', pulley: bare.id };
  const unrouted = notebook.belts.find((b) => b.route.length < 2);
  if (unrouted) return { kind: 'route', belt: unrouted.id };
  // A photo fixes most places, so that the answer itself shows which distances are missing.
  const open = notebook.measures.find((m) => m.value === null && m.skipped !== true && !hasRimPhoto(notebook));
  if (open) return { kind: 'measure', measure: open };
  const advice = look?.answer.next ?? [];
  const loose = advice.find((a) => a.settles === 'loose');
  if (loose) return { kind: 'advice', advice: loose };
  const side = advice.find((a) => a.kind === 'side' && a.of !== undefined);
  if (side && look && look.images.length > 0) return { kind: 'images', images: look.images };
  if (side) return { kind: 'side', of: side.of!, between: side.between };
  const better = advice.find((a) => a.kind === 'centres') ?? null;
  const missing = look?.built.missing[0];
  if (missing) return { kind: 'missing', missing };
  return { kind: 'make', better };
}
