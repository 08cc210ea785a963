import { seededRandom } from '../drive';
import { better, minimise, minimiseWithSides, framed, newWorkspace, total, type Fit, type Workspace } from './levenberg-marquardt';
import { reflectLayout, unfold } from './reflections';
import { layOutByCrossing, layOutByDistance } from './layout';
import { layOutFromPhotos } from './layout-from-photos';
import { readAll } from './equations';
import type { Model } from './model';
import { PHOTO_ENTRIES } from './photo-equations';
import { neighbours } from './neighbours';
import { SAME_COST_SHARE, SAME_PENALTY } from './tolerances';

/** Layouts by construction that are carried on, and refined. */
const BEAM = 60;
const CROSSING_STARTS = 10;
const SCATTERED_STARTS = 3;
/** Random starts continue until this many in a row find no new place, up to a limit. */
const FRUITLESS_STARTS = 14;
const MOST_STARTS = 90;
const MOST_FOLDS = 6;
const MOST_UNFOLDED = 8;
/**
 * Probabilities as normal deviates: residuals above one in a thousand are a conflict, those within 95% are random
 * error.
 */
const CONFLICT_Z = 3.0902;
const PLAUSIBLE_Z = 1.6449;
/**
 * 95% quantile of χ² with one degree of freedom: largest increase at which a place still cannot be separated from the
 * best.
 */
export const AS_GOOD = 3.8415;
/** Largest violation of sides, in squared deviations, of a place that is still refined: it may obey them at small cost. */
const FAR_SIDE = 400;
/** Two places closer than this are one, mm. */
const SAME_PLACE_MM = 0.5;

/** Upper tail of χ² by the cube root of Wilson and Hilferty (1931): one in a thousand by default. */
export function chiSquareLimit(freedom: number, z = CONFLICT_Z): number {
  return freedom * (1 - 2 / (9 * freedom) + z * Math.sqrt(2 / (9 * freedom))) ** 3;
}

export interface Search {
  readonly best: Fit;
  /** Other places of all parts that the measurements cannot separate from the best, and that obey the sides. */
  readonly twins: readonly Fit[];
}

/**
 * Positions that minimise the sum of squared residuals over their sd, among the mirror images that obey the sides. Also
 * every other place within random error. The search starts from constructed layouts, from reflections of earlier
 * results, and from random places. It ends when they find nothing new. It uses tape alone first, then measured belts.
 * @param loose number of undetermined directions: places are then not points, and second layouts come from the
 * reflections
 */
export function fitSurvey(model: Model, loose: (fit: Fit) => boolean): Search {
  const shop = newWorkspace(model);
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
  const built = [...builtStarts(model, reach, shop)]
    .map((start) => minimise(model, start, false, shop))
    .sort((a, b) => total(a) - total(b));
  const fitsWell = (fit: Fit) => fit.penalty === 0 && fit.cost <= (freedom > 0 ? chiSquareLimit(freedom) : 1e-6);
  for (const [k, fit] of built.entries()) {
    consider(fit);
    // One that fits is unfolded by its neighbours later on; of those that do not, a few are worth unfolding.
    if (k < MOST_UNFOLDED && !fitsWell(best!)) consider(unfolded(fit));
  }
  const straight = (start: Float64Array): boolean => {
    const fit = minimise(model, start, false, shop, total(best!) + chiSquareLimit(Math.max(1, freedom)));
    const fresh = consider(fit);
    // A layout that violates a side may obey it after reflection.
    return (fit.penalty > 0 && consider(reflectLayout(model, fit, shop))) || fresh;
  };
  /** In a large sheet, only if the reflected part keeps its measurements nearly satisfied. */
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
  const whole = (fit: Fit) => (model.hasBelts ? minimise(model, fit.full, true, shop) : fit);
  const end = whole(final);
  const all = model.hasBelts ? model.equations.length - model.free.length : freedom;
  const softly = (fit: Fit) => (fit.penalty > end.penalty + SAME_PENALTY ? minimiseWithSides(model, fit.full, model.hasBelts, shop) : fit);
  const softBest = minimiseWithSides(model, end.full, model.hasBelts, shop);
  const twins = found
    .filter((f) => f.penalty > end.penalty + SAME_PENALTY || plausible(f, final, freedom))
    .map(whole)
    // A start in a flat valley reaches the same place after more steps.
    .map((f) =>
      [...Array(POLISH)].reduce<Fit>((now) => (samePlace(model, now, end) ? now : minimise(model, now.full, model.hasBelts, shop)), f),
    )
    .map(softly)
    .filter((f) =>
      f.penalty <= end.penalty + SAME_PENALTY
        ? plausible(f, end, all) && !samePlace(model, f, end)
        : total(f) <= total(softBest) + SIDE_ALLOWS && !samePlace(model, f, end, FAR_APART_MM),
    );
  return { best: end, twins };
}

/** Number of descents after which another place is accepted. */
const POLISH = 3;
/**
 * Sheets up to this number of centres are searched completely. In larger ones a reflected part is followed if it costs
 * no more than this.
 */
const SMALL_SHEET = 7;
const WORTH_TURNING = 3000;
/** Places about which others are looked for. */
const MOST_AROUND = 6;

/**
 * True if the measurements cannot separate a place from the best: nearly as good, or within random error. Sides are not
 * considered.
 */
function plausible({ cost }: Fit, best: Fit, freedom: number): boolean {
  const limit = freedom > 0 ? chiSquareLimit(freedom, PLAUSIBLE_Z) : 0;
  return cost <= Math.max(best.cost + (freedom > 0 ? AS_GOOD : SAME_COST_SHARE * (1 + best.cost)), limit);
}

/**
 * 99% quantile of χ² with one degree of freedom: largest penalty of measurements and sides for a different layout that
 * is not ruled out.
 */
const SIDE_ALLOWS = 6.6349;
/** A layout that violates a side slightly is a different one above this distance, mm. */
const FAR_APART_MM = 15;

function samePlace(model: Model, a: Fit, b: Fit, withinMm = SAME_PLACE_MM): boolean {
  for (let c = 0; c < model.centres; c++)
    if (Math.hypot(a.full[2 * c]! - b.full[2 * c]!, a.full[2 * c + 1]! - b.full[2 * c + 1]!) > withinMm) return false;
  return true;
}

function* builtStarts(model: Model, reach: number, shop: Workspace): Generator<Float64Array> {
  const random = seededRandom(20260501);
  for (const quarter of model.photos.length === 0 ? [] : model.edges.length === 0 ? [0] : [0, 1, 2, 3])
    for (const laid of layOutFromPhotos(model, quarter, random)) yield framed(model, laid);
  for (const laid of layOutByCrossing(model, shop.then, BEAM).slice(0, CROSSING_STARTS)) yield framed(model, laid);
  yield framed(model, layOutByDistance(model, reach));
  for (let k = 0; k < SCATTERED_STARTS; k++) yield framed(model, scattered(model, reach, random));
}

function* scatteredStarts(model: Model, reach: number): Generator<Float64Array> {
  const random = seededRandom(20260502);
  for (let k = 0; k < MOST_STARTS; k++) yield framed(model, scattered(model, reach * (k % 3 === 0 ? 0.5 : 1), random));
}

function scattered(model: Model, reach: number, random: () => number): Float64Array {
  const full = model.start.slice();
  for (let i = 0; i < model.photoAt; i++) full[i] = (random() - 0.5) * 2 * reach;
  for (let p = 0; p < model.photos.length; p++) full[model.photoAt + PHOTO_ENTRIES * p + 2] = random() * 6.28;
  return full;
}
