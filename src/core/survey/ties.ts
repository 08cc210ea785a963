import { xOf, type Model } from './model';
import type { Side } from './schema';

/** Which centres each equation ties together; an edge or a photo is a node of its own, after the centres. One entry per equation. */
export function ties(model: Model): number[][] {
  const c = (id: string) => xOf(model, id) / 2;
  return model.equations.map((e) => {
    if (e.kind === 'scale' || e.kind === 'slant') return [];
    if (e.kind === 'mark') return [e.centre, model.centres + model.edges.length + e.photo];
    if (e.kind === 'held') return [...e.reading.between, ...(e.arm.arm.pivot === null ? [] : [e.arm.arm.pivot])].map(c);
    const m = e.measure;
    if (m.kind === 'angle') return [c(m.at), c(m.between[0]), c(m.between[1])];
    if (m.kind === 'in-line') return [c(m.of), c(m.between[0]), c(m.between[1])];
    if (m.kind === 'belt') return model.survey.drive.belts.find((b) => b.id === m.belt)!.route.map((s) => c(s.pulley));
    return 'between' in m ? [c(m.between[0]), c(m.between[1])] : [c(m.of), model.centres + model.edges.indexOf(m.edge)];
  });
}

/** Positive where the pulley stands left of the way from one centre to the other, mm² (twice the area). */
function sideOf(model: Model, full: Float64Array, { pulley, leftOf }: Side): number {
  const [p, f, t] = [xOf(model, pulley), xOf(model, leftOf[0]), xOf(model, leftOf[1])];
  return (full[t]! - full[f]!) * (full[p + 1]! - full[f + 1]!) - (full[t + 1]! - full[f + 1]!) * (full[p]! - full[f]!);
}

/** What a side that is not obeyed adds to the sum of squares, at no distance from the line and for every squared deviation of the tape past it. */
const WRONG_SIDE = 25;

/**
 * What the sides that are not obeyed weigh beside the sum of squares: enough to rule a mirror image out, not enough to tear the measures apart
 * over a centre that stands all but on the line.
 */
export function sidePenalty(model: Model, full: Float64Array): number {
  return model.survey.sides.reduce((sum, side) => sum + penaltyOf(model, full, side), 0);
}

export function penaltyOf(model: Model, full: Float64Array, side: Side): number {
  const area = sideOf(model, full, side) * (side.right ? -1 : 1);
  if (area >= 0) return 0;
  const [f, t] = [xOf(model, side.leftOf[0]), xOf(model, side.leftOf[1])];
  const off = area / (Math.hypot(full[t]! - full[f]!, full[t + 1]! - full[f + 1]!) || 1e-9);
  return WRONG_SIDE * (1 + (off / model.survey.tapeSd) ** 2);
}
