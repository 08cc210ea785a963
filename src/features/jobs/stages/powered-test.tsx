'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { cautionsFor, type Timed } from '@/core/job';
import type { Bay } from '../use-bay';
import { ConfirmList } from './confirm-list';
import type { StageProps } from './module';
import { SafeAgain } from './secure/safe-again';
import { Stopwatch } from './stopwatch';

/** Times taken with the machine running: its own list first, and safe again after it. */
export function PoweredTest({ job, at, acts, bay, when }: Pick<StageProps, 'job' | 'at' | 'acts'> & { bay: Bay; when: Timed['when'] }) {
  const runs = bay.securing.state === 'after-run';
  if (!runs)
    return (
      <>
        <Alert severity="warning" variant="outlined" sx={{ mb: 1 }}>
          The machine’s manual, local codes and licensed practice come first. Never run it to hear a squeal or see smoke again.
        </Alert>
        <Typography variant="h3" sx={{ mb: 0.5 }}>
          Before it runs
        </Typography>
        <ConfirmList
          name={`before-run-${job.number}-${at}`}
          label="Before it runs"
          cautions={cautionsFor('running', bay.facts)}
          act="Confirmed: it may run"
          onWrite={(cautions) =>
            acts.write(at, 'running', { cautions: [...cautions] }, `Job ${job.number}: powered test`, 'Written: a powered test begins.')
          }
        />
      </>
    );
  return (
    <>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mb: 1.5 }}>
        <Stopwatch {...{ job, at, acts, when }} what="engagement" limitS={null} />
        <Stopwatch {...{ job, at, acts, when }} what="stop" limitS={bay.stopLimitS} />
      </Box>
      <SafeAgain {...{ job, acts }} />
    </>
  );
}
