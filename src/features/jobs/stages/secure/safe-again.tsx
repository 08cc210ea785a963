'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { cautionsFor } from '@/core/job';
import type { StageProps } from '../module';
import { jobMadeSafe } from '../../stage-messages';

/** After a run, one tap makes the machine safe again where the whole list was confirmed before. Otherwise the whole list comes now. */
export function SafeAgain({
  job,
  commands,
  short,
}: Pick<StageProps, 'job' | 'commands'> & {
  /** True if the short list is sufficient. */
  short: boolean;
}) {
  const [busy, setBusy] = useState(false);
  const write = async () => {
    setBusy(true);
    const at = new Date().toISOString();
    const cautions = cautionsFor('after-run', {}).map(({ id, words }) => ({ id, words, at }));
    await commands.write('secure', 'secured', { list: 'after-run', cautions }, jobMadeSafe(job.number), 'Safe again.');
    setBusy(false);
  };
  return (
    <Alert
      severity="warning"
      variant="outlined"
      sx={{ mb: 1.5, alignItems: 'center', '& .MuiAlert-message': { flex: 1 } }}
      action={
        short ? (
          <Button color="inherit" variant="outlined" disabled={busy} onClick={() => void write()} sx={{ minHeight: 56 }}>
            Stopped, lead off, PTO off
          </Button>
        ) : (
          <Button color="inherit" onClick={() => commands.openStage('secure')} sx={{ minHeight: 56, whiteSpace: 'nowrap' }}>
            Make safe
          </Button>
        )
      }
    >
      {short
        ? 'The machine ran. Make it safe again before you reach in.'
        : 'The machine ran. Stop the engine and confirm every safety line before you reach in.'}
    </Alert>
  );
}
