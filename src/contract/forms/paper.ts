import * as z from 'zod';

/** Name of a document or picture. */
export const paperName = z.string().trim().min(1, 'Enter a name.').max(120, 'The name is longer than 120 characters.');

/** Largest file in one command, bytes: a page of a manual, or a picture reduced on the device. */
export const LARGEST_PAPER_BYTES = 8 * 1024 * 1024;

/** A file in a command: base64. */
export const paperData = z
  .base64('The file arrived incomplete. Choose it again.')
  .min(1, 'The file is empty. Choose it again.')
  .max(Math.ceil(LARGEST_PAPER_BYTES / 3) * 4, 'This file is larger than 8 MB. Remove pages, or save it smaller.');
