import { answerState, DEFAULT_GRIP, newSolver, speedsOf, twoStates, type CompiledDrive } from '../drive';

/** One angle of an eccentric, with what it does to its shaft. */
export interface EccentricPlace {
  /** Degrees from the drawing, counter-clockwise. */
  readonly position: number;
  /** Shift of the shaft across the line to the other pulley, mm; positive to the left, seen from the eccentric to it. */
  readonly sidewaysMm: number;
  /** Direction in which the pull of the belt turns the eccentric, seen as drawn; null on a dead centre or without tension. */
  readonly beltTurns: 'cw' | 'ccw' | null;
  /** Torque of that pull, N·m. */
  readonly torqueNm: number;
}

export interface Eccentric {
  /** Distance of the shaft from the centre of the eccentric, mm. */
  readonly eccentricityMm: number;
  /** The requested angle first, then the others with the same tension. */
  readonly places: readonly EccentricPlace[];
}

/** Torque that turns nothing, N·m. */
const NO_TORQUE = 1e-6;

/**
 * An eccentric at angles of the same tension. Null unless the adjuster turns a locked pivot with one pulley of the belt.
 * Torque is the
 * cross product of lever arm and belt pull, at rest and engaged.
 * @param b index of the belt
 * @param adjuster id
 * @param positions degrees from the drawing
 */
export function eccentricAt(compiled: CompiledDrive, b: number, adjuster: string, positions: readonly number[]): Eccentric | null {
  const { drive } = compiled;
  const tensioner = drive.tensioners.find((t) => t.id === drive.adjusters.find((a) => a.id === adjuster)?.tensioner);
  const [carried, ...others] = tensioner?.carries ?? [];
  const route = drive.belts[b]?.route.map((r) => r.pulley) ?? [];
  const own = drive.pulleys.find((p) => p.id === carried);
  const mate = drive.pulleys.find((p) => p.id !== carried && p.role !== 'idler' && route.includes(p.id));
  if (tensioner?.kind !== 'pivot' || others.length > 0 || !own || !mate || !route.includes(own.id)) return null;
  const { pivot } = tensioner;
  const arm = { x: own.x - pivot.x, y: own.y - pivot.y };
  const eccentricityMm = Math.hypot(arm.x, arm.y);
  const line = { x: mate.x - pivot.x, y: mate.y - pivot.y };
  const length = Math.hypot(line.x, line.y);
  if (eccentricityMm === 0 || length === 0) return null;
  const speeds = speedsOf(compiled);
  const { engaged } = twoStates(drive);
  return {
    eccentricityMm,
    places: positions.map((position) => {
      const turned = (position * Math.PI) / 180;
      const at = {
        x: arm.x * Math.cos(turned) - arm.y * Math.sin(turned),
        y: arm.x * Math.sin(turned) + arm.y * Math.cos(turned),
      };
      const { solved } = answerState(newSolver(compiled, { adjusters: { [adjuster]: position } }), engaged, speeds, DEFAULT_GRIP);
      const load = solved.shaftLoads.find((l) => l.pulley === own.id);
      const pull = ((load?.direction ?? 0) * Math.PI) / 180;
      const torqueNm = ((load?.force ?? 0) * (at.x * Math.sin(pull) - at.y * Math.cos(pull))) / 1000;
      return {
        position,
        sidewaysMm: (line.x * at.y - line.y * at.x) / length,
        beltTurns: Math.abs(torqueNm) < NO_TORQUE ? null : torqueNm > 0 ? 'ccw' : 'cw',
        torqueNm: Math.abs(torqueNm),
      };
    }),
  };
}
