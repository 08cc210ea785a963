import { diameterOf, markedCircle, scaleIsSet, toPlane, type Notebook, type NotebookPhoto, type PhotoMarks } from '@/core/survey';
import type { Ellipse, MarkedRim } from '@/core/see';
import type { Spot } from '@/ui/viewport';
import {
  dragOrTap,
  enterScale,
  lengthEnd,
  placeName,
  rectangleCorner,
  tapLengthEnd,
  tapIfShown,
  tapMiddleOf,
  tapRectangleCorner,
  TAP_ANOTHER,
  TAP_FIRST,
  within,
} from './messages';
import type { Circle, Handle } from './photo-board';

type Point = [number, number];
const pointOf = ([x, y]: Spot): Point => [x, y];

/** Points of the scale: two ends or four corners. */
export function scaleSpotsOf({ scale }: NotebookPhoto): readonly Spot[] {
  if (scale.kind === 'rims') return [];
  return scale.kind === 'two-points' ? scale.ends : scale.corners;
}
const SPOTS_NEEDED = { 'two-points': 2, rectangle: 4, rims: 0 } as const;
const spotsNeeded = ({ scale }: NotebookPhoto): number => SPOTS_NEEDED[scale.kind];

export function withScaleSpots({ scale }: NotebookPhoto, spots: readonly Spot[]): NotebookPhoto['scale'] {
  if (scale.kind === 'rims') return scale;
  return scale.kind === 'two-points' ? { ...scale, ends: spots.map(pointOf) } : { ...scale, corners: spots.map(pointOf) };
}

/** Pulleys and points of a notebook, which a photo can mark. */
export const placesOf = (notebook: Notebook) => [...notebook.pulleys, ...notebook.points];

/** True if rims on a photo determine the scale and tilt of its camera. */
export const hasRimPhoto = (notebook: Notebook): boolean =>
  notebook.photos.some((p) => p.scale.kind === 'rims' && p.marks.some((m) => m.radius !== undefined));

/** True if the rim of a pulley is on a photo that determines its diameter. */
export const shownOnPhoto = (notebook: Notebook, pulley: string): boolean =>
  notebook.photos.some((p) => p.scale.kind === 'rims' && p.marks.some((m) => m.of === pulley && m.radius !== undefined));

/** Plane of the drive in a photo with a scale. Null without one. */
export const planeOf = ({ scale, fromBelow }: NotebookPhoto) =>
  scaleIsSet(scale) ? toPlane({ scale: scale as PhotoMarks['scale'], ...(fromBelow ? { fromBelow: true } : {}) }) : null;

/** Key of the button for a pulley that is not in the notebook yet. */
export const ANOTHER = '';

/** Place that a tap marks: the chosen one, or the first without a mark. Null before the scale and after the last. */
export function placing(notebook: Notebook, photo: NotebookPhoto, chosen: string | null): string | null {
  if (!scaleIsSet(photo.scale)) return null;
  const places = placesOf(notebook);
  if (chosen === ANOTHER) return null;
  if (chosen !== null && places.some((p) => p.id === chosen)) return chosen;
  return places.find((p) => !photo.marks.some((m) => m.of === p.id))?.id ?? null;
}

/** The longer side of a photo over the radius of a new circle. On a phone, a finger does not cover both its middle and its rim. */
const FIRST_SHARE = 10;

/** Radius of a new circle, px: of the known diameter, or a share of the photo. */
function firstRadius(notebook: Notebook, photo: NotebookPhoto, of: string, at: Spot): number {
  const plane = planeOf(photo);
  const across = plane ? markedCircle(plane, { at, radius: 10 }).diameter : 0;
  const known = diameterOf(notebook, of);
  return known !== null && across > 0 ? (10 * known) / across : Math.max(photo.width, photo.height) / FIRST_SHARE;
}

interface Tapped {
  readonly photo: Partial<NotebookPhoto>;
  /** Place that is chosen from then on. Undefined leaves the choice. */
  readonly chosen?: string;
}

/** Photo after a tap: the next point of the scale, then the middle of a place. Null if the tap marks nothing. */
export function tapped(notebook: Notebook, photo: NotebookPhoto, chosen: string | null, at: Spot): Tapped | null {
  const spots = scaleSpotsOf(photo);
  if (spots.length < spotsNeeded(photo)) return { photo: { scale: withScaleSpots(photo, [...spots, at]) } };
  const of = placing(notebook, photo, chosen);
  if (of === null) return null;
  const { marks } = photo;
  const before = marks.find((m) => m.of === of);
  const isPulley = notebook.pulleys.some((p) => p.id === of);
  const mark = {
    of,
    at: pointOf(at),
    ...(isPulley ? { radius: before?.radius ?? firstRadius(notebook, photo, of, at) } : {}),
  };
  const next = placesOf(notebook).find((p) => p.id !== of && !marks.some((m) => m.of === p.id));
  return { photo: { marks: [...marks.filter((m) => m.of !== of), mark] }, chosen: before ? of : (next?.id ?? of) };
}

/** Smallest circle, px. */
const LEAST_RADIUS = 2;

/** Photo after a handle was dragged, by the key of the handle. */
export function moved(photo: NotebookPhoto, key: string, at: Spot): Tapped {
  const [what, name] = [key.slice(0, key.indexOf(':')), key.slice(key.indexOf(':') + 1)];
  if (what === 'scale')
    return {
      photo: {
        scale: withScaleSpots(
          photo,
          scaleSpotsOf(photo).map((spot, i) => (String(i) === name ? at : spot)),
        ),
      },
    };
  const marks = photo.marks.map((m) => {
    if (m.of !== name) return m;
    // A mark that was corrected by hand no longer has the uncertainty of the search.
    const { sd: _sd, ...rest } = m;
    if (what !== 'rim') return { ...rest, at: pointOf(at) };
    const [dx, dy] = [at[0] - m.at[0], at[1] - m.at[1]];
    const radius = Math.max(LEAST_RADIUS, Math.hypot(dx, dy));
    if (!m.ellipse) return { ...rest, radius };
    return { ...rest, radius, ellipse: { b: (m.ellipse.b * radius) / (m.radius ?? radius), angle: Math.atan2(dy, dx) } };
  });
  return { photo: { marks }, chosen: name };
}

/** Handles on a photo: points of the scale, middles and rims. */
export function handlesOf(notebook: Notebook, photo: NotebookPhoto): Handle[] {
  const { scale, marks } = photo;
  return [
    ...scaleSpotsOf(photo).map((at, i): Handle => ({
      key: `scale:${i}`,
      label: scale.kind === 'two-points' ? lengthEnd(i + 1) : rectangleCorner(i + 1),
      at,
      kind: 'scale',
    })),
    ...marks.flatMap(({ of, at, radius, ellipse }): Handle[] => {
      if (radius === undefined) return [];
      const angle = ellipse?.angle ?? 0;
      const end: Spot = [at[0] + radius * Math.cos(angle), at[1] + radius * Math.sin(angle)];
      return [{ key: `rim:${of}`, label: `Rim of ${placeName(notebook, of)}`, at: end, kind: 'rim' }];
    }),
    // Above the rims, as the middle of a small circle is within the reach of a finger on its rim.
    ...marks.map((m): Handle => ({ key: `centre:${m.of}`, label: `Middle of ${placeName(notebook, m.of)}`, at: m.at, kind: 'centre' })),
  ];
}

export const circlesOf = ({ marks }: NotebookPhoto, chosen: string | null): Circle[] =>
  marks.flatMap((m) =>
    m.radius === undefined
      ? []
      : [{ key: m.of, at: m.at, radius: m.radius, b: m.ellipse?.b ?? m.radius, angle: m.ellipse?.angle ?? 0, chosen: m.of === chosen }],
  );

/** A rim with the standard deviation of its middle, px. */
export interface FoundRim {
  readonly ellipse: Ellipse;
  readonly sd: number | null;
}

/** Possible rims around a tap, the most likely first. */
export type PossibleRims = readonly [FoundRim, ...FoundRim[]];

/** Photo with a rim that was found around a mark, unless the mark was moved or deleted since. @param sd px */
export function withRim(photo: NotebookPhoto, of: string, tap: Spot, { x, y, a, b, angle }: Ellipse, sd: number | null): NotebookPhoto {
  const marks = photo.marks.map((m) =>
    m.of === of && m.at[0] === tap[0] && m.at[1] === tap[1]
      ? { of, at: pointOf([x, y]), radius: a, ellipse: { b, angle }, ...(sd === null ? {} : { sd }) }
      : m,
  );
  return { ...photo, marks };
}

/** Which of the possible rims a mark is. -1: none, as it was moved or deleted since. */
export function rimShown({ marks }: NotebookPhoto, of: string, rims: readonly FoundRim[]): number {
  const mark = marks.find((m) => m.of === of);
  return rims.findIndex(({ ellipse: { x, y, a } }) => mark?.radius === a && samePoint(mark.at, pointOf([x, y])));
}

const samePoint = (p: Spot, q: Spot): boolean => p[0] === q[0] && p[1] === q[1];

/** Photo with the next of the possible rims around a mark. */
export function withNextRim(photo: NotebookPhoto, of: string, rims: readonly FoundRim[]): NotebookPhoto {
  const shown = rimShown(photo, of, rims);
  const mark = photo.marks.find((m) => m.of === of);
  if (shown < 0 || !mark) return photo;
  const { ellipse, sd } = rims[(shown + 1) % rims.length]!;
  return withRim(photo, of, mark.at, ellipse, sd);
}

/** Rims of a photo that are marked. */
export const markedRims = (marks: NotebookPhoto['marks']): MarkedRim[] =>
  marks.flatMap(({ at: [x, y], radius, ellipse, sd }) =>
    radius === undefined || !ellipse ? [] : [{ ellipse: { x, y, a: radius, ...ellipse }, sd: sd ?? null }],
  );

/** Next thing to do on a photo, as an instruction. */
export function instruction(notebook: Notebook, photo: NotebookPhoto, chosen: string | null): string {
  const two = photo.scale.kind === 'two-points';
  const next = scaleSpotsOf(photo).length + 1;
  if (next <= spotsNeeded(photo)) return two ? tapLengthEnd(next) : tapRectangleCorner(next);
  if (!scaleIsSet(photo.scale)) return enterScale(two);
  const of = placing(notebook, photo, chosen);
  if (of === null && notebook.pulleys.length === 0) return TAP_FIRST;
  if (of === null) return photo.scale.kind === 'rims' ? TAP_ANOTHER : 'Everything is marked. Drag a mark to correct it.';
  const name = within(placeName(notebook, of));
  if (photo.marks.some((m) => m.of === of)) return dragOrTap(name);
  const isFurther = notebook.photos.findIndex((p) => p.id === photo.id) > 0;
  return isFurther ? tapIfShown(name) : tapMiddleOf(name);
}
