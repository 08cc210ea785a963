'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Check, DriveKind } from '@/core/fault';
import { cautionsFor } from '@/core/job';
import { stageName, needsMachineRunning } from '../../stage-messages';
import type { JobContext } from '../../use-job-context';
import type { StageProps } from '../module';

/** Warnings of a check that needs the machine running, or the key on. */
export function CheckNotes({
  check,
  at,
  commands,
  jobContext,
  kind,
}: Pick<StageProps, 'at' | 'commands'> & { check: Check; jobContext: JobContext; kind: DriveKind }) {
  if (check.state === 'running') {
    const tested = at === 'prove' ? 'prove' : 'ask';
    return (
      <Alert
        severity="warning"
        variant="outlined"
        sx={{ mb: 1 }}
        // On that stage the powered test is on the same page.
        action={at === tested ? undefined : <Button onClick={() => commands.openStage(tested)}>Open the powered test</Button>}
      >
        {needsMachineRunning(stageName(tested))}
      </Alert>
    );
  }
  if (check.state === 'key-on')
    return (
      <Alert severity="warning" variant="outlined" sx={{ mb: 1 }}>
        This check needs the key on.
        <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
          {cautionsFor('key-on', jobContext.facts, { kind }).map((c) => (
            <li key={c.id}>{c.words}</li>
          ))}
        </Box>
      </Alert>
    );
  return null;
}
