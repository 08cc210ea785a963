'use client';

import { useMemo } from 'react';
import { findingsOf, holds, procedureOf, stepsWritten, type Circumstances, type Step } from '@/core/job';
import { blank, lazyPart } from '@/ui/lazy';
import { FactField } from '../../machines/fact-field';
import { StepCard } from '../procedure/step-card';
import type { StageProps } from '../stages/module';
import { CheckWork } from './check-work';
import { BeltAlignment, BeltWidth, PoweredTest, Tension } from '../stages/instruments';

/** The chooser loads when a procedure is first chosen. */
const ProcedureChooser = lazyPart(async () => (await import('../procedure/chooser')).ProcedureChooser, blank(240));

/** One step of a chosen procedure. */
export function StepWork({
  procedure: procedureId,
  step: id,
  answered,
  onOver,
  ...props
}: StageProps & {
  procedure: string;
  step: string;
  /** A reading or check answers it. */
  answered: boolean;
  onOver: () => void;
}) {
  const { job, jobContext } = props;
  const procedure = procedureOf(procedureId);
  const step = procedure?.steps.find((s) => s.id === id);
  if (!procedure || !step || !props.writable) return null;
  const found = findingsOf(job.entries);
  // A fact that would decide whether the step is needed is asked with it.
  const asked =
    step.where && 'fact' in step.where && holds(step.where, { facts: jobContext.facts, found: [...found.values()] }) === null
      ? step.where.fact
      : null;
  const written = stepsWritten(job.entries, procedure.id).get(id);
  // Show the instrument, or the checks one after the other, until they answer the step.
  const tool = written ? null : <Tool {...props} step={step} recorded={(check) => [...found.values()].some((f) => f.check === check)} />;
  return (
    <>
      {asked && (
        <FactField id={asked} facts={jobContext.facts} subjects={{ machineId: job.machineId, driveId: job.driveId }} writable big />
      )}
      {tool}
      {(written || !answered) && <StepCard key={id} {...props} procedure={procedure} step={step} written={written} onOver={onOver} />}
    </>
  );
}

/** The instrument or check that answers a step; null where the step has none. */
function Tool({
  step: { instrument, checks, stage },
  recorded,
  ...props
}: StageProps & { step: Step; recorded: (check: string) => boolean }) {
  const { jobContext, job } = props;
  const { drive } = jobContext;
  const beltId = (drive?.belts.find((b) => b.id === job.beltId) ?? drive?.belts[0])?.id;
  const check = checks?.find((id) => !recorded(id)) ?? checks?.at(-1);
  if (check !== undefined) return <CheckWork key={check} {...props} check={check} part={null} inProcedure />;
  if (instrument === 'times') return <PoweredTest {...props} when={stage === 'ask' ? 'found' : 'proved'} />;
  if (!drive || beltId === undefined) return null;
  switch (instrument) {
    case 'tension':
    case 'setting':
      return drive.kind === 'cvt' ? null : (
        <Tension {...props} drive={drive} beltId={beltId} asFound={stage === 'look'} reads={instrument === 'tension'} />
      );
    case 'alignment':
      return <BeltAlignment {...props} drive={drive} beltId={beltId} />;
    case 'width':
      return <BeltWidth {...props} drive={drive} />;
    default:
      return null;
  }
}

/** The procedures that fit the job. */
export function ProcedureWork(props: StageProps & { onOver: () => void }) {
  const { jobContext, job } = props;
  const circumstances = useMemo<Circumstances>(
    () => ({ facts: jobContext.facts, found: [...findingsOf(job.entries).values()] }),
    [jobContext.facts, job.entries],
  );
  return props.writable ? <ProcedureChooser {...props} circumstances={circumstances} onChosen={props.onOver} /> : null;
}
