import * as z from 'zod';
import { DRIVE_KINDS, pathText, type Drive, type Problem } from '../drive';
import { ARM_PLACES, photoShape, validateSurvey, type HeldArm, type SurveyResult } from './schema';

/**
 * A notebook: a drive during measurement, with unknown values left null. Stored at every entry. A survey sheet and
 * later a drive are made from it. Millimetres, newtons, degrees. `sketch` is the rough place of a part, y up. It is for
 * drawing only, and never decides a result.
 */
const id = z.string().min(1).max(60);
const label = z.string().max(400);
const figure = z.number().min(-1e6).max(1e6);
const open = figure.nullable();
const sketch = z.object({ x: figure, y: figure });

const pulley = z.object({
  id,
  label,
  role: z.enum(['driver', 'driven', 'idler']),
  face: z.enum(['v', 'flat', 'ribbed']),
  outsideDiameter: open,
  /** Method of its diameter, which determines its accuracy. */
  taken: z.enum(['caliper', 'string', 'photo']).default('caliper'),
  /** Plane of its groove. The first plane if none is named. */
  plane: id.optional(),
  sameAs: id.nullable().default(null),
  shaft: id.optional(),
  ride: figure.optional(),
  rpm: figure.optional(),
  rotation: z.enum(['cw', 'ccw']).optional(),
  powerKw: figure.optional(),
  /**
   * Sheave with a movable face: included angle, hub diameter, distance of the faces at the hub fully open and fully
   * closed. Unmeasured values are null.
   */
  variable: z.object({ angle: open, hubAcross: open, gapOpen: open, gapClosed: open }).optional(),
  sketch,
});

const between = z.tuple([id, id]);
const kept = { id, value: open, sd: figure.optional(), skipped: z.boolean().optional() };
const measure = z.discriminatedUnion('kind', [
  z.object({ ...kept, kind: z.enum(['centres', 'outside', 'inside']), between }),
  z.object({ ...kept, kind: z.enum(['from-edge', 'along-edge']), of: id, edge: label.min(1) }),
  z.object({ ...kept, kind: z.literal('in-line'), of: id, between }),
  z.object({ ...kept, kind: z.literal('angle'), at: id, between }),
  z.object({ ...kept, kind: z.literal('belt'), belt: id, reference: z.enum(['pitch', 'outside', 'inside']) }),
]);

const spot = z.tuple([figure, figure]);
/** Scale of a photo, as far as it is marked and measured. */
const scaleSoFar = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('two-points'), ends: z.array(spot).max(2), distance: open }),
  z.object({ kind: z.literal('rectangle'), corners: z.array(spot).max(4), width: open, height: open }),
  z.object({ kind: z.literal('rims') }),
]);

/** A distance taken with the arm held somewhere else than where everything was measured. */
const armEnd = z.object({
  id,
  at: z.enum(ARM_PLACES),
  kind: z.enum(['centres', 'outside', 'inside']),
  from: id,
  to: id,
  value: open,
  sd: figure.optional(),
  skipped: z.boolean().optional(),
});
const arm = z.object({
  id,
  label,
  kind: z.enum(['pivot', 'slide']),
  pivot: id.nullable(),
  carries: z.array(id).max(20),
  /** Where it stood while everything was measured. */
  stood: z.enum(['released', 'engaged', 'between']),
  brake: label.nullable(),
  ends: z.array(armEnd).max(40),
});

const pull = z.object({ lengthMm: open, forceN: open });
const rate = z.discriminatedUnion('by', [
  z.object({ by: z.literal('given'), rate: open, initialTension: open }),
  z.object({ by: z.literal('scale'), pulls: z.tuple([pull, pull]) }),
  z.object({ by: z.literal('wire'), wireMm: open, coilMm: open, turns: open, material: z.enum(['music', 'stainless']) }),
  z.object({ by: z.literal('taught'), tensionN: open, initialTension: open }),
]);
const end = z.object({ body: id, point: id });
const spring = z.object({
  id,
  label,
  kind: z.enum(['extension', 'compression']),
  freeLength: open,
  rate,
  from: end,
  to: end,
  /**
   * Movement of the end `from` by the lever: to a second place, or along the spring by the difference of its two
   * lengths with the arm held still.
   */
  lever: z.object({ pulledTo: id.nullable(), released: open, engaged: open }).nullable(),
  adjuster: z.object({ label, travel: open }).nullable(),
});

const notebookShape = z.object({
  format: z.literal('taut-sheave/notebook'),
  version: z.literal(1),
  name: z.string().max(400),
  kind: z.enum(DRIVE_KINDS),
  notes: z.string().max(10000),
  pulleys: z.array(pulley).max(40),
  /**
   * Planes of grooves, the first at height 0. Empty if all grooves are in one plane. Each plane has one measurement:
   * its height above the first.
   */
  planes: z
    .array(z.object({ id, label, height: open }))
    .max(8)
    .default([]),
  points: z.array(z.object({ id, label, sketch })).max(80),
  belts: z
    .array(
      z.object({
        id,
        label,
        section: z.string().max(20),
        measured: z.object({ top: figure, depth: figure, angle: figure.optional() }).optional(),
        count: z.number().int().min(1).max(40).optional(),
        route: z.array(z.object({ pulley: id, contact: z.enum(['v', 'back']) })).max(40),
        /** Number of the correct belt, if another belt is fitted now. '' for none. */
        asks: label.default(''),
        /** The belt that is on it now. */
        now: z.object({
          by: z.enum(['unknown', 'number', 'wrap', 'rolled']),
          designation: label,
          outsideMm: open,
          taut: z.boolean(),
          /** The measured length is that of a new belt, so it is the belt of the drive. */
          isNew: z.boolean().default(false),
          topMm: open,
          depthMm: open,
          angleDeg: open,
          ribs: open,
        }),
      }),
    )
    .max(8),
  arms: z.array(arm).max(8),
  springs: z.array(spring).max(16),
  keepers: z.array(z.object({ id, label, near: id, point: id, gap: open })).max(40),
  measures: z.array(measure).max(200),
  sides: z.array(z.object({ pulley: id, leftOf: between, right: z.boolean().optional() })).max(200),
  photos: z
    .array(
      photoShape.omit({ scale: true }).extend({
        scale: scaleSoFar,
        photo: z.number().int(),
        width: z.number().int(),
        height: z.number().int(),
        /** Taps on spans of a belt, px. */
        spans: z
          .array(z.object({ belt: id, at: spot }))
          .max(40)
          .default([]),
      }),
    )
    .max(6),
  /** Figures as they were written by hand, by what they were written for: shown again just so where they still read as the value does. */
  typed: z.record(z.string().max(160), z.string().max(60)).default({}),
  tapeSd: z.number().gt(0).max(100),
  diameterSd: z.number().min(0).max(100),
});

export type Notebook = z.infer<typeof notebookShape>;
export type NotebookPulley = Notebook['pulleys'][number];
export type NotebookMeasure = Notebook['measures'][number];
export type NotebookArm = Notebook['arms'][number];
export type NotebookSpring = Notebook['springs'][number];
export type NotebookBelt = Notebook['belts'][number];
export type NotebookPhoto = Notebook['photos'][number];

export type NotebookResult =
  { readonly ok: true; readonly notebook: Notebook } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Checks the shape of a notebook. `surveyOf` and `buildDrive` check its content. */
export function validateNotebook(document: unknown): NotebookResult {
  const parsed = notebookShape.safeParse(document);
  return parsed.success
    ? { ok: true, notebook: parsed.data }
    : { ok: false, problems: parsed.error.issues.map((i) => ({ path: pathText(i.path), message: i.message })) };
}

/** The diameter of a pulley, its own or that of the one it is the same as; null where neither is known. */
export function diameterOf(notebook: Notebook, pulleyId: string): number | null {
  const seen = new Set<string>();
  for (let next: string | null = pulleyId; next !== null && !seen.has(next);) {
    seen.add(next);
    const one: NotebookPulley | undefined = notebook.pulleys.find((p) => p.id === next);
    if (!one) return null;
    if (one.sameAs === null) return one.outsideDiameter;
    next = one.sameAs;
  }
  return null;
}

/** Height of a plane above the first, as in a drive file. Empty if all grooves are in one plane. */
function heightOf(notebook: Notebook, plane: string | undefined): { z?: number } {
  const at = notebook.planes.findIndex((p) => p.id === plane);
  const height = at <= 0 ? 0 : notebook.planes[at]!.height;
  return height === null || height === 0 ? {} : { z: height };
}

/**
 * Standard deviation of a diameter by its method, mm: caliper (set in the notebook), string round the rim, circle
 * marked on a photo.
 */
const DIAMETER_SD = { string: 1, photo: 2.5 } as const;

/** Standard deviation of a pulley diameter, mm. A pulley with "same as" has that of the named pulley. */
export function diameterSdIn(notebook: Notebook, pulleyId: string): number {
  const seen = new Set<string>();
  let one = notebook.pulleys.find((p) => p.id === pulleyId);
  while (one?.sameAs && !seen.has(one.id)) {
    seen.add(one.id);
    const { sameAs } = one;
    one = notebook.pulleys.find((p) => p.id === sameAs);
  }
  return one && one.taken !== 'caliper' ? DIAMETER_SD[one.taken] : notebook.diameterSd;
}

/** Drawn diameter of an unmeasured rim, mm. */
export const UNKNOWN_DIAMETER_MM = 80;

/** A sheave with a movable face without measurements. */
export const NOT_MEASURED = { angle: null, hubAcross: null, gapOpen: null, gapClosed: null };

/** A variable sheave as in a drive file. Empty if it is incomplete, or if its measurements contradict each other. */
export function variableIn(notebook: Notebook, pulleyId: string): { variable?: NonNullable<Drive['pulleys'][number]['variable']> } {
  const measured = notebook.pulleys.find((p) => p.id === pulleyId)?.variable;
  const across = diameterOf(notebook, pulleyId);
  if (!measured || across === null) return {};
  const { angle, hubAcross, gapOpen, gapClosed } = measured;
  if (angle === null || hubAcross === null || gapOpen === null || gapClosed === null) return {};
  if (hubAcross >= across || gapOpen <= gapClosed) return {};
  return { variable: { angle, hubRadius: hubAcross / 2, rimRadius: across / 2, openGap: gapOpen, travel: gapOpen - gapClosed } };
}

/** Belts and pulleys of a notebook as in a drive file, without arms and springs. */
export function bareDrive(notebook: Notebook): Pick<Drive, 'format' | 'version' | 'name' | 'kind' | 'notes' | 'pulleys' | 'belts'> {
  return {
    format: 'taut-sheave/drive',
    version: 1,
    name: notebook.name,
    kind: notebook.kind,
    notes: notebook.notes,
    pulleys: notebook.pulleys.map(({ sameAs: _sameAs, taken: _taken, plane, sketch: at, variable: _variable, ...p }) => ({
      ...p,
      ...variableIn(notebook, p.id),
      ...heightOf(notebook, plane),
      x: at.x,
      y: at.y,
      outsideDiameter: diameterOf(notebook, p.id) ?? UNKNOWN_DIAMETER_MM,
    })),
    belts: notebook.belts.map(({ now, measured, asks: _asks, ...b }) => ({
      ...b,
      ...(b.section === 'measured' ? { measured: measured ?? { top: 13, depth: 8 } } : {}),
      ...(now.by === 'number' && now.designation.trim() !== ''
        ? { designation: now.designation.trim() }
        : (now.by === 'wrap' || now.by === 'rolled') && now.outsideMm !== null
          ? { length: { value: now.outsideMm, reference: 'outside' as const } }
          : {}),
    })),
  };
}

/** True once a photo's scale has all its marks and lengths. */
export function scaleIsSet(scale: NotebookPhoto['scale']): boolean {
  if (scale.kind === 'rims') return true;
  return scale.kind === 'two-points'
    ? scale.ends.length === 2 && scale.distance !== null
    : scale.corners.length === 4 && scale.width !== null && scale.height !== null;
}

/** Id of a reading at the end of an arm, among the measurements of a survey. */
export const heldId = (arm: string, end: string): string => `${arm}/${end}`;

/**
 * Arms with held readings that can be solved. They turn about a named pivot, or slide along a line from two distances
 * of one place.
 * @param rim true if the rim of a place is known; distances over or between rims then count
 */
function heldArms(notebook: Notebook, rim: (place: string) => boolean): HeldArm[] {
  const known = new Set([...notebook.pulleys, ...notebook.points].map((p) => p.id));
  return notebook.arms.flatMap((arm): HeldArm[] => {
    const readings = arm.ends.flatMap((e) => {
      if (e.value === null || e.skipped === true || e.at === arm.stood || (e.at === 'brake' && arm.brake === null)) return [];
      const between = [e.from, e.to] as const;
      if (!between.every((p) => known.has(p)) || (e.kind !== 'centres' && !between.every(rim))) return [];
      return [{ id: heldId(arm.id, e.id), at: e.at, kind: e.kind, between, value: e.value, sd: e.sd }];
    });
    if (arm.kind === 'pivot') return arm.pivot !== null && known.has(arm.pivot) ? [{ id: arm.id, pivot: arm.pivot, readings }] : [];
    const crossed = ARM_PLACES.some((at) => new Set(readings.filter((r) => r.at === at).map((r) => r.between[1])).size >= 2);
    return crossed ? [{ id: arm.id, pivot: null, readings }] : [];
  });
}

/** The pulley that a "same as" leads to. */
function sizeOf(notebook: Notebook, pulleyId: string): string {
  let one = pulleyId;
  for (let k = 0; k < notebook.pulleys.length; k++) one = notebook.pulleys.find((p) => p.id === one)?.sameAs ?? one;
  return one;
}

/**
 * Pulleys with an unmeasured diameter that a photo determines. Each has the pulley that it is the same as.
 */
function openDiametersOf(notebook: Notebook): Record<string, string> {
  const shown = new Set(
    notebook.photos
      .filter((p) => p.scale.kind === 'rims')
      .flatMap((p) => p.marks.flatMap((m) => (m.radius === undefined ? [] : [sizeOf(notebook, m.of)]))),
  );
  const open = notebook.pulleys.filter((p) => diameterOf(notebook, p.id) === null && shown.has(sizeOf(notebook, p.id)));
  return Object.fromEntries(open.map((p) => [p.id, sizeOf(notebook, p.id)]));
}

/** Pulleys in a plane with an unmeasured height. */
const unknownHeightsOf = (notebook: Notebook): string[] =>
  notebook.pulleys.flatMap((p) => {
    const at = notebook.planes.findIndex((one) => one.id === p.plane);
    return at > 0 && notebook.planes[at]!.height === null ? [p.id] : [];
  });

/**
 * Survey sheet of the current notebook: measurements with a value, photos with a scale, readings with held arms.
 * Unknown rims are excluded from rim measurements.
 */
export function surveyOf(notebook: Notebook): SurveyResult {
  const openDiameters = openDiametersOf(notebook);
  const rim = (place: string) =>
    !notebook.pulleys.some((p) => p.id === place) || diameterOf(notebook, place) !== null || openDiameters[place] !== undefined;
  const measures = notebook.measures.flatMap(({ skipped, value, ...m }) => {
    if (value === null || skipped === true) return [];
    if ((m.kind === 'outside' || m.kind === 'inside') && !m.between.every(rim)) return [];
    return [{ ...m, value }];
  });
  const bare = bareDrive(notebook);
  const read = validateSurvey({
    format: 'taut-sheave/survey',
    version: 1,
    measures,
    sides: notebook.sides,
    tapeSd: notebook.tapeSd,
    diameterSd: notebook.diameterSd,
    diameterSds: Object.fromEntries(notebook.pulleys.map((p) => [p.id, diameterSdIn(notebook, p.id)])),
    drive: { ...bare, belts: bare.belts.map(({ designation: _number, length: _length, ...b }) => b) },
    points: notebook.points.map((p) => ({ id: p.id, label: p.label })),
    photos: notebook.photos
      .filter((p) => scaleIsSet(p.scale))
      .map(({ photo: _photo, width, height, ...p }) => ({
        ...p,
        scale: p.scale.kind === 'rims' ? { ...p.scale, width, height } : p.scale,
      })),
  });
  if (!read.ok) return read;
  const survey = { ...read.survey, arms: heldArms(notebook, rim), openDiameters, unknownHeights: unknownHeightsOf(notebook) };
  return { ok: true, survey };
}
