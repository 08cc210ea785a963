'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { withLoads } from '@/core/tension';
import { useCommand } from '../commands/use-command';
import type { StoredDrive } from '@/contract/records';

/** Saves the loads of a job in the drive, so that its next job and Match start with them. */
export function SaveLoads({ stored, loadsKw }: { stored: StoredDrive; loadsKw: Readonly<Record<string, number>> }) {
  const runCommand = useCommand();
  const [busy, setBusy] = useState(false);
  const differs = stored.document.pulleys.some((p) => loadsKw[p.id] !== undefined && loadsKw[p.id] !== p.powerKw);
  if (!differs) return null;
  const keep = async () => {
    setBusy(true);
    await runCommand(
      'drive.save',
      { id: stored.id, version: stored.version, document: withLoads(stored.document, loadsKw) },
      { words: `Loads of ${stored.document.name}`, done: 'The drive has these loads now.' },
    );
    setBusy(false);
  };
  return (
    <Box sx={{ mt: 1.5, display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
      <Button variant="outlined" disabled={busy} onClick={() => void keep()}>
        Save these loads with the drive
      </Button>
      <Box component="span" sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>
        This job already uses them, also in Match.
      </Box>
    </Box>
  );
}
