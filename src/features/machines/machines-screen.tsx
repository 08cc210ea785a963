'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { meterText } from '@/core/quantity';
import type { JobLine, Machine, MachineLine, NotebookSummary, StoredDrive, UnreadableRow } from '@/db';
import { Icon } from '@/ui/icons';
import { LinkRows } from '@/ui/link-rows';
import { FindField, Pager, useListing, type ListAsk, type ListedPage } from '@/ui/listing';
import { Card, Empty, Page } from '@/ui/page';
import { DriveSketch } from '@/ui/plate/sketch';
import { useUnits } from '@/ui/units';
import { Unreadable } from '@/ui/unreadable';
import { beltSize } from '../match/candidates';
import { JobRows } from '../jobs/job-rows';
import { useMayChange } from '../shell/shell-context';
import { listMachines } from './actions';
import { MachineForm } from './machine-form';

export function MachinesScreen({ first, asked }: { first: ListedPage<MachineLine>; asked: ListAsk }) {
  const router = useRouter();
  const mayChange = useMayChange();
  const listing = useListing('machines', first, asked, listMachines);
  const shown = listing.rows;
  const [adding, setAdding] = useState(false);
  return (
    <Page
      title="Machines"
      lead="Whose they are, what drives them, what was done."
      acts={
        mayChange && (
          <Button variant="contained" startIcon={<Icon name="add" />} onClick={() => setAdding(true)}>
            Add a machine
          </Button>
        )
      }
    >
      {first.total === 0 && asked.find === '' && listing.ask.find === '' ? (
        <Empty
          title="No machines yet"
          act={
            mayChange && (
              <Button variant="contained" onClick={() => setAdding(true)}>
                Add the first
              </Button>
            )
          }
        >
          A machine has an owner, a meter and one or more drives. Jobs are opened on it.
        </Empty>
      ) : (
        <>
          <FindField label="Find a machine" listing={listing} />
          <LinkRows
            columns="minmax(0, 1.2fr) minmax(0, 1fr) minmax(0, 1fr) 110px"
            narrow="1fr auto"
            rows={shown.map((m) => ({
              key: m.id,
              href: `/machines/${m.id}`,
              cells: [
                m.name,
                <span key="model" className="ts-quiet ts-wide-only">
                  {m.model || m.maker}
                  {m.serial ? `, ${m.serial}` : ''}
                </span>,
                <span key="customer" className="ts-quiet">
                  {m.customer}
                </span>,
                <span key="meter" className="ts-mono">
                  {m.meter === null ? '' : meterText(m.meter, m.meterUnit)}
                </span>,
              ],
            }))}
          />
          {shown.length === 0 && !listing.busy && (
            <Typography sx={{ mt: 2, color: 'var(--ts-quiet)' }}>No machine here is called “{listing.ask.find}”.</Typography>
          )}
          <Pager listing={listing} />
        </>
      )}
      {adding && (
        <MachineForm
          machine={null}
          drives={[]}
          onClose={() => setAdding(false)}
          onSaved={(made) => {
            setAdding(false);
            if (made) router.push(`/machines/${made.id}`);
          }}
        />
      )}
    </Page>
  );
}

export function MachineScreen({
  machine,
  own,
  unreadable,
  notebooks,
  jobs,
}: {
  machine: Machine;
  /** Its drives, to be drawn. */
  own: readonly StoredDrive[];
  unreadable: readonly UnreadableRow[];
  /** Drives of it that are being measured. */
  notebooks: readonly NotebookSummary[];
  /** The latest of its jobs, and how many there are. */
  jobs: ListedPage<JobLine>;
}) {
  const mayChange = useMayChange();
  const units = useUnits();
  const [changing, setChanging] = useState(false);
  const facts: [string, string][] = [
    ['Maker', machine.maker],
    ['Model', machine.model],
    ['Serial number', machine.serial],
    ['Meter', machine.meter === null ? '' : meterText(machine.meter, machine.meterUnit)],
    ['Customer', machine.customer],
  ];
  return (
    <Page
      title={machine.name}
      lead={machine.notes}
      acts={
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
        <Card title="What it is">
          <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 2, rowGap: 0.75, m: 0 }}>
            {facts
              .filter(([, v]) => v)
              .map(([k, v]) => (
                <Box key={k} sx={{ display: 'contents' }}>
                  <Box component="dt" sx={{ color: 'var(--ts-quiet)' }}>
                    {k}
                  </Box>
                  <Box component="dd" sx={{ m: 0 }}>
                    {v}
                  </Box>
                </Box>
              ))}
          </Box>
          <Button component={Link} href={`/machines/${machine.id}/known`} sx={{ mt: 1.5, ml: -2 }}>
            What is known of it
          </Button>
        </Card>
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
                · being measured, {n.measured} of {n.asked} distances
              </Box>
            </Box>
          ))}
          {mayChange && (
            <Button component={Link} href={`/drives/measure?machine=${machine.id}`} sx={{ px: 0 }}>
              Measure {own.length + notebooks.length > 0 ? 'another' : 'its drive'}
            </Button>
          )}
        </Card>
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
        <Typography sx={{ mt: 1, color: 'var(--ts-quiet)' }}>
          The latest {jobs.rows.length} of {jobs.total}; Find (Ctrl K) finds the others by number or words.
        </Typography>
      )}
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
