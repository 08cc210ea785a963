'use client';

import Box from '@mui/material/Box';
import { Bar, BarChart, CartesianGrid, Legend, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { minutesOfSessions } from './messages';
import { CHART_TOOLTIP } from '@/ui/chart-tooltip';

export interface ChartedSession {
  /** Its number, from 1. */
  readonly at: number;
  readonly name: string;
  /** Shop minutes of the learner. */
  readonly you: number;
  /** Shop minutes of tracing on the same machine. */
  readonly tracing: number;
}

/** Shop minutes of each session, next to those of tracing. */
export function SessionsChart({ sessions }: { sessions: readonly ChartedSession[] }) {
  const tick = { fontSize: 12, fill: 'var(--ts-quiet)' };
  return (
    <Box
      sx={{ height: 220, maxWidth: 900 }}
      role="img"
      aria-label={minutesOfSessions(sessions.length, sessions.map((d) => `${d.you} and ${d.tracing}`).join('; '))}
    >
      <ResponsiveContainer width="100%" height="100%">
        <BarChart data={sessions} margin={{ top: 8, right: 8, bottom: 4, left: 0 }} barGap={1}>
          <CartesianGrid stroke="var(--ts-edge)" vertical={false} />
          <XAxis dataKey="at" tick={tick} />
          <YAxis tick={tick} width={64} tickFormatter={(m: number) => `${m} min`} />
          <Tooltip
            {...CHART_TOOLTIP}
            labelFormatter={(_, [first]) => String((first?.payload as { name?: string } | undefined)?.name ?? '')}
            formatter={(v) => `${String(v)} min`}
          />
          <Legend formatter={(name: string) => <span style={{ color: 'var(--ts-ink)' }}>{name}</span>} />
          <Bar dataKey="you" name="you" fill="var(--ts-work)" maxBarSize={28} isAnimationActive={false} />
          <Bar dataKey="tracing" name="tracing" fill="var(--ts-sand)" stroke="var(--ts-quiet)" maxBarSize={28} isAnimationActive={false} />
        </BarChart>
      </ResponsiveContainer>
    </Box>
  );
}
