import type { CompiledDrive } from './compile';
import { sectionOf } from './pitch';
import type { LoopPlan, LoopTrace } from './plan';
import type { GripSettings } from './settings';
import type { Speeds } from './speeds';

/** Load of one belt at rated power and speed. */
export interface BeltLoad {
  /** By how much the span tension rises over each stop, walking with the belt, N; the driver takes it all back. */
  readonly demand: Float64Array;
  readonly driverStop: number;
  /** +1 where the belt travels in the order of its route, −1 against it, 0 unknown. */
  readonly travel: 1 | -1 | 0;
  /** Tc = m·v² of the whole belt, N. */
  readonly centrifugalN: number;
  /** False where no power, no speed or no driver is known: then nothing is demanded. */
  readonly known: boolean;
}

/**
 * Load of every belt: Te = 1000·P·service/v at each driven pulley. P is its own power and that of the belts driven from
 * its shaft, down the train. Tc = kg/m·count·v². Speeds are those of the drawing.
 */
export function loadsOf(compiled: CompiledDrive, speeds: Speeds, settings: GripSettings): readonly BeltLoad[] {
  const { drive, belts } = compiled;
  const onShaft = (p: number, q: number) =>
    p === q || (drive.pulleys[p]!.shaft !== undefined && drive.pulleys[p]!.shaft === drive.pulleys[q]!.shaft);
  /** Power taken at a driven pulley, kW. `seen` holds the belts walked on the way, so that a train that bites its tail ends. */
  const powerAt = (p: number, seen: ReadonlySet<number>): number => {
    let sum = drive.pulleys[p]!.powerKw ?? 0;
    belts.forEach(({ plan }, b) => {
      const source = speeds.belts[b]!.driverStop;
      if (seen.has(b) || source < 0 || !onShaft(plan.pulley[source]!, p)) return;
      sum += powerOf(b, new Set([...seen, b]));
    });
    return sum;
  };
  const powerOf = (b: number, seen: ReadonlySet<number>): number => {
    let sum = 0;
    belts[b]!.plan.pulley.forEach((p, stop) => {
      if (stop !== speeds.belts[b]!.driverStop && drive.pulleys[p]!.role === 'driven') sum += powerAt(p, seen);
    });
    return sum;
  };
  return belts.map(({ plan }, b) => {
    const belt = drive.belts[b]!;
    const motion = speeds.belts[b]!;
    const v = motion.metresPerSecond ?? 0;
    const demand = new Float64Array(plan.stops);
    const centrifugalN = sectionOf(belt).massKgPerM * (belt.count ?? 1) * v * v;
    let total = 0;
    if (v > 0 && motion.driverStop >= 0) {
      plan.pulley.forEach((p, stop) => {
        if (stop === motion.driverStop || drive.pulleys[p]!.role !== 'driven') return;
        demand[stop] = (1000 * powerAt(p, new Set([b])) * settings.serviceFactor) / v;
        total += demand[stop]!;
      });
      demand[motion.driverStop] = -total;
    }
    return { demand, driverStop: motion.driverStop, travel: motion.travel, centrifugalN, known: total > 0 && motion.travel !== 0 };
  });
}

/** Tension of each touched span over that of the span the driver pays out, N, into `out`: it rises by the demand of each stop passed. */
export function offsetsOf(plan: LoopPlan, trace: LoopTrace, load: BeltLoad, out: Float64Array): void {
  const n = trace.touched;
  out.fill(0);
  if (!load.known) return;
  const { active } = trace;
  let at = 0;
  while (at < n && active[at] !== load.driverStop) at++;
  if (at === n) return;
  // The span that leaves a stop is that after it in route order: before it, walking against the route.
  let along = 0;
  for (let k = 1; k < n; k++) {
    const next = (at + load.travel * k + n) % n;
    if (load.travel < 0) out[next] = along;
    along += load.demand[active[next] as number] as number;
    if (load.travel > 0) out[next] = along;
  }
  if (load.travel < 0) out[at] = along;
}

/** Load on the belts of a drive, by belt; `share` of it is on, 0…1. Null belts carry none and pull by their stretch alone. */
export interface Loading {
  readonly belts: readonly (BeltLoad | null)[];
  share: number;
}
