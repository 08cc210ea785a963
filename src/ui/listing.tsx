'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useEffect, useMemo, useState } from 'react';
import { useRead, type ReadAnswer, type Reading } from '@/client/reads';
import { putAddress } from '@/client/address';
import { useDebouncedValue } from '@/client/debounced-value';
import { Staleness } from './staleness';

export interface ListedPage<T> {
  readonly rows: readonly T[];
  readonly total: number;
  /** Rows that a page holds. */
  readonly size: number;
}

export interface ListAsk {
  readonly find: string;
  /** From 1. */
  readonly page: number;
}

export interface Listing<T> extends ListedPage<T> {
  readonly ask: ListAsk;
  readonly setFind: (find: string) => void;
  readonly setPage: (page: number) => void;
  readonly busy: boolean;
  readonly reading: Reading<ListedPage<T>>;
  /** There is nothing to list, regardless of the search. */
  readonly blank: boolean;
}

/** Typing rests for so long before the server is asked, ms. */
const REST_MS = 180;

/**
 * A list that the server searches and pages. Old rows stay until the next answer arrives. The newest request counts.
 * The search is in the address, so that a reload and Back show the same.
 * @param of name of the query, as the first part of the cache key
 * @param first rows sent with the page, for `asked`
 */
export function useListing<T>(
  of: string,
  first: ListedPage<T>,
  asked: ListAsk,
  load: (ask: ListAsk) => Promise<ReadAnswer<ListedPage<T>>>,
): Listing<T> {
  const [ask, setAsk] = useState(asked);
  const find = useDebouncedValue(ask.find, REST_MS);
  const now = useMemo(() => ({ find, page: ask.page }), [find, ask.page]);
  const untouched = now.find === asked.find && now.page === asked.page;
  const reading = useRead([of, now], () => load(now), { first: untouched ? first : undefined, hold: true });
  useEffect(() => {
    const query = new URLSearchParams({
      ...(now.find ? { find: now.find } : {}),
      ...(now.page > 1 ? { page: String(now.page) } : {}),
    });
    const search = query.size > 0 ? `?${query}` : '';
    if (search !== window.location.search) putAddress('replace', search);
  }, [now]);
  return {
    ...(reading.value ?? first),
    ask,
    busy: reading.busy || find !== ask.find,
    reading,
    blank: first.total === 0 && asked.find === '' && ask.find === '',
    setFind: (text) => setAsk({ find: text, page: 1 }),
    setPage: (page) => setAsk({ ...ask, page }),
  };
}

/** The field that narrows a list. */
export function FindField<T>({ label, listing }: { label: string; listing: Listing<T> }) {
  return (
    <>
      <TextField
        label={label}
        value={listing.ask.find}
        onChange={(e) => listing.setFind(e.target.value.slice(0, 200))}
        sx={{ maxWidth: 360, mb: 1.5 }}
      />
      <Staleness reading={listing.reading} what="This list" />
    </>
  );
}

/** Which rows of how many are shown, and the way to the others; nothing where all are. */
export function Pager<T>({ listing }: { listing: Listing<T> }) {
  const { total, ask, rows, size } = listing;
  if (total <= size && ask.page === 1) return null;
  const from = (ask.page - 1) * size;
  return (
    <Box
      component="nav"
      aria-label="Pages of the list"
      sx={{ display: 'flex', alignItems: 'center', gap: 1, mt: 1, color: 'var(--ts-quiet)' }}
    >
      <Box role="status" sx={{ mr: 1 }}>
        {rows.length === 0 ? `None of ${total}` : `${from + 1} to ${from + rows.length} of ${total}`}
      </Box>
      <Button disabled={ask.page === 1} onClick={() => listing.setPage(ask.page - 1)}>
        Before
      </Button>
      <Button disabled={from + rows.length >= total} onClick={() => listing.setPage(ask.page + 1)}>
        After
      </Button>
    </Box>
  );
}
