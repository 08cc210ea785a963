'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { StageState } from '@/core/job';
import { LineForm } from '@/ui/line-form';
import { stageName, reasonForHold, reasonForSkipping } from '../stage-messages';
import type { StageProps } from './module';

/** Skips the rest of a stage, holds it, or resumes it, each with a reason where it stops the work. A stage is done once its lines are. */
export function StageMoves({ at, commands, jobContext }: Pick<StageProps, 'at' | 'commands' | 'jobContext'>) {
  const state = jobContext.stages[at];
  const name = stageName(at);
  const [asking, setAsking] = useState<'skipped' | 'held' | null>(null);
  const [busy, setBusy] = useState(false);
  const move = async (to: StageState, why: string) => {
    setBusy(true);
    const taken = await commands.move(at, to, why);
    if (taken) setAsking(null);
    setBusy(false);
    return taken;
  };
  return (
    <Box sx={{ mt: 1 }}>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {state !== 'done' && state !== 'skipped' && (
          <Button variant="outlined" disabled={busy} onClick={() => setAsking('skipped')}>
            Skip stage…
          </Button>
        )}
        {state !== 'held' && state !== 'done' && state !== 'skipped' && (
          <Button variant="outlined" disabled={busy} onClick={() => setAsking('held')}>
            Hold stage…
          </Button>
        )}
        {(state === 'skipped' || state === 'held') && (
          <Button variant="outlined" disabled={busy} onClick={() => void move('under-way', '')}>
            Resume {name}
          </Button>
        )}
      </Box>
      {asking && (
        <LineForm
          key={asking}
          label={asking === 'skipped' ? reasonForSkipping(name) : reasonForHold(name)}
          submit={asking === 'skipped' ? 'Skip stage' : 'Hold stage'}
          variant="contained"
          maxLength={500}
          onSave={(why) => move(asking, why)}
          onCancel={() => setAsking(null)}
        />
      )}
    </Box>
  );
}
