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
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { perDay, readingsOfLog, spareNeed, type WearForecast } from '@/core/wear';
import { Empty, Page } from '@/ui/page';
import { useFleet } from '@/client/solver';
import { useUnits } from '@/ui/units';
import { Moment } from '@/ui/when';
import { WEAR_VERDICT_WORDS, beltsDueByThen, dailyUseUnknown, orderNow, showAllDue, stockIsEnough } from './messages';
import { answered } from '../queries/answered';
import type { MeasuredBelt, Part } from '@/contract/records';

/** Belts shown before the rest is unfolded. */
const SHOWN = 50;

const percent = (share: number) => (share < 0.005 ? 'under 1%' : share > 0.995 ? 'over 99%' : `${Math.round(100 * share)}%`);

/** Probability that a belt must be replaced by the next check: certain for one that is damaged. */
const dueBy = ({ belt, forecast }: { readonly belt: MeasuredBelt; readonly forecast: WearForecast }) =>
  belt.damaged ? 1 + forecast.underByNextLook : forecast.underByNextLook;

/** Days that a spare of a drive takes to come: the longest of those known, since all may be wanted. */
function supplyDaysOf(spares: readonly Part[], driveId: number | null): number | null {
  const days = spares.flatMap((s) => (s.fitsDriveId === driveId && s.supplyDays !== null ? [s.supplyDays] : []));
  return days.length === 0 ? null : Math.max(...days);
}

/** CVT belts of the shop’s machines that have a measured width. Belts that may not last until the next inspection come first. */
export function FleetScreen({ belts, spares }: { belts: readonly MeasuredBelt[]; spares: readonly Part[] }) {
  const { fine } = useUnits();
  const [all, setAll] = useState(false);
  const asks = useMemo(
    () =>
      belts.map(({ log, driveId }) => {
        const { minimumMm, newMm } = log.at(-1)!;
        const days = supplyDaysOf(spares, driveId);
        const daily = perDay(log);
        return {
          readings: readingsOfLog(log),
          minimum: minimumMm,
          newWidth: newMm,
          within: days === null || daily === null ? undefined : days * daily,
        };
      }),
    [belts, spares],
  );
  const { answer, of, failed, again } = useFleet(belts.length === 0 ? null : asks);
  const ranked = useMemo(
    () => (answer && of === asks ? belts.map((belt, i) => ({ belt, forecast: answer[i]! })).sort((a, b) => dueBy(b) - dueBy(a)) : []),
    [answer, of, asks, belts],
  );
  const used = ({ log }: MeasuredBelt, { current }: WearForecast) => {
    const { newMm, minimumMm } = log.at(-1)!;
    return newMm === null ? '–' : percent(Math.min(1, Math.max(0, (newMm - current.width) / (newMm - minimumMm))));
  };
  return (
    <Page title="CVT belt wear" lead="CVT belts with a measured width. Belts that may not last until the next inspection come first.">
      {belts.length === 0 && (
        <Empty
          title="No belt width is measured yet"
          action={
            <Button component={Link} href="/machines" variant="contained">
              Open machines
            </Button>
          }
        >
          Open a job on a machine with a CVT. Measure its belt at Inspect. Its forecast then appears here.
        </Empty>
      )}
      {failed && (
        <Alert severity="warning" variant="outlined" action={<Button onClick={again}>Calculate again</Button>}>
          The forecasts could not be calculated.
        </Alert>
      )}
      {belts.length > 0 && !answer && !failed && <Skeleton variant="rounded" height={220} />}
      {ranked.length > 0 && (
        <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="group" aria-label="Belts by how soon they are due">
          <Table size="small" sx={{ '& td, & th': { px: 1, py: 1 }, minWidth: 720 }}>
            <TableHead>
              <TableRow>
                <TableCell>Machine</TableCell>
                <TableCell>Action</TableCell>
                <TableCell>Below minimum by the next inspection</TableCell>
                <TableCell>Width now</TableCell>
                <TableCell>Allowance used</TableCell>
                <TableCell>Remaining (80% range)</TableCell>
                <TableCell>Last reading</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {ranked.slice(0, all ? ranked.length : SHOWN).map(({ belt, forecast }) => {
                const last = belt.log.at(-1)!;
                const { remaining } = forecast;
                const verdict = belt.damaged ? 'replace' : forecast.verdict;
                return (
                  <TableRow key={`${belt.machineId} ${belt.belt}`}>
                    <TableCell>
                      <Link href={`/machines/${belt.machineId}`} style={{ color: 'inherit', display: 'inline-block', padding: '10px 0' }}>
                        {belt.machine}
                      </Link>
                    </TableCell>
                    <TableCell sx={{ fontWeight: 650, color: verdict === 'keep' ? undefined : 'var(--ts-copper)' }}>
                      {WEAR_VERDICT_WORDS[verdict]}
                      {belt.damaged && <Box sx={{ fontSize: 13.5, fontWeight: 450 }}>Damaged or broken: replace it at any width</Box>}
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
      {ranked.length > 0 && spares.length > 0 && <Spares ranked={ranked} spares={spares} />}
      {ranked.length > SHOWN && !all && (
        <Button sx={{ mt: 1 }} onClick={() => setAll(true)}>
          {showAllDue(ranked.length)}
        </Button>
      )}
    </Page>
  );
}

/** Spare belts in stock, compared with the belts that may be due before the next delivery. */
function Spares({
  ranked,
  spares,
}: {
  ranked: readonly { readonly belt: MeasuredBelt; readonly forecast: WearForecast }[];
  spares: readonly Part[];
}) {
  const drives = [...new Set(spares.map((s) => s.fitsDriveId))];
  return (
    <Box component="section" aria-label="Spare belts and belts due" sx={{ mt: 3 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        Spare belts
      </Typography>
      {drives.map((driveId) => {
        const own = spares.filter((s) => s.fitsDriveId === driveId);
        const belts = ranked.filter(({ belt }) => belt.driveId === driveId);
        const days = supplyDaysOf(spares, driveId);
        const told = belts.filter(({ forecast }) => forecast.underWithin !== null);
        const hand = own.reduce((a, s) => a + s.quantity, 0);
        const need = spareNeed(
          belts.map(({ belt, forecast }) => (belt.damaged ? 1 : (forecast.underWithin ?? forecast.underNow))),
          hand,
        );
        return (
          <Box key={driveId} sx={{ py: 1, borderTop: '1px solid var(--ts-edge)', fontSize: 16 }}>
            <strong>{own.map((s) => s.name).join(', ')}</strong>: {hand} in stock. {belts.length}{' '}
            {belts.length === 1 ? 'belt in use is measured' : 'belts in use are measured'}.{' '}
            {days === null ? (
              'Delivery time is unknown. Enter it with the part.'
            ) : (
              <>
                Delivery takes {days} {days === 1 ? 'day' : 'days'}.{' '}
                {need.due < 0.05 ? 'No belt is likely to be due by then.' : beltsDueByThen(need.due)}{' '}
                <strong style={need.order ? { color: 'var(--ts-copper)' } : {}}>
                  {need.order ? orderNow(percent(need.short)) : stockIsEnough(percent(need.short))}
                </strong>
              </>
            )}
            {told.length < belts.length && days !== null && (
              <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>{dailyUseUnknown(belts.length - told.length)}</Box>
            )}
          </Box>
        );
      })}
    </Box>
  );
}

/** Page of the measured CVT belts. */
export const Fleet = answered('wear.fleet', 'This list', FleetScreen);
