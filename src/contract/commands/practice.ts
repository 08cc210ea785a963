import * as z from 'zod';
import { moveShape, readCode } from '../../core/practice';
import { command } from '../declare';

const id = z.number().int().positive();

/** Practice is personal: every person with read access may practise. */
export const practiceCommands = {
  /** A session on the machine of a code. */
  'practice.start': command<{ readonly id: number }>()(
    'viewer',
    z.object({
      code: z.string().superRefine((typed, context) => {
        const read = readCode(typed);
        if (!read.ok) context.addIssue({ code: 'custom', message: read.problem });
      }),
    }),
  ),
  'practice.move': command<null>()('viewer', z.object({ id, at: z.number().int().min(0), move: moveShape })),
  /** The learner reads the advice of tracing. The session then counts as helped. */
  'practice.hint': command<null>()('viewer', z.object({ id })),
  /** Hands the machine back, or ends early. The session ends and shows the faults. */
  'practice.finish': command<null>()('viewer', z.object({ id })),
} as const;
