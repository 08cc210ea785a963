import * as z from 'zod';
import { DRIVE_KINDS } from '../fault';

/** A move as a device sends it and as it is kept. Whether the machine has anything of that is asked of the round. */
export const moveShape = z.union(
  [
    z.strictObject({ look: z.string() }),
    z.strictObject({ setup: z.string(), up: z.boolean() }),
    z.strictObject({ mend: z.string() }),
    z.strictObject({ prove: z.literal(true) }),
  ],
  { error: 'A move is a check, a removal, a refit, a repair or a run.' },
);

/** A round as it is kept: the machine as it was drawn, and every move with what came of it. */
export const roundShape = z.object({
  machine: z.object({
    kind: z.enum(DRIVE_KINDS.map((k) => k.id)),
    complaint: z.array(z.string()),
    faults: z.array(z.string()),
    seed: z.number(),
  }),
  played: z.array(z.object({ move: moveShape, result: z.string().nullable() })),
});
