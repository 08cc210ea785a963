import 'server-only';
import * as z from 'zod';
import { factOf, factSchema, isFact, type FactId } from '@/core/machine';
import { METER_UNITS } from '@/core/quantity';
import { facts, machines, meters } from '@/db';
import { defineCommand } from '@/server';
import { machineForm, meterValue } from '@/contract/forms/machine';

export const machineCommands = {
  'machine.save': defineCommand({
    role: 'technician',
    input: z.object({ fields: machineForm, existing: z.object({ id: z.number().int(), version: z.number().int() }).optional() }),
    apply: ({ db, person, doneAt }, input) => machines.saveMachine(db, { personId: person.id, at: doneAt }, input.fields, input.existing),
  }),

  'meter.read': defineCommand({
    role: 'technician',
    input: z.object({ machineId: z.number().int(), value: meterValue, unit: z.enum(METER_UNITS) }),
    apply: ({ db, person, doneAt }, { machineId, ...reading }) =>
      meters.readMeter(db, { personId: person.id, at: doneAt }, machineId, reading),
  }),

  /** Something known of a machine or of its drive; null forgets it. */
  'fact.set': defineCommand({
    role: 'technician',
    input: z
      .object({
        subject: z.union([z.object({ machineId: z.number().int() }), z.object({ driveId: z.number().int() })]),
        fact: z.custom<FactId>((name) => typeof name === 'string' && isFact(name), 'This fact is unknown. Reload the page.'),
        value: z.unknown(),
      })
      .transform(({ subject, fact, value }, context) => {
        if (value === null) return { subject, fact, value };
        const read = factSchema(factOf(fact)).safeParse(value);
        if (read.success) return { subject, fact, value: read.data };
        context.addIssue({ code: 'custom', message: read.error.issues[0]?.message ?? 'This answer is not valid.', path: ['value'] });
        return z.NEVER;
      }),
    apply: ({ db, person, doneAt }, { subject, fact, value }) =>
      facts.setFact(db, { personId: person.id, at: doneAt }, subject, fact, value),
  }),
} as const;
