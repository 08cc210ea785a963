'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { STAGE_WORDS } from '../stage-words';
import type { StageProps } from './module';
import { useSimulated } from './simulated';

/** Kept for readers of the page where the stage strip shows the name already. */
const SMALL = {
  mb: { md: 0.75 },
  position: { xs: 'absolute', md: 'static' },
  clipPath: { xs: 'inset(50%)', md: 'none' },
  whiteSpace: { xs: 'nowrap', md: 'normal' },
} as const;

/** A stage's name and question above its work; why nothing can be written, where that is so. */
export function StageFrame({
  job,
  at,
  writable,
  wide = false,
  asks = STAGE_WORDS[at].asks,
  children,
}: StageProps & {
  wide?: boolean;
  /** What the stage is for, where that is not what it is for on a job. */
  asks?: string;
  children: ReactNode;
}) {
  const words = STAGE_WORDS[at];
  const simulated = useSimulated() !== null;
  return (
    <Box sx={{ maxWidth: wide ? 1100 : 720 }}>
      <Typography variant={asks === '' ? 'h2' : 'h1'} component="h2" sx={asks === '' ? SMALL : {}}>
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
