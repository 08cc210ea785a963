'use client';

import Box from '@mui/material/Box';
import { useMemo } from 'react';
import type { Drive } from '@/core/drive';
import { entryAngles, HEIGHT_TOLERANCE_MM, offHeight, type Stack } from '@/core/stack';
import { usePose } from '@/client/solver';
import { useUnits } from '@/ui/units';
import { angleWords } from './messages';

/**
 * Pulleys of this drive that are stacked off their height, and their entry angles. No belt and no tension corrects
 * that.
 */
export function StackedNote({ drive, stacks }: { drive: Drive; stacks: readonly { readonly pulley: string; readonly stack: Stack }[] }) {
  const off = stacks.flatMap(({ pulley, stack }) => {
    const mm = offHeight(stack);
    return mm !== null && Math.abs(mm) > HEIGHT_TOLERANCE_MM ? [{ pulley, mm }] : [];
  });
  return off.length === 0 ? null : <Off drive={drive} off={off} />;
}

function Off({ drive, off }: { drive: Drive; off: readonly { readonly pulley: string; readonly mm: number }[] }) {
  const { show } = useUnits();
  const { answer } = usePose(useMemo(() => ({ drive, lever: 1 }), [drive]));
  const nameOf = (id: string) => drive.pulleys.find((p) => p.id === id)?.label ?? 'the next pulley';
  return (
    <Box role="note" sx={{ borderLeft: '3px solid var(--ts-copper)', pl: 1.5, my: 1.5 }}>
      {off.map(({ pulley, mm }) => (
        <Box key={pulley}>
          <strong>{nameOf(pulley)}</strong> as stacked is {show(Math.abs(mm), 'length')} too {mm > 0 ? 'high' : 'low'}.
          {answer?.ok &&
            entryAngles(drive, answer.answer.solved, pulley, mm).map((a) => (
              <Box key={a.belt + a.other + a.spanMm} sx={{ color: a.degrees > a.limit ? 'var(--ts-copper)' : 'var(--ts-quiet)' }}>
                From {nameOf(a.other)}: {angleWords(a)}.
              </Box>
            ))}
        </Box>
      ))}
    </Box>
  );
}
