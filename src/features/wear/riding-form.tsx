'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { RidingWritten } from '@/core/job';
import { AMOUNTS, RIDINGS, shareAlone, sharesOf, type Amount, type Riding } from '@/core/wear';
import { Choices } from '@/ui/choices';
import { AMOUNT_WORDS, RIDING_WORDS, riddenTitle } from './messages';

const OPTIONS = AMOUNTS.map((id) => ({ id, label: AMOUNT_WORDS[id] }));
const NOTHING: Readonly<Record<Riding, Amount>> = { crawl: 'none', trail: 'none', haul: 'none', fast: 'none' };

/** Riding since the last check of the belt: six taps, one minute of questions. */
export function RidingForm({
  belt,
  from,
  to,
  unit,
  onKeep,
}: Pick<RidingWritten, 'belt' | 'from' | 'to' | 'unit'> & { onKeep: (riding: RidingWritten) => Promise<boolean> }) {
  const [answers, setAnswers] = useState(NOTHING);
  const [wet, setWet] = useState<Amount>('none');
  const [dust, setDust] = useState<Amount>('none');
  const [busy, setBusy] = useState(false);
  const asked = RIDINGS.some((r) => answers[r] !== 'none');
  const keep = async () => {
    setBusy(true);
    await onKeep({ belt, from, to, unit, shares: sharesOf(answers), wet: shareAlone(wet), dust: shareAlone(dust) });
    setBusy(false);
  };
  return (
    <Box component="section" aria-label="How it was ridden" sx={{ display: 'grid', gap: 1, mt: 2 }}>
      <Typography variant="h3">{riddenTitle(from, to, unit)}</Typography>
      {RIDINGS.map((r) => (
        <Choices
          key={r}
          label={RIDING_WORDS[r]}
          value={answers[r]}
          options={OPTIONS}
          onChoose={(a) => setAnswers({ ...answers, [r]: a })}
        />
      ))}
      <Choices label="Share of wet riding" value={wet} options={OPTIONS} onChoose={setWet} />
      <Choices label="Share of dusty riding" value={dust} options={OPTIONS} onChoose={setDust} />
      <Box>
        <Button variant="outlined" disabled={busy || !asked} onClick={() => void keep()}>
          Save use of the machine
        </Button>
      </Box>
    </Box>
  );
}
