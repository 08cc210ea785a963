'use client';

import Box from '@mui/material/Box';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  ErrorBar,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { RETENSION_OVER_FLOOR, tensionAfter, type AgedReading, type Retension } from '@/core/tension';
import { useUnits } from '@/ui/units';
import { tensionOverHours } from './messages';

/** Curve points, spread as the law bends. */
const POINTS = 60;

/** Readings of the tension over the hours of the belt, and the expected loss with its standard deviation. */
export function TensionHoursChart({ aged, fall, floorN }: { aged: readonly AgedReading[]; fall: Retension; floorN: number }) {
  const { unit } = useUnits();
  const inUnit = (n: number) => (unit('force') === 'lb' ? n / 4.4482216152605 : n);
  const last = Math.max(...aged.map((a) => a.hours));
  const reach = Math.max(10, last * 1.3, Math.min(1000, (fall.hours.likely ?? 0) * 1.2));
  const curve = Array.from({ length: POINTS }, (_, i) => {
    const h = reach * (i / (POINTS - 1)) ** 2;
    const { tensionN, sdN } = tensionAfter(fall, h);
    return { hours: h, mean: inUnit(tensionN), band: [inUnit(tensionN - sdN), inUnit(tensionN + sdN)] };
  });
  const points = aged.map((a) => ({ hours: a.hours, read: inUnit(a.tensionN), sd: inUnit(a.sdN) }));
  const force = unit('force');
  return (
    <Box sx={{ height: 240, maxWidth: 720 }} role="img" aria-label={tensionOverHours(Math.round(last), aged.length)}>
      <ResponsiveContainer width="100%" height="100%">
        <ComposedChart margin={{ top: 8, right: 16, bottom: 20, left: 8 }}>
          <CartesianGrid stroke="var(--ts-edge)" vertical={false} />
          <XAxis
            dataKey="hours"
            type="number"
            domain={[0, reach]}
            allowDuplicatedCategory={false}
            tick={{ fontSize: 12, fill: 'var(--ts-quiet)' }}
            tickFormatter={(h: number) => `${Math.round(h)} h`}
          />
          <YAxis tick={{ fontSize: 12, fill: 'var(--ts-quiet)' }} tickFormatter={(n: number) => `${Math.round(n)} ${force}`} width={64} />
          <Tooltip
            formatter={(v) => (typeof v === 'number' ? `${v.toFixed(0)} ${force}` : String(v))}
            labelFormatter={(h) => `${Number(h).toFixed(1)} h`}
          />
          <Area
            data={curve}
            dataKey="band"
            stroke="none"
            fill="var(--ts-work)"
            fillOpacity={0.15}
            isAnimationActive={false}
            name="likely"
          />
          <Line data={curve} dataKey="mean" stroke="var(--ts-work)" strokeWidth={2} dot={false} isAnimationActive={false} name="expected" />
          {floorN > 0 && (
            <ReferenceLine
              y={inUnit(RETENSION_OVER_FLOOR * floorN)}
              stroke="var(--ts-copper)"
              strokeDasharray="6 4"
              label={{ value: 'set again', position: 'insideBottomRight', fontSize: 12, fill: 'var(--ts-quiet)' }}
            />
          )}
          <Scatter data={points} dataKey="read" fill="var(--ts-ink)" isAnimationActive={false} name="read">
            <ErrorBar dataKey="sd" direction="y" stroke="var(--ts-ink)" />
          </Scatter>
        </ComposedChart>
      </ResponsiveContainer>
    </Box>
  );
}
