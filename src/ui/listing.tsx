'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState } from 'react';

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

type Answer<T> = { readonly ok: true; readonly value: ListedPage<T> } | { readonly ok: false; readonly problem: string };

export interface Listing<T> extends ListedPage<T> {
  readonly ask: ListAsk;
  readonly setFind: (find: string) => void;
  readonly setPage: (page: number) => void;
  readonly busy: boolean;
  readonly problem: string | null;
  readonly again: () => void;
}

const NO_ANSWER = 'The server does not answer; what is listed here is what it said last.';
/** Typing rests for so long before the server is asked, ms. */
const REST_MS = 180;

/**
 * A list that the server searches and hands out page by page. What was listed stays until the next answer is there; the newest question counts.
 * What is asked stands in the address, so that a reload and a way back show the same.
 * @param first what the server listed with the page itself, as `asked`
 */
export function useListing<T>(first: ListedPage<T>, asked: ListAsk, load: (ask: ListAsk) => Promise<Answer<T>>): Listing<T> {
  const [ask, setAsk] = useState(asked);
  const [listed, setListed] = useState(first);
  const [seen, setSeen] = useState(first);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const newest = useRef(0);
  const wait = useRef<ReturnType<typeof setTimeout>>(undefined);
  // The page itself was listed anew, after an act of one's own.
  if (seen !== first) {
    setSeen(first);
    setListed(first);
  }
  const request = (next: ListAsk, afterMs: number) => {
    setAsk(next);
    setBusy(true);
    const turn = ++newest.current;
    clearTimeout(wait.current);
    wait.current = setTimeout(() => {
      const query = new URLSearchParams({
        ...(next.find ? { find: next.find } : {}),
        ...(next.page > 1 ? { page: String(next.page) } : {}),
      });
      window.history.replaceState(null, '', query.size > 0 ? `?${query}` : window.location.pathname);
      load(next)
        .catch((): Answer<T> => ({ ok: false, problem: NO_ANSWER }))
        .then((answer) => {
          if (turn !== newest.current) return;
          setBusy(false);
          setProblem(answer.ok ? null : answer.problem);
          if (answer.ok) setListed(answer.value);
        });
    }, afterMs);
  };
  useEffect(() => () => clearTimeout(wait.current), []);
  return {
    ...listed,
    ask,
    busy,
    problem,
    setFind: (find) => request({ find, page: 1 }, REST_MS),
    setPage: (page) => request({ ...ask, page }, 0),
    again: () => request(ask, 0),
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
      {listing.problem && (
        <Alert
          severity="warning"
          variant="outlined"
          sx={{ mb: 1.5 }}
          action={
            <Button color="inherit" onClick={listing.again}>
              Ask again
            </Button>
          }
        >
          {listing.problem}
        </Alert>
      )}
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
