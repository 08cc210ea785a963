import { strandTension } from './belt-term';
import { followed, meanOver } from './grip';
import { offsetsOf, type BeltLoad } from './load';
import type { Equilibrium } from './equilibrium';
import type { Speeds } from './speeds';

/** Effect of braking the driver to a stop. */
export interface BrakedRelease {
  readonly seconds: number;
  /** Sum of what the driven inertias ask of the belt, N; negative, since they drive it. */
  readonly pullN: number;
  /** Lowest span tension less the centrifugal, N, at full speed: under 0 that span goes slack. */
  readonly leastN: number;
  readonly span: readonly [from: string, to: string];
  readonly goesSlack: boolean;
  /** Stop time under which a span goes slack, s; null where it is slack at any. */
  readonly slackUnderSeconds: number | null;
}

/**
 * Belt tension while a clutch brakes the driver evenly from full speed. At each driven pulley the pull changes by
 * −I·ω/(t·r). I is its own inertia, plus that of its shaft. The belts driven from it add theirs times the speed ratio
 * squared. Span tensions are b + oᵢ, with o rising over each such pulley. With a free tensioner b = T − w + Tc (w as in
 * `gripBand`). Without one b = T − ō, with the mean ō over the length. T is the static tension, and the geometry is
 * that of rest.
 * @param seconds stopping time of the driver, over 0
 * @returns null if no driven part has an inertia or a speed, or the belt has no length
 */
export function brakedRelease(rest: Equilibrium, b: number, load: BeltLoad, speeds: Speeds, seconds: number): BrakedRelease | null {
  const { stand } = rest;
  const { drive } = stand.compiled;
  const one = stand.belts[b]!;
  const { plan, trace } = one;
  if (one.pitchLength <= 0 || load.travel === 0 || load.driverStop < 0) return null;
  const inertiaAt = inertias(rest, speeds);
  const demand = new Float64Array(plan.stops);
  let pullN = 0;
  plan.pulley.forEach((p, stop) => {
    if (stop === load.driverStop || drive.pulleys[p]!.role !== 'driven') return;
    const omega = ((speeds.pulleys[p]!.rpm ?? 0) * 2 * Math.PI) / 60;
    demand[stop] = -(inertiaAt(p, b) * omega) / (seconds * (plan.radius[stop]! / 1000));
    pullN += demand[stop]!;
  });
  if (pullN === 0) return null;
  demand[load.driverStop] = -pullN;
  const offset = new Float64Array(plan.stops);
  offsetsOf(plan, trace, { ...load, demand, known: true }, offset);
  const staticN = Math.max(0, strandTension(one));
  const held = followed(stand, b, rest.atStop, offset);
  const w = held ?? meanOver(plan, trace, offset) + load.centrifugalN;
  let lowest = 0;
  for (let a = 1; a < trace.touched; a++) if (offset[a]! < offset[lowest]!) lowest = a;
  const pulleyAt = (a: number) => drive.pulleys[plan.pulley[trace.active[a % trace.touched]!]!]!.id;
  // Everything the inertias bring grows with one over the time; what is left without them is the static tension, less Tc where nothing follows.
  const brought = offset[lowest]! - (held ?? meanOver(plan, trace, offset));
  const kept = held === null ? staticN - load.centrifugalN : staticN;
  const leastN = staticN - w + offset[lowest]!;
  return {
    seconds,
    pullN,
    leastN,
    span: [pulleyAt(lowest), pulleyAt(lowest + 1)],
    goesSlack: leastN < 0,
    slackUnderSeconds: kept > 0 ? Math.max(0, (-brought * seconds) / kept) : null,
  };
}

/** Inertia that a belt feels at one of its pulleys, kg·m²: by pulley and belt. */
function inertias({ stand }: Equilibrium, speeds: Speeds): (p: number, b: number) => number {
  const { drive, belts } = stand.compiled;
  const sameShaft = (p: number, q: number) =>
    p === q || (drive.pulleys[p]!.shaft !== undefined && drive.pulleys[p]!.shaft === drive.pulleys[q]!.shaft);
  const rpm = (p: number) => speeds.pulleys[p]!.rpm ?? 0;
  const at = (p: number, seen: ReadonlySet<number>): number => {
    let sum = 0;
    drive.pulleys.forEach((q, i) => (sum += sameShaft(p, i) ? (q.inertia ?? 0) : 0));
    belts.forEach(({ plan }, b) => {
      const source = speeds.belts[b]!.driverStop;
      if (seen.has(b) || source < 0 || !sameShaft(plan.pulley[source]!, p) || rpm(p) === 0) return;
      plan.pulley.forEach((q, stop) => {
        if (stop === source || drive.pulleys[q]!.role !== 'driven') return;
        sum += at(q, new Set([...seen, b])) * (rpm(q) / rpm(p)) ** 2;
      });
    });
    return sum;
  };
  return (p, b) => at(p, new Set([b]));
}
