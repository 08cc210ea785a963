'use client';

import Box from '@mui/material/Box';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  ErrorBar,
  Legend,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { WIDTH_METHODS } from '@/core/wear';
import { useUnits } from '@/ui/units';
import type { WearAnswer } from '@/services/wear';
import { WIDTH_METHOD_WORDS, widthChartText } from './messages';
import { CHART_TOOLTIP } from '@/ui/chart-tooltip';

const SHAPES = { 'rib-top': 'circle', single: 'triangle', 'flank-line': 'square' } as const;

/** Widths over the meter by how they were read, what is to come with its range, and the minimum. */
export function WearChart({
  answer,
  minimumMm,
  fittedAt,
  unit,
}: {
  answer: WearAnswer;
  minimumMm: number;
  fittedAt: number;
  unit: string;
}) {
  const { setting } = useUnits();
  const inch = setting.system === 'inch' ? 25.4 : 1;
  const tick = { fontSize: 12, fill: 'var(--ts-quiet)' };
  const words = (v: number) => `${v.toFixed(inch === 1 ? 1 : 3)} ${inch === 1 ? 'mm' : 'in'}`;
  const ahead = answer.curve.map((p) => ({ meter: p.meter + fittedAt, mean: p.p50 / inch, band: [p.p10 / inch, p.p90 / inch] }));
  const { readings } = answer.forecast;
  return (
    <Box sx={{ height: 280, maxWidth: 760 }} role="img" aria-label={widthChartText(readings.length, words(minimumMm / inch))}>
      <ResponsiveContainer width="100%" height="100%">
        <ComposedChart margin={{ top: 8, right: 16, bottom: 8, left: 8 }}>
          <CartesianGrid stroke="var(--ts-edge)" vertical={false} />
          <XAxis
            dataKey="meter"
            type="number"
            domain={['dataMin', 'dataMax']}
            allowDuplicatedCategory={false}
            tick={tick}
            tickFormatter={(m: number) => `${Math.round(m)} ${unit}`}
          />
          <YAxis tick={tick} width={72} domain={['auto', 'auto']} tickFormatter={words} />
          <Tooltip
            {...CHART_TOOLTIP}
            formatter={(v) =>
              Array.isArray(v) ? v.map((x) => words(Number(x))).join(' to ') : typeof v === 'number' ? words(v) : String(v)
            }
            labelFormatter={(m) => `${Math.round(Number(m))} ${unit}`}
          />
          <Legend />
          <Area
            data={ahead}
            dataKey="band"
            name="80% range"
            stroke="none"
            fill="var(--ts-work)"
            fillOpacity={0.15}
            isAnimationActive={false}
          />
          <Line data={ahead} dataKey="mean" name="expected" stroke="var(--ts-work)" strokeWidth={2} dot={false} isAnimationActive={false} />
          <ReferenceLine
            y={minimumMm / inch}
            stroke="var(--ts-copper)"
            strokeDasharray="6 4"
            label={{ value: 'minimum', position: 'insideBottomLeft', fontSize: 12, fill: 'var(--ts-quiet)' }}
          />
          {WIDTH_METHODS.map((m) => {
            const points = readings
              .filter((r) => r.method === m)
              .map((r) => ({ meter: r.meter + fittedAt, read: r.width / inch, sd: r.sd / inch }));
            return points.length === 0 ? null : (
              <Scatter
                key={m}
                data={points}
                dataKey="read"
                name={WIDTH_METHOD_WORDS[m]}
                shape={SHAPES[m]}
                fill="var(--ts-ink)"
                isAnimationActive={false}
              >
                <ErrorBar dataKey="sd" direction="y" stroke="var(--ts-ink)" />
              </Scatter>
            );
          })}
        </ComposedChart>
      </ResponsiveContainer>
    </Box>
  );
}
