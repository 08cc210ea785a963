'use client';

import Alert from '@mui/material/Alert';
import { useMemo, useState } from 'react';
import { sectionOf, type Drive } from '@/core/drive';
import { beltDamageOn, linesOf, type CvtPartMeasured } from '@/core/job';
import { meterIn, parseMeter } from '@/core/quantity';
import { logOf, readTwoWays, takenOf, type PastWidth } from '@/core/wear';
import { Fold } from '@/ui/fold';
import { useUnits } from '@/ui/units';
import { useShell } from '../../../shell/shell-context';
import { PartsForm } from '../../../cvt/parts-form';
import { ShiftPanel } from '../../../cvt/shift-panel';
import { ForecastCard } from '../../../wear/forecast-card';
import { LogIn } from '../../../wear/log-in';
import { RidingForm } from '../../../wear/riding-form';
import { WarrantyForm } from '../../../wear/warranty-form';
import { COVERS_WORDS, ridingWords, warrantyStatus } from '../../../wear/messages';
import { WidthForm, type TypedBasis } from '../../../wear/width-form';
import type { StageProps } from '../module';
import { jobMeasures, jobRiding } from '../../stage-messages';
import { useQueryOf } from '../../../queries/use-query';
import type { BeltLife } from '@/contract/records';

const NOTHING: readonly PastWidth[] = [];
const NO_LIFE: BeltLife = { ridden: [], warranties: [] };

/** Belt width of a variable drive: its log on this machine, remaining life, riding, warranty, and the parts it runs on. */
export function BeltWidth({ job, at, commands, drive, writable }: StageProps & { drive: Drive }) {
  const { fine } = useUnits();
  const { name } = useShell();
  const [typed, setTyped] = useState<TypedBasis | null>(null);
  const [today] = useState(() => new Date().toISOString().slice(0, 10));
  const belt = drive.belts.find((b) => b.id === job.beltId) ?? drive.belts[0];
  const { value: read } = useQueryOf('width.past', { driveId: job.driveId! });
  const past = read ?? NOTHING;
  const loading = read === undefined;
  const { value: life = NO_LIFE } = useQueryOf('belt.life', { driveId: job.driveId! });
  const { entries, number, machineId } = job;
  const log = useMemo(() => {
    // Queued entries of this job are shown with those of the server.
    const there = past.filter((p) => p.job !== number);
    const here = linesOf(entries, 'width').map(({ body, at: taken, by }): PastWidth => {
      const { belt: of, zeroMm: _zero, on, ...read } = body;
      return { ...read, belt: of.id, job: number, machine: machineId, taken: takenOf(on, taken), by };
    });
    return logOf([...there, ...here], machineId, belt?.id ?? '');
  }, [past, entries, number, machineId, belt?.id]);
  if (!belt || job.driveId === null) return null;
  const last = log.at(-1);
  const meanMm = last ? last.widths.reduce((a, w) => a + w, 0) / last.widths.length : null;
  const shown = parseMeter(job.meter);
  const unit = last?.unit ?? (shown.ok ? (shown.unit ?? 'h') : 'h');
  // The log continues in its own unit. A meter in another unit is converted, or typed if it cannot be converted.
  const counted = shown.ok ? meterIn(shown.value, shown.unit ?? unit, unit) : null;
  const meter = counted === null ? null : Math.round(counted * 10) / 10;
  const label = belt.label ?? 'Drive belt';
  const named = { id: belt.id, label };
  const mine = (one: { readonly machine: number; readonly belt: { readonly id: string } }) =>
    one.machine === machineId && one.belt.id === belt.id;
  const ridden = [
    ...life.ridden.filter((r) => mine(r) && r.job !== number),
    ...linesOf(entries, 'riding').flatMap((l) => (l.body.belt.id === belt.id ? [l.body] : [])),
  ].filter((r) => r.to > (last?.fittedAt ?? 0));
  const warranty =
    linesOf(entries, 'warranty').findLast((l) => l.body.belt.id === belt.id)?.body ??
    life.warranties.findLast((w) => mine(w) && w.job !== number) ??
    null;
  const measured = [...new Map(linesOf(entries, 'cvt-part').map((l) => [l.body.part, l.body])).values()];
  const basis = {
    meter,
    unit,
    fittedAt: last?.fittedAt ?? null,
    minimumMm: last?.minimumMm ?? belt.measured?.minimum ?? null,
    newMm: last?.newMm ?? sectionOf(belt).topMm,
  };
  const damaged = beltDamageOn(job, entries) === 'damaged';
  const toldTo = Math.max(last?.fittedAt ?? 0, ...ridden.map((r) => r.to));
  const { write } = commands;
  return (
    <>
      {writable && (
        <WidthForm
          key={last?.taken ?? 'first'}
          belt={named}
          basis={basis}
          firstByPerson={!loading && !readTwoWays(log, name)}
          onTyped={setTyped}
          onKeep={(w) => write(at, 'width', w, `Job ${number}: width of ${label}`, 'The width is on the ticket.')}
        />
      )}
      <Fold
        title="Forecast and log"
        says={last && meanMm !== null ? `last ${fine(meanMm)} at ${last.meter} ${last.unit}` : loading ? 'loading' : 'not measured yet'}
        open={!writable || log.some((w) => w.job === number)}
        key={String(log.some((w) => w.job === number))}
      >
        {log.length > 0 && <ForecastCard log={log} ridden={ridden} damaged={damaged} beltName={`${job.machine} ${label}`} />}
        {writable && (
          <LogIn
            belt={named}
            basis={typed ?? basis}
            log={log}
            onKeep={(w) => write(at, 'width', w, `Job ${number}: width of ${label}, ${w.on}`)}
          />
        )}
      </Fold>
      {(writable || ridden.length > 0) && (
        <Fold title="How it is ridden" says={ridden.length > 0 ? ridingWords(ridden.at(-1)!) : 'not asked yet'}>
          {ridden.map((r) => (
            <div key={`${r.from} ${r.to}`}>
              {r.from} to {r.to} {r.unit}: {ridingWords(r)}.
            </div>
          ))}
          {writable && meter !== null && meter > toldTo && (
            <RidingForm
              belt={named}
              from={toldTo}
              to={meter}
              unit={unit}
              onKeep={(r) => write(at, 'riding', r, jobRiding(number), 'How it was ridden is on the ticket.')}
            />
          )}
          {writable && meter === null && 'Enter the machine’s meter first. The use is recorded between two readings.'}
        </Fold>
      )}
      <Fold
        title="Warranty"
        says={
          warranty === null
            ? 'not recorded'
            : `${COVERS_WORDS[warranty.covers].toLowerCase()}, ${warrantyStatus(warranty, today, meter) ? 'still within it' : 'run out'}`
        }
      >
        {warranty?.wetInside && (
          <Alert severity="warning" variant="outlined">
            Water or mud was found in the housing, which often voids the warranty. It is noted. Claim breakage and wear separately.
          </Alert>
        )}
        {writable ? (
          <WarrantyForm
            key={JSON.stringify(warranty)}
            belt={named}
            unit={unit}
            written={warranty}
            onKeep={(w) => write(at, 'warranty', w, `Job ${number}: warranty of ${label}`, 'The warranty is on the ticket.')}
          />
        ) : (
          warranty?.words
        )}
      </Fold>
      {(writable || measured.length > 0) && (
        <Fold title="Rollers, shoes and slides" says={measured.length === 0 ? 'not measured on this job' : `${measured.length} measured`}>
          <PartsForm
            written={measured}
            onKeep={
              writable ? (m: CvtPartMeasured) => write(at, 'cvt-part', m, jobMeasures(number), 'The measures are on the ticket.') : null
            }
          />
        </Fold>
      )}
      <Fold title="How it shifts" says="from idle to full shift, by the belt’s width">
        <ShiftPanel drive={drive} nowMm={meanMm} />
      </Fold>
    </>
  );
}
