'use client';

import Alert from '@mui/material/Alert';
import { useSyncExternalStore } from 'react';
import { cachedAt } from '@/client/cached-page';
import { Moment } from './when';

const never = () => () => undefined;

/** Note that a page is a copy, with its age. */
export function CachedPageNote() {
  const at = useSyncExternalStore(never, cachedAt, () => null);
  return (
    at && (
      <Alert severity="warning" variant="outlined" sx={{ m: 1.5, mb: 0 }}>
        The server does not answer. This page is the copy of <Moment at={at} as="dayAndTime" />. Your changes are saved on this device and
        sent later.
      </Alert>
    )
  );
}
