'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { CAUSES, causesRepairedBy, type CauseId, type DriveKind } from '@/core/fault';
import { intakeOf, linesOf, type RecordLine } from '@/core/job';
import { earlierWork } from './messages';

/** Work done before the machine came. One tap marks each replaced part that did not help. */
export function DoneBefore({
  lines,
  kind,
  onRepairedBefore,
}: {
  lines: readonly RecordLine[];
  kind: DriveKind;
  onRepairedBefore: (cause: CauseId) => void;
}) {
  const asked = intakeOf(lines);
  const told = new Set(linesOf(lines, 'mended').map(({ body }) => body.cause));
  const open = asked ? causesRepairedBy(asked.doneBefore, kind).filter((id) => !told.has(id)) : [];
  if (!asked || open.length === 0) return null;
  return (
    <Box component="section" aria-label="Earlier work" sx={{ mb: 2 }}>
      <Box sx={{ mb: 0.5 }}>{earlierWork(asked.doneBefore, asked.parts === 'used')}</Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {open.map((id) => (
          <Button key={id} variant="outlined" onClick={() => onRepairedBefore(id)}>
            {CAUSES.find((c) => c.id === id)!.label}
          </Button>
        ))}
      </Box>
    </Box>
  );
}
