import { FLEET_LIMIT, sectionOf, type Drive, type SolvedState } from '../drive';

/** Entry angle of a belt at a pulley that is off its height. */
export interface EntryAngle {
  readonly belt: string;
  /** Pulley at the other end of the span. */
  readonly other: string;
  readonly spanMm: number;
  readonly degrees: number;
  /** Limit for this kind of belt, degrees. */
  readonly limit: number;
}

/**
 * Fleet angle of each span at a pulley that is `offMm` off its height: atan(|Δz + off|/ℓ). Δz is the drawn height
 * difference of the two grooves, and ℓ the planar span length.
 * @param solved the drive in the requested state
 */
export function entryAngles(drive: Drive, solved: Pick<SolvedState, 'belts'>, pulley: string, offMm: number): EntryAngle[] {
  const heightOf = (id: string) => drive.pulleys.find((p) => p.id === id)?.z ?? 0;
  return solved.belts.flatMap((one) => {
    const belt = drive.belts.find((b) => b.id === one.id);
    if (!belt) return [];
    const joined = sectionOf(belt).family === 'ribbed' || (belt.count ?? 1) > 1;
    return one.spans.flatMap(({ from, to, length }): EntryAngle[] => {
      if (from !== pulley && to !== pulley) return [];
      const other = from === pulley ? to : from;
      const drawn = heightOf(pulley) - heightOf(other);
      // A span is as long as it climbs, too; what is wanted is its plan.
      const flat = Math.sqrt(Math.max(1e-9, length * length - drawn * drawn));
      const degrees = (Math.atan2(Math.abs(drawn + offMm), flat) * 180) / Math.PI;
      return [{ belt: belt.id, other, spanMm: length, degrees, limit: joined ? FLEET_LIMIT.joined : FLEET_LIMIT.single }];
    });
  });
}
