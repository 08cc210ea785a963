import { minimise, total, type Fit, type Workspace } from './levenberg-marquardt';
import { AS_GOOD } from './fit';
import { readAll, readInto, rimSign } from './equations';
import { radiusAt, xOf, type ArmEntries, type Model } from './model';
import type { ArmPlace, HeldArm } from './schema';
import { NO_DISTANCE_MM } from './tolerances';

/** How far an arm is looked for from where everything else was measured, and in what steps: degrees about a pivot, mm along a line. */
const SCAN = { pivot: { reach: 180, step: 3 }, slide: { reach: 400, step: 5 } };
/** Another place of an arm is followed where its own readings fit no worse than this, in squared deviations: ten deviations off. */
const WORTH_TRYING = 100;
/** Two places of an arm nearer than this are one, degrees or mm. */
const SAME_HELD = 1;

/** A second position of an arm that fits its readings equally well. The first is nearer to the drawing. */
export interface Second {
  readonly arm: string;
  readonly at: ArmPlace;
}

/**
 * Full solution with arm positions, from the places that were fixed. Each arm is first searched along its whole travel.
 * Then everything is fitted together.
 * @param placed full vector of the same survey without its arms
 */
export function fitWithArms(model: Model, placed: Float64Array, shop: Workspace): { fit: Fit; seconds: readonly Second[] } {
  const { start, others } = lookedFor(model, placed, shop);
  let fit = minimise(model, start, model.hasBelts, shop);
  const tried = others.map((other) => {
    const full = fit.full.slice();
    full[other.entry] = other.q;
    return { other, found: minimise(model, full, model.hasBelts, shop) };
  });
  // Among equal fits, the nearer to the drawing is taken. A fit better than random error explains is taken first.
  for (const { found } of tried) if (total(found) < total(fit) - AS_GOOD) fit = found;
  const seconds = tried.flatMap(({ other, found }) =>
    total(found) <= total(fit) + AS_GOOD && Math.abs(found.full[other.entry]! - fit.full[other.entry]!) > SAME_HELD
      ? [{ arm: other.arm, at: other.at }]
      : [],
  );
  return { fit, seconds };
}

/** Arms fitted to fixed places, with the resulting sum of squares. */
export function armsLaidOver(model: Model, placed: Float64Array, shop: Workspace): { full: Float64Array; cost: number } {
  const { start } = lookedFor(model, placed, shop);
  readAll(model, start, model.hasBelts, shop.now);
  return { full: start, cost: shop.now.cost };
}

interface Other extends Second {
  readonly entry: number;
  readonly q: number;
}

/** Each position of each arm found from its own readings, with everything else fixed, and its alternatives. */
function lookedFor(model: Model, placed: Float64Array, shop: Workspace): { start: Float64Array; others: Other[] } {
  const start = new Float64Array(model.size);
  start.set(placed.subarray(0, start.length));
  const others: Other[] = [];
  for (const arm of model.arms) {
    if (arm.line >= 0) start[arm.line] = lineOf(model, start, arm.arm);
    for (const [at, entry] of arm.held) {
      const [taken, ...rest] = lookAlong(model, start, arm, at, entry, shop);
      start[entry] = taken!;
      others.push(...rest.map((q) => ({ arm: arm.arm.id, at, entry, q })));
    }
  }
  return { start, others };
}

/**
 * Positions of an arm that fit one set of readings: among equal fits the nearest to the drawing, then all others worth
 * following.
 */
function lookAlong(model: Model, full: Float64Array, arm: ArmEntries, at: ArmPlace, entry: number, shop: Workspace): number[] {
  const rows = model.equations.flatMap((e, row) => (e.kind === 'held' && e.arm === arm && e.reading.at === at ? [row] : []));
  const trial = full.slice();
  const miss = (q: number) => {
    trial[entry] = q;
    return rows.reduce((sum, row) => {
      readInto(model, row, trial, shop.now);
      return sum + ((model.target[row]! - shop.now.value[row]!) / model.sds[row]!) ** 2;
    }, 0);
  };
  const { reach, step } = arm.line < 0 ? SCAN.pivot : SCAN.slide;
  const minima: { q: number; miss: number }[] = [];
  let [before, here] = [miss(-reach - step), miss(-reach)];
  for (let q = -reach; q < reach; q += step) {
    const after = miss(q + step);
    if (here <= before && here < after) minima.push(narrowed(miss, q - step, q + step));
    [before, here] = [here, after];
  }
  const least = Math.min(...minima.map((m) => m.miss));
  const rank = (m: { q: number; miss: number }) => (m.miss <= least + AS_GOOD ? Math.abs(m.q) : 1e6 + m.miss);
  const ranked = minima.filter((m) => m.miss <= least + WORTH_TRYING).sort((a, b) => rank(a) - rank(b));
  return ranked.length > 0 ? ranked.map((m) => m.q) : [0];
}

/** Degrees of a slide's line, by two distances from one place of it: of the two crossings the one nearer to where it was drawn. */
function lineOf(model: Model, full: Float64Array, { readings }: HeldArm): number {
  const spot = (place: string) => ({ x: full[xOf(model, place)]!, y: full[xOf(model, place) + 1]! });
  for (const first of readings) {
    const second = readings.find((r) => r.at === first.at && r.between[1] !== first.between[1]);
    if (!second) continue;
    const centres = ({ kind, value, between }: HeldArm['readings'][number]) =>
      value - rimSign(kind) * between.reduce((sum, p) => sum + radiusAt(model, full, model.placeIndex.get(p)!), 0);
    const [from, a, b] = [spot(first.between[0]), spot(first.between[1]), spot(second.between[1])];
    const d = Math.hypot(b.x - a.x, b.y - a.y) || NO_DISTANCE_MM;
    const along = (centres(first) ** 2 - centres(second) ** 2 + d * d) / (2 * d);
    const half = Math.sqrt(Math.max(0, centres(first) ** 2 - along * along));
    const [ux, uy] = [(b.x - a.x) / d, (b.y - a.y) / d];
    const at = [half, -half].map((h) => ({ x: a.x + along * ux - h * uy, y: a.y + along * uy + h * ux }));
    const off = (p: { x: number; y: number }) => Math.hypot(p.x - from.x, p.y - from.y);
    const end = off(at[0]!) <= off(at[1]!) ? at[0]! : at[1]!;
    return (Math.atan2(end.y - from.y, end.x - from.x) * 180) / Math.PI;
  }
  return 0;
}

/** Least value between two bounds by golden section (Kiefer 1953). */
function narrowed(f: (q: number) => number, from: number, to: number): { q: number; miss: number } {
  const g = (Math.sqrt(5) - 1) / 2;
  let [a, b] = [from, to];
  for (let k = 0; k < 60; k++) {
    const [c, d] = [b - g * (b - a), a + g * (b - a)];
    if (f(c) < f(d)) b = d;
    else a = c;
  }
  const q = (a + b) / 2;
  return { q, miss: f(q) };
}
