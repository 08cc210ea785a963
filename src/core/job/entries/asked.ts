import * as z from 'zod';
import { bySchema } from '../../stored';
import { COMPLAINTS, type ComplaintId } from '../../fault';
import { entryKind } from '../kind';

/** Start of a complaint, earlier work and its parts. State of the machine on arrival. Final position of the belt. */
export const STARTED = ['not-asked', 'after-belt', 'after-part', 'after-blow', 'after-storage', 'slowly', 'always', 'unknown'] as const;
export const PARTS_BEFORE = ['not-asked', 'none', 'new', 'used'] as const;
export const PARTS_OF = ['not-asked', 'ours', 'customer', 'elsewhere'] as const;
export const ARRIVES = ['whole', 'apart'] as const;
export const BELT_ENDED = ['not-asked', 'stayed', 'engine-side', 'far-side', 'above', 'below', 'beside', 'broken', 'unknown'] as const;

const ids = COMPLAINTS.map((c) => c.id) as [ComplaintId, ...ComplaintId[]];
const short = (what: string, most = 500) => z.string().trim().max(most, `${what} is longer than ${most} characters.`);

const body = z.object({
  complaints: z.array(z.enum(ids)).max(6, 'Choose the six that matter most.'),
  words: short('The customer’s words', 2000),
  began: z.enum(STARTED),
  doneBefore: short('Earlier work'),
  doneBy: short('Who did it', 100),
  parts: z.enum(PARTS_BEFORE),
  partsOf: z.enum(PARTS_OF),
  arrives: z.enum(ARRIVES),
  beltEnded: z.enum(BELT_ENDED),
  /** Hours between throws; null if unknown. */
  hoursBetween: z
    .number({ error: 'Enter the hours between throws as a number.' })
    .positive('The hours between throws must be more than 0.')
    .max(10_000, 'Enter at most 10,000 h. Check the number.')
    .nullable(),
});
export type Asked = z.infer<typeof body>;

export const NOTHING_ASKED: Asked = {
  complaints: [],
  words: '',
  began: 'not-asked',
  doneBefore: '',
  doneBy: '',
  parts: 'not-asked',
  partsOf: 'not-asked',
  arrives: 'whole',
  beltEnded: 'not-asked',
  hoursBetween: null,
};

/** Complaint and history at intake. The last entry counts. */
export const asked = entryKind<Asked>({
  form: { what: 'this answer', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: () => 'what was asked',
});
