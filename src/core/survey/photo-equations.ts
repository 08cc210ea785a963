import { BARREL, BARREL_SD, FOCAL_SD, mmPerPixel, pictureOfRim, RIM_ROWS, shapeOf, TILT_SD, type PhotoFrame } from './camera';
import { markedCircle, scaleSd, toPlane, type ToPlane } from './photo';
import type { PhotoMarks, Survey } from './schema';

/**
 * Entries of a photo with a flat scale: shift x and y, rotation, log scale, two of foreshortening, two of keystone.
 * Foreshortening is in thousandths, so that it weighs like millimetres. A camera from rims has as many (`camera.ts`).
 */
export const PHOTO_ENTRIES = 8;

/** Usual standard deviation of a mark on a photo with a flat scale, mm. */
const MARK_SD = 3;
/**
 * Spread of a hand-held camera. Foreshortening is in thousandths (a tilt of 15° shortens by 3%). Keystone is per metre
 * (sin 15° at a distance of one metre).
 */
const FORESHORTENING_SD = 30;
const KEYSTONE_SD = 0.25;
/** Standard deviation of a fitted rim and of a circle set by hand, share of the long half axis. Its minimum, px. */
const RIM_SD_SHARE = 0.012;
const CIRCLE_SD_SHARE = 0.04;
const LEAST_SD_PX = 0.8;
/** A cross on a photo, px per 1,000 px of the longer side. */
const CROSS_SD_PER_1000 = 3;
/** Spread of heights, mm: rims of one plane, rims of a plane with an unknown height, and points. */
const RIM_HEIGHT_SD = 3;
const UNKNOWN_HEIGHT_SD = 25;
const POINT_HEIGHT_SD = 12;

/** One equation of a photo. */
export type PhotoEquation =
  | { readonly kind: 'mark'; readonly photo: number; readonly mark: number; readonly centre: number; readonly axis: 0 | 1 }
  | { readonly kind: 'scale'; readonly photo: number }
  /** That a photo with a two-point scale was shot square on, as nearly as a hand holds a camera. */
  | { readonly kind: 'slant'; readonly photo: number; readonly entry: 0 | 1 | 2 | 3 }
  /** A row of a rim (`RimShape`) or its mean half axis. The rows of one mark follow each other, the first with `row` 0. */
  | { readonly kind: 'rim'; readonly photo: number; readonly mark: number; readonly place: number; readonly row: number }
  /** Usual tilt, focal length and distortion of a camera. */
  | { readonly kind: 'camera'; readonly photo: number; readonly entry: 4 | 5 | 6 | 7 }
  /** Height of a place above its plane. It is scaled with its photo, so that it never determines the scale. */
  | { readonly kind: 'height'; readonly photo: number; readonly place: number; readonly plane: number };

/** Row of the mean half axis, after those of the shape. */
const MEAN_ROW = RIM_ROWS;

/** Entries that photos need, and where they are. */
export interface PhotoParts {
  /** Photos that can be used, as indices into those of the survey. */
  readonly photos: readonly number[];
  /** Camera of each of them; null with a flat scale. */
  readonly frames: readonly (PhotoFrame | null)[];
}

export function photoParts(survey: Survey): PhotoParts {
  const photos = survey.photos.flatMap(({ scale, marks }, i) =>
    marks.length > 0 && (scale.kind === 'rims' || toPlane(survey.photos[i]!)) ? [i] : [],
  );
  const frames = photos.map((i): PhotoFrame | null => {
    const { scale, fromBelow } = survey.photos[i]!;
    return scale.kind === 'rims' ? { width: scale.width, height: scale.height, fromBelow } : null;
  });
  return { photos, frames };
}

/** Where the parts of a place are among the entries. */
interface PlaceEntries {
  readonly place: (id: string) => number;
  readonly centre: (place: number) => number;
}

type Add = (equation: PhotoEquation, target: number, sd: number) => void;

/** Equations of all photos, with their targets and deviations. */
export function photoEquations(survey: Survey, { photos, frames }: PhotoParts, at: PlaceEntries, add: Add): void {
  const heights = new Set<number>();
  photos.forEach((index, photo) => {
    const one = survey.photos[index]!;
    const frame = frames[photo]!;
    if (frame) cameraEquations(survey, one, photo, frame, at, heights, add);
    else flatEquations(survey, one, photo, toPlane(one)!, at, add);
  });
}

function flatEquations(
  { tapeSd }: Survey,
  { marks, scale, sd = MARK_SD }: PhotoMarks,
  photo: number,
  plane: ToPlane,
  at: PlaceEntries,
  add: Add,
) {
  marks.forEach((mark, m) => {
    const middle = markedCircle(plane, mark).centre;
    const centre = at.centre(at.place(mark.of));
    for (const axis of [0, 1] as const) add({ kind: 'mark', photo, mark: m, centre, axis }, middle[axis], sd);
  });
  if (scale.kind === 'rims') return;
  const own = scaleSd(scale, tapeSd);
  // A rectangle corrects its own tilt.
  if (scale.kind === 'rectangle') return add({ kind: 'scale', photo }, 0, own);
  add({ kind: 'scale', photo }, 0, Math.hypot(own, FORESHORTENING_SD / 1000));
  for (const entry of [0, 1, 2, 3] as const) add({ kind: 'slant', photo, entry }, 0, entry < 2 ? FORESHORTENING_SD : KEYSTONE_SD);
}

function cameraEquations(
  survey: Survey,
  { marks }: PhotoMarks,
  photo: number,
  frame: PhotoFrame,
  at: PlaceEntries,
  heights: Set<number>,
  add: Add,
) {
  marks.forEach((mark, m) => {
    const place = at.place(mark.of);
    const row = (k: number, target: number, sd: number) => add({ kind: 'rim', photo, mark: m, place, row: k }, target, sd);
    const { radius, ellipse } = mark;
    if (radius === undefined) {
      const sd = (CROSS_SD_PER_1000 * Math.max(frame.width, frame.height)) / 1000;
      mark.at.forEach((v, k) => row(k, v, sd));
    } else if (!ellipse) {
      const sd = Math.max(LEAST_SD_PX, CIRCLE_SD_SHARE * radius);
      mark.at.forEach((v, k) => row(k, v, sd));
      row(MEAN_ROW, radius, sd);
    } else {
      const sd = Math.max(LEAST_SD_PX, mark.sd ?? RIM_SD_SHARE * radius);
      shapeOf(mark.at, radius, ellipse.b, ellipse.angle).forEach((v, k) => row(k, v, sd));
    }
    if (heights.has(place)) return;
    heights.add(place);
    const { height, sd } = heightOf(survey, place);
    add({ kind: 'height', photo, place, plane: height }, 0, sd);
  });
  for (const entry of [4, 5] as const) add({ kind: 'camera', photo, entry }, 0, 1000 * TILT_SD);
  add({ kind: 'camera', photo, entry: 6 }, 0, 1000 * FOCAL_SD);
  add({ kind: 'camera', photo, entry: 7 }, 1000 * BARREL, 1000 * BARREL_SD);
}

/** Known height of a place above the first plane, mm, with its deviation. */
function heightOf({ drive, unknownHeights }: Survey, place: number): { height: number; sd: number } {
  const pulley = drive.pulleys[place];
  if (!pulley) return { height: 0, sd: POINT_HEIGHT_SD };
  return { height: pulley.z ?? 0, sd: unknownHeights.includes(pulley.id) ? UNKNOWN_HEIGHT_SD : RIM_HEIGHT_SD };
}

/** Entries of the full vector that a rim depends on: its place, height and radius, then those of its photo. −1 for a fixed one. */
const RIM_INPUTS = 4 + PHOTO_ENTRIES;

/** Rows of one rim and their derivatives, reused for its rows. */
export interface RimReading {
  readonly value: Float64Array;
  readonly by: Float64Array;
  readonly entry: Int32Array;
}

export const newRimReading = (): RimReading => ({
  value: new Float64Array(RIM_ROWS + 1),
  by: new Float64Array((RIM_ROWS + 1) * RIM_INPUTS),
  entry: new Int32Array(RIM_INPUTS),
});

/** Steps of the central differences: mm, radians or log, thousandths. */
const STEPS = [1e-2, 1e-2, 1e-2, 1e-2, 1e-2, 1e-2, 1e-5, 1e-5, 1e-2, 1e-2, 1e-2, 1e-2];
const inputs = new Float64Array(RIM_INPUTS);
const ahead = new Float64Array(RIM_ROWS);
const behind = new Float64Array(RIM_ROWS);

/** Reads a rim with its derivatives. @param radius mm, for a known one */
export function readRim(
  frame: PhotoFrame,
  full: Float64Array,
  entries: { readonly x: number; readonly height: number; readonly rim: number; readonly photo: number },
  radius: number,
  out: RimReading,
): void {
  const { x, height, rim, photo } = entries;
  out.entry[0] = x;
  out.entry[1] = x + 1;
  out.entry[2] = height;
  out.entry[3] = rim;
  for (let k = 0; k < PHOTO_ENTRIES; k++) out.entry[4 + k] = photo + k;
  for (let k = 0; k < RIM_INPUTS; k++) inputs[k] = out.entry[k]! < 0 ? 0 : full[out.entry[k]!]!;
  if (rim < 0) inputs[3] = radius;
  const camera = inputs.subarray(4);
  const read = (into: Float64Array) => pictureOfRim(frame, camera, inputs[0]!, inputs[1]!, inputs[2]!, inputs[3]!, into);
  read(out.value);
  out.value[MEAN_ROW] = (out.value[2]! + out.value[4]!) / 2;
  for (let k = 0; k < RIM_INPUTS; k++) {
    // A point has no radius to change.
    if (k === 3 && inputs[3] === 0) {
      for (let i = 0; i <= MEAN_ROW; i++) out.by[i * RIM_INPUTS + 3] = 0;
      continue;
    }
    const here = inputs[k]!;
    inputs[k] = here + STEPS[k]!;
    read(ahead);
    inputs[k] = here - STEPS[k]!;
    read(behind);
    inputs[k] = here;
    for (let i = 0; i < RIM_ROWS; i++) out.by[i * RIM_INPUTS + k] = (ahead[i]! - behind[i]!) / (2 * STEPS[k]!);
    out.by[MEAN_ROW * RIM_INPUTS + k] = (out.by[2 * RIM_INPUTS + k]! + out.by[4 * RIM_INPUTS + k]!) / 2;
  }
}

type Put = (entry: number, derivative: number) => void;

/** One row of a rim that was read. @returns its value, and its derivative by a known radius, per mm */
export function rimRow({ value, by, entry }: RimReading, row: number, put: Put): { readonly value: number; readonly byRadius: number } {
  for (let k = 0; k < RIM_INPUTS; k++) if (entry[k]! >= 0) put(entry[k]!, by[row * RIM_INPUTS + k]!);
  return { value: value[row]!, byRadius: entry[3]! < 0 ? by[row * RIM_INPUTS + 3]! : 0 };
}

/** Height of a place above its plane, over the scale of its photo. @param plane mm */
export function readHeight(full: Float64Array, height: number, photo: number, plane: number, put: Put): number {
  const shrink = Math.exp(-full[photo + 3]!);
  const above = shrink * (full[height]! - plane);
  put(height, shrink);
  put(photo + 3, -above);
  return above;
}

/**
 * Coordinate of a mark on a photo with a flat scale. p = e^(−s)·R(−θ)·(c − t): place of a centre at c in the plane of a
 * photo with shift t, rotation θ and scale error e^s. With tilt it appears at q = A·p/w, A = [[1 + e, f], [f, 1 − e]],
 * w = 1 + (a·px + b·py) per metre.
 * @param c entry of the x of the centre
 * @param k first entry of the photo
 */
export function readMark(full: Float64Array, c: number, k: number, axis: 0 | 1, put: Put): number {
  const [dx, dy] = [full[c]! - full[k]!, full[c + 1]! - full[k + 1]!];
  const shrink = Math.exp(-full[k + 3]!);
  const [cos, sin] = [shrink * Math.cos(full[k + 2]!), shrink * Math.sin(full[k + 2]!)];
  const [px, py] = [cos * dx + sin * dy, -sin * dx + cos * dy];
  const [e, f, a, b] = [4, 5, 6, 7].map((j) => full[k + j]! / 1000) as [number, number, number, number];
  const w = 1 + a * px + b * py;
  const first = axis === 0;
  const [ax, ay] = first ? [1 + e, f] : [f, 1 - e];
  const here = (ax * px + ay * py) / w;
  // Derivatives of the reading by px and by py.
  const [gx, gy] = [(ax - here * a) / w, (ay - here * b) / w];
  const [mx, my] = [gx * cos - gy * sin, gx * sin + gy * cos];
  put(c, mx);
  put(c + 1, my);
  put(k, -mx);
  put(k + 1, -my);
  put(k + 2, gx * py - gy * px);
  put(k + 3, -(gx * px + gy * py));
  put(k + 4, (first ? px : -py) / (1000 * w));
  put(k + 5, (first ? py : px) / (1000 * w));
  put(k + 6, (-here * px) / (1000 * w));
  put(k + 7, (-here * py) / (1000 * w));
  return here;
}

/** Millimetres per pixel of a photo with a camera. */
export const photoScale = (frame: PhotoFrame, full: Float64Array, photo: number): number =>
  mmPerPixel(frame, full.subarray(photo, photo + PHOTO_ENTRIES));
