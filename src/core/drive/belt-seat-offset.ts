import type { Drive } from './schema';

/**
 * Drive with a belt that sits lower in its grooves (higher if negative): a worn belt in all of them, or one worn
 * groove. The path of a lower belt is shorter. Both ends of the window move down by about 2π times as much.
 * @param lowerMm change of the seat, mm
 * @param pulleyId the worn groove; all grooves of the belt if omitted
 */
export function withBeltSeatOffset(drive: Drive, beltId: string, lowerMm: number, pulleyId?: string): Drive {
  const belt = drive.belts.find((b) => b.id === beltId);
  if (!belt || lowerMm === 0) return drive;
  const grooves = new Set(belt.route.filter((s) => s.contact === 'v' && (pulleyId ?? s.pulley) === s.pulley).map((s) => s.pulley));
  return {
    ...drive,
    pulleys: drive.pulleys.map((p) => (grooves.has(p.id) && p.face !== 'flat' ? { ...p, ride: (p.ride ?? 0) - lowerMm } : p)),
  };
}
