import { diameterOf, type Notebook } from './notebook';

/** Three distances that cannot meet: one is longer than the other two together. */
export interface BrokenTriangle {
  /** The measure that is too long, and the two it is longer than. */
  readonly long: string;
  readonly short: readonly [string, string];
  /** By how much, mm. */
  readonly byMm: number;
}

/** Deviations by which a triangle may seem broken by tape errors alone. */
const TELLING = 3;

/** Every triple of tape distances, rims taken off, that breaks the triangle inequality by more than a tape is off. The worst first. */
export function brokenTriangles(notebook: Notebook): BrokenTriangle[] {
  const radius = (id: string) => {
    if (!notebook.pulleys.some((p) => p.id === id)) return 0;
    const across = diameterOf(notebook, id);
    return across === null ? null : across / 2;
  };
  const sides = notebook.measures.flatMap((m) => {
    if ((m.kind !== 'centres' && m.kind !== 'outside' && m.kind !== 'inside') || m.value === null || m.skipped === true) return [];
    const [a, b] = m.between.map(radius);
    if (m.kind !== 'centres' && (a === null || a === undefined || b === null || b === undefined)) return [];
    const rims = m.kind === 'centres' ? 0 : (m.kind === 'outside' ? 1 : -1) * (a! + b!);
    return [{ id: m.id, between: m.between, length: m.value - rims, sd: m.sd ?? notebook.tapeSd }];
  });
  const found: BrokenTriangle[] = [];
  for (const long of sides) {
    const [a, c] = long.between;
    for (const first of sides) {
      const b = first.between[0] === a ? first.between[1] : first.between[1] === a ? first.between[0] : null;
      if (b === null || b === c) continue;
      const second = sides.find((s) => (s.between[0] === b && s.between[1] === c) || (s.between[0] === c && s.between[1] === b));
      if (!second) continue;
      const byMm = long.length - first.length - second.length;
      if (byMm > TELLING * Math.hypot(long.sd, first.sd, second.sd)) found.push({ long: long.id, short: [first.id, second.id], byMm });
    }
  }
  return found.sort((p, q) => q.byMm - p.byMm);
}
