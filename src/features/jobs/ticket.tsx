'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import type { Verdict } from '@/core/drive';
import type { EntryBodies, Job, TicketEntry } from '@/db';
import { clock, day } from '@/ui/dates';
import { Icon } from '@/ui/icons';
import { useUnits, type Units } from '@/ui/units';
import { verdictWord } from '@/ui/verdict';
import { stageName, STATE_WORDS } from './stages';

export const money = (cents: number) => `${(cents / 100).toFixed(2)} cr`;

function bookedText(body: EntryBodies['belt-booked'], { show }: Units): string {
  const word = verdictWord(body.verdict as Verdict, body.letsGo ?? true);
  const engaged = show(body.engagedN, 'force');
  const held = typeof body.runningN === 'number' ? `holds ${show(body.runningN, 'force')} of ${engaged} under load` : `${engaged} engaged`;
  const numbers = `${show(body.outsideMm, 'length')} outside; ${held}${body.floorN > 0 ? `, slips under ${show(body.floorN, 'force')}` : ''}${body.letsGo === false ? '' : `; ${show(body.slackMm, 'length')} slack released`}.`;
  const substitute = body.substitute ? ` Substitute${body.insteadOf ? ` for ${body.insteadOf}` : ''}.` : '';
  return `${word}: ${numbers}${substitute}${body.reason ? ` Reason: ${body.reason}` : ''}`;
}

/** What one line of the ticket says. */
export function EntryText({ entry }: { entry: TicketEntry }) {
  const units = useUnits();
  switch (entry.type) {
    case 'note':
      return <>{entry.body.text}</>;
    case 'stage':
      return (
        <>
          <em>{STATE_WORDS[entry.body.state]}</em>
          {entry.body.why ? `: ${entry.body.why}` : ''}
        </>
      );
    case 'belt-booked':
      return (
        <>
          <strong className="ts-mono">
            {(entry.body.pieces ?? 1) > 1 ? `${entry.body.pieces} × ` : ''}
            {entry.body.belt}
          </strong>{' '}
          booked from {entry.body.bin || 'the shelf'}
          {entry.body.priceCents === null ? '' : `, ${money(entry.body.priceCents)}`}. {bookedText(entry.body, units)}
        </>
      );
    case 'closing':
      return entry.body.reopened ? <em>Job reopened</em> : <>{entry.body.text}</>;
  }
}

/** The job's record, writing itself: on screen what will print. */
export function Ticket({ job, onWithdraw, mayChange }: { job: Job; onWithdraw: (entry: TicketEntry) => void; mayChange: boolean }) {
  const days = new Set(job.entries.map((e) => day(e.at)));
  return (
    <Box>
      <Box sx={{ display: 'flex', alignItems: 'center', mb: 1 }}>
        <Typography variant="h2" sx={{ mr: 'auto' }}>
          Ticket {job.number}
        </Typography>
        <Button component={Link} href={`/jobs/${job.number}/ticket`} startIcon={<Icon name="print" size={18} />} sx={{ px: 1 }}>
          Print
        </Button>
      </Box>
      {job.complaint && <Typography sx={{ fontSize: 14, mb: 1, color: 'var(--ts-quiet)' }}>“{job.complaint}”</Typography>}
      {job.entries.length === 0 && (
        <Typography sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>
          Nothing written yet. Notes, bookings and stages appear here as you work.
        </Typography>
      )}
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {job.entries.map((entry) => (
          <Box
            component="li"
            key={entry.id}
            sx={{ borderTop: '1px solid var(--ts-edge)', py: 1, fontSize: 14, lineHeight: 1.45, opacity: entry.withdrawn ? 0.6 : 1 }}
          >
            <Box sx={{ display: 'flex', color: 'var(--ts-quiet)', fontSize: 12.5, alignItems: 'center' }}>
              <Box component="span" sx={{ fontWeight: 650, mr: 'auto' }}>
                <span suppressHydrationWarning>
                  {days.size > 1 ? `${day(entry.at)} ` : ''}
                  {clock(entry.at)}
                </span>{' '}
                {stageName(entry.stage)} · {entry.by}
              </Box>
              {mayChange && !entry.withdrawn && (entry.type === 'note' || entry.type === 'belt-booked') && job.status === 'open' && (
                <Box
                  component="button"
                  type="button"
                  onClick={() => onWithdraw(entry)}
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
                  aria-label={`Take back: ${entry.type === 'note' ? entry.body.text.slice(0, 40) : entry.body.belt}`}
                >
                  take back
                </Box>
              )}
            </Box>
            <Box sx={{ textDecoration: entry.withdrawn ? 'line-through' : 'none', overflowWrap: 'anywhere', whiteSpace: 'pre-wrap' }}>
              <EntryText entry={entry} />
            </Box>
            {entry.withdrawn && <Box sx={{ fontSize: 12.5, color: 'var(--ts-quiet)' }}>taken back</Box>}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
