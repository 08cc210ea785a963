import * as z from 'zod';
import { CONDITIONS } from '../../tension';
import { bySchema } from '../../stored';
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

const body = z.object({
  belt: z.string().min(1).max(60),
  /** Loads in place of those drawn; `guess` null where the power is known outright. */
  loads: z.array(z.object({ id: z.string().min(1).max(60), label: z.string().min(1).max(200), kw, guess: guess.nullable() })).max(50),
  /** The manual's own target, N: it wins over the computed one. */
  ownTargetN: z.number().positive('The target must be above 0.').max(1e5, 'Enter at most 100,000 N. Check the unit.').nullable(),
  newBelt: z.boolean(),
});
export type TensionBasisWritten = z.infer<typeof body>;

/** Load assumptions of a belt: its loads, the manual's target, and break-in. The last entry counts. */
export const tensionBasis = entryKind<TensionBasisWritten>({
  form: { what: 'this basis', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: () => 'the load assumptions',
});
