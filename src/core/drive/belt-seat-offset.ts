import type { Drive } from './schema';

/**
 * The drive with a belt that sits lower (or, negative, prouder) in its grooves: a worn belt in all of them, or one worn groove. A lower belt runs
 * a shorter path, so that both ends of the window come down by about 2π times as much.
 * @param lowerMm how much lower, mm
 * @param pulleyId the one groove that is worn; all the belt's grooves where it is left out
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
