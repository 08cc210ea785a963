import type { CompiledDrive } from './compile';

export interface PulleySpeed {
  readonly pulley: string;
  /** Never negative; null where nothing that turns at a known speed reaches it. */
  readonly rpm: number | null;
  readonly rotation: 'cw' | 'ccw' | null;
}

export interface BeltMotion {
  readonly belt: string;
  /** v = 2π·n/60·r of the driving pulley. Null if its speed is unknown. */
  readonly metresPerSecond: number | null;
  /** +1 where the belt travels in the order its route is listed, −1 against it, 0 unknown or still. */
  readonly travel: 1 | -1 | 0;
  /** Stop that drives it, −1 where none is known. */
  readonly driverStop: number;
}

export interface Speeds {
  readonly pulleys: readonly PulleySpeed[];
  readonly belts: readonly BeltMotion[];
}

/**
 * Speed of every pulley and belt. It spreads from drivers of known rpm along belts (equal surface speed at the pitch
 * radius) and shafts. Idlers have the speed of the belt that touches them.
 */
export function speedsOf(compiled: CompiledDrive): Speeds {
  const { drive, belts } = compiled;
  const turning = new Map<number, number>();
  drive.pulleys.forEach((p, i) => {
    if (p.role === 'driver' && p.rpm !== undefined) turning.set(i, p.rotation === 'ccw' ? p.rpm : -p.rpm);
  });
  const along = new Array<number | null>(belts.length).fill(null);
  const driverStop = new Array<number>(belts.length).fill(-1);
  for (let changed = true; changed;) {
    changed = false;
    drive.pulleys.forEach((p, i) => {
      if (p.shaft === undefined || turning.has(i)) return;
      const mate = drive.pulleys.findIndex((other, j) => other.shaft === p.shaft && turning.has(j));
      if (mate < 0) return;
      turning.set(i, turning.get(mate) as number);
      changed = true;
    });
    belts.forEach(({ plan }, b) => {
      if (along[b] !== null) return;
      const known = [...plan.pulley.keys()].filter((s) => turning.has(plan.pulley[s] as number));
      const source = known.find((s) => drive.pulleys[plan.pulley[s] as number]?.role === 'driver') ?? known[0];
      if (source === undefined) return;
      const surface = (turning.get(plan.pulley[source] as number) as number) * (plan.signed[source] as number);
      along[b] = surface;
      driverStop[b] = source;
      plan.pulley.forEach((p, s) => {
        if (!turning.has(p)) turning.set(p, surface / (plan.signed[s] as number));
      });
      changed = true;
    });
  }
  return {
    pulleys: drive.pulleys.map((p, i) => {
      const rpm = turning.get(i);
      return {
        pulley: p.id,
        rpm: rpm === undefined ? null : Math.abs(rpm),
        rotation: rpm === undefined || rpm === 0 ? null : rpm > 0 ? 'ccw' : 'cw',
      };
    }),
    belts: drive.belts.map((belt, b) => {
      const surface = along[b] ?? null;
      return {
        belt: belt.id,
        metresPerSecond: surface === null ? null : (Math.abs(surface) * 2 * Math.PI) / 60 / 1000,
        travel: surface === null || surface === 0 ? 0 : surface > 0 ? 1 : -1,
        driverStop: driverStop[b] as number,
      };
    }),
  };
}
