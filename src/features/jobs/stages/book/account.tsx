'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { findingsOf, type CustomerAnswer, type Found } from '@/core/job';
import { Choices } from '@/ui/choices';
import { useMoney } from '@/ui/money';
import { ANSWER_WORDS, findingWords } from '../../job-messages';
import type { StageProps } from '../module';

const ANSWERS: readonly CustomerAnswer[] = ['asked', 'approved', 'declined', 'waiting'];

/** Total of the ticket: belts and parts from stock and approved repairs, hundredths of the currency. */
function totalOf({ entries }: StageProps['job'], found: readonly Found[]): number {
  const taken = entries.reduce((sum, e) => {
    if (e.withdrawn) return sum;
    if (e.type === 'belt-booked') return sum + (e.body.priceCents ?? 0) * e.body.pieces;
    return e.type === 'part-fitted' ? sum + (e.body.priceCents ?? 0) * e.body.quantity : sum;
  }, 0);
  return taken + found.reduce((sum, f) => sum + (f.answer === 'approved' ? (f.priceCents ?? 0) : 0), 0);
}

/** Open decisions of the customer, and the total. */
export function Account({ job, commands, writable }: StageProps) {
  const money = useMoney();
  const found = [...findingsOf(job.entries).values()].filter((f) => f.act !== '');
  const total = totalOf(job, found);
  if (found.length === 0 && total === 0) return null;
  return (
    <Box component="section" aria-label="Decisions and total" sx={{ mb: 2 }}>
      {found.length > 0 && <Typography variant="h2">Decisions</Typography>}
      {found.map((f) => (
        <Box key={f.ref} sx={{ borderBottom: '1px solid var(--ts-edge)', py: 1 }}>
          <Box>
            <strong>{f.act}</strong>
            {f.priceCents === null ? '' : `, ${money.show(f.priceCents)}`}
          </Box>
          <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)', mb: 0.5 }}>{findingWords(f)}</Box>
          <Choices
            label={`The customer on “${f.act}”`}
            unlabelled
            disabled={!writable}
            value={f.answer}
            options={ANSWERS.map((id) => ({ id, label: ANSWER_WORDS[id] }))}
            onChoose={(answer) =>
              void commands.write(
                'book',
                'decision',
                { finding: f.ref, answer, act: f.act, priceCents: f.priceCents },
                `Job ${job.number}: ${f.act}, ${ANSWER_WORDS[answer]}`,
              )
            }
          />
        </Box>
      ))}
      <Box sx={{ display: 'flex', fontSize: 18, fontWeight: 650, pt: 1 }}>
        <Box sx={{ mr: 'auto' }}>Total</Box>
        <Box className="ts-mono">{money.show(total)}</Box>
      </Box>
    </Box>
  );
}
