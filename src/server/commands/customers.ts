import 'server-only';
import * as z from 'zod';
import { customers } from '@/db';
import { defineCommand } from '@/server';
import { customerForm } from '@/contract/forms/customer';

export const customerCommands = {
  'customer.save': defineCommand({
    role: 'technician',
    input: z.object({ fields: customerForm, existing: z.object({ id: z.number().int(), version: z.number().int() }).optional() }),
    apply: ({ db }, { fields, existing }) => customers.saveCustomer(db, fields, existing),
  }),
} as const;
