'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import type { Stage } from '@/core/job';
import { STAGE_WORDS } from '../stage-messages';
import type { StageProps } from './module';
import { useSimulated } from './simulated';

/** Only for screen readers: the list of stages shows the name already. */
const HIDDEN = { position: 'absolute', clipPath: 'inset(50%)', whiteSpace: 'nowrap' } as const;

/** Stages with a drawing next to the work. */
const WIDE: readonly Stage[] = ['look', 'match'];
export const stageWidth = (at: Stage): number => (WIDE.includes(at) ? 1100 : 720);

/** A stage's name and question above its work; why nothing can be written, where that is so. */
export function StageFrame({
  job,
  at,
  writable,
  asks = STAGE_WORDS[at].asks,
  children,
}: StageProps & {
  /** Purpose of the stage, if different from that on a job. */
  asks?: string;
  children: ReactNode;
}) {
  const words = STAGE_WORDS[at];
  const simulated = useSimulated() !== null;
  return (
    <Box sx={{ maxWidth: stageWidth(at) }}>
      <Typography variant={asks === '' ? 'h2' : 'h1'} component="h2" sx={asks === '' ? HIDDEN : {}}>
        {words.name}
      </Typography>
      {asks !== '' && <Typography sx={{ color: 'var(--ts-quiet)', mb: 1.5, fontSize: 17 }}>{asks}</Typography>}
      {children}
      {!writable && !simulated && (
        <Alert severity="info" variant="outlined" sx={{ mt: 2 }}>
          {job.status === 'closed'
            ? 'This job is closed. Reopen it under Close to write on its ticket.'
            : 'You can read this job. Writing needs a technician’s account.'}
        </Alert>
      )}
    </Box>
  );
}
