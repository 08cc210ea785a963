'use client';

import Box from '@mui/material/Box';
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { unitNamed } from '@/core/quantity';
import { useUnits } from '@/ui/units';
import type { CompareAnswer } from '@/services/compare';
import { figureText, type Figure } from './figures';
import { useFigures } from './use-figures';
import { nothingToChart, sweepText } from './messages';
import { CHART_TOOLTIP } from '@/ui/chart-tooltip';

/** One figure over one diameter, with its limit and the diameter as it is drawn. */
export function SweepChart({
  swept,
  figure,
  drawnMm,
  pulley,
}: {
  swept: CompareAnswer['swept'];
  figure: Figure;
  drawnMm: number;
  pulley: string;
}) {
  const { show, unit } = useUnits();
  const figures = useFigures();
  const points = swept.flatMap((s) => {
    const value = figure.of(s.compared);
    return value === null ? [] : [{ mm: s.diameterMm, value, limit: figure.limit?.of(s.compared) ?? null }];
  });
  if (points.length < 2) return <Box sx={{ color: 'var(--ts-quiet)' }}>{nothingToChart(figure.label.toLowerCase())}</Box>;
  const inch = unitNamed(unit('length') === '' ? 'mm' : unit('length')).factor;
  const tick = { fontSize: 12, fill: 'var(--ts-quiet)' };
  const text = (v: number) => figureText(figure.dimension, v, figures);
  const first = points[0]!;
  const last = points.at(-1)!;
  return (
    <Box
      sx={{ height: 280 }}
      role="img"
      aria-label={sweepText(figure.label, pulley, text(first.value), show(first.mm, 'length'), text(last.value), show(last.mm, 'length'))}
    >
      <ResponsiveContainer width="100%" height="100%">
        <LineChart data={points} margin={{ top: 12, right: 24, bottom: 8, left: 8 }}>
          <CartesianGrid stroke="var(--ts-edge)" vertical={false} />
          <XAxis
            dataKey="mm"
            type="number"
            domain={['dataMin', 'dataMax']}
            tick={tick}
            tickFormatter={(mm: number) => `${Number((mm / inch).toFixed(inch > 1 ? 2 : 0))} ${unit('length')}`}
          />
          <YAxis tick={tick} width={92} domain={['auto', 'auto']} tickFormatter={text} />
          <Tooltip
            {...CHART_TOOLTIP}
            formatter={(v) => (typeof v === 'number' ? text(v) : String(v))}
            labelFormatter={(mm) => `${pulley}: ${show(Number(mm), 'length')}`}
          />
          <ReferenceLine
            x={drawnMm}
            stroke="var(--ts-quiet)"
            strokeDasharray="3 3"
            label={{ value: 'as drawn', position: 'insideTopRight', fontSize: 12, fill: 'var(--ts-quiet)' }}
          />
          {figure.limit && (
            <Line dataKey="limit" name="limit" stroke="var(--ts-copper)" strokeDasharray="6 4" dot={false} isAnimationActive={false} />
          )}
          <Line dataKey="value" name={figure.label} stroke="var(--ts-work)" strokeWidth={2.5} dot={false} isAnimationActive={false} />
        </LineChart>
      </ResponsiveContainer>
    </Box>
  );
}
