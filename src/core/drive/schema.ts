import * as z from 'zod';
import { findSection } from '../belt';

/**
 * Drive file. Millimetres, newtons, N/mm, degrees, rpm, kW. Seen from above, x right, y up, angles counter-clockwise.
 * Coordinates are those of the drawing, with every tensioner at 0. Unknown keys are preserved, so a file of a newer
 * version loses nothing.
 */
const number = (what: string) =>
  z.number({ error: (issue) => (issue.input === undefined ? `${what} is missing; enter a number` : `${what} must be a number`) });
const between = (what: string, low: number, high: number) =>
  number(what).min(low, `${what} must be ${low} or more`).max(high, `${what} must be ${high} or less`);
const positive = (what: string, high: number) =>
  number(what).gt(0, `${what} must be more than 0`).max(high, `${what} must be ${high} or less`);
const text = (what: string) =>
  z
    .string({ error: (issue) => (issue.input === undefined ? `${what} is missing` : `${what} must be text`) })
    .max(400, `${what} is longer than 400 characters`);
const id = z
  .string({ error: 'an id is missing; enter a short name' })
  .min(1, 'an id is empty; enter a short name')
  .max(60, 'an id is longer than 60 characters');
const oneOf = <const T extends readonly [string, ...string[]]>(what: string, values: T) =>
  z.enum(values, { error: `${what} must be one of ${values.join(', ')}` });
const list = <T extends z.ZodType>(what: string, item: T) =>
  z.array(item, { error: `${what} must be a list` }).max(200, `${what} holds more than 200 entries`);

/** Largest distance of a part from the origin, mm. */
const REACH_MM = 20000;
const coordinate = (what: string) => between(what, -REACH_MM, REACH_MM);

const pulley = z.looseObject({
  id,
  label: text('label').optional(),
  role: oneOf('role', ['driver', 'driven', 'idler']),
  shaft: id.optional(),
  x: coordinate('x'),
  y: coordinate('y'),
  z: coordinate('z').optional(),
  outsideDiameter: positive('outsideDiameter', 3000),
  face: oneOf('face', ['v', 'flat', 'ribbed']),
  ride: between('ride', -30, 30).optional(),
  rpm: between('rpm', 0, 100000).optional(),
  rotation: oneOf('rotation', ['cw', 'ccw']).optional(),
  powerKw: between('powerKw', 0, 1000).optional(),
  inertia: between('inertia', 0, 1e6).optional(),
  /** Movable face of a variable pulley. */
  variable: z
    .looseObject({
      angle: between('angle', 5, 90),
      hubRadius: positive('hubRadius', 1500),
      rimRadius: positive('rimRadius', 1500),
      openGap: positive('openGap', 300),
      travel: positive('travel', 300),
    })
    .optional(),
  bearing: z
    .looseObject({ designation: text('designation').optional(), dynamicRating: positive('dynamicRating', 1e7).optional() })
    .optional(),
});

const sectionName = z
  .string({ error: 'section is missing; name one such as 4L or A' })
  .refine((name) => name === 'measured' || findSection(name) !== undefined, {
    error: (issue) => `“${String(issue.input)}” is not a known belt section`,
  });

const belt = z.looseObject({
  id,
  label: text('label').optional(),
  section: sectionName,
  measured: z
    .looseObject({
      top: positive('top', 100),
      depth: positive('depth', 60),
      angle: between('angle', 10, 90).optional(),
      pitchLine: positive('pitchLine', 60).optional(),
      minimum: positive('minimum', 100).optional(),
    })
    .optional(),
  count: number('count')
    .int('count must be a whole number')
    .min(1, 'count must be 1 or more')
    .max(40, 'count must be 40 or less')
    .optional(),
  axialStiffness: positive('axialStiffness', 1e8).optional(),
  ratingN: positive('ratingN', 1e6).optional(),
  length: z.looseObject({ value: positive('value', 20000), reference: oneOf('reference', ['pitch', 'outside', 'inside']) }).optional(),
  designation: text('designation').optional(),
  alwaysTight: z.boolean({ error: 'alwaysTight must be true or false' }).optional(),
  route: list('route', z.looseObject({ pulley: id, contact: oneOf('contact', ['v', 'back']) })),
});

const point = z.looseObject({ x: coordinate('x'), y: coordinate('y') });
const tensionerBase = {
  id,
  label: text('label').optional(),
  /** Empty for a lever or latch with springs only. */
  carries: list('carries', id),
  min: between('min', -3000, 3000),
  max: between('max', -3000, 3000),
  position: between('position', -3000, 3000).optional(),
  locked: z.boolean({ error: 'locked must be true or false' }).optional(),
};
const tensioner = z.discriminatedUnion(
  'kind',
  [
    z.looseObject({ ...tensionerBase, kind: z.literal('pivot'), pivot: point }),
    z.looseObject({ ...tensionerBase, kind: z.literal('slide'), direction: between('direction', -3600, 3600) }),
  ],
  { error: 'kind must be pivot or slide' },
);

const end = z.looseObject({
  body: id,
  x: coordinate('x'),
  y: coordinate('y'),
  leverTravel: z.looseObject({ dx: coordinate('dx'), dy: coordinate('dy') }).optional(),
  adjuster: z.looseObject({ id, direction: between('direction', -3600, 3600) }).optional(),
});

const spring = z.looseObject({
  id,
  label: text('label').optional(),
  kind: oneOf('kind', ['extension', 'compression']),
  freeLength: positive('freeLength', 5000),
  rate: positive('rate', 10000),
  initialTension: between('initialTension', 0, 100000).optional(),
  from: end,
  to: end,
});

const adjuster = z.looseObject({
  id,
  label: text('label').optional(),
  min: between('min', -2000, 2000),
  max: between('max', -2000, 2000),
  position: between('position', -2000, 2000),
  step: positive('step', 500).optional(),
  tensioner: id.optional(),
  screw: z
    .looseObject({
      pitch: positive('pitch', 50),
      flats: number('flats').int('flats must be a whole number').min(1, 'flats must be 1 or more').max(24, 'flats must be 24 or less'),
      rods: list('rods', z.looseObject({ id, label: text('label').optional(), offset: coordinate('offset') })),
    })
    .optional(),
});

const brake = z.looseObject({
  id,
  label: text('label').optional(),
  tensioner: id,
  appliesAt: between('appliesAt', -3000, 3000),
  side: oneOf('side', ['below', 'above']),
});

const keeper = z.looseObject({
  id,
  label: text('label').optional(),
  near: id,
  x: coordinate('x'),
  y: coordinate('y'),
  gap: between('gap', -100, 500).optional(),
});

const state = z.looseObject({
  name: text('name').min(1, 'a state has no name'),
  lever: between('lever', 0, 1),
  locks: z.record(z.string(), between('a lock', -3000, 3000)).optional(),
});

export const DRIVE_KINDS = ['mower-deck', 'pto', 'snow-thrower', 'ground-drive', 'accessory', 'cvt', 'other'] as const;

/** The shape alone; `validateDrive` also checks what the parts say of each other. */
export const driveShape = z.looseObject({
  format: z.literal('taut-sheave/drive', { error: 'format must be "taut-sheave/drive"' }),
  version: z.literal(1, { error: 'version must be 1, the only one there is' }),
  name: text('name'),
  kind: oneOf('kind', DRIVE_KINDS),
  notes: z.string().max(10000, 'notes are longer than 10000 characters').optional(),
  pulleys: list('pulleys', pulley),
  belts: list('belts', belt),
  tensioners: list('tensioners', tensioner).default([]),
  springs: list('springs', spring).default([]),
  adjusters: list('adjusters', adjuster).default([]),
  brakes: list('brakes', brake).default([]),
  keepers: list('keepers', keeper).default([]),
  states: list('states', state).default([]),
});

export type Drive = z.infer<typeof driveShape>;
export type Pulley = Drive['pulleys'][number];
export type Belt = Drive['belts'][number];
export type Tensioner = Drive['tensioners'][number];
export type Spring = Drive['springs'][number];
export type SpringEnd = Spring['from'];
export type Adjuster = Drive['adjusters'][number];
export type Brake = Drive['brakes'][number];
export type Keeper = Drive['keepers'][number];
export type DriveState = Drive['states'][number];

/** One thing wrong with a file, and where: `pulleys[1].x`. */
export interface Problem {
  readonly path: string;
  readonly message: string;
}

export type DriveResult = { readonly ok: true; readonly drive: Drive } | { readonly ok: false; readonly problems: readonly Problem[] };

const DEFAULT_STATES: readonly DriveState[] = [
  { name: 'disengaged', lever: 0 },
  { name: 'engaged', lever: 1 },
];

/** The states of a drive: its own, or disengaged and engaged where it names none. */
export function statesOf(drive: Drive): readonly DriveState[] {
  return drive.states.length > 0 ? drive.states : DEFAULT_STATES;
}

/** A path as people read it: `pulleys[1].x`. Empty for the document itself. */
export function pathText(path: readonly PropertyKey[]): string {
  return path.map((part, i) => (typeof part === 'number' ? `[${part}]` : `${i > 0 ? '.' : ''}${String(part)}`)).join('');
}
