'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import type { Reading } from '@/client/reads';
import { Moment } from './when';

/** Note that the shown value may be old, with time and reason. Empty if it is the latest. */
export function Staleness({ reading, what }: { reading: Pick<Reading<unknown>, 'problem' | 'readAt' | 'held' | 'again'>; what: string }) {
  if (reading.problem === null) return null;
  return (
    <Alert
      severity="warning"
      variant="outlined"
      sx={{ mb: 1.5 }}
      action={
        <Button color="inherit" onClick={reading.again}>
          Try again
        </Button>
      }
    >
      {reading.problem}{' '}
      {reading.held ? (
        `${what} shows earlier data.`
      ) : reading.readAt === null ? (
        `${what} is not loaded yet.`
      ) : (
        <>
          {what} is shown as of <Moment at={reading.readAt} as="clock" />.
        </>
      )}
    </Alert>
  );
}
