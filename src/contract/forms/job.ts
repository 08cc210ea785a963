import * as z from 'zod';

/** Input for opening a job. */
export const jobForm = z.object({
  machineId: z.number({ error: 'Choose the machine.' }).int().positive('Choose the machine.'),
  /** Omitted with its belt if nothing was chosen. Then the first of the machine is used. */
  driveId: z.number().int().positive().nullable().optional(),
  beltId: z.string().max(60).nullable().optional(),
  title: z.string().trim().min(1, 'Describe the fault in a few words.').max(200, 'The text must be at most 200 characters. Shorten it.'),
  complaint: z.string().trim().max(2000, 'The complaint is longer than 2000 characters.'),
});
