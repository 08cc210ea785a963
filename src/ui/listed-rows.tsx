'use client';

import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { LinkRows, type LinkRow } from './link-rows';
import { FindField, Pager, type Listing } from './listing';

interface ListedRowsProps<T> {
  readonly listing: Listing<T>;
  /** Label of the field that narrows it. */
  readonly find: string;
  /** Name of one row in the empty message: “drive”. */
  readonly one: string;
  /** In place of it all where there is nothing to list yet. */
  readonly empty: ReactNode;
  readonly row: (of: T) => LinkRow;
  readonly columns: string;
  readonly narrow?: string;
}

/** A list that the server searches and pages, with its empty state. */
export function ListedRows<T>({ listing, find, one, empty, row, ...columns }: ListedRowsProps<T>) {
  if (listing.blank) return empty;
  return (
    <>
      <FindField label={find} listing={listing} />
      {listing.rows.length > 0 && <LinkRows {...columns} rows={listing.rows.map(row)} />}
      {listing.rows.length === 0 && !listing.busy && (
        <Typography sx={{ mt: 2, color: 'var(--ts-quiet)' }}>
          No {one} matches “{listing.ask.find}”.
        </Typography>
      )}
      <Pager listing={listing} />
    </>
  );
}
