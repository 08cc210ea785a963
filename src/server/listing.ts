import type * as z from 'zod';
import type { listInput } from '../contract/queries';
import type { ListQuery } from '../db';

/** Rows that a page of a list holds. */
const ROWS_A_PAGE = 50;

/** The rows of one page. */
export const rowsOf = ({ find, page }: z.infer<typeof listInput>): ListQuery => ({
  find,
  offset: (page - 1) * ROWS_A_PAGE,
  limit: ROWS_A_PAGE,
});
