import { offLine, decidingSide } from './advice';
import type { Fit } from './levenberg-marquardt';
import type { MirrorImage } from './reflections';
import type { Model } from './model';
import type { Side } from './schema';

/** A layout that fits, and the sides that pick it of all that do. */
export interface CandidateLayout {
  /** x and y of every pulley and then every point, mm. */
  readonly places: Float64Array;
  readonly sides: readonly Side[];
}

/** More layouts are not compared as pictures. */
const MOST_IMAGES = 4;
/** Two layouts nearer than this everywhere are one, mm. */
const SAME_PLACE_MM = 0.5;

/**
 * Every layout that fits as well as the best, best first: its mirror images, their mirror images, and so on. Empty for
 * a single layout, for more than can be compared, or if no side separates two of them.
 */
export function findCandidateLayouts(
  model: Model,
  fit: Fit,
  mirrors: readonly MirrorImage[],
  mirrorsAt: (full: Float64Array) => readonly MirrorImage[],
): CandidateLayout[] {
  const all = [fit.full];
  const add = (found: readonly MirrorImage[]) => {
    for (const { full } of found) if (!all.some((one) => samePlaces(model, one, full))) all.push(full);
  };
  add(mirrors);
  for (let k = 1; k < all.length && all.length <= MOST_IMAGES; k++) add(mirrorsAt(all[k]!));
  if (all.length < 2 || all.length > MOST_IMAGES) return [];
  const images = all.map((full): CandidateLayout | null => {
    const chosen: { a: number; b: number; p: number; right: boolean }[] = [];
    for (const other of all) {
      if (other === full) continue;
      if (chosen.some(({ a, b, p }) => offLine(model, full, p, a, b) * offLine(model, other, p, a, b) < 0)) continue;
      const side = decidingSide(model, full, other);
      if (!side) return null;
      chosen.push({ ...side, right: offLine(model, full, side.p, side.a, side.b) < 0 });
    }
    return {
      places: Float64Array.from({ length: 2 * model.places.length }, (_, k) => full[2 * model.centreOf[k >> 1]! + (k & 1)]!),
      sides: chosen.map(({ a, b, p, right }) => ({
        pulley: model.places[p]!,
        leftOf: [model.places[a]!, model.places[b]!],
        ...(right ? { right } : {}),
      })),
    };
  });
  return images.some((i) => i === null) ? [] : (images as CandidateLayout[]);
}

function samePlaces(model: Model, one: Float64Array, other: Float64Array): boolean {
  for (let k = 0; k < 2 * model.centres; k++) if (Math.abs(one[k]! - other[k]!) > SAME_PLACE_MM) return false;
  return true;
}

/** Places within this distance are the same, mm: refitted arms and tapes shift them slightly. */
const ALIKE_MM = 5;

/**
 * Difference between two layouts after rotation and translation, as they are or reflected, whichever leaves fewer
 * different places. Among all alignments of two places, the one with the most coincidences is used.
 * @param one x and y of every place; same for `other`
 */
export function compareLayouts(one: Float64Array, other: Float64Array): { turnedOver: boolean; moved: readonly number[] } {
  const n = one.length / 2;
  let best: { turnedOver: boolean; moved: number[] } | null = null;
  for (const turnedOver of [false, true]) {
    const flip = turnedOver ? -1 : 1;
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) {
        if (i === j) continue;
        const [ax, ay] = [one[2 * j]! - one[2 * i]!, flip * (one[2 * j + 1]! - one[2 * i + 1]!)];
        const [bx, by] = [other[2 * j]! - other[2 * i]!, other[2 * j + 1]! - other[2 * i + 1]!];
        const turn = Math.atan2(by, bx) - Math.atan2(ay, ax);
        const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
        const moved: number[] = [];
        for (let k = 0; k < n; k++) {
          const [x, y] = [one[2 * k]! - one[2 * i]!, flip * (one[2 * k + 1]! - one[2 * i + 1]!)];
          const off = Math.hypot(
            other[2 * i]! + cos * x - sin * y - other[2 * k]!,
            other[2 * i + 1]! + sin * x + cos * y - other[2 * k + 1]!,
          );
          if (off > ALIKE_MM) moved.push(k);
        }
        if (!best || moved.length < best.moved.length) best = { turnedOver, moved };
      }
    }
  }
  return best ?? { turnedOver: false, moved: [] };
}
