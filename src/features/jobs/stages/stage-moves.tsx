'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { isOver, stageAfter, type StageState } from '@/core/job';
import { stageName } from '../stage-words';
import type { StageProps } from './module';

/** How a stage ends: done, skipped or held, the latter two with a reason. Never a wall. */
export function StageMoves({ job, at, acts }: Pick<StageProps, 'job' | 'at' | 'acts'>) {
  const state = job.stages[at];
  const name = stageName(at);
  const next = stageAfter(job.stages, at);
  const [asking, setAsking] = useState<'skipped' | 'held' | null>(null);
  const [why, setWhy] = useState('');
  const [busy, setBusy] = useState(false);
  const move = async (to: StageState) => {
    setBusy(true);
    if (await acts.move(at, to, why)) {
      setAsking(null);
      setWhy('');
    }
    setBusy(false);
  };
  return (
    <Box sx={{ mt: 2 }}>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {state !== 'done' && (
          <Button variant="contained" disabled={busy} onClick={() => void move('done')}>
            {name} is done
          </Button>
        )}
        {isOver(state) && next !== null && (
          <Button variant="contained" onClick={() => acts.go(next)} sx={{ minHeight: 56 }}>
            On to {stageName(next)}
          </Button>
        )}
        {state === 'done' && (
          <Button variant="outlined" disabled={busy} onClick={() => void move('under-way')}>
            Work on {name} again
          </Button>
        )}
        {!isOver(state) && (
          <Button variant="outlined" disabled={busy} onClick={() => setAsking('skipped')}>
            Skip …
          </Button>
        )}
        {state !== 'held' && state !== 'done' && (
          <Button variant="outlined" disabled={busy} onClick={() => setAsking('held')}>
            Hold …
          </Button>
        )}
        {(state === 'skipped' || state === 'held') && (
          <Button variant="outlined" disabled={busy} onClick={() => void move('under-way')}>
            Take it up again
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
            label={asking === 'skipped' ? `Why is ${name} skipped?` : `What does ${name} wait for?`}
            value={why}
            onChange={(e) => setWhy(e.target.value)}
            slotProps={{ htmlInput: { maxLength: 500 } }}
          />
          <Button type="submit" variant="contained" disabled={busy || why.trim() === ''} sx={{ whiteSpace: 'nowrap' }}>
            {asking === 'skipped' ? 'Skip it' : 'Hold it'}
          </Button>
        </Box>
      )}
    </Box>
  );
}
