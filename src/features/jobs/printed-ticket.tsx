'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useMemo, useRef, useState } from 'react';
import { sectionOf, type Drive } from '@/core/drive';
import { convertLength } from '@/core/belt';
import { replayTicket, STAGES } from '@/core/job';
import { saveFile } from '@/ui/download';
import { Facts } from '@/ui/facts';
import { Icon } from '@/ui/icons';
import { useNotice } from '@/ui/notice';
import { Drawing } from '@/ui/plate/drawing';
import { textWidth } from '@/ui/plate/station';
import { PAPER_INK } from '@/ui/plate/ink';
import { boundsOf, fitted, placeLabels } from '@/ui/plate/outline';
import { usePose } from '@/client/solver';
import { useUnits } from '@/ui/units';
import { Unreadable } from '@/ui/unreadable';
import { Moment } from '@/ui/when';
import { conditionWords } from './condition-messages';
import { EntryLine } from './lines';
import { lastUsedBelt } from '@/services/last-used-belt';
import { stageName, STATE_WORDS } from './stage-messages';
import { ticketPdf } from './ticket-pdf';
import { beltOnTicketDrive } from './job-messages';
import { answered } from '../queries/answered';
import type { Job, UnreadableRow } from '@/contract/records';

export interface TicketDriveShown {
  readonly drive: Drive;
  readonly beltId: string | null;
  /** True if this is the stored version of the time of use. */
  readonly asBooked: boolean;
}

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
  const { placeOf } = useMemo(() => replayTicket(job.entries, shown?.drive ?? null, job.beltId), [job, shown]);
  const entries = job.entries.flatMap((e, i) => (e.withdrawn ? [] : [{ ...e, condition: conditionWords(e.type, placeOf(i)) }]));
  const booked = lastUsedBelt(job);
  const sheet = useRef<HTMLElement>(null);
  const tell = useNotice();
  const [saving, setSaving] = useState(false);
  const save = async () => {
    if (!sheet.current) return;
    setSaving(true);
    const title = `Ticket ${job.number}`;
    await ticketPdf(sheet.current, title).then(
      (pdf) => saveFile(`${title.toLowerCase().replace(' ', '-')}.pdf`, pdf, 'application/pdf'),
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
        <Button variant="outlined" startIcon={<Icon name="download" size={18} />} disabled={saving} onClick={() => void save()}>
          {saving ? 'Making the PDF…' : 'Save as PDF'}
        </Button>
        <Button variant="outlined" component={Link} href={`/jobs/${job.number}`}>
          Back to the job
        </Button>
      </Box>
      <Box
        component="article"
        ref={sheet}
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
            <Typography data-pdf="shop" sx={{ fontWeight: 700, fontSize: 20 }}>
              {shop}
            </Typography>
            <Typography data-pdf="dates" sx={{ fontSize: 14 }}>
              Opened <Moment at={job.openedAt} as="day" />
              {job.closedAt && (
                <>
                  , closed <Moment at={job.closedAt} as="day" />
                </>
              )}
            </Typography>
          </Box>
          <Typography data-pdf="title" component="h1" sx={{ fontSize: 26, fontWeight: 700 }}>
            Ticket {job.number}
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
          <Facts
            ink="#555"
            rows={[
              ['Machine', job.machine],
              ['Maker and model', [job.maker, job.model].filter(Boolean).join(', ')],
              ['Meter', job.meter],
              ['Customer', job.customer],
            ]}
          />
          <Facts
            ink="#555"
            rows={[
              ['Complaint', job.title],
              ['Customer’s words', job.complaint],
              ['Stages', stagesText(job)],
            ]}
          />
        </Box>
        {unreadable && <Unreadable {...unreadable} />}
        {shown && (
          <TicketDrive
            drive={shown.drive}
            beltId={shown.beltId}
            outsideMm={booked?.outsideMm ?? null}
            caption={booked ? beltOnTicketDrive(booked.belt, shown.asBooked) : 'The drive as drawn, engaged'}
          />
        )}
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
            {entries.map((e) => (
              <tr key={e.id} style={{ breakInside: 'avoid' }}>
                <td style={{ whiteSpace: 'nowrap' }}>
                  <Moment at={e.at} as="dayAndTime" />
                </td>
                <td style={{ whiteSpace: 'nowrap' }}>{stageName(e.stage)}</td>
                <td style={{ width: '100%', overflowWrap: 'anywhere' }}>
                  <EntryLine entry={e} />
                  {e.condition !== null && <em> ({e.condition})</em>}
                </td>
                <td style={{ whiteSpace: 'nowrap' }}>{e.by}</td>
              </tr>
            ))}
            {entries.length === 0 && (
              <tr>
                <td>No entries yet.</td>
              </tr>
            )}
          </tbody>
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 4, mt: 6, fontSize: 13 }}>
          <Box sx={{ borderTop: '1px solid #111', pt: 0.5 }}>Technician</Box>
          <Box sx={{ borderTop: '1px solid #111', pt: 0.5 }}>Customer</Box>
        </Box>
      </Box>
    </Box>
  );
}

/** How far each stage is, in words. */
const stagesText = ({ stages }: Job): string => STAGES.map((s) => `${stageName(s)} ${STATE_WORDS[stages[s]]}`).join(', ');

function TicketDrive({
  drive,
  beltId,
  outsideMm,
  caption,
}: {
  drive: Drive;
  beltId: string | null;
  outsideMm: number | null;
  caption: string;
}) {
  const { show } = useUnits();
  const request = useMemo(
    () => ({ drive, lever: 1, ...(outsideMm !== null && beltId !== null ? { outsideMm: { [beltId]: outsideMm } } : {}) }),
    [drive, beltId, outsideMm],
  );
  const { answer } = usePose(request);
  const bounds = useMemo(() => fitted(boundsOf(drive), { width: 700, height: 300 }), [drive]);
  if (!answer) return <Box sx={{ height: 260 }} aria-busy />;
  if (!answer.ok) return null;
  const px = bounds.width / 700;
  const { pose, solved, speeds } = answer.answer;
  return (
    <Box component="figure" data-pdf="drawing" sx={{ m: 0, border: '1px solid #bbb', p: 1 }}>
      <svg viewBox={`${bounds.x} ${bounds.y} ${bounds.width} ${bounds.height}`} width="100%" height={300} role="img" aria-label={caption}>
        <Drawing
          drive={drive}
          pose={pose}
          solved={solved}
          speeds={speeds}
          labels={placeLabels(
            drive,
            pose,
            px,
            drive.pulleys.map((p) => 34 + textWidth(p.label ?? p.id)),
            bounds,
          )}
          mmPerPx={px}
          ink={PAPER_INK}
          names
        />
      </svg>
      <Box component="figcaption" sx={{ fontSize: 13 }}>
        {caption}.{' '}
        {drive.belts
          .map((b, i) => {
            const s = solved.belts[i]!;
            return `${b.label ?? b.id}: ${show(convertLength(s.pitchLength ?? s.geometricLength, 'pitch', 'outside', sectionOf(b)), 'length')} outside${s.tension === null ? '' : `, ${show(s.tension, 'force')}`}`;
          })
          .join('; ')}
        .
      </Box>
    </Box>
  );
}

/** Page of the printed ticket. */
export const TicketSheet = answered('ticket.read', 'This ticket', PrintedTicket);
