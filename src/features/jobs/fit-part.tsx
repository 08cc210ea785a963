'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Lookup, type Choice } from '@/ui/lookup';
import type { StageProps } from './stages/module';
import { ask } from '../queries/ask';

/** Parts from stock for this job: the count and the ticket move together. */
export function FitPart({ commands, at }: Pick<StageProps, 'commands' | 'at'>) {
  const [part, setPart] = useState<Choice | null>(null);
  const [typed, setTyped] = useState('1');
  const [busy, setBusy] = useState(false);
  const quantity = Number(typed);
  const good = Number.isInteger(quantity) && quantity >= 1 && quantity <= 1000;
  const fit = async (chosen: Choice) => {
    setBusy(true);
    if (await commands.fitPart(at, { id: chosen.id, name: chosen.label }, quantity)) {
      setPart(null);
      setTyped('1');
    }
    setBusy(false);
  };
  return (
    <Box
      component="form"
      aria-label="Parts from stock"
      onSubmit={(e) => {
        e.preventDefault();
        if (part && good) void fit(part);
      }}
      sx={{ my: 2 }}
    >
      <Typography variant="h2" sx={{ mb: 1 }}>
        Parts from stock
      </Typography>
      <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: { xs: '1fr 96px', sm: 'minmax(0, 1fr) 110px auto' }, alignItems: 'start' }}>
        <Lookup label="Part" value={part} onChoose={setPart} of="parts.choose" find={(find) => ask('parts.choose', { find })} />
        <TextField
          label="How many"
          value={typed}
          error={!good}
          helperText={good ? '' : 'A whole number, 1 or more.'}
          onChange={(e) => setTyped(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
        <Button type="submit" variant="outlined" disabled={busy || !part || !good} sx={{ minHeight: 56 }}>
          Take from stock
        </Button>
      </Box>
    </Box>
  );
}
