'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { placeDimension, type Drive } from '@/core/drive';
import type { Aligned, Changed } from '@/core/job';
import { Correction, rodsMove, rodsTurn } from './correction';

/** How to correct an alignment that was read over its limit; where twin rods do it, one tap records that they were turned. */
export function AlignFirst({
  drive,
  aligned,
  onMoved,
}: {
  drive: Drive;
  aligned: Aligned;
  /** Null where nothing may be written. */
  onMoved: ((change: Extract<Changed, { change: 'adjusted' }>) => Promise<boolean>) | null;
}) {
  const [edgeSide, setEdgeSide] = useState<'left' | 'right'>('right');
  const [busy, setBusy] = useState(false);
  const pulleys = [aligned.pulley.id, aligned.reference.id];
  const misalignment = { offsetMm: aligned.offsetMm, skewDeg: aligned.skewDeg, leanDeg: aligned.leanDeg, disagreeMm: null };
  const turn = rodsTurn(drive, pulleys, misalignment, edgeSide);
  const moved = rodsMove(drive, pulleys, misalignment, edgeSide);
  const adjuster = drive.adjusters.find((a) => a.id === moved?.adjuster);
  const to = adjuster && moved ? Math.min(adjuster.max, adjuster.position + moved.mm) : null;
  const rod = adjuster?.screw?.rods.find((r) => r.id === turn?.rod)?.label ?? 'the rod on that side';
  const record = async () => {
    if (!onMoved || !adjuster || !turn || to === null) return;
    setBusy(true);
    await onMoved({
      change: 'adjusted',
      adjuster: { id: adjuster.id, label: adjuster.label ?? 'Adjuster' },
      to,
      placeIn: placeDimension(drive, adjuster),
      turned: `${rod} ${turn.flats} flats`,
    });
    setBusy(false);
  };
  return (
    <Box component="section" aria-label="Correct the alignment" sx={{ mb: 1.5, display: 'grid', gap: 1 }}>
      <Correction drive={drive} pulleys={pulleys} misalignment={misalignment} edgeSide={edgeSide} onEdgeSide={setEdgeSide} addsN={null} />
      {onMoved && adjuster?.screw && turn && to !== null && (
        <Box>
          <Button variant="contained" disabled={busy} onClick={() => void record()} sx={{ minHeight: 56 }}>
            {rod} turned by {turn.flats} {turn.flats === 1 ? 'flat' : 'flats'}
          </Button>
        </Box>
      )}
    </Box>
  );
}
