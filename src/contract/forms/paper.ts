import * as z from 'zod';

/** Name of a document or picture. */
export const paperName = z.string().trim().min(1, 'Enter a name.').max(120, 'The name is longer than 120 characters.');
