'use client';

import { useMemo } from 'react';
import { sectionOf, type Drive } from '@/core/drive';
import { linesOf } from '@/core/job';
import { parseMeter } from '@/core/quantity';
import { logOf, readTwoWays, type PastWidth } from '@/core/wear';
import { Fold } from '@/ui/fold';
import { useRead } from '@/ui/reads';
import { useUnits } from '@/ui/units';
import { useShell } from '../../../shell/shell-context';
import { ShiftPanel } from '../../../cvt/shift-panel';
import { readWidthPast } from '../../../wear/actions';
import { ForecastCard } from '../../../wear/forecast-card';
import { WidthForm } from '../../../wear/width-form';
import type { StageProps } from '../module';

const NOTHING: readonly PastWidth[] = [];

/** The width of a variable drive’s belt: its log on this machine, what is left of it, and one more reading. */
export function BeltWidth({ job, at, acts, drive, writable }: StageProps & { drive: Drive }) {
  const { fine } = useUnits();
  const { name } = useShell();
  const belt = drive.belts.find((b) => b.id === job.beltId) ?? drive.belts[0];
  const { value: past = NOTHING } = useRead(['width-past', job.driveId], () => readWidthPast({ driveId: job.driveId! }));
  const { entries, number, machineId } = job;
  const log = useMemo(() => {
    // What is written on this job and waits on the device stands beside what the server has.
    const there = past.filter((p) => p.job !== number);
    const here = linesOf(entries, 'width').map(({ body, at: taken, by }): PastWidth => {
      const { belt: of, zeroMm: _zero, ...read } = body;
      return { ...read, belt: of.id, job: number, machine: machineId, taken, by };
    });
    return logOf([...there, ...here], machineId, belt?.id ?? '');
  }, [past, entries, number, machineId, belt?.id]);
  if (!belt || job.driveId === null) return null;
  const last = log.at(-1);
  const meanMm = last ? last.widths.reduce((a, w) => a + w, 0) / last.widths.length : null;
  const meter = parseMeter(job.meter);
  const label = belt.label ?? 'Drive belt';
  return (
    <>
      <Fold title="Belt width" says={last && meanMm !== null ? `last ${fine(meanMm)} at ${last.meter} ${last.unit}` : 'not read yet'} open>
        {log.length > 0 && <ForecastCard log={log} beltName={`${job.machine} ${label}`} />}
        {writable && (
          <WidthForm
            key={last?.taken ?? 'first'}
            belt={{ id: belt.id, label }}
            basis={{
              meter: meter.ok ? meter.value : null,
              unit:
                last && (last.unit === 'h' || last.unit === 'km' || last.unit === 'mi') ? last.unit : meter.ok ? (meter.unit ?? 'h') : 'h',
              fittedAt: last?.fittedAt ?? null,
              minimumMm: last?.minimumMm ?? belt.measured?.minimum ?? null,
              newMm: last?.newMm ?? sectionOf(belt).topMm,
            }}
            firstByPerson={!readTwoWays(log, name)}
            onKeep={(w) => acts.write(at, 'width', w, `Job ${number}: width of ${label}`, 'The width is on the ticket.')}
          />
        )}
      </Fold>
      <Fold title="How it shifts" says="from idle to full shift, by the belt’s width">
        <ShiftPanel drive={drive} nowMm={meanMm} />
      </Fold>
    </>
  );
}
