'use client';

import Box from '@mui/material/Box';
import Slider from '@mui/material/Slider';

const endButton = (on: boolean) => ({
  font: 'inherit',
  fontSize: 14,
  fontWeight: on ? 700 : 500,
  color: on ? 'var(--ts-work)' : 'var(--ts-quiet)',
  background: 'none',
  border: 0,
  minHeight: 44,
  px: 0.5,
  cursor: 'pointer',
});

/** The lever, from released to engaged. */
export function LeverSlider({ lever, onLever }: { lever: number; onLever: (lever: number) => void }) {
  return (
    <Box
      className="ts-screen-only"
      sx={{ display: 'flex', alignItems: 'center', gap: 2, px: 2, borderTop: '1px solid var(--ts-edge)', minHeight: 48 }}
    >
      <Box component="button" type="button" onClick={() => onLever(0)} sx={endButton(lever <= 0)}>
        Released
      </Box>
      <Slider
        aria-label="Lever, from released to engaged"
        value={lever}
        min={0}
        max={1}
        step={0.01}
        onChange={(_, v) => onLever(v as number)}
        sx={{ flex: 1, mx: 0.5 }}
        valueLabelDisplay="off"
        getAriaValueText={(v) => (v <= 0 ? 'released' : v >= 1 ? 'engaged' : `${Math.round(v * 100)} %`)}
      />
      <Box component="button" type="button" onClick={() => onLever(1)} sx={endButton(lever >= 1)}>
        Engaged
      </Box>
    </Box>
  );
}
