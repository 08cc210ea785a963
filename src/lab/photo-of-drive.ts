import { solveDrive, type Drive } from '../core/drive';
import { drawDrivePhoto, type DrivePhoto } from './drive-photo';
import type { PhotoKind, PlacedPulley, Random } from './photo-scene';

export interface PhotoOfDrive extends DrivePhoto {
  /** Pulley of the drive for each drawn one. */
  readonly ids: readonly string[];
}

type Move = Readonly<Record<string, { readonly x: number; readonly y: number }>>;

/** Places of the pulleys with the lever engaged, mm, by pulley. */
function engagedPlaces(drive: Drive): ReadonlyMap<string, { readonly x: number; readonly y: number }> {
  const places = new Map(drive.pulleys.map(({ id, x, y }) => [id, { x, y }]));
  const solved = solveDrive(drive);
  const states = solved.ok ? solved.answer.states : [];
  const state = states.find((s) => s.name === 'engaged') ?? states.at(-1);
  for (const t of drive.tensioners) {
    const position = state?.tensioners.find((one) => one.id === t.id)?.position ?? 0;
    for (const id of t.carries) {
      const { x, y } = places.get(id)!;
      const [cos, sin] = [Math.cos((position * Math.PI) / 180), Math.sin((position * Math.PI) / 180)];
      if (t.kind === 'pivot') {
        const [dx, dy] = [x - t.pivot.x, y - t.pivot.y];
        places.set(id, { x: t.pivot.x + cos * dx - sin * dy, y: t.pivot.y + sin * dx + cos * dy });
      } else {
        const along = (t.direction * Math.PI) / 180;
        places.set(id, { x: x + position * Math.cos(along), y: y + position * Math.sin(along) });
      }
    }
  }
  return places;
}

/**
 * Draws a picture of the pulleys of the first belt of a drive, with the lever engaged.
 * @param longest px
 * @param moved pulleys that are somewhere else, mm from their engaged places
 */
export function drawPhotoOf(drive: Drive, kind: PhotoKind, random: Random, longest: number, moved: Move = {}): PhotoOfDrive {
  const engaged = engagedPlaces(drive);
  const stops = drive.belts[0]!.route.map(({ pulley, contact }) => {
    const { id, outsideDiameter, role } = drive.pulleys.find((p) => p.id === pulley)!;
    const { x, y } = engaged.get(id)!;
    const by = moved[id] ?? { x: 0, y: 0 };
    const place: PlacedPulley = {
      x: x + by.x,
      y: y + by.y,
      radius: outsideDiameter / 2,
      isIdler: role === 'idler',
      onBack: contact === 'back',
    };
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
