import 'server-only';
import { COMMAND_CONTRACTS } from '@/contract/commands';
import { customers, eraseCustomer, followUps } from '@/db';
import { defineCommand } from '@/server';

export const customerCommands = {
  'customer.save': defineCommand(COMMAND_CONTRACTS['customer.save'], {
    apply: ({ db }, { fields, existing }) => customers.saveCustomer(db, fields, existing),
  }),

  'customer.erase': defineCommand(COMMAND_CONTRACTS['customer.erase'], {
    apply: async ({ db }, existing) => {
      const machines = await customers.machinesOf(db, existing.id);
      const erased = await eraseCustomer(db, existing);
      // Notes of a closing line are in the follow-ups, too.
      if (erased.ok)
        await followUps.deriveFollowUps(
          db,
          machines.map((m) => m.id),
        );
      return erased;
    },
  }),
} as const;
