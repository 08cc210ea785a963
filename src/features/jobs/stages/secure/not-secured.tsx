'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import type { Stage } from '@/core/job';
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
  const { state } = bay.securing;
  if (job.status === 'closed' || state === 'secured' || !HANDS_IN.includes(at)) return null;
  if (state === 'after-run') return <SafeAgain {...{ job, acts }} />;
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
