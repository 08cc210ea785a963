'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useWhen } from '@/ui/when';
import { useCommand } from '../commands/use-command';
import type { CalendarFeed } from '@/contract/records';

/** Calendar addresses with their last use, each of which can be revoked. @param withPerson shows to whom each belongs */
export function CalendarFeeds({ feeds, withPerson = false }: { feeds: readonly CalendarFeed[]; withPerson?: boolean }) {
  const runCommand = useCommand();
  const { day, dayAndTime } = useWhen();
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
      {feeds.map((feed) => (
        <Box
          component="li"
          key={feed.id}
          sx={{ display: 'flex', gap: 1, alignItems: 'center', py: 1, borderTop: '1px solid var(--ts-edge)' }}
        >
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <strong>{feed.name}</strong>
            {withPerson && `, ${feed.person}`}
            <Box className="ts-quiet ts-small">
              Added {day(feed.createdAt)}, {feed.readAt === null ? 'never read' : `last read ${dayAndTime(feed.readAt)}`}
            </Box>
          </Box>
          <Button
            color="error"
            aria-label={`Revoke calendar address ${feed.name}`}
            onClick={() =>
              void runCommand(
                'calendar.revoke',
                { id: feed.id },
                { words: `Calendar address ${feed.name} revoked`, done: 'Revoked. The address no longer works.' },
              )
            }
          >
            Revoke
          </Button>
        </Box>
      ))}
    </Box>
  );
}
