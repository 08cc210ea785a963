import 'server-only';
import { COMMAND_CONTRACTS } from '@/contract/commands';
import { facts, machines, meters } from '@/db';
import { defineCommand } from '@/server';

export const machineCommands = {
  'machine.save': defineCommand(COMMAND_CONTRACTS['machine.save'], {
    apply: ({ db, person, doneAt }, input) => machines.saveMachine(db, { personId: person.id, at: doneAt }, input.fields, input.existing),
  }),

  'meter.read': defineCommand(COMMAND_CONTRACTS['meter.read'], {
    apply: ({ db, person, doneAt }, { machineId, ...reading }) =>
      meters.readMeter(db, { personId: person.id, at: doneAt }, machineId, reading),
  }),

  /** Something known of a machine or of its drive; null forgets it. */
  'fact.set': defineCommand(COMMAND_CONTRACTS['fact.set'], {
    apply: ({ db, person, doneAt }, { subject, fact, value }) =>
      facts.setFact(db, { personId: person.id, at: doneAt }, subject, fact, value),
  }),
} as const;
