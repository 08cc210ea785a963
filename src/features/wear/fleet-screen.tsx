'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { readingsOfLog, type WearForecast } from '@/core/wear';
import type { MeasuredBelt } from '@/db';
import { Empty, Page } from '@/ui/page';
import { useFleet } from '@/ui/solver';
import { useUnits } from '@/ui/units';
import { Moment } from '@/ui/when';
import { WEAR_VERDICT_WORDS } from './words';

/** Belts in sight before the rest is unfolded. */
const SHOWN = 50;

const percent = (share: number) => (share < 0.005 ? 'under 1 %' : share > 0.995 ? 'over 99 %' : `${Math.round(100 * share)} %`);

/** Belts of the shop’s machines whose width was read, those first that will not last to their next look. */
export function FleetScreen({ belts }: { belts: readonly MeasuredBelt[] }) {
  const { fine } = useUnits();
  const [all, setAll] = useState(false);
  const asks = useMemo(
    () =>
      belts.map(({ log }) => {
        const { minimumMm, newMm } = log.at(-1)!;
        return { readings: readingsOfLog(log), minimum: minimumMm, newWidth: newMm };
      }),
    [belts],
  );
  const { answer, failed, again } = useFleet(belts.length === 0 ? null : asks);
  const ranked = useMemo(
    () =>
      answer
        ? belts.map((belt, i) => ({ belt, forecast: answer[i]! })).sort((a, b) => b.forecast.underByNextLook - a.forecast.underByNextLook)
        : [],
    [answer, belts],
  );
  const used = ({ log }: MeasuredBelt, { current }: WearForecast) => {
    const { newMm, minimumMm } = log.at(-1)!;
    return newMm === null ? '–' : percent(Math.min(1, Math.max(0, (newMm - current.width) / (newMm - minimumMm))));
  };
  return (
    <Page title="Belts that wear" lead="Belts of variable drives whose width was read, those first that may not last to their next look.">
      {belts.length === 0 && (
        <Empty
          title="No width was read yet"
          act={
            <Button component={Link} href="/machines" variant="contained">
              To the machines
            </Button>
          }
        >
          Open a job on a machine with a variable drive and read its belt under Look: how it wears then stands here.
        </Empty>
      )}
      {failed && (
        <Alert severity="warning" variant="outlined" action={<Button onClick={again}>Work it out again</Button>}>
          The forecasts could not be worked out just now.
        </Alert>
      )}
      {belts.length > 0 && !answer && !failed && <Skeleton variant="rounded" height={220} />}
      {ranked.length > 0 && (
        <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="group" aria-label="Belts by how soon they are due">
          <Table size="small" sx={{ '& td, & th': { px: 1, py: 1 }, minWidth: 720 }}>
            <TableHead>
              <TableRow>
                <TableCell>Machine</TableCell>
                <TableCell>What to do</TableCell>
                <TableCell>Under its least by the next look</TableCell>
                <TableCell>Now</TableCell>
                <TableCell>Of its allowance used</TableCell>
                <TableCell>Left, in four of five</TableCell>
                <TableCell>Last read</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {ranked.slice(0, all ? ranked.length : SHOWN).map(({ belt, forecast }) => {
                const last = belt.log.at(-1)!;
                const { remaining, verdict } = forecast;
                return (
                  <TableRow key={`${belt.machineId} ${belt.belt}`}>
                    <TableCell>
                      <Link href={`/machines/${belt.machineId}`} style={{ color: 'inherit', display: 'inline-block', padding: '10px 0' }}>
                        {belt.machine}
                      </Link>
                    </TableCell>
                    <TableCell sx={{ fontWeight: 650, color: verdict === 'keep' ? undefined : 'var(--ts-copper)' }}>
                      {WEAR_VERDICT_WORDS[verdict]}
                    </TableCell>
                    <TableCell className="ts-mono">{percent(forecast.underByNextLook)}</TableCell>
                    <TableCell className="ts-mono">{fine(forecast.current.width)}</TableCell>
                    <TableCell className="ts-mono">{used(belt, forecast)}</TableCell>
                    <TableCell className="ts-mono">
                      {remaining === null ? 'has not run' : `${Math.round(remaining.p10)} to ${Math.round(remaining.p90)} ${last.unit}`}
                    </TableCell>
                    <TableCell>
                      <Moment at={last.taken} as="day" />, {last.meter} {last.unit}
                    </TableCell>
                  </TableRow>
                );
              })}
            </TableBody>
          </Table>
        </Box>
      )}
      {ranked.length > SHOWN && !all && (
        <Button sx={{ mt: 1 }} onClick={() => setAll(true)}>
          Show all {ranked.length}
        </Button>
      )}
    </Page>
  );
}
