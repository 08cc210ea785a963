'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useState, type ReactNode } from 'react';
import type { StoredPart } from '@/core/job';
import { Facts } from '@/ui/facts';
import { Icon } from '@/ui/icons';
import type { ListedPage } from '@/ui/listing';
import { Card, Page } from '@/ui/page';
import { DriveSketch } from '@/ui/plate/sketch';
import { useUnits } from '@/ui/units';
import { Unreadable } from '@/ui/unreadable';
import { useWhen } from '@/ui/when';
import { JobRows } from '@/ui/job-rows';
import { beltSize } from '@/services/candidates';
import { MachineFollowUps } from '../follow-ups/machine-follow-ups';
import { PapersCard } from '../papers/papers-card';
import { useMayChange } from '../shell/shell-context';
import { MachineForm } from './machine-form';
import { MeterCard } from './meter-card';
import { TimelineCard } from './timeline-card';
import { beingMeasured, latestJobs } from './messages';
import { answered } from '../queries/answered';
import type {
  FollowUpLine,
  JobLine,
  LoggedReading,
  Machine,
  MachineEvent,
  NotebookSummary,
  StoredDocument,
  StoredDrive,
  UnreadableRow,
} from '@/contract/records';

/** A machine: data, drives, meter, documents, jobs and history. */
export function MachineScreen({
  machine,
  own,
  unreadable,
  notebooks,
  jobs,
  log,
  papers,
  events,
  eventCount,
  storedParts,
  followUps,
}: {
  machine: Machine;
  /** Its drives, to be drawn. */
  own: readonly StoredDrive[];
  unreadable: readonly UnreadableRow[];
  /** Drives of it that are being measured. */
  notebooks: readonly NotebookSummary[];
  /** The latest of its jobs, and how many there are. */
  jobs: ListedPage<JobLine>;
  /** Readings of its meter, the latest first. */
  log: readonly LoggedReading[];
  papers: readonly StoredDocument[];
  events: readonly MachineEvent[];
  eventCount: number;
  storedParts: readonly StoredPart[];
  followUps: readonly FollowUpLine[];
}) {
  const mayChange = useMayChange();
  const [changing, setChanging] = useState(false);
  return (
    <Page
      title={machine.name}
      lead={machine.notes}
      actions={
        mayChange && (
          <>
            <Button variant="outlined" onClick={() => setChanging(true)}>
              Change
            </Button>
            <Button component={Link} href={`/jobs/new?machine=${machine.id}`} variant="contained" startIcon={<Icon name="add" />}>
              Open a job
            </Button>
          </>
        )
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' }, gap: 2 }}>
        <DataCard machine={machine} />
        <DrivesCard {...{ machine, own, unreadable, notebooks, mayChange }} />
        <MeterCard machine={machine} log={log} />
        <PapersCard of={{ machineId: machine.id }} papers={papers} />
        <MachineFollowUps lines={followUps} />
        {storedParts.length > 0 && <StoredPartsCard parts={storedParts} />}
      </Box>
      <Typography variant="h2" sx={{ mt: 3, mb: 1 }}>
        Jobs
      </Typography>
      {jobs.rows.length === 0 ? (
        <Typography sx={{ color: 'var(--ts-quiet)' }}>None yet.</Typography>
      ) : (
        <JobRows jobs={jobs.rows} aside={(j) => j.status} date={(j) => j.openedAt} />
      )}
      {jobs.total > jobs.rows.length && (
        <Typography sx={{ mt: 1, color: 'var(--ts-quiet)' }}>{latestJobs(jobs.rows.length, jobs.total)}</Typography>
      )}
      <Box sx={{ mt: 3 }}>
        <TimelineCard machineId={machine.id} events={events} total={eventCount} />
      </Box>
      {changing && (
        <MachineForm
          machine={machine}
          drives={own.map(({ id, document }) => ({ id, label: document.name }))}
          onClose={() => setChanging(false)}
          onSaved={() => setChanging(false)}
        />
      )}
    </Page>
  );
}

/** Parts of the machine that its jobs put into store, each with its place and its job. */
function StoredPartsCard({ parts }: { parts: readonly StoredPart[] }) {
  const { day } = useWhen();
  return (
    <Card title="Stored parts">
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {parts.map(({ item, count, note, job, at }) => (
          <Box component="li" key={item} sx={{ borderBottom: '1px solid var(--ts-edge)', py: 1 }}>
            {count} × {item}: {note}
            <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>
              {day(at)},{' '}
              <Link href={`/jobs/${job}`} style={{ color: 'inherit' }}>
                job {job}
              </Link>
            </Box>
          </Box>
        ))}
      </Box>
    </Card>
  );
}

function DataCard({ machine }: { machine: Machine }) {
  const facts: [string, ReactNode][] = [
    ['Maker', machine.maker],
    ['Model', machine.model],
    ['Serial number', machine.serial],
    [
      'Customer',
      machine.customerId === null ? (
        ''
      ) : (
        <Link href={`/customers/${machine.customerId}`} style={{ color: 'inherit' }}>
          {machine.customer}
        </Link>
      ),
    ],
  ];
  return (
    <Card title="Machine data">
      <Facts rows={facts} />
      <Box sx={{ mt: 1.5, ml: -2 }}>
        <Button component={Link} href={`/machines/${machine.id}/known`}>
          Machine facts
        </Button>
        <Button component={Link} href={`/machines/${machine.id}/label`}>
          Label
        </Button>
      </Box>
    </Card>
  );
}

/** Drives of the machine, with those that are being measured. */
function DrivesCard({
  machine,
  own,
  unreadable,
  notebooks,
  mayChange,
}: {
  machine: Machine;
  own: readonly StoredDrive[];
  unreadable: readonly UnreadableRow[];
  notebooks: readonly NotebookSummary[];
  mayChange: boolean;
}) {
  const units = useUnits();
  return (
    <Card title="Its drives">
      {unreadable.map((d) => (
        <Unreadable key={d.id} name={d.name} problem={d.problem} text={d.text} />
      ))}
      {own.length === 0 ? (
        <Typography sx={{ color: 'var(--ts-quiet)' }}>
          No drive is drawn for it yet. Measure it here, or{' '}
          <Link href="/drives/new" style={{ color: 'inherit' }}>
            draw it
          </Link>{' '}
          and add it under Change.
        </Typography>
      ) : (
        own.map(({ id, document }) => (
          <Box
            key={id}
            component={Link}
            href={`/drives/${id}`}
            sx={{
              display: 'block',
              p: 1,
              mx: -1,
              borderRadius: '4px',
              color: 'inherit',
              '&:hover': { bgcolor: 'var(--ts-work-soft)' },
            }}
          >
            <DriveSketch drive={document} height={150} />
            <Box sx={{ mt: 0.5 }}>
              {document.name}
              <Box component="span" sx={{ color: 'var(--ts-quiet)' }}>
                {' '}
                · {document.belts.map((b) => beltSize(b, units)).join(', ')}
              </Box>
            </Box>
          </Box>
        ))
      )}
      {notebooks.map((n) => (
        <Box key={n.id} component={Link} href={`/drives/measure/${n.id}`} sx={{ display: 'block', py: 1, color: 'inherit' }}>
          {n.name || 'Unnamed drive'}
          <Box component="span" sx={{ color: 'var(--ts-quiet)' }}>
            {' '}
            {beingMeasured(n.measured, n.asked)}
          </Box>
        </Box>
      ))}
      {mayChange && (
        <Button component={Link} href={`/drives/measure?machine=${machine.id}`} sx={{ px: 0 }}>
          Measure {own.length + notebooks.length > 0 ? 'another' : 'its drive'}
        </Button>
      )}
    </Card>
  );
}

/** Page of a machine. */
export const MachinePage = answered('machine.read', 'This machine', MachineScreen);
