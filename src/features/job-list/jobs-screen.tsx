'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { Fragment } from 'react';
import { currentStage, STAGES, type Stage } from '@/core/job';
import { Icon } from '@/ui/icons';
import { LinkRows } from '@/ui/link-rows';
import { FindField, Pager, type ListAsk, type ListedPage } from '@/ui/listing';
import { Empty, Page } from '@/ui/page';
import { Moment } from '@/ui/when';
import { JobRows } from '@/ui/job-rows';
import { stageName, STATE_WORDS } from '../jobs/stage-messages';
import { useMayChange } from '../shell/shell-context';
import { latestOpenJobs, noClosedJobMatches, openJobs } from './messages';
import { useListOf } from '../queries/use-query';
import { answered } from '../queries/answered';
import { dueCount } from '../follow-ups/messages';
import type { DueCount, JobLine, JobSummary } from '@/contract/records';

/** A small knot for each stage on a strand: how far a job is, at a glance. */
function Progress({ job }: { job: JobSummary }) {
  return (
    <svg
      width={150}
      height={20}
      viewBox="0 0 150 20"
      role="img"
      aria-label={STAGES.map((s) => `${stageName(s)} ${STATE_WORDS[job.stages[s]]}`).join(', ')}
    >
      <path d="M10 10H140" stroke="var(--ts-edge)" strokeWidth={3} />
      {STAGES.map((stage, i) => {
        const state = job.stages[stage];
        const x = 10 + i * (130 / (STAGES.length - 1));
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

function waitOf(job: JobSummary): { stage: Stage; text: string; held: boolean } | null {
  const stage = currentStage(job.stages);
  if (!stage) return null;
  const held = job.stages[stage] === 'held';
  return { stage, held, text: held ? `${stageName(stage)} is held` : `${stageName(stage)} next` };
}

/** Number of follow-ups that are due, as the way to their list. */
function DueNote({ due }: { due: DueCount }) {
  if (due.overdue + due.soon === 0) return null;
  return (
    <Box sx={{ mb: 2 }}>
      <Link href="/follow-ups" className={due.overdue > 0 ? 'ts-held' : 'ts-next'} style={{ display: 'inline-block', padding: '10px 0' }}>
        {dueCount(due)}
      </Link>
    </Box>
  );
}

/** Open jobs and what each waits for; closed ones below. */
export function JobsScreen({
  open: { rows: open, total },
  closed,
  asked,
  due,
}: {
  open: ListedPage<JobSummary>;
  closed: ListedPage<JobLine>;
  asked: ListAsk;
  due: DueCount;
}) {
  const mayChange = useMayChange();
  const past = useListOf('jobs.closed', closed, asked);
  const newJob = mayChange && (
    <Button component={Link} href="/jobs/new" variant="contained" startIcon={<Icon name="add" />}>
      Open a job
    </Button>
  );
  return (
    <Page title="Jobs" lead={total === 0 ? 'Jobs stay here until they are closed.' : openJobs(total)} actions={open.length > 0 && newJob}>
      <DueNote due={due} />
      {open.length === 0 ? (
        <Empty title="No open jobs" action={newJob}>
          A job covers one visit of a machine: stages, readings, belt and ticket. It is shown here until it is closed.
        </Empty>
      ) : (
        <LinkRows
          columns="60px minmax(0, 1.4fr) minmax(0, 1fr) 160px 150px"
          narrow="52px 1fr"
          rest={2}
          rows={open.map((job) => {
            const waits = waitOf(job);
            return {
              key: job.id,
              href: `/jobs/${job.number}${waits ? `?stage=${waits.stage}` : ''}`,
              cells: [
                <span key="number" className="ts-mono ts-number">
                  {job.number}
                </span>,
                <Fragment key="title">
                  <div className="ts-name">{job.title}</div>
                  <div className="ts-quiet ts-small">{job.machine}</div>
                </Fragment>,
                <div key="customer" className="ts-quiet ts-small">
                  {job.customer ? `${job.customer}, ` : ''}
                  <span>
                    since <Moment at={job.openedAt} as="day" />
                  </span>
                </div>,
                <Progress key="progress" job={job} />,
                <div key="next" className={waits?.held ? 'ts-held' : 'ts-next'}>
                  {waits?.text ?? 'All done: close it'}
                </div>,
              ],
            };
          })}
        />
      )}
      {total > open.length && <Typography sx={{ mt: 1, color: 'var(--ts-quiet)' }}>{latestOpenJobs(open.length, total)}</Typography>}
      {(closed.total > 0 || asked.find !== '') && (
        <>
          <Typography variant="h2" sx={{ mt: 4, mb: 1 }}>
            Closed
          </Typography>
          {(closed.total > closed.size || asked.find !== '') && <FindField label="Find a closed job" listing={past} />}
          <JobRows jobs={past.rows} aside={(j) => j.machine} date={(j) => j.closedAt} />
          {past.rows.length === 0 && !past.busy && (
            <Typography sx={{ mt: 1, color: 'var(--ts-quiet)' }}>{noClosedJobMatches(past.ask.find)}</Typography>
          )}
          <Pager listing={past} />
        </>
      )}
    </Page>
  );
}

/** Page of the jobs. */
export const OpenJobs = answered('jobs.open', 'This list', JobsScreen);
