import { xOf, type Model } from './model';
import type { Side } from './schema';
import { NO_DISTANCE_MM } from './tolerances';

/** Which centres each equation ties together; an edge or a photo is a node of its own, after the centres. One entry per equation. */
export function ties(model: Model): number[][] {
  const c = (id: string) => xOf(model, id) / 2;
  return model.equations.map((e) => {
    if (e.kind === 'scale' || e.kind === 'slant' || e.kind === 'camera' || e.kind === 'height') return [];
    if (e.kind === 'mark' || e.kind === 'rim') {
      const centre = e.kind === 'mark' ? e.centre : model.centreOf[e.place]!;
      return [centre, model.centres + model.edges.length + e.photo];
    }
    if (e.kind === 'held') return [...e.reading.between, ...(e.arm.arm.pivot === null ? [] : [e.arm.arm.pivot])].map(c);
    const m = e.measure;
    if (m.kind === 'angle') return [c(m.at), c(m.between[0]), c(m.between[1])];
    if (m.kind === 'in-line') return [c(m.of), c(m.between[0]), c(m.between[1])];
    if (m.kind === 'belt') return model.survey.drive.belts.find((b) => b.id === m.belt)!.route.map((s) => c(s.pulley));
    return 'between' in m ? [c(m.between[0]), c(m.between[1])] : [c(m.of), model.centres + model.edges.indexOf(m.edge)];
  });
}

/** Distance of a pulley from the line through two centres, mm, positive on the side that was stated; with its slopes by the entries of x and y. */
export function sideDistance(
  model: Model,
  full: Float64Array,
  { pulley, leftOf, right }: Side,
): { readonly off: number; readonly entries: readonly number[]; readonly slopes: readonly number[] } {
  const [p, f, t] = [xOf(model, pulley), xOf(model, leftOf[0]), xOf(model, leftOf[1])];
  const [dx, dy] = [full[t]! - full[f]!, full[t + 1]! - full[f + 1]!];
  const [px, py] = [full[p]! - full[f]!, full[p + 1]! - full[f + 1]!];
  const length = Math.hypot(dx, dy) || NO_DISTANCE_MM;
  const sign = right ? -1 : 1;
  const off = (sign * (dx * py - dy * px)) / length;
  const alongX = (off * dx) / (length * length);
  const alongY = (off * dy) / (length * length);
  return {
    off,
    entries: [p, p + 1, t, t + 1, f, f + 1],
    slopes: [
      (-sign * dy) / length,
      (sign * dx) / length,
      (sign * py) / length - alongX,
      (-sign * px) / length - alongY,
      (sign * (dy - py)) / length + alongX,
      (sign * (px - dx)) / length + alongY,
    ],
  };
}

/** Cost of the sides that are not obeyed, next to the sum of squares. */
export function sidePenalty(model: Model, full: Float64Array): number {
  return model.survey.sides.reduce((sum, side) => sum + penaltyOf(model, full, side), 0);
}

/**
 * A side is a reading like any other, with the tape's deviation: a centre past the line on the wrong side costs its squared distance from the line over that
 * variance. A centre measured to be on the line itself costs nothing on either side; a mirror image farther off is ruled out.
 */
export function penaltyOf(model: Model, full: Float64Array, side: Side): number {
  return (Math.min(0, sideDistance(model, full, side).off) / model.survey.tapeSd) ** 2;
}
