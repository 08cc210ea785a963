'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import { useMemo, useState } from 'react';
import { terms } from '@/core/fault';
import { useWhatIf } from '@/client/solver';
import type { TraceRequest } from '@/services/trace';
import { percent } from './messages';

const words = terms();

/** Effect of each answer to a check on the causes, before the check is made. */
export function WhatIf({ request, check }: { request: TraceRequest; check: string }) {
  const [open, setOpen] = useState(false);
  const { answer } = useWhatIf(useMemo(() => (open ? { ...request, check } : null), [open, request, check]));
  return (
    <Box>
      <Button aria-expanded={open} onClick={() => setOpen(!open)} sx={{ px: 0 }}>
        Effect of each result
      </Button>
      {open && !answer && <Skeleton variant="text" width={280} />}
      {open &&
        answer?.map((one) => (
          <Box key={one.result} sx={{ fontSize: 15, py: 0.5, borderTop: '1px solid var(--ts-edge)' }}>
            <strong>{one.label}</strong>, {percent(one.chance)} likely:{' '}
            {one.causes
              .map(
                (c) =>
                  `${words.causes.find((x) => x.id === c.id)!.label.toLowerCase()} ${percent(c.probability)}${Math.abs(c.probability - c.now) < 0.01 ? '' : c.probability > c.now ? ', up' : ', down'}`,
              )
              .join('; ')}
            .
          </Box>
        ))}
    </Box>
  );
}
