import * as z from 'zod';
import { LARGEST_GAP_MM, refuseGaps, TRACKS } from '../../alignment';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

const part = z.object({ id: z.string().min(1).max(60), label: z.string().min(1).max(200) });
const gap = z
  .number({ error: 'Enter the gap to the straight edge.' })
  .min(-LARGEST_GAP_MM, `Enter a gap of at most ${LARGEST_GAP_MM} mm. Check the unit.`)
  .max(LARGEST_GAP_MM, `Enter a gap of at most ${LARGEST_GAP_MM} mm. Check the unit.`);

/** When alignment is read: as it came, before the tension is set, and again with everything tight. */
export const ALIGNED_WHEN = ['found', 'set', 'tight'] as const;
/** On a deck that rises and falls it is read at both ends of its travel. */
export const CUTS = ['any', 'lowest', 'highest'] as const;

const body = z.object({
  belt: z.string().min(1).max(60),
  /** Pulley with the straight edge, and pulley with the measured rim. */
  reference: part,
  pulley: part,
  by: z.enum(['straight-edge', 'string']),
  gaps: z.object({ near: gap, far: gap, above: gap.nullable(), below: gap.nullable() }),
  rimMm: z.number({ error: 'Enter the diameter of the rim.' }).positive().max(3000),
  widerByMm: z.number().min(-500).max(500),
  /** Offset, angle and tilt from the gaps. */
  offsetMm: z.number(),
  skewDeg: z.number(),
  leanDeg: z.number().nullable(),
  worstDeg: z.number().nonnegative(),
  limitDeg: z.number().positive(),
  when: z.enum(ALIGNED_WHEN),
  cut: z.enum(CUTS),
  /** Direction in which a single belt moved in a short run; null without a run. */
  track: z.enum(TRACKS).nullable(),
});
export type Aligned = z.infer<typeof body>;

/** Alignment of two pulleys, from gaps to a straight edge. */
export const alignment = entryKind<Aligned>({
  form: { what: 'this alignment', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  refuse: ({ gaps, reference, pulley }) =>
    reference.id === pulley.id
      ? { field: 'pulley', problem: 'Choose two pulleys: one for the straight edge, one for the gaps.' }
      : refuseGaps(gaps),
  undoable: true,
  name: ({ reference, pulley }) => `alignment of ${reference.label} and ${pulley.label}`,
});
