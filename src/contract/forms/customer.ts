import * as z from 'zod';

export const customerForm = z.object({
  name: z.string().trim().min(1, 'Enter the customer’s name.').max(120, 'The name is longer than 120 characters.'),
  contact: z.string().trim().max(1000, 'The contact must be at most 1000 characters.'),
});
