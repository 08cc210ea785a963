'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { CAUSES, mendedBy, type CauseId, type DriveKind } from '@/core/fault';
import { askedOf, linesOf, type RecordLine } from '@/core/job';

/** Work done before the machine came, as it was told: what of it was renewed and did not help is one tap each. */
export function DoneBefore({
  lines,
  kind,
  onMended,
}: {
  lines: readonly RecordLine[];
  kind: DriveKind;
  onMended: (cause: CauseId) => void;
}) {
  const asked = askedOf(lines);
  const told = new Set(linesOf(lines, 'mended').map(({ body }) => body.cause));
  const open = asked ? mendedBy(asked.doneBefore, kind).filter((id) => !told.has(id)) : [];
  if (!asked || open.length === 0) return null;
  return (
    <Box component="section" aria-label="Done before" sx={{ mb: 2 }}>
      <Box sx={{ mb: 0.5 }}>
        Done before: “{asked.doneBefore}”. Which of these was repaired, and the complaint continued?
        {asked.parts === 'used' && ' Used parts can have the same fault. In that case, choose none.'}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {open.map((id) => (
          <Button key={id} variant="outlined" onClick={() => onMended(id)}>
            {CAUSES.find((c) => c.id === id)!.label}
          </Button>
        ))}
      </Box>
    </Box>
  );
}
