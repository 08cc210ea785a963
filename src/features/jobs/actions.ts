'use server';

import { revalidatePath } from 'next/cache';
import * as z from 'zod';
import { formatQuantity } from '@/core/quantity';
import { drives, jobs, shelf, STAGE_STATES, STAGES, type EntryBodies, type ShelfBelt } from '@/db';
import { action, listInput, rowsOf } from '@/server';
import { compute } from '@/server/compute';
import { askedFor, beltName, candidateOf, isExact, piecesOf, runsOn } from '../match/candidates';

const number = z.number().int().positive();
const stage = z.enum(STAGES);
const sentence = (what: string, most: number) =>
  z.string().trim().min(1, `Write ${what}.`).max(most, `That is longer than ${most} characters; shorten it or split it in two.`);
const writer = ({ person, now }: { person: { shopId: number; id: number }; now: Date }) => ({
  shopId: person.shopId,
  personId: person.id,
  now,
});
const refresh = (n: number) => {
  revalidatePath(`/jobs/${n}`);
  revalidatePath('/');
};

export const listClosedJobs = action('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await jobs.closedJobs(db, person.shopId, rowsOf(ask)),
}));

export const openJob = action(
  'technician',
  z.object({
    machineId: z.number({ error: 'Choose the machine.' }).int().positive('Choose the machine.'),
    driveId: z.number().int().positive().nullable(),
    beltId: z.string().max(60).nullable(),
    title: sentence('in a few words what is wrong', 200),
    complaint: z.string().trim().max(2000, 'The complaint is longer than 2000 characters.'),
  }),
  async ({ db, person, now }, job) => {
    const made = await jobs.openJob(db, person.shopId, job, now);
    revalidatePath('/');
    return made;
  },
);

export const addNote = action(
  'technician',
  z.object({ number, stage, text: sentence('the note', 4000) }),
  async (context, { number: n, stage: s, text }) => {
    const result = await jobs.addNote(context.db, writer(context), n, s, text);
    refresh(n);
    return result;
  },
);

export const changeStage = action(
  'technician',
  z
    .object({ number, stage, state: z.enum(STAGE_STATES), why: z.string().trim().max(500) })
    .refine((v) => !['skipped', 'held'].includes(v.state) || v.why !== '', {
      error: 'Say why; the reason shows on the ticket.',
      path: ['why'],
    }),
  async (context, { number: n, stage: s, state, why }) => {
    const result = await jobs.changeStage(context.db, writer(context), n, s, state, why);
    refresh(n);
    return result;
  },
);

/** A place on the shelf without how many it holds. */
const placeOn = ({ designation, section, lengthMm, lengthReference, lengthTyped, bin, priceCents, supplierNote }: ShelfBelt) => ({
  designation,
  section,
  lengthMm,
  lengthReference,
  lengthTyped,
  bin,
  priceCents,
  supplierNote,
});

/**
 * Books a belt from the shelf. What the ticket says of it is computed here anew from the stored drive and shelf, so that a stale or forged
 * screen cannot put a wrong verdict on record. A substitute, and a belt that does not run, need a reason.
 */
export const bookBelt = action(
  'technician',
  z.object({
    number,
    shelfBeltId: z.number().int(),
    shelfVersion: z.number().int(),
    reason: z.string().trim().max(500, 'The reason is longer than 500 characters.'),
  }),
  async (context, input) => {
    const { db, person } = context;
    const job = await jobs.findJob(db, person.shopId, input.number);
    if (!job || job.driveId === null || job.beltId === null)
      return { ok: false, reason: 'refused', problem: 'This job has no drive and belt yet; choose them first.' };
    const stored = await drives.findDrive(db, person.shopId, job.driveId);
    const belt = await shelf.findShelfBelt(db, person.shopId, input.shelfBeltId);
    if (!stored || !belt) return { ok: false, reason: 'refused', problem: 'The drive or the belt was removed meanwhile; choose again.' };
    const request = { drive: stored.document, beltId: job.beltId, candidate: candidateOf(belt), uncertainty: stored.uncertainty };
    const computed = await compute('judge', request);
    if (!computed.ok) return computed;
    if (!computed.value) return { ok: false, reason: 'refused', problem: 'The drive cannot be solved as it is drawn; mend it first.' };
    const { belt: judged, letsGo } = computed.value;
    const exact = isExact(stored.document, job.beltId, judged, belt.quantity);
    const runs = runsOn(judged);
    if ((!exact || !runs) && input.reason === '') {
      return {
        ok: false,
        reason: 'invalid',
        field: 'reason',
        problem: runs
          ? 'Say why a substitute; the reason shows on the ticket.'
          : 'This belt does not run on this drive. Say why it is booked all the same.',
      };
    }
    const body: EntryBodies['belt-booked'] = {
      shelfBeltId: belt.id,
      place: placeOn(belt),
      belt: beltName(belt),
      bin: belt.bin,
      section: judged.section,
      outsideMm: judged.outsideMm,
      verdict: judged.verdict,
      chance: judged.chance,
      engagedN: judged.engaged.tension,
      runningN: judged.engaged.loadKnown ? judged.engaged.running : null,
      letsGo,
      pieces: piecesOf(stored.document, job.beltId, judged),
      floorN: judged.engaged.floorN,
      slackMm: judged.disengaged.slack,
      substitute: !exact,
      insteadOf: exact
        ? null
        : askedFor(stored.document, job.beltId, {
            show: (value, dimension, digits) => formatQuantity(value, dimension, person.preferences, digits),
          }),
      reason: input.reason,
      priceCents: belt.priceCents,
    };
    const result = await jobs.bookBelt(db, writer(context), input.number, input.shelfVersion, body);
    refresh(input.number);
    revalidatePath('/shelf');
    return result;
  },
);

export const withdrawEntry = action(
  'technician',
  z.object({ number, entryId: z.number().int() }),
  async (context, { number: n, entryId }) => {
    const result = await jobs.withdrawEntry(context.db, writer(context), n, entryId);
    refresh(n);
    return result;
  },
);

export const chooseDrive = action(
  'technician',
  z.object({ number, driveId: z.number().int(), beltId: z.string().max(60) }),
  async (context, { number: n, driveId, beltId }) => {
    const result = await jobs.chooseDrive(context.db, writer(context), n, driveId, beltId);
    refresh(n);
    return result;
  },
);

export const closeJob = action(
  'technician',
  z.object({ number, text: sentence('what the customer should know', 2000) }),
  async (context, { number: n, text }) => {
    const result = await jobs.closeJob(context.db, writer(context), n, text);
    refresh(n);
    return result;
  },
);

export const reopenJob = action('technician', z.object({ number }), async (context, { number: n }) => {
  const result = await jobs.reopenJob(context.db, writer(context), n);
  refresh(n);
  return result;
});
