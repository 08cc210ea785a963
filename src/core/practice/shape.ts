import * as z from 'zod';
import { DRIVE_KINDS } from '../fault';

/** A move as sent and stored. The session decides whether the machine has such a part. */
export const moveShape = z.union(
  [
    z.strictObject({ look: z.string() }),
    z.strictObject({ setup: z.string(), up: z.boolean() }),
    z.strictObject({ mend: z.string() }),
    z.strictObject({ prove: z.literal(true) }),
  ],
  { error: 'A move is a check, a removal, a refit, a repair or a run.' },
);

/** A stored session: the machine, and every move with its result. */
export const practiceSessionShape = z.object({
  machine: z.object({
    kind: z.enum(DRIVE_KINDS.map((k) => k.id)),
    complaint: z.array(z.string()),
    faults: z.array(z.string()),
    seed: z.number(),
  }),
  played: z.array(z.object({ move: moveShape, result: z.string().nullable() })),
});
