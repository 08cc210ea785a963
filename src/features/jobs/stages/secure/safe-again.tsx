'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { cautionsFor } from '@/core/job';
import type { StageProps } from '../module';

/** After a powered test, one tap: stopped, lead off, PTO off. */
export function SafeAgain({ job, acts }: Pick<StageProps, 'job' | 'acts'>) {
  const [busy, setBusy] = useState(false);
  const write = async () => {
    setBusy(true);
    const at = new Date().toISOString();
    const cautions = cautionsFor('after-run', {}).map(({ id, words }) => ({ id, words, at }));
    await acts.write('secure', 'secured', { list: 'after-run', cautions }, `Job ${job.number}: made safe after a run`, 'Safe again.');
    setBusy(false);
  };
  return (
    <Alert
      severity="warning"
      variant="outlined"
      sx={{ mb: 1.5, alignItems: 'center', '& .MuiAlert-message': { flex: 1 } }}
      action={
        <Button color="inherit" variant="outlined" disabled={busy} onClick={() => void write()} sx={{ minHeight: 56 }}>
          Stopped, lead off, PTO off
        </Button>
      }
    >
      The machine ran. Make it safe again before you reach in.
    </Alert>
  );
}
