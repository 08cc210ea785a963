'use client';

import Badge from '@mui/material/Badge';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Drawer from '@mui/material/Drawer';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import Link from 'next/link';
import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { waitsFor, STAGES, type Stage } from '@/core/job';
import type { Job, StoredDrive, UnreadableRow } from '@/db';
import { Icon } from '@/ui/icons';
import { useRead } from '@/ui/reads';
import { usePutAddress } from '@/ui/refresh';
import { Staleness } from '@/ui/staleness';
import { useMayChange } from '../shell/shell-context';
import { readJob } from './actions';
import { useJobActs, type JobActs } from './job-acts';
import { Spine } from './spine';
import { BesideSlotsProvider } from './stages/beside';
import { STAGE_MODULES } from './stages/registry';
import { NotSecured } from './stages/secure/not-secured';
import { Ticket } from './ticket';
import { useBay } from './use-bay';

export interface JobScreenProps {
  readonly job: Job;
  /** The drives of the machine, and the one that the job is about. */
  readonly drives: readonly StoredDrive[];
  readonly unreadable: readonly UnreadableRow[];
}

/** The stage that the address names, else the one to do next when the job was opened. Another is shown without asking the server. */
function useStage(job: Job): [Stage, JobActs['go']] {
  const named = useSearchParams().get('stage');
  const asked = STAGES.find((s) => s === named) ?? null;
  const [first] = useState(() => waitsFor(job.stages) ?? 'book');
  const [chosen, setChosen] = useState<Stage | null>(null);
  const at = chosen ?? asked ?? first;
  const here = useRef(at);
  useEffect(() => {
    here.current = at;
  }, [at]);
  const putAddress = usePutAddress();
  const go = useCallback(
    (stage: Stage, from?: Stage) => {
      // Whoever went elsewhere while an act was under way stays there.
      if (from !== undefined && from !== here.current) return;
      setChosen(stage);
      putAddress('push', `?stage=${stage}`);
    },
    [putAddress],
  );
  useEffect(() => {
    const back = () => setChosen(null);
    window.addEventListener('popstate', back);
    return () => window.removeEventListener('popstate', back);
  }, []);
  return [at, go];
}

/** A job: the spine of stages, the bench for the one at hand, the ticket beside it. */
export function JobScreen({ job: first, drives, unreadable }: JobScreenProps) {
  const reading = useRead(['job', first.number], () => readJob({ number: first.number }), { first });
  const job = reading.value ?? first;
  const [at, go] = useStage(job);
  const acts = useJobActs(job, go);
  const mayChange = useMayChange();
  const bay = useBay(job, drives);
  const writable = mayChange && job.status === 'open';
  const { Bench } = STAGE_MODULES[at];
  const [ticketSlot, setTicketSlot] = useState<HTMLElement | null>(null);
  const [footSlot, setFootSlot] = useState<HTMLElement | null>(null);
  const slots = useMemo(() => ({ ticket: ticketSlot, foot: footSlot }), [ticketSlot, footSlot]);
  return (
    <BesideSlotsProvider value={slots}>
      <Head job={job} />
      <Box sx={{ flex: 1, display: 'flex', flexDirection: { xs: 'column', md: 'row' }, minWidth: 0 }}>
        <Spine number={job.number} stages={job.stages} at={at} onGo={go} />
        <Box sx={{ flex: 1, minWidth: 0, p: { xs: 1.5, sm: 2 } }}>
          <Staleness reading={reading} what="This job" />
          {writable && <NotSecured {...{ job, at, acts, bay }} onGo={go} />}
          <Bench key={at} {...{ job, at, acts, bay, drives, unreadable, writable, mayChange }} />
        </Box>
        <Side entries={job.entries.length} setFoot={setFootSlot}>
          <Ticket job={job} onTakeBack={writable ? acts.takeBack : null} />
          <div ref={setTicketSlot} />
        </Side>
      </Box>
    </BesideSlotsProvider>
  );
}

function Head({ job }: { job: Job }) {
  return (
    <Box
      sx={{
        px: { xs: 1.5, sm: 2.5 },
        py: 1,
        borderBottom: '1px solid var(--ts-edge)',
        bgcolor: 'var(--ts-card)',
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 2,
        alignItems: 'baseline',
      }}
    >
      <Typography variant="h2" component="h1">
        {job.title}
      </Typography>
      <Typography sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>
        Job {job.number} ·{' '}
        <Link href={`/machines/${job.machineId}`} style={{ color: 'inherit' }}>
          {job.machine}
        </Link>
        {job.model ? ` · ${job.model}` : ''}
        {job.meter ? ` · ${job.meter}` : ''}
        {job.customer ? ` · ${job.customer}` : ''}
        {job.status === 'closed' ? ' · closed' : ''}
      </Typography>
    </Box>
  );
}

/** The ticket: beside the bench, or in a drawer that a phone opens from its foot. */
function Side({ entries, setFoot, children }: { entries: number; setFoot: (node: HTMLElement | null) => void; children: ReactNode }) {
  const wide = useMediaQuery('(min-width:1100px)');
  const [open, setOpen] = useState(false);
  if (wide)
    return (
      <Box
        component="aside"
        aria-label="Ticket"
        sx={{ width: 276, flex: 'none', bgcolor: 'var(--ts-ticket)', borderLeft: '1px solid var(--ts-edge)', p: 2 }}
      >
        <Box sx={{ position: 'sticky', top: 16, maxHeight: 'calc(100dvh - 32px)', overflowY: 'auto' }}>{children}</Box>
      </Box>
    );
  return (
    <>
      <Box
        sx={{
          position: 'sticky',
          bottom: { xs: 56, sm: 0 },
          zIndex: 15,
          display: 'flex',
          gap: 1,
          p: 1,
          bgcolor: 'var(--ts-card)',
          borderTop: '1px solid var(--ts-edge)',
          alignSelf: { md: 'flex-end' },
        }}
      >
        <Badge badgeContent={entries} color="primary">
          <Button variant="outlined" startIcon={<Icon name="ticket" />} onClick={() => setOpen(true)}>
            Ticket
          </Button>
        </Badge>
        <Box ref={setFoot} sx={{ flex: 1 }} />
      </Box>
      <Drawer
        anchor="bottom"
        open={open}
        onClose={() => setOpen(false)}
        slotProps={{ paper: { sx: { maxHeight: '85dvh', p: 2, bgcolor: 'var(--ts-ticket)' } } }}
      >
        {/* What is done on the ticket is seen on the bench. */}
        <Box onClick={(e) => e.target instanceof Element && e.target.closest('[data-leaves]') && setOpen(false)}>{children}</Box>
        <Button onClick={() => setOpen(false)} sx={{ mt: 1 }}>
          Close the ticket
        </Button>
      </Drawer>
    </>
  );
}
