'use client';

import { useMemo } from 'react';
import type { Drive } from '@/core/drive';
import { findingsOf, linesOf, loadsOnJob, provedOf, timedOf, type TimedWhat } from '@/core/job';
import type { CheckId } from '@/core/fault';
import { agedOf, clampingOf, decide, pairsOf, retensionOf, type DecideAsk } from '@/core/tension';
import type { Job } from '@/db';
import { Fold } from '@/ui/fold';
import { useRead } from '@/ui/reads';
import { useUnits } from '@/ui/units';
import type { TensionAnswer, TensionRequest } from '@/workers/tension-service';
import { readTensionPast } from '../../../tension/actions';
import { BasisForm } from '../../../tension/basis-form';
import { DecideCard } from '../../../tension/decide-card';
import { KeepLoads } from '../../../tension/keep-loads';
import { OverHours } from '../../../tension/over-hours';
import { TensionPanel } from '../../../tension/tension-panel';
import { ACT_WORDS } from '../../../tension/words';
import { fileData } from '../../../papers/file-data';
import { bookedLast } from '../../booked-last';
import { aboutSound } from '../../pictures';
import type { StageProps } from '../module';
import { entryOf, readingsOn } from './readings';

const NOTHING_PAST = { readings: [], epochs: [] } as const;

/** How tight the job's belt should be and is, with the belt that was booked on it. */
export function Tension({ job, at, acts, writable, bay, drives, drive, beltId }: StageProps & { drive: Drive; beltId: string }) {
  const { show } = useUnits();
  const stored = drives.find((d) => d.id === job.driveId);
  const { entries, driveId, number } = job;
  const readings = useMemo(() => readingsOn(entries, beltId), [entries, beltId]);
  const { value: past = NOTHING_PAST } = useRead(['tension-past', driveId], () => readTensionPast({ driveId: driveId! }));
  const basis = linesOf(entries, 'tension-basis').findLast((l) => l.body.belt === beltId)?.body ?? null;
  const outsideMm = beltId === job.beltId ? bookedLast(job)?.outsideMm : undefined;
  const request = useMemo((): TensionRequest => {
    const { felt, marked } = pairsOf(past.readings, beltId);
    return {
      drive,
      beltId,
      readings: readings.map((r) => ({ reading: r.reading, without: r.without.map((b) => b.id) })),
      felt,
      marked,
      ...(outsideMm === undefined ? {} : { outsideMm }),
      ...(basis
        ? {
            basis: { ownTargetN: basis.ownTargetN, newBelt: basis.newBelt },
          }
        : {}),
    };
  }, [drive, beltId, readings, past, outsideMm, basis]);
  const { write } = acts;
  return (
    <TensionPanel
      request={request}
      readings={readings}
      onTake={
        writable
          ? async (read) => {
              const kept = await write(
                at,
                'reading',
                entryOf(beltId, read),
                `Job ${number}: reading at ${read.where}`,
                'The reading is on the ticket.',
              );
              if (kept && read.sound) {
                const sound = await fileData(new File([read.sound], 'tap.wav', { type: 'audio/wav' }));
                if (sound.ok) await acts.picture(at, { shows: `Tap at ${read.where}`, about: aboutSound(read.where), data: sound.data });
              }
              return kept;
            }
          : null
      }
    >
      {(answer) => {
        const { sheet, sprung } = answer;
        const aged = agedOf(past.readings, past.epochs, job.machineId, beltId);
        const fall = retensionOf(aged, sprung, sheet.band.floor);
        const decided = decide(askOf(answer, entries, bay.stopLimitS, fall?.lossN ?? null));
        const last = linesOf(entries, 'tension-decided').findLast((l) => l.body.belt === beltId)?.body;
        return (
          <>
            <Fold
              title="Leave, adjust or replace"
              says={last ? `decided: ${ACT_WORDS[last.act].toLowerCase()}` : ACT_WORDS[decided.act].toLowerCase()}
            >
              <DecideCard
                drive={drive}
                beltId={beltId}
                decided={decided}
                beltCents={bookedLast(job)?.priceCents ?? null}
                onDecide={
                  writable
                    ? (d) =>
                        write(
                          at,
                          'tension-decided',
                          d,
                          `Job ${number}: ${ACT_WORDS[d.act].toLowerCase()}`,
                          'Decided; it stands on the ticket.',
                        )
                    : null
                }
              />
            </Fold>
            <Fold
              title="What it is reckoned on"
              says={
                basis
                  ? basis.ownTargetN === null
                    ? 'changed on this job'
                    : `the manual’s ${show(basis.ownTargetN, 'force')}`
                  : 'the loads as drawn'
              }
            >
              {writable ? (
                <>
                  <BasisForm
                    key={JSON.stringify(basis)}
                    drive={bay.drawn ?? drive}
                    beltId={beltId}
                    written={basis}
                    sprung={sprung}
                    onKeep={(b) => write(at, 'tension-basis', b, `Job ${number}: what the tension is reckoned on`, 'Reckoned anew.')}
                  />
                  {stored && <KeepLoads stored={stored} loadsKw={loadsOnJob(entries)} />}
                </>
              ) : (
                'As the ticket says.'
              )}
            </Fold>
            <Fold
              title="Over the hours"
              says={
                fall?.hours.likely
                  ? `set again after about ${Math.round(fall.hours.likely)} h`
                  : aged.length === 0
                    ? 'nothing measured before'
                    : `${aged.length} ${aged.length === 1 ? 'visit' : 'visits'}`
              }
            >
              <OverHours
                aged={aged}
                fall={fall}
                floorN={sheet.band.floor}
                clamping={clampingOf(past.readings.filter((r) => r.belt === beltId))}
                targetN={answer.targetN}
              />
            </Fold>
          </>
        );
      }}
    </TensionPanel>
  );
}

/** Checks by which a belt, or an arm or slide, is found bad. */
const BELT_CHECKS: readonly CheckId[] = ['belt-surface', 'belt-flat', 'belt-width'];
const ARM_CHECKS: readonly CheckId[] = ['arm-travel', 'comes-back'];

/** What the decision goes by: the answer, and what was found and timed on the ticket. */
function askOf(
  answer: Extract<TensionAnswer, { ok: true }>,
  entries: Job['entries'],
  stopLimitS: number | null,
  lossN: number | null,
): DecideAsk {
  const found = [...findingsOf(entries).values()];
  const bad = (checks: readonly CheckId[]) => found.some((f) => f.result === 'bad' && checks.includes(f.check));
  const last = (what: TimedWhat) => (timedOf(entries, what, 'proved') ?? timedOf(entries, what, 'found'))?.seconds ?? null;
  const stopS = last('stop');
  return {
    band: { ...answer.sheet.band, target: answer.targetN },
    settings: answer.settings,
    recommended: answer.recommended,
    present: answer.present,
    computedN: answer.sheet.tension,
    readN: answer.combined?.tensionN ?? null,
    engagementS: last('engagement'),
    brakeSeenOff: bad(['brake-released']) || provedOf(entries)?.brake === 'does-not-land',
    stopTooLong: stopS !== null && stopLimitS !== null && stopS > stopLimitS,
    beltBad: bad(BELT_CHECKS),
    armStiff: bad(ARM_CHECKS),
    lossN,
  };
}
