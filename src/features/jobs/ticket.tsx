'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { entryKindOf, type ReplayedTicket } from '@/core/job';
import { Icon } from '@/ui/icons';
import { useQueuedCommands, type QueuedCommand } from '@/client/outbox';
import { useWhen } from '@/ui/when';
import { aboutJob } from './job-commands';
import { conditionWords } from './condition-messages';
import { EntryLine } from './entry-line';
import { stageName } from './stage-messages';
import type { Job, TicketEntry } from '@/contract/records';

/** Name of an entry in its strike-out button. Null if it cannot be struck out. */
function strikeOutName(entry: TicketEntry): string | null {
  if (entry.withdrawn || entry.type === 'unreadable') return null;
  const { undoable, name } = entryKindOf(entry);
  return undoable ? name : null;
}

/** The job's record, writing itself: on screen what will print, and what of it has not reached the server yet. */
export function Ticket({
  job,
  onStrikeOut,
  sent = [],
  placeOf = () => null,
  title = `Ticket ${job.number}`,
  prints = true,
}: {
  job: Job;
  /** Lines that the server has, and that were not read from it yet. */
  sent?: readonly Pick<QueuedCommand, 'id' | 'doneAt' | 'words'>[];
  /** The condition that a line belongs to, by its index. */
  placeOf?: ReplayedTicket['placeOf'];
  onStrikeOut: ((entry: TicketEntry) => void) | null;
  title?: string;
  prints?: boolean;
}) {
  const { clock, day } = useWhen();
  const waiting = useQueuedCommands(aboutJob(job.number));
  const days = new Set([...job.entries.map((e) => e.at), ...sent.map((a) => a.doneAt), ...waiting.map((a) => a.doneAt)].map(day));
  const at = (iso: string) => `${days.size > 1 ? `${day(iso)} ` : ''}${clock(iso)}`;
  return (
    <Box>
      <Box sx={{ display: 'flex', alignItems: 'center', mb: 1 }}>
        <Typography variant="h2" sx={{ mr: 'auto' }}>
          {title}
        </Typography>
        {prints && (
          <Button component={Link} href={`/jobs/${job.number}/ticket`} startIcon={<Icon name="print" size={18} />} sx={{ px: 1 }}>
            Print
          </Button>
        )}
      </Box>
      {job.complaint && <Typography sx={{ fontSize: 14, mb: 1, color: 'var(--ts-quiet)' }}>“{job.complaint}”</Typography>}
      {job.entries.length === 0 && sent.length === 0 && waiting.length === 0 && (
        <Typography sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>
          No entries yet. Notes, belts used and stages appear here as you work.
        </Typography>
      )}
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {job.entries.map((entry, i) => {
          const name = onStrikeOut ? strikeOutName(entry) : null;
          return (
            <Line
              key={entry.id}
              head={`${at(entry.at)} ${stageName(entry.stage)} · ${entry.by}`}
              struck={entry.withdrawn}
              mark={entry.withdrawn ? null : conditionWords(entry.type, placeOf(i))}
              action={name !== null && onStrikeOut ? <StrikeOutButton name={name} onClick={() => onStrikeOut(entry)} /> : null}
              foot={entry.withdrawn ? 'struck out' : null}
            >
              <EntryLine entry={entry} />
            </Line>
          );
        })}
        {sent.map((action) => (
          <Line key={action.id} head={at(action.doneAt)} struck={false} action={null} foot="saved">
            {action.words}
          </Line>
        ))}
        {waiting.map((action) => (
          <Line
            key={action.id}
            head={at(action.doneAt)}
            struck={false}
            action={null}
            foot={action.refusal === null ? 'saved on this device, not sent' : `refused: ${action.refusal}`}
          >
            {action.words}
          </Line>
        ))}
      </Box>
    </Box>
  );
}

function Line({
  head,
  struck,
  action,
  foot,
  mark = null,
  children,
}: {
  head: string;
  struck: boolean;
  /** The condition it belongs to. */
  mark?: string | null;
  action: ReactNode;
  foot: string | null;
  children: ReactNode;
}) {
  return (
    <Box component="li" sx={{ borderTop: '1px solid var(--ts-edge)', py: 1, fontSize: 14, lineHeight: 1.45 }}>
      <Box sx={{ display: 'flex', color: 'var(--ts-quiet)', fontSize: 12.5, alignItems: 'center' }}>
        <Box component="span" sx={{ fontWeight: 650, mr: 'auto' }}>
          {head}
        </Box>
        {action}
      </Box>
      <Box
        sx={{
          overflowWrap: 'anywhere',
          whiteSpace: 'pre-wrap',
          ...(struck ? { color: 'var(--ts-quiet)', textDecoration: 'line-through' } : {}),
        }}
      >
        {children}
        {mark !== null && (
          <Box
            component="span"
            sx={{
              ml: 0.75,
              px: 0.75,
              border: '1px solid var(--ts-edge)',
              borderRadius: '8px',
              fontSize: 12,
              color: 'var(--ts-quiet)',
              whiteSpace: 'nowrap',
            }}
          >
            {mark}
          </Box>
        )}
      </Box>
      {foot !== null && <Box sx={{ fontSize: 12.5, color: 'var(--ts-quiet)' }}>{foot}</Box>}
    </Box>
  );
}

function StrikeOutButton({ name, onClick }: { name: string; onClick: () => void }) {
  return (
    <Box
      component="button"
      type="button"
      onClick={onClick}
      sx={{
        font: 'inherit',
        fontSize: 13,
        border: 0,
        background: 'none',
        color: 'var(--ts-work)',
        textDecoration: 'underline',
        cursor: 'pointer',
        flex: 'none',
        whiteSpace: 'nowrap',
        minHeight: 44,
        my: -1.25,
        px: 0.5,
      }}
      aria-label={`Strike out: ${name}`}
    >
      strike out
    </Box>
  );
}
