import { diameterOf, type Notebook } from '@/core/survey';
import { hasRimPhoto, shownOnPhoto } from './photo-marks';

export const STEPS = ['pulleys', 'route', 'tape', 'photo', 'arms', 'springs', 'belt', 'finish'] as const;
export type Step = (typeof STEPS)[number];

export const STEP_WORDS: Readonly<Record<Step, string>> = {
  pulleys: 'Pulleys',
  route: 'Route',
  tape: 'Distances',
  photo: 'Photo',
  arms: 'Arm ends',
  springs: 'Springs',
  belt: 'Fitted belt',
  finish: 'The drive',
};

/** How far each step has come: done over asked, or null where nothing is asked. */
export function progressOf(notebook: Notebook, step: Step): { done: number; asked: number } | null {
  const count = <T>(list: readonly T[], done: (one: T) => boolean) => ({ done: list.filter(done).length, asked: list.length });
  switch (step) {
    case 'pulleys':
      return count(notebook.pulleys, (p) => diameterOf(notebook, p.id) !== null || shownOnPhoto(notebook, p.id));
    case 'route': {
      // Every pulley on a belt, and every belt round two at least.
      const routed = new Set(notebook.belts.flatMap((b) => b.route.map((s) => s.pulley)));
      const short = notebook.belts.filter((b) => b.route.length < 2).length;
      const pulleys = count(notebook.pulleys, (p) => routed.has(p.id));
      return { done: pulleys.done, asked: pulleys.asked + (notebook.belts.length === 0 ? 1 : short) };
    }
    case 'tape': {
      const all = count(
        notebook.measures.filter((m) => m.skipped !== true),
        (m) => m.value !== null,
      );
      // With the rims on a photo, one distance is enough.
      return hasRimPhoto(notebook) ? { done: all.done, asked: Math.max(1, all.done) } : all;
    }
    case 'arms':
      return notebook.arms.length === 0
        ? null
        : count(
            notebook.arms.flatMap((a) => a.ends),
            (e) => e.value !== null,
          );
    case 'springs':
      return notebook.springs.length === 0 ? null : count(notebook.springs, (s) => s.freeLength !== null && springKnown(s));
    case 'belt':
      return count(notebook.belts, (b) => b.now.by !== 'unknown');
    case 'photo':
      return hasRimPhoto(notebook) ? count(notebook.pulleys, (p) => shownOnPhoto(notebook, p.id)) : null;
    case 'finish':
      return null;
  }
}

function springKnown({ rate }: Notebook['springs'][number]): boolean {
  switch (rate.by) {
    case 'given':
      return rate.rate !== null;
    case 'taught':
      return rate.tensionN !== null;
    case 'wire':
      return rate.wireMm !== null && rate.coilMm !== null && rate.turns !== null;
    case 'scale':
      return rate.pulls.every((p) => p.lengthMm !== null && p.forceN !== null);
  }
}
