import * as z from 'zod';
import { CONDITIONS } from '../../tension';
import { bySchema, storedObject } from '../../stored';
import { entryKind } from '../kind';

const kw = z
  .number({ error: 'Enter the power.' })
  .min(0, 'The power must be at least 0.')
  .max(1000, 'Enter at most 1000 kW. Check the unit.');
const mm = z.number().positive().max(3000);

const guess = z.discriminatedUnion('by', [
  z.object({ by: z.literal('blades'), bladeMm: mm, blades: z.int().min(1).max(12), grass: z.enum(CONDITIONS) }),
  z.object({ by: z.literal('engine'), engineKw: kw, work: z.enum(CONDITIONS) }),
  z.object({ by: z.literal('output'), outKw: kw }),
]);

/** Forms in which a manual states its target. */
export const MANUAL_FORMS = ['tension', 'tap', 'deflection', 'spring-length', 'marks'] as const;
export type ManualForm = (typeof MANUAL_FORMS)[number];

const manual = z.object({
  form: z.enum(MANUAL_FORMS),
  /** Span as `from>to`, spring or adjuster, and its name; '' for a tension. */
  at: z.string().max(200),
  where: z.string().max(200),
  /** Stated value and the end of its range, in N, Hz, mm or degrees. `to` is null for a single value. */
  from: z.number().min(-2000).max(1e6),
  to: z.number().min(-2000).max(1e6).nullable(),
  /** Deflection of a push, mm; null for other forms. */
  deflectionMm: z.number().positive().max(1000).nullable(),
  /** Unit of an adjuster position; null for other forms. */
  placeIn: z.enum(['length', 'angle']).nullable(),
  page: z.string().trim().max(60, 'The page is longer than 60 characters.'),
  /** Static tension of the whole belt that it means, N: lowest and highest. */
  rangeN: z.tuple([z.number().positive(), z.number().positive()]),
});
/** Target of a manual, as stated there and as a belt tension. */
export type ManualTarget = z.infer<typeof manual>;

/** Tension to set by a manual’s target: the middle of its range, N. */
export const middleOf = ({ rangeN: [low, high] }: ManualTarget): number => (low + high) / 2;

const body = z.object({
  belt: z.string().min(1).max(60),
  /** Loads in place of those drawn; `guess` null where the power is known outright. */
  loads: z.array(z.object({ id: z.string().min(1).max(60), label: z.string().min(1).max(200), kw, guess: guess.nullable() })).max(50),
  /** The manual's own target, N: it wins over the computed one. */
  ownTargetN: z.number().positive('The target must be above 0.').max(1e5, 'Enter at most 100,000 N. Check the unit.').nullable(),
  newBelt: z.boolean(),
  /** The manual’s target as it is stated; null where none or only a tension is known. */
  manual: manual.nullable(),
});
export type TensionBasisWritten = z.infer<typeof body>;

/** Load assumptions of a belt: its loads, the manual's target, and break-in. The last entry counts. */
export const tensionBasis = entryKind<TensionBasisWritten>({
  form: {
    what: 'this basis',
    version: 2,
    upgrades: { 1: (older) => ({ ...storedObject(older), manual: null }) },
    check: bySchema(body),
  },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: () => 'the load assumptions',
});
