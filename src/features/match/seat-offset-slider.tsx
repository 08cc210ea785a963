'use client';

import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import type { Drive, LengthWindow } from '@/core/drive';
import { useUnits } from '@/ui/units';
import { sittingLower } from './messages';

export interface SeatOffset {
  readonly mm: number;
  /** The worn groove. All grooves if omitted. */
  readonly pulley?: string;
}

/** Furthest that a belt is asked to sit lower, mm: past it a groove has bottomed. */
const LOWEST_MM = 3;

/** Lower seat of the belt, by wear of the belt or of one groove, and its effect on the window. */
export function SeatOffsetSlider({
  drive,
  beltId,
  sunk,
  onSunk,
  window,
  unworn,
}: {
  drive: Drive;
  beltId: string;
  sunk: SeatOffset;
  onSunk: (sunk: SeatOffset) => void;
  window: LengthWindow;
  unworn: LengthWindow | null;
}) {
  const { show, caliper } = useUnits();
  const route = drive.belts.find((b) => b.id === beltId)?.route ?? [];
  const grooves = drive.pulleys.filter((p) => p.face !== 'flat' && route.some((s) => s.pulley === p.id && s.contact === 'v'));
  if (grooves.length === 0) return null;
  const shift = (now: number | null, before: number | null | undefined) =>
    now === null || before === null || before === undefined || !Number.isFinite(now) || !Number.isFinite(before) ? null : now - before;
  const moved = [shift(window.releaseMinMm, unworn?.releaseMinMm), shift(window.gripMaxMm, unworn?.gripMaxMm)];
  const by = (mm: number | null) => (mm === null ? null : `${show(Math.abs(mm), 'length')} ${mm < 0 ? 'shorter' : 'longer'}`);
  const sentence =
    sunk.mm === 0 || !unworn
      ? 'A worn belt or groove lets the belt sit lower and runs a shorter path: both ends of the window move.'
      : sittingLower(caliper(sunk.mm), by(moved[0]!) ?? 'not', by(moved[1]!) ?? 'not');
  return (
    <Box>
      <Typography variant="h3" id="sunk-label">
        Worn: the belt sits lower
      </Typography>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap', mt: 0.5 }}>
        <TextField
          select
          size="small"
          label="Where"
          value={sunk.pulley ?? ''}
          onChange={(e) => onSunk(e.target.value === '' ? { mm: sunk.mm } : { mm: sunk.mm, pulley: e.target.value })}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          sx={{ width: 200 }}
        >
          <MenuItem value="">In every groove (belt)</MenuItem>
          {grooves.map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.label ?? p.id}
            </MenuItem>
          ))}
        </TextField>
        <Slider
          aria-labelledby="sunk-label"
          value={sunk.mm}
          min={0}
          max={LOWEST_MM}
          step={0.1}
          onChange={(_, mm) => onSunk({ ...sunk, mm: mm as number })}
          valueLabelDisplay="auto"
          valueLabelFormat={(mm) => caliper(mm)}
          getAriaValueText={(mm) => `${caliper(mm)} lower`}
          sx={{ width: 180 }}
        />
        <Box component="span" className="ts-mono">
          {caliper(sunk.mm)}
        </Box>
      </Box>
      <Typography sx={{ fontSize: 14 }} aria-live="polite">
        {sentence}
      </Typography>
    </Box>
  );
}
