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
      sx={{ mb: 1.5 }}
      action={
        <Button color="inherit" onClick={() => onGo('secure')}>
          To Secure
        </Button>
      }
    >
      {state === 'other-day'
        ? 'It was made safe on another day. Go over the list again before a hand goes in.'
        : state === 'part'
          ? 'Not every line of Secure is confirmed.'
          : 'It is not confirmed that the machine is safe.'}
    </Alert>
  );
}
