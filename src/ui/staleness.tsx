'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import type { Reading } from './reads';
import { Moment } from './when';

/** Says that what is shown may be old, since when and why; nothing while it is what the server said last. */
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
        `${what} shows what was read before.`
      ) : reading.readAt === null ? (
        `${what} was not read yet.`
      ) : (
        <>
          {what} is shown as of <Moment at={reading.readAt} as="clock" />.
        </>
      )}
    </Alert>
  );
}
