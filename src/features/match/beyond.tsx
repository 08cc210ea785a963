'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { BeltDuty, Drive } from '@/core/drive';
import type { ShelfBelt } from '@/db';
import { useUnits } from '@/ui/units';
import type { MatchAnswer } from '@/workers/solver-service';

/** Speed, tightest bend and flexes, and whether the section takes them. */
export function Duty({ duty, drive }: { duty: BeltDuty; drive: Drive }) {
  const { show } = useUnits();
  const { metresPerSecond: v, speedLimit, tightestDiameterMm: bend, minDiameterMm, flexesPerHour } = duty;
  const pulley = drive.pulleys.find((p) => p.id === duty.tightestPulley);
  const tooFast = v !== null && v > speedLimit;
  const tooTight = bend < minDiameterMm;
  return (
    <Typography component="p" sx={{ mt: 1.5, fontSize: 14, color: 'var(--ts-quiet)' }}>
      {v === null ? (
        'Belt speed not known. '
      ) : (
        <>
          Belt speed {show(v, 'speed')}
          {tooFast ? <strong> over the section’s {show(speedLimit, 'speed')}</strong> : ` of ${show(speedLimit, 'speed')}`}.{' '}
        </>
      )}
      Tightest bend {show(bend, 'length')} on {pulley?.label ?? duty.tightestPulley},{' '}
      {tooTight ? (
        <strong>under the section’s least of {show(minDiameterMm, 'length')}: shorter belt life</strong>
      ) : (
        `least for the section ${show(minDiameterMm, 'length')}`
      )}
      .{flexesPerHour === null ? '' : ` ${Math.round(flexesPerHour / 1000).toLocaleString('en-GB')} thousand flexes an hour.`}
    </Typography>
  );
}

/** What an adjuster would change, and what is not to hand and would run. */
export function Beyond({ match, drive, shelf }: { match: MatchAnswer; drive: Drive; shelf: readonly ShelfBelt[] }) {
  const { show } = useUnits();
  const toHand = new Set(shelf.filter((b) => b.quantity > 0).map((b) => b.designation));
  const missing = match.standard.filter((s) => !toHand.has(s.designation));
  const ends = (w: MatchAnswer['window']) => {
    if (w.letsGoFromMm === null) return match.asksForRelease ? 'no length lets go' : 'no length can be got on';
    if (w.gripsToMm === null) return 'no length grips';
    return `none: ${match.asksForRelease ? 'lets go' : 'can be got on'} from ${show(w.letsGoFromMm, 'length')}, grips only to ${show(w.gripsToMm, 'length')}`;
  };
  const range = (w: MatchAnswer['window']) =>
    w.shortestMm === null || w.longestMm === null
      ? ends(w)
      : Number.isFinite(w.shortestMm)
        ? `${show(w.shortestMm, 'length')} to ${show(w.longestMm, 'length')}`
        : `up to ${show(w.longestMm, 'length')}`;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' }, gap: 2, mt: 2 }}>
      <Box>
        <Typography variant="h3">Not on the shelf, and would run</Typography>
        <Typography sx={{ fontSize: 14 }}>
          {missing.length === 0
            ? match.standard.length === 0
              ? 'No standard size of this section falls in the window.'
              : 'Every standard size in the window is to hand.'
            : missing
                .slice(0, 8)
                .map((s) => `${s.designation} (${show(s.outsideMm, 'length')})`)
                .join(', ')}
        </Typography>
      </Box>
      {match.adjusters.length > 0 && (
        <Box>
          <Typography variant="h3">What an adjuster would change</Typography>
          {match.adjusters.map((a) => {
            const adjuster = drive.adjusters.find((one) => one.id === a.id)!;
            return (
              <Box key={a.id} sx={{ fontSize: 14 }}>
                {adjuster.label ?? a.id}, now at {show(adjuster.position, 'length')}:
                <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
                  {a.windows.map((w) => (
                    <li key={w.position}>
                      at {show(w.position, 'length')}: {range(w.window)}
                    </li>
                  ))}
                </Box>
              </Box>
            );
          })}
        </Box>
      )}
    </Box>
  );
}
