'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import * as z from 'zod';
import { PARTS_LIST, partsListOf, partsListWords } from '@/core/job';
import { useDraftOf } from '@/client/draft';
import type { StageProps } from '../stages/module';

const ticksShape = z.array(z.string());

/** The parts list of the drive, ticked part by part. An unticked part is missing. */
export function PartsListCheck({ job, at, commands, jobContext, onOver }: StageProps & { onOver: () => void }) {
  const list = partsListOf(jobContext.facts);
  const [ticks, setTicks] = useDraftOf(`parts-list-${job.number}`, ticksShape);
  const [busy, setBusy] = useState(false);
  const here = new Set(ticks ?? []);
  const missing = list.filter((part) => !here.has(part)).length;
  const save = async () => {
    setBusy(true);
    const taken = await commands.write(
      at,
      'step',
      { ...PARTS_LIST, words: partsListWords(list, here).slice(0, 500), outcome: 'done', why: '', readings: [], torque: '' },
      `Job ${job.number}: parts list checked`,
    );
    setBusy(false);
    if (!taken) return;
    setTicks(null);
    onOver();
  };
  return (
    <Box component="fieldset" aria-label="Parts list" sx={{ border: 0, p: 0, m: 0, display: 'grid' }}>
      {list.map((part) => (
        <FormControlLabel
          key={part}
          sx={{ minHeight: 48 }}
          label={part}
          control={
            <Checkbox
              checked={here.has(part)}
              onChange={(_, checked) => setTicks(checked ? [...here, part] : [...here].filter((one) => one !== part))}
            />
          }
        />
      ))}
      <Box sx={{ mt: 1 }}>
        <Button variant={missing === 0 ? 'contained' : 'outlined'} disabled={busy} onClick={() => void save()} sx={{ minHeight: 56 }}>
          {missing === 0 ? 'Save: all parts are here' : `Save: ${missing} of ${list.length} missing`}
        </Button>
      </Box>
    </Box>
  );
}
