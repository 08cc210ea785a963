'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { setupOf, type SetupId } from '@/core/fault';
import { setupsUp, tallyOf } from '@/core/job';
import type { StageProps } from '../stages/module';

/** What is off the machine, counted; each line is counted back on by a tap. */
export function Tally({ job, at, acts, writable }: Pick<StageProps, 'job' | 'at' | 'acts' | 'writable'>) {
  const out = tallyOf(job.entries);
  const up = setupsUp(job.entries);
  const [item, setItem] = useState('');
  const [count, setCount] = useState('1');
  const number = Number(count);
  const fits = Number.isInteger(number) && number >= 1 && number <= 999;
  const add = async () => {
    if (
      await acts.write(
        at,
        'tally',
        { item: item.trim(), count: number, way: 'off' },
        `Job ${job.number}: ${number} ${item.trim().toLowerCase()} off`,
      )
    ) {
      setItem('');
      setCount('1');
    }
  };
  const countBack = (name: string, left: number) =>
    acts.write(
      at,
      'tally',
      { item: name, count: Math.abs(left), way: left > 0 ? 'on' : 'off' },
      `Job ${job.number}: ${name.toLowerCase()} counted`,
    );
  const putBack = (id: SetupId) =>
    acts.write(at, 'setup', { setup: id, up: false }, `Job ${job.number}: ${setupOf(id).label.toLowerCase()}, back on`);
  const allBack = async () => {
    for (const [name, left] of out) await countBack(name, left);
    // What was taken off last goes on first.
    for (const id of [...up].reverse()) await putBack(id);
  };
  if (!writable && out.size + up.size === 0) return null;
  return (
    <Box component="section" aria-label="Off the machine" sx={{ mt: 2 }}>
      <Typography variant="h2">Off the machine</Typography>
      {out.size + up.size === 0 && <Box sx={{ color: 'var(--ts-quiet)' }}>Nothing: all that came off is back on.</Box>}
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {[...out].map(([name, left]) => (
          <Line
            key={name}
            words={`${Math.abs(left)} ${name.toLowerCase()}${left < 0 ? ' more on than came off' : ''}`}
            writable={writable}
            onBack={() => void countBack(name, left)}
          />
        ))}
        {[...up].map((id) => (
          <Line key={id} words={setupOf(id).label} writable={writable} onBack={() => void putBack(id)} />
        ))}
      </Box>
      {writable && out.size + up.size > 1 && (
        <Button variant="outlined" sx={{ minHeight: 56, mt: 1 }} onClick={() => void allBack()}>
          All of it is back on
        </Button>
      )}
      {writable && (
        <Box
          component="form"
          onSubmit={(e) => {
            e.preventDefault();
            if (fits && item.trim() !== '') void add();
          }}
          sx={{ display: 'flex', gap: 1, mt: 1, alignItems: 'flex-start', flexWrap: 'wrap' }}
        >
          <TextField
            label="How many"
            value={count}
            onChange={(e) => setCount(e.target.value)}
            error={!fits}
            helperText={fits ? '' : 'A whole number from 1.'}
            sx={{ width: 110 }}
            slotProps={{ htmlInput: { inputMode: 'numeric' } }}
          />
          <TextField
            label="What came off"
            value={item}
            onChange={(e) => setItem(e.target.value)}
            sx={{ flex: 1, minWidth: 180 }}
            slotProps={{ htmlInput: { maxLength: 120 } }}
          />
          <Button type="submit" variant="outlined" disabled={!fits || item.trim() === ''} sx={{ minHeight: 44 }}>
            Count it off
          </Button>
        </Box>
      )}
    </Box>
  );
}

function Line({ words, writable, onBack }: { words: string; writable: boolean; onBack: () => void }) {
  return (
    <Box component="li" sx={{ display: 'flex', alignItems: 'center', gap: 1, borderBottom: '1px solid var(--ts-edge)', minHeight: 56 }}>
      <Box sx={{ mr: 'auto' }}>{words}</Box>
      {writable && (
        <Button onClick={onBack} aria-label={`Back on: ${words}`} sx={{ minHeight: 56 }}>
          Back on
        </Button>
      )}
    </Box>
  );
}
