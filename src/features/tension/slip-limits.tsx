'use client';

import Box from '@mui/material/Box';
import { useUnits } from '@/ui/units';
import { Term } from '../glossary/term';

/** Static tension below which a belt slips, dry and wet. */
export function SlipLimits({ floorN, wetFloorN }: { floorN: number; wetFloorN: number }) {
  const { show } = useUnits();
  const wet = Number.isFinite(wetFloorN) ? `${show(Math.max(0, wetFloorN), 'force')} wet` : 'when wet, it slips at any tension';
  return (
    <Box sx={{ fontSize: 13.5, color: 'var(--ts-quiet)' }}>
      <Term of="slip-limit">Slip limit</Term>: {show(Math.max(0, floorN), 'force')} dry, {wet} (estimated)
    </Box>
  );
}
