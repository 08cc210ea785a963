import type { Belt, Drive } from './schema';

/** A suspect stop of a route, found before anything is measured. `stop` counts along the route. */
export interface RouteDoubt {
  readonly code: 'v-on-flat' | 'back-in-groove' | 'idler-on-tight-side';
  readonly stop: number;
}

/**
 * Doubts from the order of a route alone: the V side on a flat idler, or the back on a groove that must pull. Another
 * is a carried idler on the span into the driver, which is tight.
 * @param travel +1 if the belt runs in the order of its route, −1 against it, 0 if unknown
 */
export function routeDoubts(
  { pulleys, carried }: { pulleys: readonly Pick<Drive['pulleys'][number], 'id' | 'role' | 'face'>[]; carried: ReadonlySet<string> },
  route: Belt['route'],
  travel: 1 | -1 | 0,
): RouteDoubt[] {
  const at = new Map(pulleys.map((p) => [p.id, p]));
  const doubts: RouteDoubt[] = [];
  route.forEach(({ pulley, contact }, stop) => {
    const p = at.get(pulley);
    if (!p) return;
    if (contact === 'v' && p.face === 'flat') doubts.push({ code: 'v-on-flat', stop });
    if (contact === 'back' && p.face !== 'flat' && p.role !== 'idler') doubts.push({ code: 'back-in-groove', stop });
  });
  const drivers = route.flatMap((s, i) => (at.get(s.pulley)?.role === 'driver' ? [i] : []));
  if (travel === 0 || drivers.length !== 1 || !route.some((s) => at.get(s.pulley)?.role === 'driven')) return doubts;
  // The tight side is against the travel, from the driver back to the first loaded pulley.
  for (let k = 1; k < route.length; k++) {
    const stop = (drivers[0]! - travel * k + route.length * k) % route.length;
    const p = at.get(route[stop]!.pulley);
    if (p?.role !== 'idler') break;
    if (carried.has(p.id)) doubts.push({ code: 'idler-on-tight-side', stop });
  }
  return doubts;
}
