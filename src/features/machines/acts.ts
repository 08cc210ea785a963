import 'server-only';
import * as z from 'zod';
import { machines } from '@/db';
import { action } from '@/server';
import { machineForm } from './forms';

export const machineActs = {
  'machine.save': action({
    role: 'technician',
    input: z.object({ fields: machineForm, existing: z.object({ id: z.number().int(), version: z.number().int() }).optional() }),
    apply: ({ db, person }, input) => machines.saveMachine(db, person.shopId, input.fields, input.existing),
  }),
} as const;
