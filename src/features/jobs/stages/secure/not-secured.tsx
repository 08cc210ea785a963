'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import type { Stage } from '@/core/job';
import { lineNow } from '../../now/line-now';
import { instrumentOf } from '../../now/line-tool';
import { useOpenedLine } from '../../now/run-context';
import type { Bay } from '../../use-bay';
import type { StageProps } from '../module';
import { SafeAgain } from './safe-again';

/** Stages in which hands go in. */
const HANDS_IN: readonly Stage[] = ['look', 'fit', 'set'];

/** Says above a stage in which hands go in that the machine is not made safe, and leads to where it is. */
export function NotSecured({
  job,
  at,
  acts,
  bay,
  onGo,
}: Pick<StageProps, 'job' | 'at' | 'acts'> & { bay: Bay; onGo: (stage: Stage) => void }) {
  const { securing } = bay;
  const { state } = securing;
  const { opened } = useOpenedLine();
  if (job.status === 'closed' || state === 'secured') return null;
  const now = bay.list && (bay.list.lines.find((l) => l.id === opened && l.stage === at) ?? lineNow(bay.list, at));
  if (securing.state === 'after-run') {
    // The times as found are taken before anything is made safe. The whole list follows them.
    if (!securing.short && at === 'ask') return null;
    // A powered test that is still open has this act among its own.
    const hasOwn = now && (now.work.kind === 'safety' || instrumentOf(now, job.entries) === 'times');
    return hasOwn ? null : <SafeAgain {...{ job, acts }} short={securing.short} />;
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
