import * as z from 'zod';
import type { DriveKind } from '../fault';
import { proceduresOf } from './record';
import type { RecordLine } from './kind';

/** Times of a follow-up: a new belt, clamps and tapers settle in the first hours. */
export const FOLLOW_UP_AFTER = ['first-hour', 'first-day', '25-h', 'oil-change', '250-h', '500-mi', 'season'] as const;
export const FOLLOW_UP_CHECKS = ['tension', 'clamps', 'alignment', 'keepers', 'brake', 'width'] as const;
export type FollowUpAfter = (typeof FOLLOW_UP_AFTER)[number];
export type FollowUpCheck = (typeof FOLLOW_UP_CHECKS)[number];

export const nextLook = z.object({ after: z.array(z.enum(FOLLOW_UP_AFTER)), at: z.array(z.enum(FOLLOW_UP_CHECKS)) });
export type FollowUp = z.infer<typeof nextLook>;
export const NO_FOLLOW_UP: FollowUp = { after: [], at: [] };

/** Procedures with a locked tension: bolts and wedges settle, and no spring compensates. */
const LOCKED = new Set(['twin-rods', 'accessory', 'eccentric', 'reel', 'preload-marks'].flatMap((id) => [id, `${id}-tension`]));

/**
 * Usual follow-up of the work on the ticket, as a proposal. Empty without a new belt or a procedure.
 * @param kind kind of the drive
 */
export function usualFollowUp(lines: readonly RecordLine[], kind: DriveKind | null): FollowUp {
  const procedure = proceduresOf(lines).find((p) => !p.partWork);
  const fitted = lines.some((l) => !l.withdrawn && l.type === 'belt-booked');
  if (!fitted && !procedure) return NO_FOLLOW_UP;
  if (kind === 'cvt') return { after: ['first-day', '500-mi', 'season'], at: ['width'] };
  if (procedure && LOCKED.has(procedure.id))
    return { after: ['first-hour', 'first-day', 'oil-change'], at: ['tension', 'clamps', 'alignment'] };
  if (procedure?.id === 'attachment-off') return { after: ['season'], at: ['tension', 'keepers'] };
  return { after: ['first-day', '25-h'], at: ['tension', 'clamps', 'keepers'] };
}

/** Return the missing field: a follow-up needs both a time and a subject. */
export function missingInFollowUp({ after, at }: FollowUp): { readonly field: 'after' | 'at'; readonly problem: string } | null {
  if (after.length > 0 && at.length === 0) return { field: 'at', problem: 'Enter what to check then, or delete the time.' };
  if (at.length > 0 && after.length === 0) return { field: 'after', problem: 'Enter when to check again, or delete what to check.' };
  return null;
}
