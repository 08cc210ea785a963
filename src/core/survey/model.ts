import type { PhotoFrame } from './camera';
import { PHOTO_ENTRIES, photoEquations, photoParts, type PhotoEquation } from './photo-equations';
import type { ArmPlace, HeldArm, Measure, Survey } from './schema';

/** Usual standard deviations where a measure states none: an angle, degrees, and a wrap length, mm. */
const ANGLE_SD = 1;
const BELT_SD = 4;
/** Radius at which an unmeasured rim starts, mm. */
const USUAL_RADIUS_MM = 45;

/** One equation: a measure of the sheet, a row of a photo, or a reading with an arm held. */
export type Equation = { readonly kind: 'measure'; readonly measure: Measure } | HeldEquation | PhotoEquation;

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
 * full vector holds x, y of each centre, then direction, offset and zero of every edge except the first. The
 * entries of every photo follow, then unmeasured radii, heights of what photos show, and arm positions. The x axis is
 * the first named edge. Without an edge, the first centre is the origin and the second is on the positive x axis.
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
  /** Photos that can be used, as indices into those of the survey. */
  readonly photos: readonly number[];
  /** Camera of each of them; null with a flat scale. */
  readonly frames: readonly (PhotoFrame | null)[];
  /** First entry of the photos, `PHOTO_ENTRIES` each. */
  readonly photoAt: number;
  /** Entry of the radius and of the height of each place, −1 for none. */
  readonly rims: Int32Array;
  readonly heights: Int32Array;
  /** Full vector before anything is placed. */
  readonly start: Float64Array;
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
  const parts = photoParts(survey);
  const { photos, frames } = parts;
  const photoAt = 2 * centres + 3 * Math.max(0, edges.length - 1);
  let size = photoAt + PHOTO_ENTRIES * photos.length;
  const [rims, heights] = [new Int32Array(places.length).fill(-1), new Int32Array(places.length).fill(-1)];
  const open = new Map<string, number>();
  drive.pulleys.forEach(({ id }, i) => {
    const group = survey.openDiameters[id];
    if (group === undefined) return;
    if (!open.has(group)) open.set(group, size++);
    rims[i] = open.get(group)!;
  });
  photos.forEach((index, photo) => {
    if (!frames[photo]) return;
    for (const { of } of survey.photos[index]!.marks) {
      const place = placeIndex.get(of)!;
      if (heights[place]! < 0) heights[place] = size++;
    }
  });
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

  const start = new Float64Array(size);
  for (const entry of open.values()) start[entry] = USUAL_RADIUS_MM;

  const equations: Equation[] = measures.map((measure) => ({ kind: 'measure', measure }));
  const target = measures.map((m) => m.value);
  const sds = measures.map((m) => m.sd ?? (m.kind === 'angle' ? ANGLE_SD : m.kind === 'belt' ? BELT_SD : survey.tapeSd));
  const at = { place: (id: string) => placeIndex.get(id)!, centre: (place: number) => centreOf[place]! };
  photoEquations(survey, parts, at, (equation, value, sd) => {
    equations.push(equation);
    target.push(value);
    sds.push(sd);
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
    frames,
    photoAt,
    rims,
    heights,
    start,
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

/** Radius of a place at a full vector, mm; 0 for a point. */
export const radiusAt = (model: Model, full: Float64Array, place: number): number =>
  model.rims[place]! < 0 ? model.radius[place]! : full[model.rims[place]!]!;

/** Deviation of a pulley's rim diameter, mm: its own where it has one. */
export const diameterSdOf = (survey: Survey, pulley: number): number =>
  survey.diameterSds[survey.drive.pulleys[pulley]!.id] ?? survey.diameterSd;

/** Index in the full vector of the x of a place. */
export const xOf = (model: Model, place: string): number => 2 * model.centreOf[model.placeIndex.get(place)!]!;
