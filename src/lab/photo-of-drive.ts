import type { Drive } from '../core/drive';
import { drawDrivePhoto, type DrivePhoto } from './drive-photo';
import type { PhotoKind, PlacedPulley, Random } from './photo-scene';

export interface PhotoOfDrive extends DrivePhoto {
  /** Pulley of the drive for each drawn one. */
  readonly ids: readonly string[];
}

type Move = Readonly<Record<string, { readonly x: number; readonly y: number }>>;

/**
 * Draws a picture of the pulleys of the first belt of a drive, at their drawn places.
 * @param longest px
 * @param moved pulleys that are somewhere else, mm from their drawn places
 */
export function drawPhotoOf(drive: Drive, kind: PhotoKind, random: Random, longest: number, moved: Move = {}): PhotoOfDrive {
  const stops = drive.belts[0]!.route.map(({ pulley, contact }) => {
    const { id, x, y, outsideDiameter, role } = drive.pulleys.find((p) => p.id === pulley)!;
    const by = moved[id] ?? { x: 0, y: 0 };
    const place: PlacedPulley = { x: x + by.x, y: y + by.y, radius: outsideDiameter / 2, isIdler: role === 'idler', onBack: contact === 'back' };
    return { id, place };
  });
  const mean = (of: (p: PlacedPulley) => number) => stops.reduce((sum, s) => sum + of(s.place), 0) / stops.length;
  const [mx, my] = [mean((p) => p.x), mean((p) => p.y)];
  // The generator lays the belt counter-clockwise.
  const area = stops.reduce((sum, { place: p }, i) => {
    const { place: q } = stops[(i + 1) % stops.length]!;
    return sum + p.x * q.y - q.x * p.y;
  }, 0);
  const ordered = area < 0 ? [...stops].reverse() : stops;
  const places = ordered.map(({ place: p }) => ({ ...p, x: p.x - mx, y: p.y - my }));
  return { ...drawDrivePhoto(kind, random, longest, places), ids: ordered.map((s) => s.id) };
}
