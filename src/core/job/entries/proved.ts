import * as z from 'zod';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';
import { removedParts } from '../removed-parts';

const body = z.object({
  belt: z.enum(['stays', 'comes-off', 'not-tried']),
  /** State of the complaint. Older devices do not send it. */
  complaint: z.enum(['gone', 'still', 'not-said']).default('not-said'),
  brake: z.enum(['lands', 'does-not-land', 'none', 'not-seen']),
  /** The released belt, felt by hand with the machine made safe; devices of before do not ask it. */
  slack: z.enum(['slack', 'tight', 'not-felt']).default('not-felt'),
  /** Times it was engaged and released. */
  cycles: z.number().int().min(0).max(99),
  watched: z.boolean(),
  /** True if the machine is in good order, false if known bad parts remain. */
  machine: z.enum(['sound', 'known-bad', 'not-judged']),
});
export type Proved = z.infer<typeof body>;

/** True if the complaint is fixed: as stated, otherwise if the belt stays on. Null if neither was tested. */
export function complaintAfter({ belt, complaint }: Pick<Proved, 'belt' | 'complaint'>): 'gone' | 'still' | null {
  if (belt === 'comes-off') return 'still';
  if (complaint !== 'not-said') return complaint;
  return belt === 'stays' ? 'gone' : null;
}

/** Result of the test run. The last entry counts. */
export const proved = entryKind<Proved>({
  form: { what: 'this test result', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  refuseOn: (_, { lines }) => {
    const off = removedParts(lines);
    return off.length === 0 ? null : `Not back on: ${off.join(', ')}. Refit and count it, or strike out the line, before the test.`;
  },
  undoable: true,
  name: () => 'the test result',
});
