import * as z from 'zod';

/** What a job is opened with. */
export const jobForm = z.object({
  machineId: z.number({ error: 'Choose the machine.' }).int().positive('Choose the machine.'),
  /** Left out, with its belt, where nobody has chosen: it is then the first of the machine’s own. */
  driveId: z.number().int().positive().nullable().optional(),
  beltId: z.string().max(60).nullable().optional(),
  title: z
    .string()
    .trim()
    .min(1, 'Write in a few words what is wrong.')
    .max(200, 'That is longer than 200 characters; shorten it or split it in two.'),
  complaint: z.string().trim().max(2000, 'The complaint is longer than 2000 characters.'),
});
export type JobForm = z.infer<typeof jobForm>;
