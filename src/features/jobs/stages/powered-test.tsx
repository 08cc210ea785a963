'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { cautionsFor, linesOf, type Caution, type Timed } from '@/core/job';
import { useWhen } from '@/ui/when';
import type { JobContext } from '../use-job-context';
import { ConfirmList, type Confirmed } from './confirm-list';
import type { StageProps } from './module';
import { ListenTimes } from './listen-times';
import { SafeAgain } from './secure/safe-again';
import { Stopwatch } from './stopwatch';
import type { Job } from '@/contract/records';

/**
 * Times taken with the machine running: its own list first, and safe again after it. With one cover off it is a watched run: its list names the cover, and no
 * time is taken.
 */
export function PoweredTest({
  job,
  at,
  commands,
  jobContext,
  when,
  coverOff = null,
}: Pick<StageProps, 'job' | 'at' | 'commands'> & { jobContext: JobContext; when: Timed['when']; coverOff?: string | null }) {
  const runs = jobContext.securing.state === 'after-run';
  const { day } = useWhen();
  const cautions = cautionsFor('running', jobContext.facts, { kind: jobContext.kind, coverOff });
  const again = confirmedThisVisit(job, jobContext, cautions, day);
  const confirm = (confirmed: readonly Confirmed[]) =>
    commands.write(at, 'running', { cautions: [...confirmed] }, `Job ${job.number}: powered test`, 'The powered test started.');
  if (!runs)
    return (
      <>
        <Alert severity="warning" variant="outlined" sx={{ mb: 1, py: 0 }}>
          Do not run the machine again to hear a squeal or see smoke. The manual and local codes take priority.
        </Alert>
        <Typography variant="h3" sx={{ mb: 0.5 }}>
          {coverOff === null ? 'Before it runs' : `Watched run with “${coverOff}” off`}
        </Typography>
        <ConfirmList
          name={`before-run-${job.number}-${at}${coverOff === null ? '' : '-cover-off'}`}
          label="Before it runs"
          cautions={cautions}
          action="Confirmed: it may run"
          result="it may run"
          again={again}
          onWrite={confirm}
        />
      </>
    );
  return (
    <>
      {coverOff === null ? (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mb: 1.5 }}>
          <Stopwatch {...{ job, at, commands, when }} what="engagement" limitS={null} />
          <Stopwatch {...{ job, at, commands, when }} what="stop" limitS={jobContext.stopLimitS} />
          <Box sx={{ flex: '1 1 100%' }}>
            <ListenTimes {...{ job, at, commands, jobContext, when }} />
          </Box>
        </Box>
      ) : (
        <Typography sx={{ mb: 1.5 }}>Watch the belt engage and release. Final times are taken with every guard fitted.</Typography>
      )}
      {jobContext.securing.state === 'after-run' && <SafeAgain {...{ job, commands }} short={jobContext.securing.short} />}
    </>
  );
}

/** True if the same lines were confirmed today for a run in the present condition. One tap then confirms them again. */
function confirmedThisVisit(job: Job, { replayed }: JobContext, cautions: readonly Caution[], day: (iso: string) => string): boolean {
  const at = job.entries.findLastIndex((l) => l.type === 'running' && !l.withdrawn);
  const last = linesOf(job.entries, 'running').at(-1);
  if (!last || replayed.conditionOf(at) !== replayed.replayed.condition || day(last.at) !== day(new Date().toISOString())) return false;
  const confirmed = new Set(last.body.cautions.map((c) => c.id));
  return cautions.every((c) => confirmed.has(c.id));
}
