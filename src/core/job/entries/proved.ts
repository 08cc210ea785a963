import * as z from 'zod';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';
import { stillOff } from '../still-off';

const body = z.object({
  belt: z.enum(['stays', 'comes-off', 'not-tried']),
  /** What was complained of; devices that do not ask it yet say nothing of it. */
  complaint: z.enum(['gone', 'still', 'not-said']).default('not-said'),
  brake: z.enum(['lands', 'does-not-land', 'none', 'not-seen']),
  /** The released belt, felt by hand with the machine made safe; devices of before do not ask it. */
  slack: z.enum(['slack', 'tight', 'not-felt']).default('not-felt'),
  /** Times it was engaged and released. */
  cycles: z.number().int().min(0).max(99),
  watched: z.boolean(),
  /** What was put right beside the complaint is sound, or known bad parts stay in. */
  machine: z.enum(['sound', 'known-bad', 'not-judged']),
});
export type Proved = z.infer<typeof body>;

/** Whether the complaint went with it: as it was said, else by whether the belt stays on; null where neither was tried. */
export function complaintAfter({ belt, complaint }: Pick<Proved, 'belt' | 'complaint'>): 'gone' | 'still' | null {
  if (belt === 'comes-off') return 'still';
  if (complaint !== 'not-said') return complaint;
  return belt === 'stays' ? 'gone' : null;
}

/** What the test run showed. The last one stands. */
export const proved = entryKind<Proved>({
  form: { what: 'this test result', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  refuseOn: (_, { lines }) => {
    const off = stillOff(lines);
    return off.length === 0 ? null : `Not back on: ${off.join(', ')}. Refit and count it, or strike out the line, before the test.`;
  },
  undoable: true,
  name: () => 'the test result',
});
