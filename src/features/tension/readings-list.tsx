'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { isFeel } from '@/core/tension';
import { useUnits } from '@/ui/units';
import type { TensionAnswer } from '@/services/tension';
import type { StoredReading } from './stored-reading';
import { METHOD_WORDS } from './messages';

type Answered = Extract<TensionAnswer, { ok: true }>;

/** Readings of the belt as a setting, of which none was measured: feel alone sets nothing. */
export const onlyFelt = (readings: readonly StoredReading[]): boolean => {
  const setting = readings.filter((r) => r.without.length === 0);
  return setting.length > 0 && setting.every((r) => isFeel(r.reading.method));
};

/** All readings compared with each other, and their combined tension. */
export function ReadingsList({ answer, readings }: { answer: Answered; readings: readonly StoredReading[] }) {
  const { show } = useUnits();
  if (readings.length === 0) return null;
  const { combined, targetN, sheet, readings: amounts } = answer;
  const { band } = sheet;
  const asSetting = amounts.filter((r) => r.ok && r.setting).length;
  const said = (): string | null => {
    if (asSetting === 0) return 'None of these is a setting. Measure with all belts on.';
    if (combined === null) return 'The readings differ by more than their uncertainty. None is used. Measure again by another method.';
    if (band.target !== null && combined.tensionN < band.floor) return 'The belt slips under load. Tighten it.';
    if (band.ceiling !== null && combined.tensionN > band.ceiling) return 'Tension is too high for the belt or bearings. Slacken it.';
    if (targetN === null) return null;
    return combined.tensionN > 1.15 * targetN ? 'The belt grips, and is tighter than necessary.' : 'Tension is within its range.';
  };
  return (
    <Box component="section" aria-label="Readings" sx={{ mt: 2 }}>
      <Typography variant="h3">Read</Typography>
      {amounts.map((r, i) => {
        const kept = readings[i]!;
        const off = kept.without.map((b) => b.label).join(', ');
        return (
          <Box key={i} sx={{ py: 0.5, fontSize: 15, color: r.ok && !r.outlier ? undefined : 'var(--ts-copper)' }}>
            {METHOD_WORDS[kept.reading.method]}, {kept.where}
            {kept.clamped ? ', everything tight' : ''}
            {off === '' ? '' : `, ${off} off`}:{' '}
            {r.ok ? (
              <>
                <strong>{show(r.tensionN, 'force')}</strong> ± {show(r.sdN, 'force')}
                {r.outlier ? ': differs from the others, excluded' : r.setting ? '' : ': not a setting, excluded'}
              </>
            ) : (
              `no longer usable: ${r.problem}`
            )}
          </Box>
        );
      })}
      <Box role="status" sx={{ mt: 0.5, fontSize: 16 }}>
        {combined && asSetting > 0 && (
          <>
            Together <strong>{show(combined.tensionN, 'force')}</strong> ± {show(combined.sdN, 'force')}.{' '}
          </>
        )}
        {said()}
      </Box>
      {onlyFelt(readings) && (
        <Alert severity="warning" variant="outlined" sx={{ mt: 1 }}>
          Measured by feel only. Confirm the setting by one tap or push.
        </Alert>
      )}
    </Box>
  );
}
