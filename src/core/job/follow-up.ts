import * as z from 'zod';
import type { DriveKind } from '../fault';
import { chosenOf } from './record';
import type { RecordLine } from './kind';

/** Times of a follow-up: a new belt, clamps and tapers settle in the first hours. */
export const LOOK_AFTER = ['first-hour', 'first-day', 'oil-change', 'season'] as const;
export const LOOK_AT = ['tension', 'clamps', 'alignment', 'keepers', 'brake', 'width'] as const;
export type LookAfter = (typeof LOOK_AFTER)[number];
export type LookAt = (typeof LOOK_AT)[number];

export const nextLook = z.object({ after: z.array(z.enum(LOOK_AFTER)), at: z.array(z.enum(LOOK_AT)) });
export type FollowUp = z.infer<typeof nextLook>;
export const NO_LOOK: FollowUp = { after: [], at: [] };

/** Procedures with a locked tension: bolts and wedges settle, and no spring compensates. */
const LOCKED = new Set(['twin-rods', 'accessory', 'eccentric', 'reel']);

/**
 * What is usual after the work that stands on the ticket, for the technician to change: nothing where no belt was fitted and no procedure worked by.
 * @param kind what the drive is known as
 */
export function usualLook(lines: readonly RecordLine[], kind: DriveKind | null): FollowUp {
  const procedure = chosenOf(lines)?.procedure ?? null;
  const fitted = lines.some((l) => !l.withdrawn && l.type === 'belt-booked');
  if (!fitted && procedure === null) return NO_LOOK;
  if (kind === 'cvt') return { after: ['first-day', 'season'], at: ['width'] };
  if (procedure !== null && LOCKED.has(procedure))
    return { after: ['first-hour', 'first-day', 'oil-change'], at: ['tension', 'clamps', 'alignment'] };
  return { after: ['first-day'], at: ['tension', 'clamps', 'keepers'] };
}

/** Return the missing field: a follow-up needs both a time and a subject. */
export function missingOfLook({ after, at }: FollowUp): { readonly field: 'after' | 'at'; readonly problem: string } | null {
  if (after.length > 0 && at.length === 0) return { field: 'at', problem: 'Enter what to check then, or delete the time.' };
  if (at.length > 0 && after.length === 0) return { field: 'after', problem: 'Enter when to check again, or delete what to check.' };
  return null;
}
