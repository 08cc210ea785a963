'use client';

import Box from '@mui/material/Box';
import type { RimGaps } from '@/core/alignment';
import { useUnits } from '@/ui/units';
import { edgeSketchText } from './messages';

/** Drawn gaps are enlarged so that a few millimetres are visible, and limited so that none leaves the drawing. */
const drawn = (mm: number) => Math.max(-16, Math.min(22, mm * 3));

/**
 * A straight edge on one pulley and over the other, seen from above the shafts, with the measured gaps. Enlarged, not
 * to scale.
 */
export function EdgeSketch({ gaps, from, to }: { gaps: Partial<RimGaps>; from: string; to: string }) {
  const { caliper } = useUnits();
  const near = gaps.near ?? 0;
  const far = gaps.far ?? 0;
  const edge = 30;
  const [n, f] = [edge + 4 + drawn(near), edge + 4 + drawn(far)];
  const said = edgeSketchText(from, to, caliper(near), caliper(far));
  return (
    <Box
      component="svg"
      role="img"
      aria-label={said}
      viewBox="0 0 420 106"
      sx={{ width: '100%', maxWidth: 520, height: 'auto', display: 'block', my: 1, '& text': { fontSize: 12, fill: 'var(--ts-ink)' } }}
    >
      <rect x={10} y={edge - 8} width={400} height={8} fill="var(--ts-work)" opacity={0.85} />
      <text x={12} y={14}>
        Straight edge
      </text>
      {/* The reference pulley: two rims with a groove between. */}
      <path d={`M30 ${edge + 1} h100 v9 l-12 5 12 5 v9 h-100 v-9 l12 -5 -12 -5 z`} fill="var(--ts-sand)" stroke="var(--ts-quiet)" />
      <text x={80} y={edge + 48} textAnchor="middle">
        {from}
      </text>
      <path d={`M270 ${n} L370 ${f} v9 l-10 5 10 5 v9 L270 ${n + 28} v-9 l10 -5 -10 -5 z`} fill="var(--ts-sand)" stroke="var(--ts-quiet)" />
      <text x={320} y={Math.max(n, f) + 46} textAnchor="middle">
        {to}
      </text>
      {(
        [
          ['near', 270, n],
          ['far', 370, f],
        ] as const
      ).map(([which, x, y]) => (
        <g key={which}>
          <line x1={x} x2={x} y1={edge} y2={y} stroke="var(--ts-copper)" strokeWidth={2} />
          <text x={which === 'near' ? x - 6 : x + 6} y={edge + 14} textAnchor={which === 'near' ? 'end' : 'start'}>
            {which === 'near' ? 'near rim' : 'far rim'}
          </text>
        </g>
      ))}
    </Box>
  );
}
