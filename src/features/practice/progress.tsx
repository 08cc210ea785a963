'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { modelOf } from '@/core/practice';
import { blank, lazyPart } from '@/ui/lazy';
import { practiceTotals, practiceTrend } from './messages';
import type { PracticeSummary } from '@/contract/records';

/** Charts load when they are first shown. */
const SessionsChart = lazyPart(async () => (await import('./sessions-chart')).SessionsChart, blank(220));

/** Sessions in the chart, the latest. */
const CHARTED = 24;
/** Smallest number of sessions for comparing an earlier and a later half. */
const ENOUGH = 6;

const sum = (of: readonly number[]) => of.reduce((a, b) => a + b, 0);

/** Minutes of sessions relative to those of tracing. Null without any. */
function timesAsMany(rounds: readonly PracticeSummary[]): number | null {
  const own = sum(rounds.map((r) => r.result!.ownMinutes));
  return own > 0 ? sum(rounds.map((r) => r.result!.minutes)) / own : null;
}

/** Progress in practice: minutes of each session compared with those of tracing on the same machine, and the trend. */
export function Progress({ rounds }: { rounds: readonly PracticeSummary[] }) {
  const judged = [...rounds].filter((r) => r.result !== null).reverse();
  // An abandoned session has no duration, and a helped one is not the learner's own.
  const counted = judged.filter((r) => r.result!.found > 0 && !r.helped);
  if (judged.length === 0)
    return (
      <Box sx={{ color: 'var(--ts-quiet)' }}>
        No session is finished yet. Finished sessions show here, with the minutes that tracing takes on the same machine.
      </Box>
    );
  const half = Math.floor(counted.length / 2);
  const [early, late] = [timesAsMany(counted.slice(0, half)), timesAsMany(counted.slice(half))];
  const faults = sum(judged.map((r) => r.result!.found + r.result!.leftIn));
  const needless = sum(judged.map((r) => r.result!.needless));
  const data = judged.slice(-CHARTED).map((r, i) => ({
    at: i + 1,
    name: `${modelOf(r.code.slice(0, 2))?.name ?? r.code}, ${r.code}`,
    you: Math.round(r.result!.minutes * 10) / 10,
    tracing: Math.round(r.result!.ownMinutes * 10) / 10,
  }));
  return (
    <Box component="section" aria-label="Progress">
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        Progress
      </Typography>
      <Box sx={{ mb: 1, fontSize: 16 }}>
        {practiceTotals({ sessions: judged.length, found: sum(judged.map((r) => r.result!.found)), faults, needless })}
        {late !== null && ` ${practiceTrend(late, counted.length >= ENOUGH && early !== null ? { sessions: half, ratio: early } : null)}`}
      </Box>
      <SessionsChart sessions={data} />
    </Box>
  );
}
