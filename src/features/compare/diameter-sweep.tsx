'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Drive } from '@/core/drive';
import { Choices } from '@/ui/choices';
import { blank, lazyPart } from '@/ui/lazy';
import type { CompareAnswer } from '@/services/compare';
import type { Draft } from './comparison-draft';
import { FIGURES } from './figures';

/** Charts load when they are first shown. */
const SweepChart = lazyPart(async () => (await import('./sweep-chart')).SweepChart, blank(280));

type Pulley = Drive['pulleys'][number];

/** One figure over a range of one diameter. */
export function DiameterSweep({
  draft,
  write,
  swept,
  onBelt,
  label,
  answer,
}: {
  readonly draft: Draft;
  readonly write: (draft: Draft) => void;
  /** Pulley with the diameter that changes. */
  readonly swept: Pulley;
  readonly onBelt: readonly Pulley[];
  readonly label: (id: string) => string;
  readonly answer: CompareAnswer | null;
}) {
  const [open, setOpen] = useState(true);
  const figure = FIGURES.find((f) => f.id === draft.figure) ?? FIGURES[0]!;
  return (
    <Box component="section" aria-label="One diameter swept" sx={{ mt: 3 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
        <Typography variant="h2">One diameter swept</Typography>
        <Button onClick={() => setOpen(!open)}>{open ? 'Hide' : 'Show'}</Button>
      </Box>
      {open && (
        <Box sx={{ display: 'grid', gap: 1.5, mt: 1 }}>
          <Choices
            label="Pulley"
            value={swept.id}
            options={onBelt.map((p) => ({ id: p.id, label: label(p.id) }))}
            onChoose={(sweepOf) => write({ ...draft, sweepOf })}
          />
          <Choices
            label="Shown"
            value={figure.id}
            options={FIGURES.map((f) => ({ id: f.id, label: f.label }))}
            onChoose={(id) => write({ ...draft, figure: id })}
          />
          {answer && <SweepChart swept={answer.swept} figure={figure} drawnMm={swept.outsideDiameter} pulley={label(swept.id)} />}
        </Box>
      )}
    </Box>
  );
}
