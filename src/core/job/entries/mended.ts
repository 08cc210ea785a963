import * as z from 'zod';
import { CAUSES, DRIVE_KINDS, UNKNOWN, type CauseId, type DriveKind } from '../../fault';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

const causes = [...CAUSES.map((c) => c.id), UNKNOWN.id] as unknown as [CauseId, ...CauseId[]];

const kinds = DRIVE_KINDS.map((k) => k.id) as [DriveKind, ...DriveKind[]];

const body = z.object({
  cause: z.enum(causes),
  /** Here, on this job; before it came, by whoever was at it, and the complaint went on; or not at all: the customer declined, and it stays in. */
  when: z.enum(['here', 'before', 'left']),
  /** The customer was asked first, and agreed. */
  agreed: z.boolean().default(false),
  /** The kind of drive that it was mended on: what a shop learns is by kind. */
  kind: z.enum(kinds),
});
export type Mended = z.infer<typeof body>;

/** A cause that was mended: from then on it explains nothing of what is still wrong. One that is left in explains what it did. */
export const mended = entryKind<Mended>({
  form: { what: 'this repair', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ cause, when }) => `${when === 'left' ? 'left in' : 'mended'}: ${CAUSES.find((c) => c.id === cause)?.label ?? UNKNOWN.label}`,
});
