'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useMemo, type ReactNode } from 'react';
import { sectionOf, type Drive } from '@/core/drive';
import { convertLength } from '@/core/belt';
import type { Job, Stage } from '@/db';
import { clock, day } from '@/ui/dates';
import { Icon } from '@/ui/icons';
import { Drawing, PAPER_INK, textWidth } from '@/ui/plate/drawing';
import { boundsOf, fitted, placeLabels } from '@/ui/plate/outline';
import { usePose } from '@/ui/solver';
import { useUnits } from '@/ui/units';
import { STAGE_WORDS, STATE_WORDS } from './stages';
import { EntryText } from './ticket';

/** The ticket on paper: an A4 sheet with the drive as it was booked. On screen it shows as it will print. */
export function PrintedTicket({ job, drive, shop }: { job: Job; drive: Drive | null; shop: string }) {
  const entries = job.entries.filter((e) => !e.withdrawn);
  const booked = [...entries].reverse().find((e) => e.type === 'belt-booked');
  return (
    <Box sx={{ p: { xs: 1.5, sm: 3 }, bgcolor: 'var(--ts-ground)' }}>
      <Box className="ts-screen-only" sx={{ display: 'flex', gap: 1, mb: 2 }}>
        <Button variant="contained" startIcon={<Icon name="print" />} onClick={() => window.print()}>
          Print this ticket
        </Button>
        <Button variant="outlined" component={Link} href={`/jobs/${job.number}`}>
          Back to the job
        </Button>
      </Box>
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
            <Typography sx={{ fontWeight: 700, fontSize: 20 }}>{shop}</Typography>
            <Typography sx={{ fontSize: 14 }} suppressHydrationWarning>
              Opened {day(job.openedAt)}
              {job.closedAt ? `, closed ${day(job.closedAt)}` : ''}
            </Typography>
          </Box>
          <Typography component="h1" sx={{ fontSize: 26, fontWeight: 700 }}>
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
            rows={[
              ['Machine', job.machine],
              ['Maker and model', [job.maker, job.model].filter(Boolean).join(', ')],
              ['Meter', job.meter],
              ['Customer', job.customer],
            ]}
          />
          <Facts
            rows={[
              ['Asked for', job.title],
              ['In their words', job.complaint],
              ['Stages', <Stages key="s" job={job} />],
            ]}
          />
        </Box>
        {drive && (
          <TicketDrive
            drive={drive}
            beltId={job.beltId}
            outsideMm={booked?.type === 'belt-booked' ? booked.body.outsideMm : null}
            caption={booked?.type === 'belt-booked' ? `${booked.body.belt} on the drive, engaged` : 'The drive as drawn, engaged'}
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
                <td style={{ whiteSpace: 'nowrap' }} suppressHydrationWarning>
                  {day(e.at)} {clock(e.at)}
                </td>
                <td style={{ whiteSpace: 'nowrap' }}>{STAGE_WORDS.find((s) => s.stage === e.stage)!.name}</td>
                <td style={{ width: '100%', overflowWrap: 'anywhere' }}>
                  <EntryText entry={e} />
                </td>
                <td style={{ whiteSpace: 'nowrap' }}>{e.by}</td>
              </tr>
            ))}
            {entries.length === 0 && (
              <tr>
                <td>Nothing written yet.</td>
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

function Stages({ job }: { job: Job }) {
  return (
    <>
      {(Object.keys(job.stages) as Stage[])
        .map((s) => `${STAGE_WORDS.find((w) => w.stage === s)!.name} ${STATE_WORDS[job.stages[s]]}`)
        .join(', ')}
    </>
  );
}

function Facts({ rows }: { rows: readonly (readonly [string, ReactNode])[] }) {
  return (
    <Box
      component="dl"
      sx={{ m: 0, display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 1.5, rowGap: 0.5, fontSize: 14, alignContent: 'start' }}
    >
      {rows
        .filter(([, v]) => v !== '')
        .map(([k, v]) => (
          <Box key={k} sx={{ display: 'contents' }}>
            <Box component="dt" sx={{ color: '#555' }}>
              {k}
            </Box>
            <Box component="dd" sx={{ m: 0 }}>
              {v}
            </Box>
          </Box>
        ))}
    </Box>
  );
}

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
    <Box component="figure" sx={{ m: 0, border: '1px solid #bbb', p: 1 }}>
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
