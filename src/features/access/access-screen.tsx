'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { FindField, Pager, type ListAsk, type ListedPage } from '@/ui/listing';
import { Card, Page } from '@/ui/page';
import { useWhen } from '@/ui/when';
import { useCommand } from '../commands/use-command';
import { CalendarFeeds } from '../follow-ups/calendar-feeds';
import { useAnswerOf, useListOf } from '../queries/use-query';
import { browserWords, commandWords } from './messages';
import type { QueryResult } from '@/contract/queries';
import type { LoggedCommand, OpenSession } from '@/contract/records';

/** Access to the shop: sessions, calendar addresses, and the log of commands. */
export function AccessScreen({ first, log, asked }: { first: QueryResult<'access.read'>; log: ListedPage<LoggedCommand>; asked: ListAsk }) {
  const { sessions, calendars } = useAnswerOf('access.read', {}, first).value;
  return (
    <Page title="Access" lead="Sessions, calendar addresses and the log of changes.">
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr', lg: '1fr 1fr' }, alignItems: 'start' }}>
        <Card title="Sessions">
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {sessions.map((s) => (
              <SessionRow key={s.id} session={s} />
            ))}
          </Box>
        </Card>
        <Card title="Calendar addresses">
          {calendars.length === 0 ? (
            <Typography className="ts-quiet">No calendar address is in use. Add one under Follow-ups.</Typography>
          ) : (
            <CalendarFeeds feeds={calendars} withPerson />
          )}
        </Card>
      </Box>
      <Typography variant="h2" sx={{ mt: 3, mb: 1 }}>
        Log of changes
      </Typography>
      <Typography className="ts-quiet" sx={{ mb: 1 }}>
        The log holds the changes of the last 200 days.
      </Typography>
      <Log first={log} asked={asked} />
    </Page>
  );
}

const ROW = { display: 'flex', gap: 1, alignItems: 'center', py: 1, borderTop: '1px solid var(--ts-edge)' } as const;

function SessionRow({ session: { id, person, browser, startedAt, own } }: { session: OpenSession }) {
  const runCommand = useCommand();
  const { dayAndTime } = useWhen();
  return (
    <Box component="li" sx={ROW}>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <strong>{person}</strong>
        {own && ', this session'}
        <Box className="ts-quiet ts-small">
          {browserWords(browser)}, since {dayAndTime(startedAt)}
        </Box>
      </Box>
      {!own && (
        <Button
          color="error"
          aria-label={`End session of ${person}`}
          onClick={() => void runCommand('session.end', { id }, { words: `Session of ${person} ended`, done: 'Session ended.' })}
        >
          End session
        </Button>
      )}
    </Box>
  );
}

function Log({ first, asked }: { first: ListedPage<LoggedCommand>; asked: ListAsk }) {
  const listing = useListOf('access.log', first, asked);
  const { dayAndTime } = useWhen();
  return (
    <>
      <FindField label="Find by person" listing={listing} />
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {listing.rows.map(({ id, person, kind, doneAt, appliedAt, applied }) => (
          <Box component="li" key={id} sx={{ ...ROW, flexWrap: 'wrap' }}>
            <Box sx={{ minWidth: 170 }} className="ts-quiet ts-small">
              {dayAndTime(doneAt)}
            </Box>
            <Box sx={{ minWidth: 140 }}>{person}</Box>
            <Box sx={{ flex: 1, minWidth: 200 }}>
              {commandWords(kind)}
              {!applied && ' (refused)'}
              {Date.parse(appliedAt) - Date.parse(doneAt) > 60_000 && (
                <Box component="span" className="ts-quiet ts-small">
                  {' '}
                  received {dayAndTime(appliedAt)}
                </Box>
              )}
            </Box>
          </Box>
        ))}
      </Box>
      {listing.rows.length === 0 && !listing.busy && <Typography className="ts-quiet">No change is logged.</Typography>}
      <Pager listing={listing} />
    </>
  );
}
