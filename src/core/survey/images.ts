import { offLine, tellingSide } from './advice';
import type { Fit } from './descend';
import type { Mirror } from './folds';
import type { Model } from './model';
import type { Side } from './schema';

/** A layout that fits, and the sides that pick it of all that do. */
export interface Image {
  /** x and y of every pulley and then every point, mm. */
  readonly places: Float64Array;
  readonly sides: readonly Side[];
}

/** More than these are no picture to compare. */
const MOST_IMAGES = 4;
/** Two layouts nearer than this everywhere are one, mm. */
const SAME_PLACE_MM = 0.5;

/**
 * Every layout that fits as well as the best, the best first: its mirror images, theirs, and so on. Empty where there is one only, where there are
 * more than can be compared at a glance, or where two of them cannot be told by the side that something stands on.
 */
export function imagesOf(
  model: Model,
  fit: Fit,
  mirrors: readonly Mirror[],
  mirrorsAt: (full: Float64Array) => readonly Mirror[],
): Image[] {
  const all = [fit.full];
  const add = (found: readonly Mirror[]) => {
    for (const { full } of found) if (!all.some((one) => samePlaces(model, one, full))) all.push(full);
  };
  add(mirrors);
  for (let k = 1; k < all.length && all.length <= MOST_IMAGES; k++) add(mirrorsAt(all[k]!));
  if (all.length < 2 || all.length > MOST_IMAGES) return [];
  const images = all.map((full): Image | null => {
    const chosen: { a: number; b: number; p: number; right: boolean }[] = [];
    for (const other of all) {
      if (other === full) continue;
      if (chosen.some(({ a, b, p }) => offLine(model, full, p, a, b) * offLine(model, other, p, a, b) < 0)) continue;
      const side = tellingSide(model, full, other);
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
  return images.some((i) => i === null) ? [] : (images as Image[]);
}

function samePlaces(model: Model, one: Float64Array, other: Float64Array): boolean {
  for (let k = 0; k < 2 * model.centres; k++) if (Math.abs(one[k]! - other[k]!) > SAME_PLACE_MM) return false;
  return true;
}

/** Places nearer than this stand alike, mm: the arms and tapes that were fitted anew shift them a little. */
const ALIKE_MM = 5;

/**
 * How a layout differs from another, however it is turned and shifted: as it is or turned over as a whole, whichever leaves fewer places elsewhere,
 * and which those are. Of all ways to lay two places over each other the one that lets most others coincide.
 * @param one x and y of every place; so `other`
 */
export function unlike(one: Float64Array, other: Float64Array): { turnedOver: boolean; moved: readonly number[] } {
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
