'use client';

import Box from '@mui/material/Box';
import type { Eccentric } from '@/core/tension';
import { useUnits } from '@/ui/units';
import { beltTurnsIt, eccentricTurn, otherAngle, shaftAt } from './messages';

const POUND_FEET_PER_NM = 0.737562;

/** An eccentric at its angle: how far it turns from the mark, the shift of its shaft, its other angle, and how to hold it. */
export function EccentricNote({ eccentric: { eccentricityMm, places }, now }: { eccentric: Eccentric; now: number }) {
  const { show, setting } = useUnits();
  const [own, ...others] = places;
  if (!own) return null;
  const angle = (position: number) => show(position, 'angle', 0);
  const shaft = (mm: number) => shaftAt(show(Math.abs(mm), 'length'), mm);
  const torque = (nm: number) => (setting.system === 'inch' ? `${(nm * POUND_FEET_PER_NM).toFixed(1)} lb·ft` : `${nm.toFixed(1)} N·m`);
  return (
    <Box sx={{ display: 'grid', gap: 0.25 }}>
      <Box>
        Eccentricity {show(eccentricityMm, 'length')}. {eccentricTurn(angle(Math.abs(own.position - now)), own.position - now)} The shaft is
        then {shaft(own.sidewaysMm)}.
      </Box>
      {others.map((other) => (
        <Box key={other.position}>{otherAngle(angle(other.position), shaft(other.sidewaysMm))}</Box>
      ))}
      {own.beltTurns && (
        <Box>
          <strong>{beltTurnsIt(own.beltTurns, torque(own.torqueNm))}</strong>
        </Box>
      )}
    </Box>
  );
}
