import 'server-only';
import * as z from 'zod';
import { stackShape } from '@/core/stack';
import { stacks } from '@/db';
import { defineCommand } from '@/server';

export const stackCommands = {
  /** Keeps the bolt-up at a pulley; null takes it away. */
  'stack.save': defineCommand({
    role: 'technician',
    input: z.object({
      driveId: z.number().int(),
      pulley: z.string().min(1).max(60),
      version: z.number().int().min(0),
      stack: stackShape.nullable(),
    }),
    apply: ({ db, person, doneAt }, { stack, ...at }) => stacks.saveStack(db, { personId: person.id, at: doneAt }, at, stack),
  }),
} as const;
