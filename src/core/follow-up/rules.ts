import * as z from 'zod';
import { DRIVE_KINDS, type DriveKind } from '../fault';

const kind = z.enum(DRIVE_KINDS.map((k) => k.id) as [DriveKind, ...DriveKind[]]);
const count = (what: string, most: number) =>
  z
    .number({ error: `${what}: enter a number.` })
    .positive(`${what} must be above 0.`)
    .max(most, `${what} must be at most ${most}.`);

const interval = z.object({
  kind,
  every: count('The interval', 5000),
  unit: z.enum(['h', 'mi', 'months']),
  /** Shorter first interval after a new belt, in the same unit. Null without one. */
  first: count('The first interval', 5000).nullable(),
  /** Service at which it is done, such as an oil change. Empty for a service of its own. */
  with: z.string().trim().max(80, 'The service is longer than 80 characters.'),
});

const season = z.object({
  /** Stays the same when the season is renamed. */
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  name: z.string().trim().min(1, 'Enter a name for the season.').max(80, 'The name of the season is longer than 80 characters.'),
  month: z.number().int().min(1).max(12),
  day: z
    .number({ error: 'Enter the day of the month.' })
    .int('Enter a whole day.')
    .min(1, 'The day must be at least 1.')
    .max(28, 'The day must be at most 28.'),
  kinds: z.array(kind).min(1, 'Choose at least one kind of drive for the season.'),
  list: z
    .array(z.string().trim().min(1, 'Enter the work, or delete the line.').max(200, 'A line is longer than 200 characters.'))
    .max(40, 'A season has at most 40 lines.'),
});

/** Rules of a shop for follow-ups. */
export const followUpRules = z.object({
  /** Check after the first use of a new belt, h. Null without this check. */
  runInHours: count('The run-in time', 100).nullable(),
  intervals: z
    .array(interval)
    .max(20)
    .refine((all) => new Set(all.map((i) => i.kind)).size === all.length, 'Enter one interval for each kind of drive.'),
  seasons: z.array(season).max(12, 'Enter at most 12 seasons.'),
});
export type FollowUpRules = Readonly<z.infer<typeof followUpRules>>;
export type IntervalRule = FollowUpRules['intervals'][number];
export type SeasonRule = FollowUpRules['seasons'][number];

/** No spring compensates the wear of a banded drive, so it is tightened at intervals. The manual takes priority. */
export const USUAL_RULES: FollowUpRules = {
  runInHours: 8,
  intervals: [{ kind: 'banded', every: 200, unit: 'h', first: 20, with: '' }],
  seasons: [
    {
      id: 'mowing',
      name: 'Before the mowing season',
      month: 3,
      day: 1,
      kinds: ['deck-lever', 'deck-clutch', 'sliding-deck', 'reel'],
      list: [
        'Check belts for cracks and glazing',
        'Measure belt tension',
        'Check idler bearings by hand',
        'Check keepers and guards',
        'Measure engagement time and stop time',
      ],
    },
    {
      id: 'snow',
      name: 'Before the snow season',
      month: 10,
      day: 1,
      kinds: ['snow-thrower'],
      list: ['Check both belts for cracks and glazing', 'Measure belt tension', 'Check the auger brake', 'Measure stop time'],
    },
  ],
};

/** Stored rules of a shop. The usual ones if there are none, or they are unreadable. */
export function readRules(stored: unknown): FollowUpRules {
  const read = followUpRules.safeParse(stored);
  return read.success ? read.data : USUAL_RULES;
}
