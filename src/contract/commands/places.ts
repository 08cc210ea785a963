import * as z from 'zod';

export const id = z.number().int();
/** A record, and the version of it that the person saw. */
export const place = z.object({ id, version: z.number().int() });
