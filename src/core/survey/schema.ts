import * as z from 'zod';
import { pathText, validateDrive, type Drive, type Problem } from '../drive';

/**
 * Survey sheet: measurements by tape, caliper and photo, for solving positions. Millimetres and degrees. Photo marks
 * are in pixels, y down. Its drive is a drive file in which pulleys may lack x and y. `points` are further places
 * without a rim, such as a pivot or a spring end. Measurements may name them like pulleys.
 */
const id = z
  .string({ error: 'an id is missing; enter a short name' })
  .min(1, 'an id is empty; enter a short name')
  .max(60, 'an id is longer than 60 characters');
const number = (what: string) =>
  z.number({ error: (issue) => (issue.input === undefined ? `${what} is missing; enter a number` : `${what} must be a number`) });
/** No garden machine is larger, so a longer value is a typing error or a wrong unit. */
export const LONGEST_TAPE_MM = 4000;
const distance = (low: number) =>
  number('value')
    .min(low, low > 0 ? 'a distance must be more than 0' : `a distance must be ${low} or more`)
    .max(LONGEST_TAPE_MM, `a distance must be at most ${LONGEST_TAPE_MM} mm; check the unit`);
const sd = number('sd').gt(0, 'sd must be more than 0').max(1000, 'sd must be 1000 or less').optional();
const pair = (word: string) => z.tuple([id, id], { error: `${word} names two pulleys` });

const measure = z.discriminatedUnion(
  'kind',
  [
    z.object({ id, kind: z.enum(['centres', 'outside', 'inside']), between: pair('between'), value: distance(0.001), sd }),
    z.object({
      id,
      kind: z.enum(['from-edge', 'along-edge']),
      of: id,
      edge: z.string().min(1, 'the edge needs a name'),
      value: distance(-LONGEST_TAPE_MM),
      sd,
    }),
    z.object({ id, kind: z.literal('in-line'), of: id, between: pair('between'), value: distance(-LONGEST_TAPE_MM).default(0), sd }),
    z.object({
      id,
      kind: z.literal('angle'),
      at: id,
      between: pair('between'),
      value: number('value').min(0, 'an angle must be between 0 and 180 degrees').max(180, 'an angle must be between 0 and 180 degrees'),
      sd,
    }),
    z.object({
      id,
      kind: z.literal('belt'),
      belt: id,
      value: number('value').gt(0, 'a wrap length must be more than 0').max(20000, 'a wrap length must be 20000 or less'),
      reference: z.enum(['pitch', 'outside', 'inside'], { error: 'reference must be pitch, outside or inside' }),
      sd,
    }),
  ],
  { error: 'kind must be centres, outside, inside, from-edge, along-edge, in-line, angle or belt' },
);

const side = z.object({ pulley: id, leftOf: pair('leftOf'), right: z.boolean().optional() });

const pixel = number('a pixel').min(-100000, 'a pixel is far outside the photo').max(100000, 'a pixel is far outside the photo');
const spot = z.tuple([pixel, pixel], { error: 'a spot on the photo is its two pixel coordinates' });
const pictureSide = number('the size of the photo').min(200, 'a photo must be at least 200 pixels wide and high').max(100000);
/** Scale of a photo, and its marks. */
export const photoShape = z.object({
  id,
  fromBelow: z.boolean().optional(),
  scale: z.discriminatedUnion(
    'kind',
    [
      z.object({
        kind: z.literal('two-points'),
        ends: z.tuple([spot, spot], { error: 'two points set the scale' }),
        distance: distance(0.001),
        sd,
      }),
      z.object({
        kind: z.literal('rectangle'),
        corners: z.tuple([spot, spot, spot, spot], { error: 'a rectangle has four corners, one after the other round it' }),
        width: distance(0.001),
        height: distance(0.001),
        sd,
      }),
      /** Tilt and lens from the ellipses of the rims. Width and height of the picture, px. */
      z.object({ kind: z.literal('rims'), width: pictureSide, height: pictureSide }),
    ],
    { error: 'scale must be two-points, rectangle or rims' },
  ),
  marks: z
    .array(
      z.object({
        of: id,
        at: spot,
        radius: number('radius').gt(0, 'radius must be more than 0').max(100000).optional(),
        ellipse: z.object({ b: number('b').gt(0, 'b must be more than 0').max(100000), angle: number('angle') }).optional(),
        /** Standard deviation of a fitted rim, px. */
        sd: number('sd').gt(0, 'sd must be more than 0').max(1000).optional(),
      }),
      { error: 'marks must be a list' },
    )
    .max(200, 'marks holds more than 200 entries'),
  sd,
});

const sheet = z.looseObject({
  format: z.literal('taut-sheave/survey', { error: 'format must be "taut-sheave/survey"' }),
  version: z.literal(1, { error: 'version must be 1, the only one there is' }),
  drive: z.looseObject({ pulleys: z.array(z.looseObject({})) }, { error: 'drive must be a drive file' }),
  measures: z.array(measure, { error: 'measures must be a list' }).max(400, 'measures holds more than 400 entries'),
  points: z
    .array(z.looseObject({ id, label: z.string().max(400).optional() }), { error: 'points must be a list' })
    .max(200, 'points holds more than 200 entries')
    .default([]),
  photos: z.array(photoShape, { error: 'photos must be a list' }).max(20, 'photos holds more than 20 entries').default([]),
  sides: z.array(side, { error: 'sides must be a list' }).default([]),
  tapeSd: number('tapeSd').gt(0, 'tapeSd must be more than 0').max(100, 'tapeSd must be 100 or less').default(2),
  diameterSd: number('diameterSd').min(0, 'diameterSd must be 0 or more').max(100, 'diameterSd must be 100 or less').default(0.3),
  diameterSds: z
    .record(z.string(), number('diameterSds').min(0, 'a diameter’s sd must be 0 or more').max(100, 'a diameter’s sd must be 100 or less'))
    .default({}),
});

export type Measure = z.infer<typeof measure>;
export type Side = z.infer<typeof side>;
export type PhotoMarks = z.infer<typeof photoShape>;
export interface Point {
  readonly id: string;
  readonly label?: string | undefined;
}

/** Where an arm is held for a reading: at the ends of its travel, and where its brake lands. */
export const ARM_PLACES = ['released', 'engaged', 'brake'] as const;
export type ArmPlace = (typeof ARM_PLACES)[number];

/** An arm or slide with the distances taken while it was held away from where everything else was measured. */
export interface HeldArm {
  readonly id: string;
  /** The place it swings about; null for a slide. */
  readonly pivot: string | null;
  readonly readings: readonly {
    readonly id: string;
    readonly at: ArmPlace;
    readonly kind: 'centres' | 'outside' | 'inside';
    /** A place on the arm, and a fixed place. */
    readonly between: readonly [string, string];
    readonly value: number;
    readonly sd?: number | undefined;
  }[];
}

export interface Survey {
  /** Pulleys without a position are at 0, 0 until they are solved. */
  readonly drive: Drive;
  readonly points: readonly Point[];
  readonly photos: readonly PhotoMarks[];
  readonly measures: readonly Measure[];
  readonly arms: readonly HeldArm[];
  readonly sides: readonly Side[];
  readonly tapeSd: number;
  readonly diameterSd: number;
  /** Diameters that have a deviation of their own, by pulley. */
  readonly diameterSds: Readonly<Record<string, number>>;
  /** Pulleys with an unmeasured diameter that a photo determines, with the name of their size: one for all that are the same. */
  readonly openDiameters: Readonly<Record<string, string>>;
  /** Pulleys in a plane with an unmeasured height. */
  readonly unknownHeights: readonly string[];
}

export type SurveyResult = { readonly ok: true; readonly survey: Survey } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Checks a survey sheet: its shape, its drive, and the pulleys and belts it names. Reports all problems together. */
export function validateSurvey(document: unknown): SurveyResult {
  if (typeof document !== 'object' || document === null || Array.isArray(document))
    return { ok: false, problems: [{ path: '', message: 'a survey sheet is a JSON object with format, version, drive and measures' }] };
  const parsed = sheet.safeParse(document);
  if (!parsed.success) return { ok: false, problems: parsed.error.issues.map((i) => ({ path: pathText(i.path), message: i.message })) };
  const { drive: bare, points, photos, measures, sides, tapeSd, diameterSd, diameterSds } = parsed.data;
  // Positions are unknown. On one shaft they are one place, regardless of the drive.
  const first = (p: Record<string, unknown>) => (p['shaft'] === undefined ? p : (bare.pulleys.find((o) => o['shaft'] === p['shaft']) ?? p));
  const read = validateDrive({ ...bare, pulleys: bare.pulleys.map((p) => ({ ...p, x: first(p)['x'] ?? 0, y: first(p)['y'] ?? 0 })) });
  if (!read.ok) return { ok: false, problems: read.problems.map((p) => ({ path: `drive.${p.path}`, message: p.message })) };
  const survey: Survey = {
    drive: read.drive,
    points,
    photos,
    measures,
    arms: [],
    sides,
    tapeSd,
    diameterSd,
    diameterSds,
    openDiameters: {},
    unknownHeights: [],
  };
  const problems = crossProblems(survey);
  return problems.length > 0 ? { ok: false, problems } : { ok: true, survey };
}

/** Consistency between the parts of a sheet. */
function crossProblems({ drive, points, photos, measures, sides, diameterSds }: Survey): Problem[] {
  const problems: Problem[] = [];
  const places = new Set(drive.pulleys.map((p) => p.id));
  const belts = new Set(drive.belts.map((b) => b.id));
  const need = (known: ReadonlySet<string>, what: string, name: string, path: string) => {
    if (!known.has(name)) problems.push({ path, message: `there is no ${what} “${name}”` });
  };
  points.forEach((p, i) => {
    if (places.has(p.id)) problems.push({ path: `points[${i}].id`, message: `the id “${p.id}” is used twice` });
    places.add(p.id);
  });
  const seen = new Set<string>();
  const once = (name: string, path: string) => {
    if (seen.has(name)) problems.push({ path, message: `the id “${name}” is used twice` });
    seen.add(name);
  };
  measures.forEach((m, i) => {
    const at = `measures[${i}]`;
    once(m.id, `${at}.id`);
    if ('between' in m) {
      m.between.forEach((p, k) => need(places, 'pulley', p, `${at}.between[${k}]`));
      if (m.between[0] === m.between[1]) problems.push({ path: `${at}.between`, message: 'a measurement needs two different pulleys' });
    }
    if (m.kind === 'angle') {
      need(places, 'pulley', m.at, `${at}.at`);
      if (m.between.includes(m.at)) problems.push({ path: `${at}.at`, message: 'an angle is seen from a third pulley' });
    }
    if ('of' in m) need(places, 'pulley', m.of, `${at}.of`);
    if (m.kind === 'in-line' && m.between.includes(m.of))
      problems.push({ path: `${at}.of`, message: 'the third pulley must differ from the two others' });
    if (m.kind === 'belt') need(belts, 'belt', m.belt, `${at}.belt`);
  });
  const pulleys = new Set(drive.pulleys.map((p) => p.id));
  for (const name of Object.keys(diameterSds)) need(pulleys, 'pulley', name, `diameterSds.${name}`);
  sides.forEach((s, i) => [s.pulley, ...s.leftOf].forEach((p) => need(places, 'pulley', p, `sides[${i}]`)));
  photos.forEach((photo, i) => photo.marks.forEach((m, k) => need(places, 'pulley', m.of, `photos[${i}].marks[${k}].of`)));
  return problems;
}
