import * as z from 'zod';
import { bySchema } from '../../stored';
import { CHECKS, RESULTS, SETUPS, type CheckId, type SetupId } from '../../fault';
import { entryKind } from '../kind';

export const FINDING_RESULTS = [...RESULTS, 'not-reached'] as const;
export const ANSWERS = ['not-asked', 'asked', 'approved', 'declined', 'waiting'] as const;
export type CustomerAnswer = (typeof ANSWERS)[number];

const checks = CHECKS.map((c) => c.id) as [CheckId, ...CheckId[]];
const price = z
  .number({ error: 'Enter the price as a number.' })
  .int()
  .min(0, 'The price must be 0 or more.')
  .max(100_000_000, 'The price must be at most 1,000,000. Check the number.')
  .nullable();
const text = (what: string) => z.string().trim().max(500, `${what} is longer than 500 characters.`);

const body = z.object({
  /** Made on the device, so that what follows can name it before the server has it. */
  ref: z.uuid(),
  check: z.enum(checks),
  /** The part it was made on; null where it is of the drive as a whole. */
  part: z.object({ id: z.string().max(60), label: z.string().max(120) }).nullable(),
  result: z.enum(FINDING_RESULTS),
  /** Reading of the check: seconds, mm, N, degrees or volts. */
  value: z.number().finite().nullable(),
  /** Limit of the reading. */
  limit: z.number().finite().nullable(),
  note: text('The note'),
  /** Proposed repair; '' for none. */
  act: text('The repair'),
  priceCents: price,
  answer: z.enum(ANSWERS),
});
export type Finding = z.infer<typeof body>;

/** Finding with a result only: no reading and no repair. */
export const BARE_FINDING = {
  value: null,
  limit: null,
  note: '',
  act: '',
  priceCents: null,
  answer: 'not-asked',
} as const satisfies Partial<Finding>;

/** Result of a check on one part. A later result of the same check and part replaces it. */
export const finding = entryKind<Finding>({
  form: { what: 'this finding', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ check, part }) => [part?.label, CHECKS.find((c) => c.id === check)?.label].filter(Boolean).join(': '),
  takenBack: () => 'Finding struck out.',
});

const decisionBody = z.object({ finding: z.uuid(), answer: z.enum(ANSWERS), act: text('The repair'), priceCents: price });
export type Decision = z.infer<typeof decisionBody>;

/** The customer’s answer to the repair of a finding. The last entry counts. */
export const decision = entryKind<Decision>({
  form: { what: 'this decision', version: 1, upgrades: {}, check: bySchema(decisionBody) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ act, answer }) => `${act}: ${answer}`,
});

const setups = SETUPS.map((s) => s.id) as [SetupId, ...SetupId[]];
const setupBody = z.object({ setup: z.enum(setups), up: z.boolean() });

export type SetupMoved = z.infer<typeof setupBody>;

/** Something taken off to get at what is under it, or put back. */
export const setup = entryKind<SetupMoved>({
  form: { what: 'this line', version: 1, upgrades: {}, check: bySchema(setupBody) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ setup: id }) => SETUPS.find((s) => s.id === id)?.label ?? id,
});
