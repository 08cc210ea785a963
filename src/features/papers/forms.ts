import * as z from 'zod';

/** What a document or picture is called. */
export const paperName = z.string().trim().min(1, 'Enter a name.').max(120, 'The name is longer than 120 characters.');
