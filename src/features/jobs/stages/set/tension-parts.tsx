'use client';

import type { Drive } from '@/core/drive';
import { loadsOnJob, middleOf, type EntryBody, type TensionDecided } from '@/core/job';
import { clampingOf, type AgedReading, type Decided, type PastReading, type Retension } from '@/core/tension';
import { Fold } from '@/ui/fold';
import { useUnits } from '@/ui/units';
import type { TensionAnswer, TensionRequest } from '@/services/tension';
import { BasisForm } from '../../../tension/basis-form';
import { ManualTargetForm } from '../../../tension/manual-target-form';
import { DecideCard } from '../../../tension/decide-card';
import { SaveLoads } from '../../../tension/save-loads';
import { OverHours } from '../../../tension/over-hours';
import { DECISION_WORDS } from '../../../tension/messages';
import { lastUsedBelt } from '@/services/last-used-belt';
import type { StageProps } from '../module';
import { setAgainAfter } from '../../stage-messages';

interface Parts extends Pick<StageProps, 'job' | 'at' | 'commands' | 'writable' | 'jobContext' | 'drives'> {
  readonly drive: Drive;
  readonly beltId: string;
  /** Load assumptions of this job, with the manual’s target of earlier jobs; null where they are as drawn. */
  readonly basis: EntryBody<'tension-basis'> | null;
}

/** Leave, adjust or replace: what is advised, and what the technician decides. */
export function TensionDecision({
  job,
  at,
  commands,
  writable,
  drive,
  beltId,
  decided,
  last,
}: Parts & { decided: Decided; last: TensionDecided | null }) {
  return (
    <Fold
      title="Leave, adjust or replace"
      says={last ? `decided: ${DECISION_WORDS[last.act].toLowerCase()}` : DECISION_WORDS[decided.act].toLowerCase()}
    >
      <DecideCard
        drive={drive}
        beltId={beltId}
        decided={decided}
        beltCents={lastUsedBelt(job)?.priceCents ?? null}
        onDecide={
          writable
            ? (d) =>
                commands.write(
                  at,
                  'tension-decided',
                  d,
                  `Job ${job.number}: ${DECISION_WORDS[d.act].toLowerCase()}`,
                  'The decision is on the ticket.',
                )
            : null
        }
      />
    </Fold>
  );
}

/** The loads that the tension is calculated from, and how it fell on earlier visits. */
export function LoadsAndHistory({
  job,
  at,
  commands,
  writable,
  jobContext,
  drives,
  drive,
  beltId,
  basis,
  request,
  answer,
  past,
  aged,
  fall,
}: Parts & {
  request: TensionRequest;
  answer: Extract<TensionAnswer, { ok: true }>;
  /** Readings of earlier visits. */
  past: { readonly readings: readonly PastReading[] };
  aged: readonly AgedReading[];
  fall: Retension | null;
}) {
  const stored = drives.find((d) => d.id === job.driveId);
  return (
    <>
      <ManualTarget {...{ job, at, commands, writable, beltId, basis, request, answer }} />
      <Fold
        title="Load assumptions"
        says={basis && (basis.loads.length > 0 || basis.newBelt) ? 'changed on this job' : 'the loads as drawn'}
      >
        {writable ? (
          <>
            <BasisForm
              key={JSON.stringify(basis)}
              drive={jobContext.drawn ?? drive}
              beltId={beltId}
              written={basis}
              sprung={answer.sprung}
              onKeep={(b) =>
                commands.write(at, 'tension-basis', b, `Job ${job.number}: load assumptions`, 'The load assumptions are on the ticket.')
              }
            />
            {stored && <SaveLoads stored={stored} loadsKw={loadsOnJob(job.entries)} />}
          </>
        ) : (
          'As on the ticket.'
        )}
      </Fold>
      <Fold
        title="Over the hours"
        says={
          fall?.hours.likely
            ? setAgainAfter(Math.round(fall.hours.likely))
            : aged.length === 0
              ? 'nothing measured before'
              : `${aged.length} ${aged.length === 1 ? 'visit' : 'visits'}`
        }
      >
        <OverHours
          aged={aged}
          fall={fall}
          floorN={answer.sheet.band.floor}
          clamping={clampingOf(past.readings.filter((r) => r.belt === beltId))}
          targetN={answer.targetN}
        />
      </Fold>
    </>
  );
}

/** Target of the manual, for this job and later ones on this drive. */
function ManualTarget({
  job,
  at,
  commands,
  writable,
  beltId,
  basis,
  request,
  answer,
}: Pick<Parts, 'job' | 'at' | 'commands' | 'writable' | 'beltId' | 'basis'> & {
  request: TensionRequest;
  answer: Extract<TensionAnswer, { ok: true }>;
}) {
  const { show } = useUnits();
  return (
    <Fold title="Target from the manual" says={basis?.ownTargetN ? show(basis.ownTargetN, 'force') : 'none entered'}>
      {writable ? (
        <ManualTargetForm
          request={request}
          answer={answer}
          written={basis?.manual ?? null}
          onSave={(manual) =>
            commands.write(
              at,
              'tension-basis',
              {
                ...(basis ?? { belt: beltId, loads: [], newBelt: false }),
                manual,
                ownTargetN: manual && middleOf(manual),
              },
              `Job ${job.number}: target from the manual`,
              'The target is on the ticket, and applies to later jobs on this drive.',
            )
          }
        />
      ) : (
        'As on the ticket.'
      )}
    </Fold>
  );
}
