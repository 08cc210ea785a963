import { FLEET_LIMIT, type Drive, type Pose } from '../drive';
import type { Misalignment } from './straight-edge';

/** A span as it enters the groove of the pulley that was read, and of its neighbour. */
export interface SpanEntry {
  /** Pulley ids, in the order of the route. */
  readonly from: string;
  readonly to: string;
  /** Entry angle at the measured pulley, and at the pulley at the other end of the span, degrees. */
  readonly here: number;
  readonly there: number;
}

const DEG = 180 / Math.PI;

/** Entry angle limits, degrees: one V belt, and a banded or ribbed belt. In the latter all ribs are misaligned together. */
export const alignmentLimit = (joined: boolean): number => (joined ? FLEET_LIMIT.joined : FLEET_LIMIT.single);

/**
 * Entry angle of each span of a belt at one of its pulleys. It follows from the offset and angles between that pulley
 * and another. The neighbour is assumed to be in the plane of the reference pulley.
 *
 * z is the height of the groove planes. A span from tangent point p to q climbs atan((z(q) − z(p))/ℓ) over its length ℓ. If the groove slopes by s along the span, the entry angle is |atan(climb/ℓ) − atan(s)|.
 * @param x, y of the reference pulley, in the drawing
 * @returns empty if the belt does not touch the pulley
 */
export function entryAngles(
  drive: Drive,
  pose: Pose,
  belt: number,
  pulleyId: string,
  referenceId: string,
  { offsetMm, skewDeg, leanDeg }: Pick<Misalignment, 'offsetMm' | 'skewDeg' | 'leanDeg'>,
): SpanEntry[] {
  const stops = pose.belts[belt]?.stops ?? [];
  const here = drive.pulleys.findIndex((p) => p.id === pulleyId);
  const reference = drive.pulleys.findIndex((p) => p.id === referenceId);
  if (here < 0 || reference < 0) return [];
  const centre = pose.pulleys[here]!;
  const from = pose.pulleys[reference]!;
  const apart = Math.hypot(centre.x - from.x, centre.y - from.y);
  if (!(apart > 0)) return [];
  const [ex, ey] = [(centre.x - from.x) / apart, (centre.y - from.y) / apart];
  // Depth of the groove's plane behind the reference's, and its slope along a direction in the drawing.
  const skew = Math.tan(skewDeg / DEG);
  const lean = Math.tan((leanDeg ?? 0) / DEG);
  const slope = (ux: number, uy: number) => skew * (ux * ex + uy * ey) + lean * (uy * ex - ux * ey);
  const depthAt = (x: number, y: number) => offsetMm + slope(x - centre.x, y - centre.y);
  return stops.flatMap((stop, i): SpanEntry[] => {
    const next = stops[(i + 1) % stops.length]!;
    if (stop.pulley !== here && next.pulley !== here) return [];
    const mine = stop.pulley === here;
    const own = mine ? stop : next;
    // Where the span leaves the pulley: its radius to the side of the belt, square to the span. A positive radius turns counter-clockwise.
    const x = centre.x + own.signedRadius * stop.uy;
    const y = centre.y - own.signedRadius * stop.ux;
    const climb = Math.atan(((mine ? -1 : 1) * depthAt(x, y)) / stop.span);
    return [
      {
        from: drive.pulleys[stop.pulley]!.id,
        to: drive.pulleys[next.pulley]!.id,
        here: Math.abs(climb - Math.atan(slope(stop.ux, stop.uy))) * DEG,
        there: Math.abs(climb) * DEG,
      },
    ];
  });
}
