'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { waitsFor } from '@/core/job';
import { OpenedLineProvider } from './now/run-context';
import type { Job, StoredDrive, UnreadableRow } from '@/db';
import { useRead } from '@/ui/reads';
import { Staleness } from '@/ui/staleness';
import { useMayChange } from '../shell/shell-context';
import { readJob } from './actions';
import { useJobActs } from './job-acts';
import { Side } from './side';
import { Spine } from './spine';
import { BesideSlotsProvider } from './stages/beside';
import { STAGE_MODULES } from './stages/registry';
import { NotSecured } from './stages/secure/not-secured';
import { Ticket } from './ticket';
import { useBay } from './use-bay';
import { useStage } from './use-stage';

export interface JobScreenProps {
  readonly job: Job;
  /** The drives of the machine, and the one that the job is about. */
  readonly drives: readonly StoredDrive[];
  readonly unreadable: readonly UnreadableRow[];
}

/** A job: the spine of stages, the bench for the one at hand, the ticket beside it. */
export function JobScreen({ job: first, drives, unreadable }: JobScreenProps) {
  const reading = useRead(['job', first.number], () => readJob({ number: first.number }), { first });
  const job = reading.value ?? first;
  const [at, go] = useStage(() => waitsFor(job.stages) ?? 'book');
  const acts = useJobActs(job, go);
  const mayChange = useMayChange();
  const bay = useBay(job, drives);
  const writable = mayChange && job.status === 'open';
  const { Bench } = STAGE_MODULES[at];
  const [ticketSlot, setTicketSlot] = useState<HTMLElement | null>(null);
  const [footSlot, setFootSlot] = useState<HTMLElement | null>(null);
  const slots = useMemo(() => ({ ticket: ticketSlot, foot: footSlot }), [ticketSlot, footSlot]);
  return (
    <OpenedLineProvider key={job.number}>
      <BesideSlotsProvider value={slots}>
        <Head job={job} />
        <Box sx={{ flex: 1, display: 'flex', flexDirection: { xs: 'column', md: 'row' }, minWidth: 0 }}>
          <Spine base={`/jobs/${job.number}`} stages={bay.stages} at={at} onGo={go} />
          <Box sx={{ flex: 1, minWidth: 0, p: { xs: 1.5, sm: 2 } }}>
            <Staleness reading={reading} what="This job" />
            {writable && <NotSecured {...{ job, at, acts, bay }} onGo={go} />}
            <Bench key={at} {...{ job, at, acts, bay, drives, unreadable, writable, mayChange }} />
          </Box>
          <Side entries={job.entries.length} setFoot={setFootSlot}>
            <Ticket job={job} placeOf={bay.replayed.placeOf} onTakeBack={writable ? acts.takeBack : null} />
            <div ref={setTicketSlot} />
          </Side>
        </Box>
      </BesideSlotsProvider>
    </OpenedLineProvider>
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
