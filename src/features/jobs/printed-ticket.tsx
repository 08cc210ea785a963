'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useMemo, useRef, useState, type ReactNode } from 'react';
import type { Job, UnreadableRow } from '@/contract/records';
import { saveFile } from '@/ui/download';
import { Facts } from '@/ui/facts';
import { Icon } from '@/ui/icons';
import { useMoney } from '@/ui/money';
import { useNotice } from '@/ui/notice';
import { useUnits } from '@/ui/units';
import { Unreadable } from '@/ui/unreadable';
import { useWhen } from '@/ui/when';
import { answered } from '../queries/answered';
import { LineView } from './entry-line';
import { TicketFigure, useTicketFigure } from './ticket-figure';
import { ticketPdf } from './ticket-pdf';
import { ticketSheet, type TicketDriveShown, type TicketSheet } from './ticket-sheet';

/** The ticket on paper: an A4 sheet with the drive as it was booked. On screen it shows as it will print. */
export function PrintedTicket({
  job,
  shown,
  unreadable,
  shop,
}: {
  job: Job;
  shown: TicketDriveShown | null;
  unreadable: UnreadableRow | null;
  shop: string;
}) {
  const units = useUnits();
  const money = useMoney();
  const when = useWhen();
  const sheet = useMemo(() => ticketSheet(job, shown, shop, { units, money, when }), [job, shown, shop, units, money, when]);
  const { figure, pending } = useTicketFigure(shown, sheet);
  const svg = useRef<SVGSVGElement>(null);
  const tell = useNotice();
  const [saving, setSaving] = useState(false);
  const save = async () => {
    setSaving(true);
    await ticketPdf(sheet, figure && svg.current ? { svg: svg.current, text: figure.text } : null).then(
      (pdf) => saveFile(`${sheet.title.toLowerCase().replace(' ', '-')}.pdf`, pdf, 'application/pdf'),
      () => tell({ text: 'The PDF could not be made. Print the ticket instead. Nothing is lost.', tone: 'refused' }),
    );
    setSaving(false);
  };
  return (
    <Box sx={{ p: { xs: 1.5, sm: 3 }, bgcolor: 'var(--ts-ground)' }}>
      <Box className="ts-screen-only" sx={{ display: 'flex', gap: 1, mb: 2 }}>
        <Button variant="contained" startIcon={<Icon name="print" />} onClick={() => window.print()}>
          Print this ticket
        </Button>
        <Button variant="outlined" startIcon={<Icon name="download" size={18} />} disabled={saving || pending} onClick={() => void save()}>
          {saving ? 'Making the PDF…' : 'Save as PDF'}
        </Button>
        <Button variant="outlined" component={Link} href={`/jobs/${job.number}`}>
          Back to the job
        </Button>
      </Box>
      <Sheet sheet={sheet}>
        {unreadable && <Unreadable {...unreadable} />}
        {pending && <Box sx={{ height: 260 }} aria-busy />}
        {figure && <TicketFigure figure={figure} svg={svg} />}
      </Sheet>
    </Box>
  );
}

/** Text of the sheet, with the drawing between its head and its rows. */
function Sheet({ sheet, children }: { sheet: TicketSheet; children: ReactNode }) {
  return (
    <Box
      component="article"
      sx={{
        bgcolor: '#ffffff',
        color: '#111111',
        maxWidth: 820,
        mx: { xs: 0, sm: 'auto' },
        p: { xs: 2, sm: 5 },
        border: '1px solid var(--ts-edge)',
        '@media print': { border: 0, p: 0, maxWidth: 'none' },
      }}
    >
      <Box sx={{ display: 'flex', borderBottom: '2px solid #111', pb: 1, mb: 2, alignItems: 'flex-end' }}>
        <Box sx={{ mr: 'auto' }}>
          <Typography sx={{ fontWeight: 700, fontSize: 20 }}>{sheet.shop}</Typography>
          <Typography sx={{ fontSize: 14 }}>{sheet.dates}</Typography>
        </Box>
        <Typography component="h1" sx={{ fontSize: 26, fontWeight: 700 }}>
          {sheet.title}
        </Typography>
      </Box>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' },
          gap: 2,
          mb: 2,
          '@media print': { gridTemplateColumns: '1fr 1fr' },
        }}
      >
        {sheet.facts.map((column, i) => (
          <Facts key={i} ink="#555" rows={column} />
        ))}
      </Box>
      {children}
      <Rows sheet={sheet} />
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 4, mt: 6, fontSize: 13 }}>
        {sheet.signatures.map((who) => (
          <Box key={who} sx={{ borderTop: '1px solid #111', pt: 0.5 }}>
            {who}
          </Box>
        ))}
      </Box>
    </Box>
  );
}

function Rows({ sheet: { rows, noRows } }: { sheet: TicketSheet }) {
  return (
    <Box
      component="table"
      sx={{
        width: '100%',
        borderCollapse: 'collapse',
        fontSize: 14,
        mt: 2,
        '& td': { borderTop: '1px solid #bbb', p: '6px 8px 6px 0', verticalAlign: 'top' },
      }}
    >
      <tbody>
        {rows.map(({ id, at, time, stage, content, condition, by }) => (
          <tr key={id} style={{ breakInside: 'avoid' }}>
            <td style={{ whiteSpace: 'nowrap' }}>
              <time dateTime={at}>{time}</time>
            </td>
            <td style={{ whiteSpace: 'nowrap' }}>{stage}</td>
            <td style={{ width: '100%', overflowWrap: 'anywhere' }}>
              <LineView content={content} />
              {condition !== null && <em> ({condition})</em>}
            </td>
            <td style={{ whiteSpace: 'nowrap' }}>{by}</td>
          </tr>
        ))}
        {rows.length === 0 && (
          <tr>
            <td>{noRows}</td>
          </tr>
        )}
      </tbody>
    </Box>
  );
}

/** Page of the printed ticket. */
export const TicketPage = answered('ticket.read', 'This ticket', PrintedTicket);
