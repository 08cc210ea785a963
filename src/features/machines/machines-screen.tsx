'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { meterText } from '@/core/quantity';
import type { DriveSummary, JobSummary, Machine, NotebookSummary } from '@/db';
import { day } from '@/ui/dates';
import { Icon } from '@/ui/icons';
import { useNotice } from '@/ui/notice';
import { Card, Empty, Page } from '@/ui/page';
import { useUnits } from '@/ui/units';
import { beltSize } from '../match/candidates';
import { useMayChange } from '../shell/shell-context';
import { MachineForm } from './machine-form';

export function MachinesScreen({
  machines,
  customers,
  drives,
}: {
  machines: readonly Machine[];
  customers: readonly string[];
  drives: readonly DriveSummary[];
}) {
  const router = useRouter();
  const tell = useNotice();
  const mayChange = useMayChange();
  const [find, setFind] = useState('');
  const [adding, setAdding] = useState(false);
  const shown = useMemo(() => {
    const words = find.toLowerCase().split(/\s+/).filter(Boolean);
    return machines.filter((m) =>
      words.every((w) => `${m.name} ${m.maker} ${m.model} ${m.serial} ${m.customer}`.toLowerCase().includes(w)),
    );
  }, [machines, find]);
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
      {machines.length === 0 ? (
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
          <TextField label="Find a machine" value={find} onChange={(e) => setFind(e.target.value)} sx={{ maxWidth: 360, mb: 1.5 }} />
          <Box
            component="ul"
            sx={{ listStyle: 'none', m: 0, p: 0, border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)' }}
          >
            {shown.slice(0, 300).map((m) => (
              <Box component="li" key={m.id} sx={{ '& + li': { borderTop: '1px solid var(--ts-edge)' } }}>
                <Box
                  component={Link}
                  href={`/machines/${m.id}`}
                  sx={{
                    display: 'grid',
                    gridTemplateColumns: { xs: '1fr auto', md: 'minmax(0, 1.2fr) minmax(0, 1fr) minmax(0, 1fr) 110px' },
                    columnGap: 2,
                    p: '12px 16px',
                    color: 'inherit',
                    textDecoration: 'none',
                    alignItems: 'center',
                    '&:hover': { bgcolor: 'var(--ts-work-soft)' },
                  }}
                >
                  <Box sx={{ fontWeight: 650 }}>{m.name}</Box>
                  <Box sx={{ color: 'var(--ts-quiet)', display: { xs: 'none', md: 'block' } }}>
                    {m.model || m.maker}
                    {m.serial ? `, ${m.serial}` : ''}
                  </Box>
                  <Box sx={{ color: 'var(--ts-quiet)', gridRow: { xs: 2, md: 'auto' } }}>{m.customer}</Box>
                  <Box className="ts-mono" sx={{ textAlign: 'right' }}>
                    {m.meter === null ? '' : meterText(m.meter, m.meterUnit)}
                  </Box>
                </Box>
              </Box>
            ))}
          </Box>
          {shown.length === 0 && <Typography sx={{ mt: 2, color: 'var(--ts-quiet)' }}>No machine here is called “{find}”.</Typography>}
          {shown.length > 300 && (
            <Typography sx={{ mt: 1, color: 'var(--ts-quiet)' }}>The first 300 of {shown.length}; type to narrow them.</Typography>
          )}
        </>
      )}
      {adding && (
        <MachineForm
          machine={null}
          customers={customers}
          drives={drives}
          onClose={() => setAdding(false)}
          onSaved={(m) => {
            setAdding(false);
            tell({ text: `${m.name} is added.`, tone: 'done' });
            router.push(`/machines/${m.id}`);
          }}
        />
      )}
    </Page>
  );
}

export function MachineScreen({
  machine,
  customers,
  drives,
  notebooks,
  jobs,
}: {
  machine: Machine;
  customers: readonly string[];
  drives: readonly DriveSummary[];
  /** Drives of it that are being measured. */
  notebooks: readonly NotebookSummary[];
  jobs: readonly JobSummary[];
}) {
  const router = useRouter();
  const tell = useNotice();
  const mayChange = useMayChange();
  const units = useUnits();
  const [changing, setChanging] = useState(false);
  const own = drives.filter((d) => machine.driveIds.includes(d.id));
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
        </Card>
        <Card title="Its drives">
          {own.length === 0 ? (
            <Typography sx={{ color: 'var(--ts-quiet)' }}>
              No drive is drawn for it yet. Measure it here, or{' '}
              <Link href="/drives/new" style={{ color: 'inherit' }}>
                draw it
              </Link>{' '}
              and add it under Change.
            </Typography>
          ) : (
            own.map((d) => (
              <Box key={d.id} component={Link} href={`/drives/${d.id}`} sx={{ display: 'block', py: 1, color: 'inherit' }}>
                {d.name}
                <Box component="span" sx={{ color: 'var(--ts-quiet)' }}>
                  {' '}
                  · {d.belts.map((b) => beltSize(b, units)).join(', ')}
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
      {jobs.length === 0 ? (
        <Typography sx={{ color: 'var(--ts-quiet)' }}>None yet.</Typography>
      ) : (
        <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
          {jobs.map((j) => (
            <Box component="li" key={j.id} sx={{ borderTop: '1px solid var(--ts-edge)' }}>
              <Box
                component={Link}
                href={`/jobs/${j.number}`}
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
                <Box className="ts-mono" sx={{ width: 52 }}>
                  {j.number}
                </Box>
                <Box sx={{ flex: 1, minWidth: 160 }}>{j.title}</Box>
                <Box>{j.status}</Box>
                <Box suppressHydrationWarning sx={{ color: 'var(--ts-quiet)', width: 110, textAlign: 'right' }}>
                  {day(j.openedAt)}
                </Box>
              </Box>
            </Box>
          ))}
        </Box>
      )}
      {changing && (
        <MachineForm
          machine={machine}
          customers={customers}
          drives={drives}
          onClose={() => setChanging(false)}
          onSaved={() => {
            setChanging(false);
            tell({ text: 'Saved.', tone: 'done' });
            router.refresh();
          }}
        />
      )}
    </Page>
  );
}
