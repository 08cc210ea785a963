import * as z from 'zod';
import { METER_UNITS } from '../../quantity';
import { bySchema } from '../../stored';
import { RIDINGS } from '../../wear';
import { entryKind } from '../kind';

const share = z.number().min(0, 'A share must be at least 0.').max(1, 'A share must be at most 1.');
const meter = z.number({ error: 'Enter the meter.' }).min(0, 'The meter must be at least 0.').max(1e6);

const body = z.object({
  belt: z.object({ id: z.string().min(1).max(60), label: z.string().min(1).max(200) }),
  /** Between which meter readings. */
  from: meter,
  to: meter,
  unit: z.enum(METER_UNITS),
  /** How it was ridden, shares that make one whole. */
  shares: z.record(z.enum(RIDINGS), share),
  /** Shares of wet and of dusty use, independent of each other. */
  wet: share,
  dust: share,
});
export type RidingWritten = z.infer<typeof body>;

/** Use of a variable drive since its last belt check, in shares, as the rider states it. */
export const riding = entryKind<RidingWritten>({
  form: { what: 'how it was ridden', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  refuse: ({ from, to, shares }) => {
    if (to < from) return { field: 'to', problem: 'The meter reading went down. If the meter was replaced, enter its current reading.' };
    const whole = RIDINGS.reduce((a, r) => a + shares[r], 0);
    return Math.abs(whole - 1) > 0.011 ? { field: 'shares', problem: 'The shares must add up to 1.' } : null;
  },
  undoable: true,
  name: () => 'how it was ridden',
});
