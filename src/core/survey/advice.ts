import type { Fit } from './levenberg-marquardt';
import type { MirrorImage } from './reflections';
import { distanceBetween } from './equations';
import type { Model } from './model';
import type { CovarianceResult } from './uncertainty';
import { NO_DISTANCE_MM } from './tolerances';

export interface NextMeasure {
  readonly kind: 'centres' | 'side';
  readonly between: readonly [string, string];
  /** For a side: the place it concerns. */
  readonly of?: string;
  /** Purpose: a place that can still move, a mirror image, or a smaller uncertainty. */
  readonly settles: 'loose' | 'mirror' | 'spread';
  readonly why: string;
}

/** How far what is loose is moved to see which distances that changes, mm. */
const TRIAL_MOVE_MM = 100;
const MOST_ADVICE = 3;

/** Distances not yet measured, ranked by what each would settle: what can still move, then what can still be mirrored, then the belts' spread. */
export function adviseNext(
  model: Model,
  fit: Fit,
  trust: CovarianceResult,
  mirrors: readonly MirrorImage[],
  beltBy: readonly ReadonlyMap<number, number>[],
): NextMeasure[] {
  const { measures, tapeSd } = model.survey;
  const { loose, inverse } = trust;
  const n = model.free.length;
  const measured = new Set(
    measures.flatMap((m) =>
      m.kind === 'centres' || m.kind === 'outside' || m.kind === 'inside' ? [[...m.between].sort().join('\0')] : [],
    ),
  );
  const beltRows = beltBy.map((by) => {
    const row = new Float64Array(n);
    by.forEach((v, k) => model.freeAt[k]! >= 0 && (row[model.freeAt[k]!] = v));
    return row;
  });
  const moved = loose.flatMap((v) =>
    [-TRIAL_MOVE_MM, TRIAL_MOVE_MM].map((by) => {
      const full = fit.full.slice();
      model.free.forEach((k, i) => (full[k]! += by * v[i]!));
      return full;
    }),
  );
  const ranked: { worth: number; next: NextMeasure }[] = [];
  for (let p = 0; p < model.places.length; p++) {
    for (let q = p + 1; q < model.places.length; q++) {
      const between = [model.places[p]!, model.places[q]!] as const;
      if (model.centreOf[p] === model.centreOf[q] || measured.has([...between].sort().join('\0'))) continue;
      const now = distanceBetween(model, fit.full, p, q);
      const change = (others: readonly Float64Array[]) =>
        others.reduce((most, full) => Math.max(most, Math.abs(distanceBetween(model, full, p, q) - now)), 0);
      if (loose.length > 0 || mirrors.length > 0) {
        const [freed, told] = [change(moved), change(mirrors.map((m) => m.full))];
        const [a, b] = [nameOf(model, p), nameOf(model, q)];
        if (freed > tapeSd)
          ranked.push({
            worth: 1e6 + freed,
            next: {
              kind: 'centres',
              between,
              settles: 'loose',
              why: `fixes the position of ${a} relative to ${b}, which is still free`,
            },
          });
        else if (told > 4 * tapeSd)
          ranked.push({
            worth: told,
            next: {
              kind: 'centres',
              between,
              settles: 'mirror',
              why: `separates the drawing from its mirror image, which differs by ${Math.round(told)} mm`,
            },
          });
        continue;
      }
      const [i, j] = [2 * model.centreOf[p]!, 2 * model.centreOf[q]!];
      const g = new Float64Array(n);
      for (const [entry, v] of [
        [i, fit.full[i]! - fit.full[j]!],
        [i + 1, fit.full[i + 1]! - fit.full[j + 1]!],
        [j, fit.full[j]! - fit.full[i]!],
        [j + 1, fit.full[j + 1]! - fit.full[i + 1]!],
      ] as const) {
        if (model.freeAt[entry]! >= 0) g[model.freeAt[entry]!] = v / (now || NO_DISTANCE_MM);
      }
      const spreadOf = new Float64Array(n);
      for (let r = 0; r < n; r++) for (let c = 0; c < n; c++) spreadOf[r]! += inverse[r * n + c]! * g[c]!;
      const dot = (a: Float64Array) => a.reduce((sum, v, k) => sum + v * spreadOf[k]!, 0);
      const uncertainty = tapeSd ** 2 + dot(g);
      const gain = (beltRows.length > 0 ? beltRows.reduce((sum, row) => sum + dot(row) ** 2, 0) : dot(spreadOf)) / uncertainty;
      ranked.push({
        worth: gain,
        next: {
          kind: 'centres',
          between,
          settles: 'spread',
          why:
            beltRows.length > 0 ? 'takes most off the uncertainty of the belt length' : 'takes most off the uncertainty of the positions',
        },
      });
    }
  }
  ranked.sort((a, b) => b.worth - a.worth);
  const best = ranked.slice(0, MOST_ADVICE).map((r) => r.next);
  const asked = sideQuestion(model, fit, mirrors);
  return asked ? [...best, asked] : best;
}

const nameOf = (model: Model, place: number): string => {
  const { drive, points } = model.survey;
  const one = drive.pulleys[place] ?? points[place - drive.pulleys.length]!;
  return one.label ?? one.id;
};

/** The plain question that settles a mirror image: of all there are, the one that moves least. */
function sideQuestion(model: Model, fit: Fit, mirrors: readonly MirrorImage[]): NextMeasure | null {
  const fewest = [...mirrors].sort((a, b) => a.moved.length - b.moved.length)[0];
  if (!fewest) return null;
  const best = decidingSide(model, fit.full, fewest.full);
  if (!best) return null;
  const { a, b, p } = best;
  return {
    kind: 'side',
    between: [model.places[a]!, model.places[b]!],
    of: model.places[p]!,
    settles: 'mirror',
    why: `enter whether ${nameOf(model, p)} is left or right of the line from ${nameOf(model, a)} to ${nameOf(model, b)}, seen from above`,
  };
}

/**
 * The side of a line that separates two layouts and is easiest to see. Pulleys are easier than points, and far from the
 * line is easier than near. Null if no side separates the layouts.
 * @returns place indices, with p at the side of the line from a to b
 */
export function decidingSide(model: Model, one: Float64Array, other: Float64Array): { a: number; b: number; p: number } | null {
  const pulleys = model.survey.drive.pulleys.length;
  const ease = (...places: number[]) => places.reduce((product, p) => product * (p < pulleys ? 1 : 0.3), 1);
  let best: { a: number; b: number; p: number; worth: number } | null = null;
  const firstOf = model.places.map((_, i) => i).filter((i) => model.centreOf.indexOf(model.centreOf[i]!) === i);
  for (const a of firstOf) {
    for (const b of firstOf) {
      if (b <= a) continue;
      for (const p of firstOf) {
        if (p === a || p === b) continue;
        const [here, there] = [offLine(model, one, p, a, b), offLine(model, other, p, a, b)];
        if (here * there >= 0) continue;
        const worth = Math.min(Math.abs(here), Math.abs(there)) * ease(a, b, p);
        if (!best || worth > best.worth) best = { a, b, p, worth };
      }
    }
  }
  return best;
}

/** Distance of a place to the left of the line between two others, mm. */
export function offLine(model: Model, full: Float64Array, p: number, a: number, b: number): number {
  const [c, i, j] = [2 * model.centreOf[p]!, 2 * model.centreOf[a]!, 2 * model.centreOf[b]!];
  const [dx, dy] = [full[j]! - full[i]!, full[j + 1]! - full[i + 1]!];
  return (dx * (full[c + 1]! - full[i + 1]!) - dy * (full[c]! - full[i]!)) / (Math.hypot(dx, dy) || NO_DISTANCE_MM);
}
