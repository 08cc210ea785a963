import * as z from 'zod';
import { VERDICTS } from '../../drive';
import { bySchema, storedObject } from '../../stored';
import { entryKind } from '../kind';

const reference = z.enum(['pitch', 'outside', 'inside']);

/** A place on the shelf without how many it holds. */
const place = z.object({
  designation: z.string().nullable(),
  section: z.string().nullable(),
  lengthMm: z.number().nullable(),
  lengthReference: reference.nullable(),
  lengthTyped: z.string().nullable(),
  bin: z.string(),
  priceCents: z.number().nullable(),
  supplierNote: z.string(),
});

/** Belt that the drive needs: by number, or by section and length. Older lines hold free text. */
const asked = z.union([
  z.object({
    designation: z.string().nullable(),
    section: z.string(),
    length: z.object({ value: z.number(), reference }).nullable(),
  }),
  z.object({ words: z.string() }),
]);

const body = z.object({
  shelfBeltId: z.number(),
  /** Stock place at that time, so that the belt can be returned after the place was deleted; null on older lines. */
  place: place.nullable(),
  belt: z.string(),
  bin: z.string(),
  section: z.string(),
  outsideMm: z.number(),
  verdict: z.enum(VERDICTS),
  /** 0…1 */
  chance: z.number(),
  engagedN: z.number(),
  /** Tension under load, N; null without a known load. */
  runningN: z.number().nullable(),
  floorN: z.number(),
  /** Null on older lines, and without a bearing limit. */
  ceilingN: z.number().nullable(),
  slackMm: z.number(),
  /** Outside lengths at which the drive would have run, mm; null at an end that nothing sets, or on older lines. */
  window: z.object({ shortestMm: z.number().nullable(), longestMm: z.number().nullable() }),
  /** False where the belt is tight for life. */
  letsGo: z.boolean(),
  /** How many were taken from the shelf. */
  pieces: z.number().int().positive(),
  substitute: z.boolean(),
  /** The belt that it replaces as a substitute; null for the exact belt, or if the drive states none. */
  insteadOf: asked.nullable(),
  reason: z.string(),
  priceCents: z.number().nullable(),
  /** Drive and version that it was assessed on; null on older lines. */
  drive: z.object({ id: z.number(), version: z.number(), beltId: z.string() }).nullable(),
});
export type BeltBooked = z.infer<typeof body>;

/** Early lines lack fields that were added later. */
function fromFirst(older: unknown): unknown {
  const { insteadOf, ...kept } = storedObject(older);
  return {
    place: null,
    runningN: null,
    letsGo: true,
    pieces: 1,
    ...kept,
    ceilingN: null,
    window: { shortestMm: null, longestMm: null },
    insteadOf: typeof insteadOf === 'string' ? { words: insteadOf } : null,
    drive: null,
  };
}

/** A belt taken off the shelf for this job, with what was computed of it. */
export const beltBooked = entryKind<BeltBooked>({
  form: { what: 'this booking', version: 2, upgrades: { 1: fromFirst }, check: bySchema(body) },
  fromDevice: false,
  on: 'open',
  undoable: true,
  shelf: ({ shelfBeltId, pieces }) => ({ shelfBeltId, by: -pieces }),
  name: ({ belt }) => belt,
  takenBack: ({ belt, bin }) => `${belt} is back in ${bin || 'its place'}.`,
});
