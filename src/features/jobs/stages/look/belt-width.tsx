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

type Belt = Drive['belts'][number];

/** Log of a belt on this machine: stored readings, and those of this job with its queued ones. */
function useWidthLog({ entries, number, machineId, driveId }: StageProps['job'], belt: Belt | undefined) {
  const { value: read } = useQueryOf('width.past', { driveId: driveId! });
  const past = read ?? NOTHING;
  const log = useMemo(() => {
    const there = past.filter((p) => p.job !== number);
    const here = linesOf(entries, 'width').map(({ body, at: taken, by }): PastWidth => {
      const { belt: of, zeroMm: _zero, on, ...width } = body;
      return { ...width, belt: of.id, job: number, machine: machineId, taken: takenOf(on, taken), by };
    });
    return logOf([...there, ...here], machineId, belt?.id ?? '');
  }, [past, entries, number, machineId, belt?.id]);
  return { log, loading: read === undefined };
}

/** Meter of the machine in the unit of a log. Null if it cannot be converted. */
function meterOf({ meter }: StageProps['job'], last: PastWidth | undefined) {
  const shown = parseMeter(meter);
  const unit = last?.unit ?? (shown.ok ? (shown.unit ?? 'h') : 'h');
  const counted = shown.ok ? meterIn(shown.value, shown.unit ?? unit, unit) : null;
  return { unit, meter: counted === null ? null : Math.round(counted * 10) / 10 };
}

/** Riding and warranty of a belt, by earlier jobs and this one. */
function lifeOf({ entries, number, machineId }: StageProps['job'], belt: Belt, life: BeltLife, fittedAt: number) {
  const mine = (one: { readonly machine: number; readonly belt: { readonly id: string } }) =>
    one.machine === machineId && one.belt.id === belt.id;
  const ridden = [
    ...life.ridden.filter((r) => mine(r) && r.job !== number),
    ...linesOf(entries, 'riding').flatMap((l) => (l.body.belt.id === belt.id ? [l.body] : [])),
  ].filter((r) => r.to > fittedAt);
  const warranty =
    linesOf(entries, 'warranty').findLast((l) => l.body.belt.id === belt.id)?.body ??
    life.warranties.findLast((w) => mine(w) && w.job !== number) ??
    null;
  return { ridden, warranty };
}

/** Belt width of a variable drive: its log on this machine, remaining life, riding, warranty, and the parts it runs on. */
export function BeltWidth(props: StageProps & { drive: Drive }) {
  const { job, drive } = props;
  const belt = drive.belts.find((b) => b.id === job.beltId) ?? drive.belts[0];
  if (!belt || job.driveId === null) return null;
  return <WidthOfBelt {...props} belt={belt} driveId={job.driveId} />;
}

function WidthOfBelt({ job, at, commands, drive, writable, belt, driveId }: StageProps & { drive: Drive; belt: Belt; driveId: number }) {
  const { name } = useShell();
  const [typed, setTyped] = useState<TypedBasis | null>(null);
  const { log, loading } = useWidthLog(job, belt);
  const { value: life = NO_LIFE } = useQueryOf('belt.life', { driveId });
  const { number } = job;
  const last = log.at(-1);
  const { meter, unit } = meterOf(job, last);
  const { ridden, warranty } = lifeOf(job, belt, life, last?.fittedAt ?? 0);
  const named = { id: belt.id, label: belt.label ?? 'Drive belt' };
  const basis = {
    meter,
    unit,
    fittedAt: last?.fittedAt ?? null,
    minimumMm: last?.minimumMm ?? belt.measured?.minimum ?? null,
    newMm: last?.newMm ?? sectionOf(belt).topMm,
  };
  const part = { ...{ job, at, commands, writable }, belt: named, unit, meter } as const;
  const meanMm = last ? last.widths.reduce((a, w) => a + w, 0) / last.widths.length : null;
  return (
    <>
      {writable && (
        <WidthForm
          key={last?.taken ?? 'first'}
          belt={named}
          basis={basis}
          firstByPerson={!loading && !readTwoWays(log, name)}
          onTyped={setTyped}
          onKeep={(w) => commands.write(at, 'width', w, `Job ${number}: width of ${named.label}`, 'The width is on the ticket.')}
        />
      )}
      <ForecastFold {...part} {...{ log, loading, ridden, meanMm }} basis={typed ?? basis} />
      <RidingFold {...part} ridden={ridden} fittedAt={last?.fittedAt ?? 0} />
      <WarrantyFold {...part} warranty={warranty} />
      <PartsFold {...part} />
      <Fold title="How it shifts" says="from idle to full shift, by the belt’s width">
        <ShiftPanel drive={drive} nowMm={meanMm} />
      </Fold>
    </>
  );
}

interface PartProps extends Pick<StageProps, 'job' | 'at' | 'commands' | 'writable'> {
  readonly belt: { readonly id: string; readonly label: string };
  readonly unit: PastWidth['unit'];
  readonly meter: number | null;
}
type Ridden = ReturnType<typeof lifeOf>['ridden'];

/** Forecast and log of the belt, and a log from elsewhere. */
function ForecastFold({
  job,
  at,
  commands,
  writable,
  belt,
  log,
  loading,
  ridden,
  meanMm,
  basis,
}: PartProps & { log: readonly PastWidth[]; loading: boolean; ridden: Ridden; meanMm: number | null; basis: TypedBasis }) {
  const { fine } = useUnits();
  const last = log.at(-1);
  const isMeasuredHere = log.some((w) => w.job === job.number);
  return (
    <Fold
      title="Forecast and log"
      says={last && meanMm !== null ? `last ${fine(meanMm)} at ${last.meter} ${last.unit}` : loading ? 'loading' : 'not measured yet'}
      open={!writable || isMeasuredHere}
      key={String(isMeasuredHere)}
    >
      {log.length > 0 && (
        <ForecastCard
          log={log}
          ridden={ridden}
          damaged={beltDamageOn(job, job.entries) === 'damaged'}
          beltName={`${job.machine} ${belt.label}`}
        />
      )}
      {writable && (
        <LogIn
          belt={belt}
          basis={basis}
          log={log}
          onKeep={(w) => commands.write(at, 'width', w, `Job ${job.number}: width of ${belt.label}, ${w.on}`)}
        />
      )}
    </Fold>
  );
}

function RidingFold({
  job,
  at,
  commands,
  writable,
  belt,
  unit,
  meter,
  ridden,
  fittedAt,
}: PartProps & { ridden: Ridden; fittedAt: number }) {
  const knownTo = Math.max(fittedAt, ...ridden.map((r) => r.to));
  if (!writable && ridden.length === 0) return null;
  return (
    <Fold title="How it is ridden" says={ridden.length > 0 ? ridingWords(ridden.at(-1)!) : 'not asked yet'}>
      {ridden.map((r) => (
        <div key={`${r.from} ${r.to}`}>
          {r.from} to {r.to} {r.unit}: {ridingWords(r)}.
        </div>
      ))}
      {writable && meter !== null && meter > knownTo && (
        <RidingForm
          belt={belt}
          from={knownTo}
          to={meter}
          unit={unit}
          onKeep={(r) => commands.write(at, 'riding', r, jobRiding(job.number), 'How it was ridden is on the ticket.')}
        />
      )}
      {writable && meter === null && 'Enter the machine’s meter first. The use is recorded between two readings.'}
    </Fold>
  );
}

function WarrantyFold({
  job,
  at,
  commands,
  writable,
  belt,
  unit,
  meter,
  warranty,
}: PartProps & { warranty: ReturnType<typeof lifeOf>['warranty'] }) {
  const [today] = useState(() => new Date().toISOString().slice(0, 10));
  const state = (w: NonNullable<typeof warranty>) => (warrantyStatus(w, today, meter) ? 'still within it' : 'run out');
  return (
    <Fold title="Warranty" says={warranty === null ? 'not recorded' : `${COVERS_WORDS[warranty.covers].toLowerCase()}, ${state(warranty)}`}>
      {warranty?.wetInside && (
        <Alert severity="warning" variant="outlined">
          Water or mud was found in the housing, which often voids the warranty. It is noted. Claim breakage and wear separately.
        </Alert>
      )}
      {writable ? (
        <WarrantyForm
          key={JSON.stringify(warranty)}
          belt={belt}
          unit={unit}
          written={warranty}
          onKeep={(w) =>
            commands.write(at, 'warranty', w, `Job ${job.number}: warranty of ${belt.label}`, 'The warranty is on the ticket.')
          }
        />
      ) : (
        warranty?.words
      )}
    </Fold>
  );
}

/** Measured rollers, shoes and slides of this job. */
function PartsFold({ job, at, commands, writable }: PartProps) {
  const measured = [...new Map(linesOf(job.entries, 'cvt-part').map((l) => [l.body.part, l.body])).values()];
  const keep = (m: CvtPartMeasured) => commands.write(at, 'cvt-part', m, jobMeasures(job.number), 'The measures are on the ticket.');
  if (!writable && measured.length === 0) return null;
  return (
    <Fold title="Rollers, shoes and slides" says={measured.length === 0 ? 'not measured on this job' : `${measured.length} measured`}>
      <PartsForm written={measured} onKeep={writable ? keep : null} />
    </Fold>
  );
}
