import * as z from 'zod';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';
import { begun } from '../stages';

const name = z.string().min(1).max(200);
const above0 = z.number().positive().max(1e6);

const body = z.object({
  /** The belt it was read on, and in which state of the drive. */
  belt: name,
  state: name,
  method: z.enum(['tap', 'deflection', 'spring-length']),
  /** `from>to` of the span, or the spring; and how it is called. */
  at: name,
  where: name,
  /** Hz, N or mm. */
  value: above0,
  /** Of a push, mm; null for the others. */
  deflectionMm: above0.nullable(),
  /** Belts pushed; null for all. */
  belts: z.int().positive().max(100).nullable(),
  /** What the drive made of it then: static strand tension and its standard deviation, N. */
  tensionN: z.number(),
  sdN: z.number().nonnegative(),
  /** Taken again with everything tight: clamps and tapers move what was set. */
  clamped: z.boolean(),
});
export type Reading = z.infer<typeof body>;

/** A tension reading, by whatever method. */
export const reading = entryKind<Reading>({
  form: { what: 'this reading', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  refuse: ({ method, deflectionMm }) =>
    method === 'deflection' && deflectionMm === null ? { field: 'deflectionMm', problem: 'Say how far the span was pushed.' } : null,
  write: (job, stage) => ({ job: { ...job, stages: begun(job.stages, stage) } }),
  takeBack: (job) => ({ job }),
  name: ({ where }) => `reading at ${where}`,
});
