'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { CHECKS, terms, type CauseId, type CheckId, type LookAlike, type TracedCause } from '@/core/fault';
import { UNFOLDS } from '@/ui/unfolds';
import type { OnRepair } from './repair-now';
import { dealtWith, percent, lessLikely } from './messages';
import { TermText } from '../glossary/term-text';

const words = terms();

/** Check that separates the first two if they have the same signs. */
export function LookAlikes({
  split,
  answered,
  onCheck,
}: {
  split: LookAlike;
  answered: ReadonlySet<string>;
  onCheck: (check: CheckId) => void;
}) {
  const open = split.checks.filter((id) => !answered.has(id));
  return (
    <Box sx={{ borderLeft: '3px solid var(--ts-work)', pl: 1.5, my: 1 }}>
      <Box sx={{ fontWeight: 600 }}>The first two causes have the same signs</Box>
      <Box sx={{ fontSize: 15 }}>
        <TermText>{split.how}</TermText>
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 0.5 }}>
        {open.map((id) => (
          <Button key={id} variant="outlined" onClick={() => onCheck(id)}>
            {CHECKS.find((c) => c.id === id)!.label}
          </Button>
        ))}
      </Box>
    </Box>
  );
}

/** One cause: its probability, and the evidence for and against it. */
export function CauseRow({ cause, onRepair, before }: { cause: TracedCause; onRepair: OnRepair | null; before: boolean }) {
  const [open, setOpen] = useState(false);
  const label = words.causes.find((c) => c.id === cause.id)!.label;
  return (
    <Box sx={{ borderTop: '1px solid var(--ts-edge)', py: 1 }}>
      <Box
        component="button"
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        sx={{ ...UNFOLDS, gridTemplateColumns: '1fr 64px' }}
      >
        <span style={{ fontSize: 17, fontWeight: 600 }}>{label}</span>
        <span className="ts-mono" style={{ textAlign: 'right' }}>
          {percent(cause.probability)}
        </span>
        <Box aria-hidden sx={{ gridColumn: '1 / -1', height: 5, borderRadius: 3, bgcolor: 'var(--ts-edge)' }}>
          <Box sx={{ height: 5, borderRadius: 3, width: `${100 * cause.probability}%`, bgcolor: 'var(--ts-work)' }} />
        </Box>
      </Box>
      {open && (
        <Box sx={{ fontSize: 15, mt: 0.5 }}>
          {cause.for.map((s) => (
            <Box key={s}>Supports it. {s}</Box>
          ))}
          {cause.against.map((s) => (
            <Box key={s} sx={{ color: 'var(--ts-quiet)' }}>
              {lessLikely(s)}
            </Box>
          ))}
          {cause.for.length + cause.against.length === 0 && <Box>No finding makes it more or less likely yet.</Box>}
          {onRepair && (
            <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 0.5 }}>
              <Button variant="outlined" onClick={() => void onRepair(cause.id as CauseId, 'here')}>
                {dealtWith(cause.id)}
              </Button>
              {before && (
                <Button onClick={() => void onRepair(cause.id as CauseId, 'before')}>Repaired before intake, complaint continued</Button>
              )}
            </Box>
          )}
        </Box>
      )}
    </Box>
  );
}
