'use client';

import Box from '@mui/material/Box';
import { useMemo } from 'react';
import { CartesianGrid, Legend, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { shiftStateAt, type VariableDrive } from '@/core/cvt';
import { useUnits } from '@/ui/units';
import { shiftChartText } from './messages';
import { CHART_TOOLTIP } from '@/ui/chart-tooltip';

/** Points of the curves. */
const POINTS = 41;

/** Ratio and radii over how far the primary has closed. */
export function ShiftCurves({ pair, mm, names }: { pair: VariableDrive; mm: number; names: readonly [string, string] }) {
  const { show, fine } = useUnits();
  const points = useMemo(
    () =>
      Array.from({ length: POINTS }, (_, i) => shiftStateAt(pair, mm, i / (POINTS - 1))).flatMap((s) =>
        s ? [{ closing: s.closing, ratio: s.ratio, primary: s.primary, secondary: s.secondary }] : [],
      ),
    [pair, mm],
  );
  if (points.length < 2) return null;
  const tick = { fontSize: 12, fill: 'var(--ts-quiet)' };
  return (
    <Box
      sx={{ height: 260, maxWidth: 720 }}
      role="img"
      aria-label={shiftChartText(
        points.find((p) => p.ratio !== null)?.ratio?.toFixed(2) ?? 'slack',
        points.at(-1)?.ratio?.toFixed(2) ?? 'slack',
      )}
    >
      <ResponsiveContainer width="100%" height="100%">
        <LineChart data={points} margin={{ top: 8, right: 8, bottom: 8, left: 8 }}>
          <CartesianGrid stroke="var(--ts-edge)" vertical={false} />
          <XAxis dataKey="closing" type="number" domain={[0, 'dataMax']} tick={tick} tickFormatter={(v: number) => show(v, 'length', 0)} />
          <YAxis yAxisId="ratio" tick={tick} width={56} tickFormatter={(v: number) => `${v} : 1`} />
          <YAxis yAxisId="radius" orientation="right" tick={tick} width={64} tickFormatter={(v: number) => show(v, 'length', 0)} />
          <Tooltip
            {...CHART_TOOLTIP}
            labelFormatter={(v) => `closed by ${fine(Number(v))}`}
            formatter={(v, n) => (typeof v === 'number' ? (n === 'ratio' ? v.toFixed(2) : fine(v)) : String(v))}
          />
          <Legend />
          <Line yAxisId="ratio" dataKey="ratio" stroke="var(--ts-work)" strokeWidth={2.5} dot={false} isAnimationActive={false} />
          <Line
            yAxisId="radius"
            dataKey="primary"
            name={`radius on ${names[0]}`}
            stroke="var(--ts-ink)"
            dot={false}
            isAnimationActive={false}
          />
          <Line
            yAxisId="radius"
            dataKey="secondary"
            name={`radius on ${names[1]}`}
            stroke="var(--ts-quiet)"
            strokeDasharray="5 4"
            dot={false}
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
    </Box>
  );
}
