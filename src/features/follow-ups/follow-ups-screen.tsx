'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useState } from 'react';
import { Icon } from '@/ui/icons';
import { FindField, Pager, type ListAsk, type ListedPage, type Listing } from '@/ui/listing';
import { Empty, Page } from '@/ui/page';
import { Moment, useWhen } from '@/ui/when';
import { useListOf } from '../queries/use-query';
import { useMayChange, useShell } from '../shell/shell-context';
import { AnswerDialog } from './answer-dialog';
import { CalendarDialog } from './calendar-dialog';
import { FollowUpRow } from './follow-up-row';
import { ANSWER_WORDS } from './messages';
import type { AnsweredFollowUp, FollowUpLine } from '@/contract/records';
import type { ReactNode } from 'react';

const VIEWS = [
  { id: 'due', href: '/follow-ups', label: 'Due' },
  { id: 'later', href: '/follow-ups/later', label: 'Later' },
  { id: 'answered', href: '/follow-ups/answered', label: 'Answered' },
] as const;

/** Frame of the three lists. */
function Lists({ at, children }: { at: (typeof VIEWS)[number]['id']; children: ReactNode }) {
  const { role } = useShell();
  const [calendars, setCalendars] = useState(false);
  return (
    <Page
      title="Follow-ups"
      lead="Checks that come due by use, by date or by season."
      actions={
        <>
          <Button
            variant="outlined"
            startIcon={<Icon name="print" size={18} />}
            onClick={() => window.print()}
            sx={{ display: { xs: 'none', sm: 'inline-flex' } }}
          >
            Print list
          </Button>
          {role !== 'viewer' && (
            <Button variant="outlined" onClick={() => setCalendars(true)}>
              Calendar address
            </Button>
          )}
          {role === 'owner' && (
            <Button component={Link} href="/follow-ups/rules" variant="outlined">
              Change rules
            </Button>
          )}
        </>
      }
    >
      <Box component="nav" aria-label="Lists of follow-ups" className="ts-screen-only" sx={{ display: 'flex', gap: 1, mb: 2 }}>
        {VIEWS.map((v) => (
          <Button
            key={v.id}
            component={Link}
            href={v.href}
            variant={v.id === at ? 'contained' : 'outlined'}
            aria-current={v.id === at ? 'page' : undefined}
            sx={{ minHeight: 44 }}
          >
            {v.label}
          </Button>
        ))}
      </Box>
      {children}
      {calendars && <CalendarDialog onClose={() => setCalendars(false)} />}
    </Page>
  );
}

/** Rows of a list, with its search and its pages. */
function Rows<T>({ listing, empty, children }: { listing: Listing<T>; empty: ReactNode; children: ReactNode }) {
  if (listing.blank) return empty;
  return (
    <>
      <Box className="ts-screen-only">
        <FindField label="Find by machine, customer or content" listing={listing} />
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {children}
      </Box>
      {listing.rows.length === 0 && !listing.busy && (
        <Typography sx={{ mt: 1, color: 'var(--ts-quiet)' }}>No follow-up matches “{listing.ask.find}”.</Typography>
      )}
      <Pager listing={listing} />
    </>
  );
}

function OpenRows({ listing, empty }: { listing: Listing<FollowUpLine>; empty: ReactNode }) {
  const mayChange = useMayChange();
  const [now] = useState(() => Date.now());
  const [answering, setAnswering] = useState<FollowUpLine | null>(null);
  return (
    <Rows listing={listing} empty={empty}>
      {listing.rows.map((line) => (
        <FollowUpRow key={`${line.machineId} ${line.source}`} line={line} now={now} onAnswer={mayChange ? setAnswering : null} />
      ))}
      {answering && <AnswerDialog line={answering} onClose={() => setAnswering(null)} />}
    </Rows>
  );
}

/** Overdue follow-ups, and those due within 14 days. */
export function DueScreen({ first, asked }: { first: ListedPage<FollowUpLine>; asked: ListAsk }) {
  const empty = (
    <Empty title="Nothing is due">
      Follow-ups come from closed jobs, new belts, intervals and seasons. They are listed here 14 days before they are due.
    </Empty>
  );
  return (
    <Lists at="due">
      <OpenRows listing={useListOf('follow-ups.due', first, asked)} empty={empty} />
    </Lists>
  );
}

/** Follow-ups that are due later. */
export function LaterScreen({ first, asked }: { first: ListedPage<FollowUpLine>; asked: ListAsk }) {
  return (
    <Lists at="later">
      <OpenRows
        listing={useListOf('follow-ups.later', first, asked)}
        empty={<Empty title="Nothing is planned">Plan a follow-up when you close a job, or set an interval in the rules.</Empty>}
      />
    </Lists>
  );
}

/** Answered follow-ups, the latest first. */
export function AnsweredScreen({ first, asked }: { first: ListedPage<AnsweredFollowUp>; asked: ListAsk }) {
  const listing = useListOf('follow-ups.answered', first, asked);
  const { day } = useWhen();
  return (
    <Lists at="answered">
      <Rows listing={listing} empty={<Empty title="No answers yet">Answered follow-ups are listed here with their reason.</Empty>}>
        {listing.rows.map((one) => (
          <Box
            component="li"
            key={one.id}
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) minmax(0, 1.7fr) 220px' },
              gap: { xs: 0.5, md: 2 },
              py: 1.5,
              borderTop: '1px solid var(--ts-edge)',
            }}
          >
            <Box>
              <Link href={`/machines/${one.machineId}`} prefetch={false} style={{ color: 'inherit', fontWeight: 650 }}>
                {one.machine}
              </Link>
              <Box className="ts-quiet ts-small">{one.customer || 'No customer'}</Box>
            </Box>
            <Box sx={{ minWidth: 0 }}>
              {one.subject}
              {one.reason !== '' && <Box className="ts-quiet ts-small">Reason: {one.reason}</Box>}
            </Box>
            <Box>
              {ANSWER_WORDS[one.answer]}
              {one.until !== null && ` to ${day(`${one.until}T12:00:00Z`)}`}
              <Box className="ts-quiet ts-small">
                {one.by || 'Unknown person'}, <Moment at={one.at} as="day" />
              </Box>
            </Box>
          </Box>
        ))}
      </Rows>
    </Lists>
  );
}
