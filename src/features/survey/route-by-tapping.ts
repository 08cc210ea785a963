import type { Notebook } from '@/core/survey';
import { usualStop } from '../drives/usual-stop';

/** Puts a tapped pulley at the end of a belt's route; the one tapped last is taken off again. */
export function withStopTapped(notebook: Notebook, beltId: string, pulleyId: string): Notebook {
  const pulley = notebook.pulleys.find((p) => p.id === pulleyId);
  return {
    ...notebook,
    belts: notebook.belts.map((b) => {
      if (b.id !== beltId || !pulley) return b;
      if (b.route[b.route.length - 1]?.pulley === pulleyId) return { ...b, route: b.route.slice(0, -1) };
      return b.route.some((s) => s.pulley === pulleyId) ? b : { ...b, route: [...b.route, usualStop(pulley)] };
    }),
  };
}
