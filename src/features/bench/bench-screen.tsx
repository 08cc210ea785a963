'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useState } from 'react';
import type { JobSummary, Stage } from '@/db';
import { day } from '@/ui/dates';
import { Icon } from '@/ui/icons';
import { Empty, Page } from '@/ui/page';
import { nextStage, STAGE_WORDS, stageName, STATE_WORDS } from '../jobs/stages';
import { useMayChange } from '../shell/shell-context';

/** Seven small knots on a strand: how far a job is, at a glance. */
function Progress({ job }: { job: JobSummary }) {
  return (
    <svg
      width={150}
      height={20}
      viewBox="0 0 150 20"
      role="img"
      aria-label={STAGE_WORDS.map((s) => `${s.name} ${STATE_WORDS[job.stages[s.stage]]}`).join(', ')}
    >
      <path d="M10 10H140" stroke="var(--ts-edge)" strokeWidth={3} />
      {STAGE_WORDS.map(({ stage }, i) => {
        const state = job.stages[stage];
        const x = 10 + i * (130 / 6);
        return (
          <g key={stage}>
            <circle
              cx={x}
              cy={10}
              r={6}
              fill={state === 'done' ? 'var(--ts-ink)' : 'var(--ts-card)'}
              stroke={state === 'under-way' ? 'var(--ts-work)' : state === 'held' ? 'var(--ts-copper)' : 'var(--ts-ink)'}
              strokeWidth={state === 'under-way' || state === 'held' ? 3 : 1.5}
              strokeDasharray={state === 'skipped' ? '2.5 2' : undefined}
            />
            {state === 'held' && <path d={`M${x - 2} 7v6M${x + 2} 7v6`} stroke="var(--ts-copper)" strokeWidth={1.6} />}
          </g>
        );
      })}
    </svg>
  );
}

function waitsFor(job: JobSummary): { stage: Stage; text: string; held: boolean } | null {
  const stage = nextStage(job.stages);
  if (!stage) return null;
  const held = job.stages[stage] === 'held';
  return { stage, held, text: held ? `${stageName(stage)} is held` : `${stageName(stage)} next` };
}

/** Open jobs and what each waits for; closed ones below. */
export function BenchScreen({ jobs }: { jobs: readonly JobSummary[] }) {
  const mayChange = useMayChange();
  const [past, setPast] = useState(10);
  const open = jobs.filter((j) => j.status === 'open');
  const closed = jobs.filter((j) => j.status === 'closed');
  const newJob = mayChange && (
    <Button component={Link} href="/jobs/new" variant="contained" startIcon={<Icon name="add" />}>
      Open a job
    </Button>
  );
  return (
    <Page
      title="Bench"
      lead={
        open.length === 0 ? 'Nothing on the bench.' : `${open.length} open ${open.length === 1 ? 'job' : 'jobs'}, and what each waits for.`
      }
      acts={open.length > 0 && newJob}
    >
      {open.length === 0 ? (
        <Empty title="The bench is clear" act={newJob}>
          A job is one machine’s visit: its stages, its readings, its belt and its ticket. It shows here until it is closed.
        </Empty>
      ) : (
        <Box
          component="ul"
          sx={{ listStyle: 'none', p: 0, m: 0, border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)' }}
        >
          {open.map((job) => {
            const waits = waitsFor(job);
            return (
              <Box component="li" key={job.id} sx={{ '& + li': { borderTop: '1px solid var(--ts-edge)' } }}>
                <Box
                  component={Link}
                  href={`/jobs/${job.number}${waits ? `?stage=${waits.stage}` : ''}`}
                  sx={{
                    display: 'grid',
                    gridTemplateColumns: { xs: '52px 1fr', md: '60px minmax(0,1.4fr) minmax(0,1fr) 160px 150px' },
                    columnGap: 2,
                    rowGap: 0.5,
                    alignItems: 'center',
                    p: '14px 16px',
                    color: 'inherit',
                    textDecoration: 'none',
                    '&:hover': { bgcolor: 'var(--ts-work-soft)' },
                  }}
                >
                  <Box className="ts-mono" sx={{ fontSize: 18, fontWeight: 600, alignSelf: { xs: 'start', md: 'center' } }}>
                    {job.number}
                  </Box>
                  <Box sx={{ minWidth: 0 }}>
                    <Box sx={{ fontWeight: 650, fontSize: 16 }}>{job.title}</Box>
                    <Box sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>{job.machine}</Box>
                  </Box>
                  <Box sx={{ color: 'var(--ts-quiet)', fontSize: 14, gridColumn: { xs: 2, md: 'auto' } }}>
                    {job.customer}
                    <Box
                      component="span"
                      suppressHydrationWarning
                      sx={{ display: { md: 'block' }, ml: { xs: job.customer ? 1 : 0, md: 0 } }}
                    >
                      since {day(job.openedAt)}
                    </Box>
                  </Box>
                  <Box sx={{ gridColumn: { xs: 2, md: 'auto' } }}>
                    <Progress job={job} />
                  </Box>
                  <Box
                    sx={{ gridColumn: { xs: 2, md: 'auto' }, fontWeight: 650, color: waits?.held ? 'var(--ts-copper)' : 'var(--ts-work)' }}
                  >
                    {waits?.text ?? 'All done: close it'}
                  </Box>
                </Box>
              </Box>
            );
          })}
        </Box>
      )}
      {closed.length > 0 && (
        <>
          <Typography variant="h2" sx={{ mt: 4, mb: 1 }}>
            Closed
          </Typography>
          <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
            {closed.slice(0, past).map((job) => (
              <Box component="li" key={job.id} sx={{ borderTop: '1px solid var(--ts-edge)' }}>
                <Box
                  component={Link}
                  href={`/jobs/${job.number}?stage=book`}
                  sx={{
                    display: 'flex',
                    flexWrap: 'wrap',
                    columnGap: 2,
                    minHeight: 44,
                    alignItems: 'center',
                    color: 'inherit',
                    textDecoration: 'none',
                    '&:hover': { bgcolor: 'var(--ts-work-soft)' },
                  }}
                >
                  <Box className="ts-mono" sx={{ width: 60 }}>
                    {job.number}
                  </Box>
                  <Box sx={{ flex: 1, minWidth: 180 }}>{job.title}</Box>
                  <Box sx={{ color: 'var(--ts-quiet)' }}>{job.machine}</Box>
                  <Box suppressHydrationWarning sx={{ color: 'var(--ts-quiet)', width: 110, textAlign: 'right' }}>
                    {job.closedAt ? day(job.closedAt) : ''}
                  </Box>
                </Box>
              </Box>
            ))}
          </Box>
          {closed.length > past && (
            <Button onClick={() => setPast(past + 50)} sx={{ mt: 1 }}>
              Show {Math.min(50, closed.length - past)} more
            </Button>
          )}
        </>
      )}
    </Page>
  );
}
