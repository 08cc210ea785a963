'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useEffect, useMemo, useState } from 'react';
import { currentStage } from '@/core/job';
import { OpenedLineProvider } from './now/run-context';
import { Icon } from '@/ui/icons';
import { Staleness } from '@/ui/staleness';
import { AlsoHere } from '../shell/also-here';
import { useMayChange } from '../shell/shell-context';
import { useJobCommands } from './job-commands';
import { Side, TicketButton, useTicketBeside } from './side';
import { StageNav } from './stage-nav';
import { BesideSlotsProvider } from './stages/beside';
import { stageWidth } from './stages/frame';
import { STAGE_MODULES } from './stages/registry';
import { NotSecured } from './stages/secure/not-secured';
import { Ticket } from './ticket';
import { useJobContext } from './use-job-context';
import { useStage } from './use-stage';
import { useWithQueuedLines } from './queued-lines';
import { beforeHandBack } from './job-messages';
import { useAnswerOf } from '../queries/use-query';
import type { Job, StoredDrive, UnreadableRow } from '@/contract/records';

export interface JobScreenProps {
  /** The job as the server sent it with the page. */
  readonly first: Job;
  /** The drives of the machine, and the one that the job is about. */
  readonly firstDrives: { readonly drives: readonly StoredDrive[]; readonly unreadable: readonly UnreadableRow[] };
}

/** A job: the stage navigation, the current stage, and the ticket next to it. */
export function JobScreen({ first, firstDrives }: JobScreenProps) {
  const { number } = first;
  const reading = useAnswerOf('job.read', { number }, first);
  const read = reading.value;
  const { drives, unreadable } = useAnswerOf('drives.of-job', { number }, firstDrives).value;
  const { job, sent, refused } = useWithQueuedLines(read, reading.busy || reading.problem !== null);
  const jobContext = useJobContext(job, drives);
  const [at, go] = useStage(() => currentStage(jobContext.stages) ?? 'book');
  const commands = useJobCommands(job, go, refused);
  const mayChange = useMayChange();
  const writable = mayChange && job.status === 'open';
  const { Panel } = STAGE_MODULES[at];
  const [ticketOpen, setTicketOpen] = useState(false);
  const [ticketSlot, setTicketSlot] = useState<HTMLElement | null>(null);
  const [footSlot, setFootSlot] = useState<HTMLElement | null>(null);
  const slots = useMemo(() => ({ ticket: ticketSlot, foot: footSlot }), [ticketSlot, footSlot]);
  return (
    <OpenedLineProvider key={job.number}>
      <BesideSlotsProvider value={slots}>
        <Head job={job} open={jobContext.hand.unfit.length} onHandBack={() => go('prove')} onTicket={() => setTicketOpen(true)} />
        <Box sx={{ flex: 1, display: 'flex', flexDirection: { xs: 'column', md: 'row' }, minWidth: 0 }}>
          <StageNav base={`/jobs/${job.number}`} stages={jobContext.stages} at={at} onGo={go} />
          <Box sx={{ flex: 1, minWidth: 0, p: { xs: 1.5, sm: 2 } }}>
            <Staleness reading={reading} what="This job" />
            <Box sx={{ maxWidth: stageWidth(at) }}>{writable && <NotSecured {...{ job, at, commands, jobContext }} onGo={go} />}</Box>
            <Panel key={at} {...{ job, at, commands, jobContext, drives, unreadable, writable, mayChange }} />
          </Box>
          <Side open={ticketOpen} onOpen={setTicketOpen} setFoot={setFootSlot}>
            <Ticket job={read} sent={sent} placeOf={jobContext.replayed.placeOf} onStrikeOut={writable ? commands.strikeOut : null} />
            <div ref={setTicketSlot} />
          </Side>
        </Box>
      </BesideSlotsProvider>
    </OpenedLineProvider>
  );
}

/**
 * Title of the job, and the button of the ticket if it is not next to the work. On a phone the page header is folded,
 * to leave room for the work.
 */
function Head({
  job,
  open,
  onHandBack,
  onTicket,
}: {
  job: Job;
  /** How many things are missing before a safe hand-back. */
  open: number;
  onHandBack: () => void;
  onTicket: () => void;
}) {
  const beside = useTicketBeside();
  const [bare, setBare] = useState(true);
  useEffect(() => {
    document.documentElement.toggleAttribute('data-bare-head', bare);
    return () => document.documentElement.removeAttribute('data-bare-head');
  }, [bare]);
  return (
    <Box
      sx={{
        px: { xs: 1.5, sm: 2.5 },
        py: { xs: 0.25, sm: 1 },
        borderBottom: '1px solid var(--ts-edge)',
        bgcolor: 'var(--ts-card)',
        display: 'flex',
        columnGap: { xs: 1, sm: 2 },
        alignItems: 'center',
      }}
    >
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexWrap: { xs: 'nowrap', sm: 'wrap' }, columnGap: 2, alignItems: 'baseline' }}>
        <Typography
          variant="h2"
          component="h1"
          sx={{
            minWidth: 0,
            overflow: 'hidden',
            textOverflow: 'ellipsis',
            whiteSpace: { xs: 'nowrap', sm: 'normal' },
            fontSize: { xs: 17, sm: 20 },
          }}
        >
          {job.title}
        </Typography>
        <Typography sx={{ color: 'var(--ts-quiet)', fontSize: 14, flex: { xs: 'none', sm: 'initial' } }}>
          Job {job.number}
          <Box component="span" sx={{ display: { xs: 'none', sm: 'inline' } }}>
            {' '}
            ·{' '}
            <Link href={`/machines/${job.machineId}`} style={{ color: 'inherit' }}>
              {job.machine}
            </Link>
            {job.model ? ` · ${job.model}` : ''}
            {job.meter ? ` · ${job.meter}` : ''}
            {job.customer ? ` · ${job.customer}` : ''}
          </Box>
          {job.status === 'closed' ? ' · closed' : ''}
        </Typography>
      </Box>
      <Box sx={{ display: { xs: 'contents', sm: 'none' } }}>
        <AlsoHere />
      </Box>
      {job.status === 'open' && (
        <Button
          onClick={onHandBack}
          sx={{ display: { xs: 'none', sm: 'inline-flex' }, whiteSpace: 'nowrap', py: 0, minHeight: 44, my: -1 }}
        >
          {beforeHandBack(open)}
        </Button>
      )}
      {!beside && <TicketButton entries={job.entries.length} onOpen={onTicket} />}
      <Box
        component="button"
        type="button"
        aria-label="Workshop header"
        aria-expanded={!bare}
        onClick={() => setBare(!bare)}
        sx={{
          display: { xs: 'grid', sm: 'none' },
          placeItems: 'center',
          width: 44,
          height: 44,
          mr: -1,
          border: 0,
          background: 'none',
          color: 'inherit',
          cursor: 'pointer',
        }}
      >
        <Icon name="unfold" size={22} />
      </Box>
    </Box>
  );
}
