'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useState } from 'react';
import { Moment } from '@/ui/when';
import { isTaken, useCommand } from '../commands/use-command';
import type { DueTrial } from '@/contract/records';

/** Substitutes that have run long enough to be asked about. */
export function TrialsDue({ due }: { due: readonly DueTrial[] }) {
  if (due.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="trials-due" sx={{ mt: 4 }}>
      <Typography variant="h2" id="trials-due" sx={{ mb: 1 }}>
        Trial results due
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {due.map((one) => (
          <TrialRow key={one.entryId} one={one} />
        ))}
      </Box>
    </Box>
  );
}

function TrialRow({ one }: { one: DueTrial }) {
  const runCommand = useCommand();
  const [note, setNote] = useState('');
  const [said, setSaid] = useState(false);
  const answer = async (worked: boolean) => {
    const words = `${one.belt} on ${one.machine}: ${worked ? 'worked' : 'did not work'}`;
    setSaid(true);
    const answered = await runCommand('trial.answer', { entryId: one.entryId, worked, note }, { words, done: `${words}.` });
    if (!isTaken(answered)) setSaid(false);
  };
  if (said) return null;
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) minmax(200px, 300px) auto' },
        gap: 1.5,
        alignItems: 'center',
        py: 1.5,
        borderTop: '1px solid var(--ts-edge)',
      }}
    >
      <Box>
        <strong className="ts-mono">{one.belt}</strong> as a substitute on {one.machine}
        <Box className="ts-quiet ts-small">
          {one.customer ? `${one.customer}, ` : ''}
          <Link href={`/jobs/${one.number}`} prefetch={false} style={{ color: 'inherit' }}>
            job {one.number}
          </Link>
          , closed <Moment at={one.closedAt} as="day" />
        </Box>
      </Box>
      <TextField
        label="Customer’s words"
        value={note}
        onChange={(e) => setNote(e.target.value)}
        slotProps={{ htmlInput: { maxLength: 500 } }}
      />
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button variant="outlined" onClick={() => void answer(true)} sx={{ minHeight: 48 }}>
          It worked
        </Button>
        <Button variant="outlined" color="error" onClick={() => void answer(false)} sx={{ minHeight: 48 }}>
          It did not
        </Button>
      </Box>
    </Box>
  );
}
