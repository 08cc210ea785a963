'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import { useMemo } from 'react';
import { intakeOf } from '@/core/job';
import { Fold } from '@/ui/fold';
import { nextCheck } from '../../../trace/next-check';
import { TraceProvider, useTraced } from '../trace-request';
import { TraceOfJob } from '../trace-of-job';
import { StageView } from '../../now/stage-view';
import { StageFrame } from '../frame';
import type { StageModule, StageProps } from '../module';
import { useSimulated } from '../simulated';
import { AskForm, PoweredTest } from '../instruments';
import { RunningChecks } from '../running';

/** Intake: the complaint, the times as found, and what the complaint suggests. */
function Panel(props: StageProps) {
  return (
    <TraceProvider {...props}>
      <Stage {...props} />
    </TraceProvider>
  );
}

function Stage(props: StageProps) {
  const { job, commands, jobContext, writable } = props;
  const written = intakeOf(job.entries);
  const simulated = useSimulated() !== null;
  const traced = written !== null && written.complaints.length > 0;
  const { latest, current } = useTraced();
  const list = useMemo(
    () => jobContext.runList?.(nextCheck(latest.answer, job.entries, 'asked')) ?? null,
    [jobContext, latest.answer, job.entries],
  );
  if (simulated)
    return (
      <StageFrame {...props}>
        <AskForm {...props} />
        <Box sx={{ mt: 3 }}>
          <TraceOfJob {...props} onCheck={() => commands.openStage('look')} />
        </Box>
      </StageFrame>
    );
  return (
    <StageView {...props} list={list} current={current}>
      {written && (
        <Fold title="Complaint and history" says={job.title}>
          <AskForm {...props} />
        </Fold>
      )}
      {traced && (
        <Fold title="Likely causes">
          <TraceOfJob {...props} onCheck={() => commands.openStage('look')} />
        </Fold>
      )}
      {writable && written && written.arrives === 'whole' && (
        <Fold title="Powered test as found">
          <Alert severity="info" variant="outlined" sx={{ mb: 1 }}>
            Run the machine only if it is safe to run.
          </Alert>
          <PoweredTest {...props} jobContext={jobContext} when="found" />
        </Fold>
      )}
      {written && written.arrives === 'whole' && <RunningChecks {...props} />}
    </StageView>
  );
}

export const askStage: StageModule = { Panel };
