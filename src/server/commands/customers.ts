import 'server-only';
import { COMMAND_CONTRACTS } from '@/contract/commands';
import { customers, eraseCustomer } from '@/db';
import { defineCommand } from '@/server';

export const customerCommands = {
  'customer.save': defineCommand(COMMAND_CONTRACTS['customer.save'], {
    apply: ({ db }, { fields, existing }) => customers.saveCustomer(db, fields, existing),
  }),

  'customer.erase': defineCommand(COMMAND_CONTRACTS['customer.erase'], {
    apply: ({ db }, existing) => eraseCustomer(db, existing),
  }),
} as const;
