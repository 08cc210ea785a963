import * as z from 'zod';
import { CAUSES, DRIVE_KINDS, UNKNOWN, type CauseId, type DriveKind } from '../../fault';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

const causes = [...CAUSES.map((c) => c.id), UNKNOWN.id] as unknown as [CauseId, ...CauseId[]];

const kinds = DRIVE_KINDS.map((k) => k.id) as [DriveKind, ...DriveKind[]];

const body = z.object({
  cause: z.enum(causes),
  /** `here`: on this job. `before`: before intake, and the complaint continued. `left`: the customer declined it. */
  when: z.enum(['here', 'before', 'left']),
  /** The customer was asked first, and agreed. */
  agreed: z.boolean().default(false),
  /** Kind of the repaired drive: fault frequencies are counted by kind. */
  kind: z.enum(kinds),
});
export type Repair = z.infer<typeof body>;

/** A repaired cause. It no longer explains a remaining complaint. A cause that is left in still does. */
export const repair = entryKind<Repair>({
  form: { what: 'this repair', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ cause, when }) =>
    `${when === 'left' ? 'not repaired' : 'repaired'}: ${CAUSES.find((c) => c.id === cause)?.label ?? UNKNOWN.label}`,
});
