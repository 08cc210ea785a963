import * as z from 'zod';
import type { ListQuery } from '../db';

/** Rows that a page of a list holds. */
const ROWS_A_PAGE = 50;

export const listInput = z.object({ find: z.string().max(200), page: z.number().int().min(1).max(1e6) });

/** The rows of one page. */
export const rowsOf = ({ find, page }: z.infer<typeof listInput>): ListQuery => ({
  find,
  offset: (page - 1) * ROWS_A_PAGE,
  limit: ROWS_A_PAGE,
});

/** Input of a query for one record. */
export const recordId = z.object({ id: z.number().int() });
