'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import type { Stage } from '@/core/job';
import { lineNow } from '../../now/line-now';
import { instrumentOf } from '../../now/line-tool';
import { useOpenedLine } from '../../now/run-context';
import type { JobContext } from '../../use-job-context';
import type { StageProps } from '../module';
import { SafeAgain } from './safe-again';

/** Stages with hands in the machine. */
const HANDS_IN: readonly Stage[] = ['look', 'fit', 'set'];

/** Warning above a stage with hands in the machine: it is not made safe. It has a link to Make safe. */
export function NotSecured({
  job,
  at,
  commands,
  jobContext,
  onGo,
}: Pick<StageProps, 'job' | 'at' | 'commands'> & { jobContext: JobContext; onGo: (stage: Stage) => void }) {
  const { securing } = jobContext;
  const { state } = securing;
  const { opened } = useOpenedLine();
  if (job.status === 'closed' || state === 'secured') return null;
  const now = jobContext.list && (jobContext.list.lines.find((l) => l.id === opened && l.stage === at) ?? lineNow(jobContext.list, at));
  if (securing.state === 'after-run') {
    // The times as found are taken before anything is made safe. The whole list follows them.
    if (!securing.short && at === 'ask') return null;
    // An open powered test has its own link.
    const hasOwn = now && (now.work.kind === 'safety' || instrumentOf(now) === 'times');
    return hasOwn ? null : <SafeAgain {...{ job, commands }} short={securing.short} />;
  }
  // The safety lines are in the Now card themselves.
  if (!HANDS_IN.includes(at) || now?.work.kind === 'safety') return null;
  return (
    <Alert
      severity="warning"
      variant="outlined"
      sx={{ mb: 1, py: 0, alignItems: 'center', '& .MuiAlert-action': { pt: 0 }, '& .MuiButton-root': { whiteSpace: 'nowrap' } }}
      action={
        <Button color="inherit" onClick={() => onGo('secure')}>
          Make safe
        </Button>
      }
    >
      {state === 'other-day'
        ? 'The machine was made safe on another day. Confirm the list again before you reach in.'
        : state === 'part'
          ? 'Not every safety line is confirmed.'
          : 'The machine is not confirmed safe. Confirm the safety lines before you reach in.'}
    </Alert>
  );
}
