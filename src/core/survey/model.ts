import { scaleSd, markedCircle, toPlane } from './photo';
import type { ArmPlace, HeldArm, Measure, Survey } from './schema';

/** Usual standard deviations where a measure states none: an angle, degrees, a wrap length, mm, and a mark on a photo, mm. */
const ANGLE_SD = 1;
const BELT_SD = 4;
const MARK_SD = 3;

/**
 * Shift x and y, rotation, log scale, two of foreshortening, two of keystone. Foreshortening is in thousandths, so that
 * it weighs like millimetres.
 */
export const PHOTO_ENTRIES = 8;
/**
 * Spread of a hand-held camera. Foreshortening is in thousandths (a tilt of 15° shortens by 3%). Keystone is per metre
 * (sin 15° at a distance of one metre).
 */
const FORESHORTENING_SD = 30;
const KEYSTONE_SD = 0.25;

/** One equation: a measure of the sheet, a coordinate of a mark on a photo, or a photo's scale. */
export type Equation =
  | { readonly kind: 'measure'; readonly measure: Measure }
  | { readonly kind: 'mark'; readonly photo: number; readonly mark: number; readonly centre: number; readonly axis: 0 | 1 }
  | { readonly kind: 'scale'; readonly photo: number }
  | HeldEquation
  /** That a photo with a two-point scale was shot square on, as nearly as a hand holds a camera. */
  | { readonly kind: 'slant'; readonly photo: number; readonly entry: 0 | 1 | 2 | 3 };

/**
 * A reading with an arm held at entry `at` of the full vector. Its two places and the pivot (−1 for a slide) are place
 * indices.
 */
export interface HeldEquation {
  readonly kind: 'held';
  readonly reading: HeldArm['readings'][number];
  readonly arm: ArmEntries;
  readonly at: number;
  readonly from: number;
  readonly to: number;
  readonly pivot: number;
}

/**
 * Entries of an arm in the full vector: degrees of the line of a slide (−1 for an arm about a pivot), and each held
 * position.
 */
export interface ArmEntries {
  readonly arm: HeldArm;
  readonly line: number;
  /** Degrees turned about the pivot, or mm along the line, from where everything else was measured. */
  readonly held: ReadonlyMap<ArmPlace, number>;
}

/**
 * A survey as unknowns and equations. Places are the pulleys, then the points. Pulleys of one shaft share a centre. The
 * full vector holds x, y of each centre, then direction, offset and zero of every edge except the first. Shift,
 * rotation, log scale and tilt of every photo follow, then the arm positions. The x axis is the first named edge.
 * Without an edge, the first centre is the origin and the second is on the positive x axis.
 */
export interface Model {
  readonly survey: Survey;
  readonly places: readonly string[];
  readonly placeIndex: ReadonlyMap<string, number>;
  /** Rim radius of each place, mm; 0 for a point. */
  readonly radius: Float64Array;
  /** Centre of each place. */
  readonly centreOf: Int32Array;
  readonly centres: number;
  readonly edges: readonly string[];
  /** Photos that have a usable scale, as indices into the survey's. */
  readonly photos: readonly number[];
  /** First entry of the photos, `PHOTO_ENTRIES` each. */
  readonly photoAt: number;
  readonly arms: readonly ArmEntries[];
  /** Entries of the full vector to solve for, and the index of each entry among them (−1 if fixed). */
  readonly free: Int32Array;
  readonly freeAt: Int32Array;
  readonly size: number;
  readonly equations: readonly Equation[];
  readonly target: Float64Array;
  readonly sds: Float64Array;
  readonly hasBelts: boolean;
}

export function newModel(survey: Survey): Model {
  const { drive, points, measures } = survey;
  const places = [...drive.pulleys.map((p) => p.id), ...points.map((p) => p.id)];
  const centreOf = new Int32Array(places.length);
  const shafts = new Map<string, number>();
  let centres = 0;
  places.forEach((_, i) => {
    const shaft = drive.pulleys[i]?.shaft;
    const shared = shaft === undefined ? undefined : shafts.get(shaft);
    centreOf[i] = shared ?? centres++;
    if (shaft !== undefined && shared === undefined) shafts.set(shaft, centreOf[i]!);
  });
  const placeIndex = new Map(places.map((id, i) => [id, i]));
  const edges = [...new Set(measures.flatMap((m) => ('edge' in m ? [m.edge] : [])))];
  const planes = survey.photos.map(toPlane);
  const photos = planes.flatMap((plane, i) => (plane && survey.photos[i]!.marks.length > 0 ? [i] : []));
  const photoAt = 2 * centres + 3 * Math.max(0, edges.length - 1);
  let size = photoAt + PHOTO_ENTRIES * photos.length;
  const arms = survey.arms.map((arm): ArmEntries => {
    const line = arm.pivot === null ? size++ : -1;
    return { arm, line, held: new Map([...new Set(arm.readings.map((r) => r.at))].map((at) => [at, size++])) };
  });
  const fixed = new Set<number>();
  if (edges.length === 0) [0, 1, 3].forEach((k) => k < 2 * centres && fixed.add(k));
  else if (!measures.some((m) => m.kind === 'along-edge' && m.edge === edges[0])) fixed.add(0);
  edges.slice(1).forEach((edge, e) => {
    if (!measures.some((m) => m.kind === 'along-edge' && m.edge === edge)) fixed.add(2 * centres + 3 * e + 2);
    if (!measures.some((m) => m.kind === 'from-edge' && m.edge === edge)) fixed.add(2 * centres + 3 * e + 1);
  });
  // A rectangle corrects its own tilt, so there is nothing to solve.
  photos.forEach((index, photo) => {
    if (survey.photos[index]!.scale.kind === 'rectangle')
      for (let k = 4; k < PHOTO_ENTRIES; k++) fixed.add(photoAt + PHOTO_ENTRIES * photo + k);
  });
  const free = Int32Array.from(Array.from({ length: size }, (_, k) => k).filter((k) => !fixed.has(k)));
  const freeAt = new Int32Array(size).fill(-1);
  free.forEach((k, i) => (freeAt[k] = i));

  const equations: Equation[] = measures.map((measure) => ({ kind: 'measure', measure }));
  const target = measures.map((m) => m.value);
  const sds = measures.map((m) => m.sd ?? (m.kind === 'angle' ? ANGLE_SD : m.kind === 'belt' ? BELT_SD : survey.tapeSd));
  photos.forEach((index, photo) => {
    const { marks, scale, sd = MARK_SD } = survey.photos[index]!;
    marks.forEach((mark, m) => {
      const at = markedCircle(planes[index]!, mark).centre;
      for (const axis of [0, 1] as const) {
        equations.push({ kind: 'mark', photo, mark: m, centre: centreOf[placeIndex.get(mark.of)!]!, axis });
        target.push(at[axis]);
        sds.push(sd);
      }
    });
    const square = scale.kind === 'rectangle';
    equations.push({ kind: 'scale', photo });
    target.push(0);
    sds.push(square ? scaleSd(scale, survey.tapeSd) : Math.hypot(scaleSd(scale, survey.tapeSd), FORESHORTENING_SD / 1000));
    if (square) return;
    for (const entry of [0, 1, 2, 3] as const) {
      equations.push({ kind: 'slant', photo, entry });
      target.push(0);
      sds.push(entry < 2 ? FORESHORTENING_SD : KEYSTONE_SD);
    }
  });
  for (const arm of arms) {
    for (const reading of arm.arm.readings) {
      const [from, to] = reading.between.map((p) => placeIndex.get(p)!) as [number, number];
      const pivot = arm.arm.pivot === null ? -1 : placeIndex.get(arm.arm.pivot)!;
      equations.push({ kind: 'held', reading, arm, at: arm.held.get(reading.at)!, from, to, pivot });
      target.push(reading.value);
      sds.push(reading.sd ?? survey.tapeSd);
    }
  }
  return {
    survey,
    places,
    placeIndex,
    radius: Float64Array.from(places, (_, i) => (drive.pulleys[i]?.outsideDiameter ?? 0) / 2),
    centreOf,
    centres,
    edges,
    photos,
    photoAt,
    arms,
    free,
    freeAt,
    size,
    equations,
    target: Float64Array.from(target),
    sds: Float64Array.from(sds),
    hasBelts: measures.some((m) => m.kind === 'belt'),
  };
}

/** Deviation of a pulley's rim diameter, mm: its own where it has one. */
export const diameterSdOf = (survey: Survey, pulley: number): number =>
  survey.diameterSds[survey.drive.pulleys[pulley]!.id] ?? survey.diameterSd;

/** Index in the full vector of the x of a place. */
export const xOf = (model: Model, place: string): number => 2 * model.centreOf[model.placeIndex.get(place)!]!;
