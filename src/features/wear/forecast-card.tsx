'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import { useMemo } from 'react';
import type { RidingWritten } from '@/core/job';
import { BELTS_TO_LEARN_FROM, readingsOfLog, type PastWidth } from '@/core/wear';
import { saveFile } from '@/ui/download';
import { Icon } from '@/ui/icons';
import { blank, lazyPart } from '@/ui/lazy';
import { useWear } from '@/client/solver';
import { useUnits } from '@/ui/units';
import { becauseOf, ridingWords, WEAR_VERDICT_WORDS, WIDTH_METHOD_WORDS, recordedUse } from './messages';
import { widthSheet } from './width-sheet';

/** A figure of the meter, as far as it is known. */
/** Charts load when they are first shown. */
const WearChart = lazyPart(async () => (await import('./wear-chart')).WearChart, blank(280));

const rough = (n: number) => (n < 10 ? n.toFixed(1) : n < 100 ? Math.round(n).toString() : (Math.round(n / 10) * 10).toString());

/** Width of the belt now, its remaining life, the verdict, and every reading. */
export function ForecastCard({
  log,
  ridden,
  damaged,
  beltName,
}: {
  log: readonly PastWidth[];
  /** How it was ridden since it was fitted. */
  ridden: readonly RidingWritten[];
  /** The belt was found cracked, chunked or burnt on this job: it must be replaced at any width. */
  damaged: boolean;
  beltName: string;
}) {
  const { fine } = useUnits();
  const last = log.at(-1)!;
  const { minimumMm, newMm, fittedAt, unit } = last;
  const request = useMemo(() => ({ readings: readingsOfLog(log), minimum: minimumMm, newWidth: newMm }), [log, minimumMm, newMm]);
  const { answer, of, failed, again } = useWear(request);
  if (failed)
    return (
      <Alert severity="warning" variant="outlined" action={<Button onClick={again}>Calculate again</Button>}>
        The forecast could not be calculated.
      </Alert>
    );
  // The answer for an earlier log does not apply.
  if (!answer || of !== request) return <Skeleton variant="rounded" height={120} />;
  const { current, remaining, verdict, reasons, underNow, rate, readings } = answer.forecast;
  const single = verdict === 'replace' && log.every((r) => r.method === 'single');
  return (
    <Box component="section" aria-label="Forecast" sx={{ display: 'grid', gap: 1.5 }}>
      <Box sx={{ fontSize: 20, fontWeight: 650, color: damaged || verdict === 'replace' ? 'var(--ts-copper)' : undefined }}>
        {damaged ? WEAR_VERDICT_WORDS.replace : single ? WEAR_VERDICT_WORDS['measure-again'] : WEAR_VERDICT_WORDS[verdict]}
      </Box>
      <Box sx={{ fontSize: 16 }}>
        {damaged && 'It is damaged or broken, so its width does not matter. '}
        {single && !damaged && 'One rib is not enough to reject a belt. Measure several ribs today. '}
        {!damaged && becauseOf(reasons)}
      </Box>
      <Box role="status" sx={{ fontSize: 16 }}>
        Now <strong className="ts-mono">{fine(current.width)}</strong> ± {fine(current.sd)} between the flank lines, minimum{' '}
        {fine(minimumMm)}. The probability that it is below the minimum is
        {underNow < 0.005 ? ' under 1%' : ` ${Math.round(100 * underNow)}%`}.
        {!damaged && verdict !== 'measure-again' && remaining && remaining.p50 > 0 && (
          <>
            {' '}
            About{' '}
            <strong>
              {rough(remaining.p50)} {unit}
            </strong>{' '}
            remain (80% range: {rough(remaining.p10)} to {rough(remaining.p90)} {unit}).
          </>
        )}
        {rate !== null && ` Wear is ${fine(rate)} per 1000 ${unit}.`}
        {rate !== null && ridden.length > 0 && (
          <Box component="span" sx={{ color: 'var(--ts-quiet)' }}>
            {' '}
            {recordedUse(ridingWords(ridden.at(-1)!), BELTS_TO_LEARN_FROM)}
          </Box>
        )}
      </Box>
      <WearChart answer={answer} minimumMm={minimumMm} fittedAt={fittedAt} unit={unit} />
      <Box component="ul" sx={{ m: 0, pl: 2.5, fontSize: 15 }}>
        {readings.map((r, i) => {
          const p = log[i]!;
          return (
            <li key={`${p.taken} ${i}`} style={r.outlier ? { color: 'var(--ts-copper)' } : {}}>
              {p.meter} {unit}, {WIDTH_METHOD_WORDS[p.method].toLowerCase()} by {p.by}: {p.widths.map((w) => fine(w)).join(', ')}; on the
              flank lines {fine(r.width)}
              {r.outlier ? ', excluded' : ''}
            </li>
          );
        })}
      </Box>
      <Box>
        <Button
          variant="outlined"
          startIcon={<Icon name="download" size={18} />}
          onClick={async () => {
            saveFile(
              `${beltName.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}-widths.csv`,
              (await widthSheet()).writeWidthSheet(
                unit,
                log.map((p) => ({ ...p, date: p.taken.slice(0, 10) })),
              ),
              'text/csv',
            );
          }}
        >
          Save the log
        </Button>
      </Box>
    </Box>
  );
}
