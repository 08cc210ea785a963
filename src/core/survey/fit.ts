import { seededRandom } from '../drive';
import { better, descend, descendWithSides, framed, newWorkshop, total, type Fit, type Workshop } from './descend';
import { turnedOver, unfold } from './folds';
import { layOutByCrossing, layOutByDistance, layOutFromPhoto } from './layout';
import { readAll } from './equations';
import { PHOTO_ENTRIES, type Model } from './model';
import { neighbours } from './neighbours';

/** Layouts by construction that are carried on, and refined. */
const BEAM = 60;
const CROSSING_STARTS = 10;
const SCATTERED_STARTS = 3;
/** Scattered starts go on until so many in a row have led to no place that was not known, and no longer than that. */
const FRUITLESS_STARTS = 14;
const MOST_STARTS = 90;
const MOST_FOLDS = 6;
const MOST_UNFOLDED = 8;
/** Shares of chance as normal deviates: residuals above the one in a thousand are a conflict, those within 95 % are not to be told from chance. */
const CONFLICT_Z = 3.0902;
const PLAUSIBLE_Z = 1.6449;
/** Upper 5 % of χ² with one degree of freedom: what a place may fit worse by and still not be told from the best. */
export const AS_GOOD = 3.8415;
/** A place may break the sides by so much more, in squared deviations, and still be looked at: they may allow it at little cost to the measures. */
const FAR_SIDE = 400;
/** Two places closer than this are one, mm. */
const SAME_PLACE_MM = 0.5;

/** Upper tail of χ² by Wilson and Hilferty's cube root (1931): one in a thousand unless another deviate is given. */
export function chiSquareLimit(freedom: number, z = CONFLICT_Z): number {
  return freedom * (1 - 2 / (9 * freedom) + z * Math.sqrt(2 / (9 * freedom))) ** 3;
}

export interface Search {
  readonly best: Fit;
  /** Other places of everything that cannot be told from the best by the measures and obey the sides. */
  readonly twins: readonly Fit[];
}

/**
 * The positions that minimise the sum of squared residuals over their sd, among the mirror images that obey the sides, and every other place that
 * fits within chance. Looked for from layouts by construction, by turning parts of what was found over, and from scattered places until those
 * lead nowhere new; by tape alone, then with measured belts from there.
 * @param loose how many directions no measure holds: then places are no points, and twins are left to the folds
 */
export function fitSurvey(model: Model, loose: (fit: Fit) => boolean): Search {
  const shop = newWorkshop(model);
  const { survey } = model;
  const reach = Math.max(100, ...survey.measures.map((m) => (m.kind === 'angle' || m.kind === 'belt' ? 0 : Math.abs(m.value))));
  const freedom = model.equations.filter((e) => e.kind !== 'measure' || e.measure.kind !== 'belt').length - model.free.length;
  const found: Fit[] = [];
  let best: Fit | undefined;
  const consider = (fit: Fit): boolean => {
    if (!best || better(fit, best)) best = fit;
    const ruledOut = fit.penalty > best.penalty + FAR_SIDE || fit.cost > total(best) + chiSquareLimit(Math.max(1, freedom));
    if (ruledOut || found.some((other) => samePlace(model, fit, other))) return false;
    found.push(fit);
    return true;
  };
  const unfolded = (first: Fit): Fit => {
    let fit = first;
    for (let round = 0; round < MOST_FOLDS; round++) {
      const improved = unfold(model, fit, shop);
      if (!improved) break;
      fit = improved;
    }
    return fit;
  };
  const built = [...builtStarts(model, reach, shop)].map((start) => descend(model, start, false, shop)).sort((a, b) => total(a) - total(b));
  const fitsWell = (fit: Fit) => fit.penalty === 0 && fit.cost <= (freedom > 0 ? chiSquareLimit(freedom) : 1e-6);
  for (const [k, fit] of built.entries()) {
    consider(fit);
    // One that fits is unfolded by its neighbours later on; of those that do not, a few are worth unfolding.
    if (k < MOST_UNFOLDED && !fitsWell(best!)) consider(unfolded(fit));
  }
  const straight = (start: Float64Array): boolean => {
    const fit = descend(model, start, false, shop, total(best!) + chiSquareLimit(Math.max(1, freedom)));
    const fresh = consider(fit);
    // What breaks a side may obey it turned over as a whole.
    return (fit.penalty > 0 && consider(turnedOver(model, fit, shop))) || fresh;
  };
  /** In a large sheet, only where the part turned over does not tear its measures far apart. */
  const worthIt = (trial: Float64Array): boolean => {
    if (model.centres <= SMALL_SHEET) return true;
    readAll(model, trial, false, shop.then);
    return shop.then.cost <= total(best!) + WORTH_TURNING;
  };
  if (!loose(best!)) {
    const around = new Set<Fit>();
    for (
      let next: Fit | undefined = best;
      next;
      next = found.find((f) => !around.has(f) && plausible(f, best!, freedom) && f.penalty <= best!.penalty + AS_GOOD)
    ) {
      around.add(next);
      for (const trial of neighbours(model, next)) if (worthIt(trial)) straight(trial);
      if (around.size > MOST_AROUND) break;
    }
    // Large sheets are built up place by place: what is left to find by chance is little, and each start dear.
    // A photo's own marks are a start that leaves little to chance.
    const most = Math.round(MOST_STARTS * Math.min(1, (SMALL_SHEET / model.centres) ** 3) * (model.photos.length > 0 ? 0.1 : 1));
    let fruitless = 0;
    let tried = 0;
    for (const start of scatteredStarts(model, reach)) {
      if (tried++ >= most || fruitless >= FRUITLESS_STARTS) break;
      fruitless = straight(start) ? 0 : fruitless + 1;
    }
  }
  const settled = best!.penalty > 0 ? unfolded(best!) : best!;
  const final = better(settled, best!) ? settled : best!;
  const whole = (fit: Fit) => (model.hasBelts ? descend(model, fit.full, true, shop) : fit);
  const end = whole(final);
  const all = model.hasBelts ? model.equations.length - model.free.length : freedom;
  const softly = (fit: Fit) => (fit.penalty > end.penalty + 1e-9 ? descendWithSides(model, fit.full, model.hasBelts, shop) : fit);
  const softBest = descendWithSides(model, end.full, model.hasBelts, shop);
  const twins = found
    .filter((f) => f.penalty > end.penalty + 1e-9 || plausible(f, final, freedom))
    .map(whole)
    // One that only lay along a flat valley comes to the same place, given more steps.
    .map((f) =>
      [...Array(POLISH)].reduce<Fit>((now) => (samePlace(model, now, end) ? now : descend(model, now.full, model.hasBelts, shop)), f),
    )
    .map(softly)
    .filter((f) =>
      f.penalty <= end.penalty + 1e-9
        ? plausible(f, end, all) && !samePlace(model, f, end)
        : total(f) <= total(softBest) + SIDE_ALLOWS && !samePlace(model, f, end, FAR_APART_MM),
    );
  return { best: end, twins };
}

/** Descents over that another place has to stand before it is called one. */
const POLISH = 3;
/** Sheets of so few centres are looked over wholly; in larger ones a part turned over is followed where it costs no more than this. */
const SMALL_SHEET = 7;
const WORTH_TURNING = 3000;
/** Places about which others are looked for. */
const MOST_AROUND = 6;

/** Whether the measures cannot tell a place from the best: nearly as good, or within chance. What the sides say of it is another matter. */
function plausible({ cost }: Fit, best: Fit, freedom: number): boolean {
  const limit = freedom > 0 ? chiSquareLimit(freedom, PLAUSIBLE_Z) : 0;
  return cost <= Math.max(best.cost + (freedom > 0 ? AS_GOOD : 1e-6 * (1 + best.cost)), limit);
}

/** Upper 1 % of χ² with one degree of freedom: what measures and sides together may speak against a layout that lies elsewhere, and not rule it out. */
const SIDE_ALLOWS = 6.6349;
/** A layout that breaks a side a little is another one where it lies farther off than this, mm. */
const FAR_APART_MM = 15;

function samePlace(model: Model, a: Fit, b: Fit, withinMm = SAME_PLACE_MM): boolean {
  for (let c = 0; c < model.centres; c++)
    if (Math.hypot(a.full[2 * c]! - b.full[2 * c]!, a.full[2 * c + 1]! - b.full[2 * c + 1]!) > withinMm) return false;
  return true;
}

function* builtStarts(model: Model, reach: number, shop: Workshop): Generator<Float64Array> {
  const random = seededRandom(20260501);
  for (const quarter of model.photos.length === 0 ? [] : model.edges.length === 0 ? [0] : [0, 1, 2, 3])
    yield framed(model, layOutFromPhoto(model, quarter, random));
  for (const laid of layOutByCrossing(model, shop.then, BEAM).slice(0, CROSSING_STARTS)) yield framed(model, laid);
  yield framed(model, layOutByDistance(model, reach));
  for (let k = 0; k < SCATTERED_STARTS; k++) yield framed(model, scattered(model, reach, random));
}

function* scatteredStarts(model: Model, reach: number): Generator<Float64Array> {
  const random = seededRandom(20260502);
  for (let k = 0; k < MOST_STARTS; k++) yield framed(model, scattered(model, reach * (k % 3 === 0 ? 0.5 : 1), random));
}

const scattered = (model: Model, reach: number, random: () => number): Float64Array =>
  Float64Array.from({ length: model.size }, (_, i) =>
    i < model.photoAt ? (random() - 0.5) * 2 * reach : (i - model.photoAt) % PHOTO_ENTRIES === 2 ? random() * 6.28 : 0,
  );
