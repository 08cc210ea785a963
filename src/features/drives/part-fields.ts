import { SECTIONS } from '@/core/belt';
import type { Drive } from '@/core/drive';
import type { Dimension } from '@/core/quantity';
import { KIND_WORDS } from './templates';
import type { PartList } from './editor-model';

/** A field of a part: the path of its value and its input. */
export interface PartField {
  readonly path: string;
  readonly label: string;
  readonly input:
    | { readonly kind: 'text' }
    | { readonly kind: 'measure'; readonly dimension: Dimension }
    | { readonly kind: 'choice'; readonly options: readonly (readonly [string, string])[] }
    /** Several of a list. */
    | { readonly kind: 'many'; readonly options: readonly (readonly [string, string])[] }
    /** True or omitted. */
    | { readonly kind: 'yes'; readonly words: string };
  readonly optional?: boolean;
  readonly help?: string;
  /** Shown only where it has a meaning for this part. */
  readonly when?: (part: Record<string, unknown>) => boolean;
}

const text = (path: string, label: string, rest: Partial<PartField> = {}): PartField => ({ path, label, input: { kind: 'text' }, ...rest });
const measure = (path: string, label: string, dimension: Dimension, rest: Partial<PartField> = {}): PartField => ({
  path,
  label,
  input: { kind: 'measure', dimension },
  ...rest,
});
const choice = (
  path: string,
  label: string,
  options: readonly (readonly [string, string])[],
  rest: Partial<PartField> = {},
): PartField => ({ path, label, input: { kind: 'choice', options }, ...rest });

const named = (items: readonly { id: string; label?: string | undefined }[]) => items.map((i) => [i.id, i.label ?? i.id] as const);
const optional = { optional: true } as const;

/** Values of the movable face of a variable sheave: all or none. */
const VARIABLE_FIELDS: readonly PartField[] = [
  measure('variable.angle', 'Angle of both faces together', 'angle', {
    ...optional,
    help: 'Enter all five to calculate the shift. The outside diameter is that of the rim.',
  }),
  measure('variable.hubRadius', 'Radius of the hub', 'length', optional),
  measure('variable.rimRadius', 'Radius of the rim', 'length', optional),
  measure('variable.openGap', 'Face to face at the hub, fully open', 'length', optional),
  measure('variable.travel', 'The moving face closes by', 'length', optional),
];

/** The fields of every kind of part, in the order a hand would measure them. */
export function fieldsOf(drive: Drive, list: PartList | 'drive'): readonly PartField[] {
  const bodies = [['frame', 'The frame'] as const, ...named(drive.tensioners)];
  const is = (key: string, value: unknown) => (part: Record<string, unknown>) => part[key] === value;
  switch (list) {
    case 'drive':
      return [text('name', 'Name of the drive'), choice('kind', 'Kind', Object.entries(KIND_WORDS)), text('notes', 'Notes', optional)];
    case 'pulleys':
      return [
        text('label', 'Name'),
        choice('role', 'Function', [
          ['driver', 'Drives'],
          ['driven', 'Is driven'],
          ['idler', 'Idler'],
        ]),
        measure('outsideDiameter', 'Outside diameter', 'length'),
        choice('face', 'Face', [
          ['v', 'V groove'],
          ['flat', 'Flat'],
          ['ribbed', 'Ribbed'],
        ]),
        measure('x', 'Across (x)', 'length'),
        measure('y', 'Up (y)', 'length'),
        measure('z', 'Height of the groove', 'length', { ...optional, help: 'If the grooves are not level.' }),
        measure('rpm', 'Speed', 'rotation', { ...optional, when: is('role', 'driver') }),
        choice(
          'rotation',
          'Turns, from above',
          [
            ['cw', 'Clockwise'],
            ['ccw', 'Counter-clockwise'],
          ],
          { when: is('role', 'driver') },
        ),
        measure('powerKw', 'Power', 'power', { ...optional, when: is('role', 'driven') }),
        measure('ride', 'Belt above the rim by', 'length', optional),
        ...(drive.kind === 'cvt' ? VARIABLE_FIELDS : []),
        text('shaft', 'Shares a shaft named', { ...optional, help: 'Pulleys of one shaft turn as one.' }),
        text('bearing.designation', 'Bearing', { ...optional, help: 'Such as 6203. Sets the load limit.' }),
      ];
    case 'belts':
      return [
        text('label', 'Name'),
        choice('section', 'Section', [...SECTIONS.map((s) => [s.name, s.name] as const), ['measured', 'Measured']]),
        text('designation', 'Belt number', { ...optional, help: 'Such as 4L480 or A46. Sets the length.' }),
        measure('length.value', 'or outside length', 'length', optional),
        measure('count', 'Belts or ribs side by side', 'number', optional),
        { path: 'alwaysTight', label: 'Always tight', input: { kind: 'yes', words: 'The belt stays tight when released' }, optional: true },
        measure('measured.top', 'Top width', 'length', { when: is('section', 'measured') }),
        measure('measured.depth', 'Thickness', 'length', { when: is('section', 'measured') }),
        measure('measured.angle', 'Flank angle, both', 'angle', { ...optional, when: is('section', 'measured') }),
        ...(drive.kind === 'cvt'
          ? [measure('measured.minimum', 'Minimum width by the manual', 'length', { ...optional, when: is('section', 'measured') })]
          : []),
      ];
    case 'tensioners':
      return [
        text('label', 'Name'),
        choice('kind', 'Moves', [
          ['pivot', 'About a pivot'],
          ['slide', 'Along a line'],
        ]),
        measure('pivot.x', 'Pivot across (x)', 'length', { when: is('kind', 'pivot') }),
        measure('pivot.y', 'Pivot up (y)', 'length', { when: is('kind', 'pivot') }),
        measure('direction', 'Direction, from right, counter-clockwise', 'angle', { when: is('kind', 'slide') }),
        measure('min', 'Lower stop', 'angle', { when: is('kind', 'pivot') }),
        measure('max', 'Upper stop', 'angle', { when: is('kind', 'pivot') }),
        measure('min', 'Lower stop', 'length', { when: is('kind', 'slide') }),
        measure('max', 'Upper stop', 'length', { when: is('kind', 'slide') }),
        {
          path: 'carries',
          label: 'Carries',
          input: { kind: 'many', options: named(drive.pulleys) },
          help: 'Nothing, for a lever or latch.',
        },
        { path: 'locked', label: 'Locked', input: { kind: 'yes', words: 'It is locked' }, optional: true },
        measure('position', 'Locked at', 'angle', { ...optional, when: (p) => p['locked'] === true && p['kind'] === 'pivot' }),
        measure('position', 'Locked at', 'length', { ...optional, when: (p) => p['locked'] === true && p['kind'] === 'slide' }),
      ];
    case 'springs': {
      const end = (side: 'from' | 'to', word: string): PartField[] => [
        choice(`${side}.body`, `${word} on`, bodies),
        measure(`${side}.x`, `${word} across (x)`, 'length'),
        measure(`${side}.y`, `${word} up (y)`, 'length'),
        measure(`${side}.leverTravel.dx`, `${word}: lever moves it across`, 'length', optional),
        measure(`${side}.leverTravel.dy`, `${word}: lever moves it up`, 'length', optional),
        choice(`${side}.adjuster.id`, `${word}: adjuster`, [['', 'None'], ...named(drive.adjusters)]),
        measure(`${side}.adjuster.direction`, `${word}: adjuster direction`, 'angle', {
          when: (p) => Boolean((p[side] as Record<string, unknown> | undefined)?.['adjuster']),
        }),
      ];
      return [
        text('label', 'Name'),
        choice('kind', 'Kind', [
          ['extension', 'Pulls'],
          ['compression', 'Pushes'],
        ]),
        measure('freeLength', 'Free length', 'length'),
        measure('rate', 'Rate', 'rate'),
        measure('initialTension', 'Initial tension', 'force', { ...optional, when: is('kind', 'extension') }),
        ...end('from', 'First end'),
        ...end('to', 'Second end'),
      ];
    }
    case 'adjusters':
      return [
        text('label', 'Name'),
        measure('min', 'Least', 'length'),
        measure('max', 'Most', 'length'),
        measure('position', 'Setting', 'length'),
        measure('step', 'One step', 'length', optional),
        choice('tensioner', 'Places, bolted', [['', 'A spring end instead'], ...named(drive.tensioners.filter((t) => t.locked === true))], {
          help: 'A slot, an eccentric, twin rods: the place of a locked tensioner.',
        }),
        measure('screw.pitch', 'Screw: travel of one turn', 'length', { ...optional, when: (p) => Boolean(p['tensioner']) }),
      ];
    case 'brakes': {
      const pivots = (part: Record<string, unknown>) => drive.tensioners.find((t) => t.id === part['tensioner'])?.kind !== 'slide';
      return [
        text('label', 'Name'),
        choice('tensioner', 'Moved by', named(drive.tensioners)),
        measure('appliesAt', 'Applies at', 'angle', { when: pivots }),
        measure('appliesAt', 'Applies at', 'length', { when: (p) => !pivots(p) }),
        choice('side', 'On when the arm is', [
          ['above', 'At it or above'],
          ['below', 'At it or below'],
        ]),
      ];
    }
    case 'keepers':
      return [
        text('label', 'Name'),
        choice('near', 'Guards', named(drive.pulleys)),
        measure('x', 'Across (x)', 'length'),
        measure('y', 'Up (y)', 'length'),
        measure('gap', 'Gap when engaged', 'length', optional),
      ];
    case 'states':
      return [text('name', 'Name'), measure('lever', 'Lever, 0 released to 1 engaged', 'number')];
  }
}

/** The value at a dotted path, or undefined. */
export const valueAt = (part: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], part);

/** Part with a new value at a dotted path. Undefined removes it, together with an object that is then empty. */
export function withValue<T>(part: T, path: string, value: unknown): T {
  const [key, ...rest] = path.split('.') as [string, ...string[]];
  if (Array.isArray(part))
    return part.map((item: unknown, i) => (i === Number(key) ? (rest.length ? withValue(item, rest.join('.'), value) : value) : item)) as T;
  const next = { ...(part as Record<string, unknown>) };
  const put = rest.length === 0 ? value : withValue((next[key] ?? {}) as unknown, rest.join('.'), value);
  const gone =
    put === undefined ||
    (rest.length > 0 && typeof put === 'object' && put !== null && !Array.isArray(put) && Object.keys(put).length === 0);
  if (gone) delete next[key];
  else next[key] = put;
  return next as T;
}

/**
 * Values that belong together stay complete: a length has a reference, lever travel has both directions, an adjuster
 * has a direction.
 */
export function completed(part: Record<string, unknown>): Record<string, unknown> {
  let next = part;
  const length = part['length'] as Record<string, unknown> | undefined;
  if (length && length['value'] === undefined) next = withValue(next, 'length', undefined);
  else if (length && length['reference'] === undefined) next = withValue(next, 'length.reference', 'outside');
  if (next['kind'] === 'pivot' && next['pivot'] === undefined) next = { ...next, pivot: { x: 0, y: 0 } };
  if (next['kind'] === 'slide' && next['direction'] === undefined) next = { ...next, direction: 0 };
  const screw = next['screw'] as Record<string, unknown> | undefined;
  if (screw && screw['pitch'] === undefined) next = withValue(next, 'screw', undefined);
  else if (screw) next = { ...next, screw: { flats: 6, rods: [], ...screw } };
  if (next['section'] === 'measured' && next['measured'] === undefined) next = { ...next, measured: { top: 20, depth: 10 } };
  for (const side of ['from', 'to']) {
    const end = next[side] as Record<string, unknown> | undefined;
    if (typeof end !== 'object') continue;
    const travel = end['leverTravel'] as Record<string, number> | undefined;
    if (travel) next = withValue(next, `${side}.leverTravel`, { dx: travel['dx'] ?? 0, dy: travel['dy'] ?? 0 });
    const adjuster = end['adjuster'] as Record<string, unknown> | undefined;
    if (adjuster && !adjuster['id']) next = withValue(next, `${side}.adjuster`, undefined);
    else if (adjuster && adjuster['direction'] === undefined) next = withValue(next, `${side}.adjuster.direction`, 0);
  }
  return next;
}
