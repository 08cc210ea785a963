'use client';

import { useMemo } from 'react';
import { chosenOf, findingsOf, holds, procedureOf, stepsWritten, type Circumstances } from '@/core/job';
import { FactField } from '../../machines/fact-field';
import { StepCard } from '../procedure/step-card';
import { ProcedureChooser } from '../procedure/chooser';
import type { StageProps } from '../stages/module';

/** One step of the chosen procedure. */
export function StepWork({ step: id, onOver, ...props }: StageProps & { step: string; onOver: () => void }) {
  const { job, bay } = props;
  const chosen = chosenOf(job.entries);
  const procedure = chosen ? procedureOf(chosen.procedure) : undefined;
  const step = procedure?.steps.find((s) => s.id === id);
  if (!procedure || !step || !props.writable) return null;
  const found = [...findingsOf(job.entries).values()];
  // A fact that would decide whether the step is needed is asked with it.
  const asked = step.where && 'fact' in step.where && holds(step.where, { facts: bay.facts, found }) === null ? step.where.fact : null;
  return (
    <>
      {asked && <FactField id={asked} facts={bay.facts} subjects={{ machineId: job.machineId, driveId: job.driveId }} writable big />}
      <StepCard
        key={id}
        {...props}
        procedure={procedure}
        step={step}
        written={stepsWritten(job.entries, procedure.id).get(id)}
        onOver={onOver}
      />
    </>
  );
}

/** The procedures that fit the job. */
export function ProcedureWork(props: StageProps & { onOver: () => void }) {
  const { bay, job } = props;
  const circumstances = useMemo<Circumstances>(
    () => ({ facts: bay.facts, found: [...findingsOf(job.entries).values()] }),
    [bay.facts, job.entries],
  );
  return props.writable ? <ProcedureChooser {...props} circumstances={circumstances} onChosen={props.onOver} /> : null;
}
