'use client';

import Box from '@mui/material/Box';
import type { Eccentric } from '@/core/tension';
import { useUnits } from '@/ui/units';
import { beltTurnsIt, eccentricTurn, otherAngle, sidewaysOf } from './messages';

/** An eccentric at its angle: how far it turns from the mark, the shift of its shaft, its other angle, and how to hold it. */
export function EccentricNote({ eccentric: { eccentricityMm, places }, now }: { eccentric: Eccentric; now: number }) {
  const { show } = useUnits();
  const [own, ...others] = places;
  if (!own) return null;
  const angle = (position: number) => show(position, 'angle', 0);
  const sideways = (mm: number) => sidewaysOf(show(Math.abs(mm), 'length'), mm);
  return (
    <Box sx={{ display: 'grid', gap: 0.25 }}>
      <Box>
        Eccentricity {show(eccentricityMm, 'length')}. {eccentricTurn(angle(Math.abs(own.position - now)), own.position - now)}{' '}
        {sideways(own.sidewaysMm)}
      </Box>
      {others.map((other) => (
        <Box key={other.position}>{otherAngle(angle(other.position), sideways(other.sidewaysMm))}</Box>
      ))}
      {own.beltTurns && (
        <Box>
          <strong>{beltTurnsIt(own.beltTurns, `${own.torqueNm.toFixed(1)} N·m`)}</strong>
        </Box>
      )}
    </Box>
  );
}
