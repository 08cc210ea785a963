'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useMemo } from 'react';
import type { Drive } from '@/core/drive';
import { clampLength, entryAngles, grooveHeight, offHeight, type Stack, type StackFault } from '@/core/stack';
import { usePose } from '@/client/solver';
import { useUnits } from '@/ui/units';
import { angleWords, faultWords, stackHeights } from './messages';
import { Section } from './section';

/** A smaller offset of the groove is rounding, mm. */
const OFF_MM = 1e-9;

/** The stack in section, its faults, and its effect on the belt. */
export function StackDrawing({
  drive,
  pulleyId,
  stack,
  faults,
  selected,
}: {
  readonly drive: Drive;
  readonly pulleyId: string;
  readonly stack: Stack;
  readonly faults: readonly StackFault[];
  readonly selected: number | null;
}) {
  const { show } = useUnits();
  return (
    <Box sx={{ position: { md: 'sticky' }, top: 12 }}>
      <Box sx={{ border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)', p: 1 }}>
        <Section stack={stack} faults={faults} selected={selected} />
      </Box>
      <Box sx={{ mt: 1, fontSize: 14, color: 'var(--ts-quiet)' }}>
        {stackHeights({ grooveMm: grooveHeight(stack), wantedMm: stack.wantedMm, clampMm: clampLength(stack) }, show)}
      </Box>
      <Box role="status" sx={{ mt: 1.5, display: 'grid', gap: 1 }}>
        {faults.length === 0 ? (
          <Alert severity="success" variant="outlined">
            Correct: only the inner race is clamped, and the idler is at its height.
          </Alert>
        ) : (
          faults.map((f) => (
            <Alert key={f.code + String(f.layer)} severity="warning" variant="outlined">
              {faultWords(f, stack, { show })}
            </Alert>
          ))
        )}
      </Box>
      <EntryAngles drive={drive} pulleyId={pulleyId} offMm={offHeight(stack)} />
    </Box>
  );
}

/** Entry angles of the belt at a pulley off its height, engaged. */
function EntryAngles({ drive, pulleyId, offMm }: { readonly drive: Drive; readonly pulleyId: string; readonly offMm: number | null }) {
  const { answer } = usePose(useMemo(() => ({ drive, lever: 1 }), [drive]));
  const angles = answer?.ok && offMm !== null ? entryAngles(drive, answer.answer.solved, pulleyId, offMm) : [];
  if (offMm === null || angles.length === 0 || Math.abs(offMm) <= OFF_MM) return null;
  const nameOf = (id: string) => drive.pulleys.find((p) => p.id === id)?.label ?? 'the next pulley';
  return (
    <Box sx={{ mt: 1.5 }}>
      <Typography variant="h3">Entry angle of the belt, engaged</Typography>
      {angles.map((a) => (
        <Box key={a.belt + a.other + a.spanMm} sx={{ py: 0.5, color: a.degrees > a.limit ? 'var(--ts-copper)' : undefined }}>
          To {nameOf(a.other)}: {angleWords(a)}.
        </Box>
      ))}
    </Box>
  );
}
