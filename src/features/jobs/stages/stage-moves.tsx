'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { StageState } from '@/core/job';
import { stageName, reasonForHold, reasonForSkipping } from '../stage-messages';
import type { StageProps } from './module';

/** Skips the rest of a stage, holds it, or resumes it, each with a reason where it stops the work. A stage is done once its lines are. */
export function StageMoves({ at, commands, jobContext }: Pick<StageProps, 'at' | 'commands' | 'jobContext'>) {
  const state = jobContext.stages[at];
  const name = stageName(at);
  const [asking, setAsking] = useState<'skipped' | 'held' | null>(null);
  const [why, setWhy] = useState('');
  const [busy, setBusy] = useState(false);
  const move = async (to: StageState) => {
    setBusy(true);
    if (await commands.move(at, to, why)) {
      setAsking(null);
      setWhy('');
    }
    setBusy(false);
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
          <Button variant="outlined" disabled={busy} onClick={() => void move('under-way')}>
            Resume {name}
          </Button>
        )}
      </Box>
      {asking && (
        <Box
          component="form"
          onSubmit={(e) => {
            e.preventDefault();
            void move(asking);
          }}
          sx={{ mt: 1.5, display: 'flex', gap: 1, flexDirection: { xs: 'column', sm: 'row' } }}
        >
          <TextField
            autoFocus
            label={asking === 'skipped' ? reasonForSkipping(name) : reasonForHold(name)}
            value={why}
            onChange={(e) => setWhy(e.target.value)}
            slotProps={{ htmlInput: { maxLength: 500 } }}
          />
          <Button type="submit" variant="contained" disabled={busy || why.trim() === ''} sx={{ whiteSpace: 'nowrap' }}>
            {asking === 'skipped' ? 'Skip stage' : 'Hold stage'}
          </Button>
        </Box>
      )}
    </Box>
  );
}
