'use client';

import Box from '@mui/material/Box';
import Slider from '@mui/material/Slider';
import type { MovedBy } from '@/core/drive';

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

const WORDS: Readonly<Record<MovedBy, { readonly label: string; readonly from: string; readonly to: string }>> = {
  lever: { label: 'Lever, from released to engaged', from: 'Released', to: 'Engaged' },
  shift: { label: 'Shift, from idle to full', from: 'Idle', to: 'Full shift' },
};

/** The lever, from released to engaged; of a variable drive its shift, from idle to full. */
export function LeverSlider({ by, lever, onLever }: { by: MovedBy; lever: number; onLever: (lever: number) => void }) {
  const { label, from, to } = WORDS[by];
  return (
    <Box
      className="ts-screen-only"
      sx={{ display: 'flex', alignItems: 'center', gap: 2, px: 2, borderTop: '1px solid var(--ts-edge)', minHeight: 48 }}
    >
      <Box component="button" type="button" onClick={() => onLever(0)} sx={endButton(lever <= 0)}>
        {from}
      </Box>
      <Slider
        aria-label={label}
        value={lever}
        min={0}
        max={1}
        step={0.01}
        onChange={(_, v) => onLever(v as number)}
        sx={{ flex: 1, mx: 0.5 }}
        valueLabelDisplay="off"
        getAriaValueText={(v) => (v <= 0 ? from.toLowerCase() : v >= 1 ? to.toLowerCase() : `${Math.round(v * 100)}%`)}
      />
      <Box component="button" type="button" onClick={() => onLever(1)} sx={endButton(lever >= 1)}>
        {to}
      </Box>
    </Box>
  );
}
