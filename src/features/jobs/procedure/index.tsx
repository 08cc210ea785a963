'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { chosenOf, findingsOf, holds, procedureOf, stepsOf, stepsWritten, type Circumstances, type Procedure } from '@/core/job';
import type { FactId } from '@/core/machine';
import { Icon } from '@/ui/icons';
import { FactField } from '../../machines/fact-field';
import type { StageProps } from '../stages/module';
import type { Bay } from '../use-bay';
import { ProcedureChooser, procedureName } from './chooser';
import { barredOf } from './barred';
import { StepCard } from './step-card';

/** Facts that would say whether a step of this stage is meant, and are not known. */
const openFacts = (procedure: Procedure, stage: StageProps['at'], circumstances: Circumstances, bay: Bay): FactId[] => [
  ...new Set(
    procedure.steps.flatMap((s) =>
      s.stage === stage && s.where && 'fact' in s.where && holds(s.where, circumstances) === null && !bay.facts[s.where.fact]
        ? [s.where.fact]
        : [],
    ),
  ),
];

/** What a procedure adds to the stage at hand: its steps in order, each done, skipped or leading elsewhere; out of order is recorded as it comes. */
export function ProcedureSteps({ job, at, acts, bay, writable, choose = false }: StageProps & { choose?: boolean }) {
  const circumstances = useMemo<Circumstances>(
    () => ({ facts: bay.facts, found: [...findingsOf(job.entries).values()] }),
    [bay.facts, job.entries],
  );
  const chosen = chosenOf(job.entries);
  const procedure = chosen ? procedureOf(chosen.procedure) : undefined;
  const [opened, setOpened] = useState<string | null>(null);
  const [changing, setChanging] = useState(false);
  if (!procedure || changing)
    return choose && writable ? (
      <>
        <ProcedureChooser {...{ job, at, acts, bay, circumstances }} onChosen={() => setChanging(false)} />
        {changing && <Button onClick={() => setChanging(false)}>Leave it as it is</Button>}
      </>
    ) : null;
  const steps = stepsOf(procedure, circumstances, at);
  if (steps.length === 0 && !choose) return null;
  const written = stepsWritten(job.entries, procedure.id);
  const next = steps.find((s) => !written.has(s.id));
  const open = opened ?? next?.id ?? null;
  const barred = barredOf(bay.facts);
  return (
    <Box component="section" aria-label={procedureName(procedure)} sx={{ mb: 2 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <Typography variant="h2" sx={{ mr: 'auto' }}>
          {procedureName(procedure)}
        </Typography>
        <Box sx={{ color: 'var(--ts-quiet)' }}>
          {steps.filter((s) => written.has(s.id)).length} of {steps.length}
        </Box>
        {choose && writable && <Button onClick={() => setChanging(true)}>Another procedure</Button>}
      </Box>
      {choose && (
        <Box sx={{ color: 'var(--ts-quiet)', mb: 1 }}>
          Gather: {procedure.gather.join(', ')}. {procedure.minutes[0]} to {procedure.minutes[1]} min.
          {barred.length > 0 && <Box>Last time: {barred.join('; ')}.</Box>}
        </Box>
      )}
      {writable &&
        openFacts(procedure, at, circumstances, bay).map((id) => (
          <FactField key={id} id={id} facts={bay.facts} subjects={{ machineId: job.machineId, driveId: job.driveId }} writable big />
        ))}
      <Box
        component="ol"
        sx={{ listStyle: 'none', p: 0, m: 0, border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)' }}
      >
        {steps.map((step, i) => {
          const record = written.get(step.id);
          const isOpen = writable && step.id === open;
          return (
            <Box component="li" key={step.id} sx={{ borderTop: i === 0 ? 0 : '1px solid var(--ts-edge)', px: 1.5 }}>
              <ButtonBase
                aria-expanded={isOpen}
                disabled={!writable}
                onClick={() => setOpened(isOpen ? '' : step.id)}
                sx={{ width: '100%', minHeight: 56, py: 1, gap: 1.5, justifyContent: 'flex-start', textAlign: 'left', fontSize: 16 }}
              >
                <Box className="ts-mono" sx={{ width: 28, flex: 'none', color: 'var(--ts-quiet)' }}>
                  {record?.outcome === 'done' ? <Icon name="check" size={20} /> : i + 1}
                </Box>
                <Box sx={{ flex: 1, fontWeight: isOpen ? 550 : 450, color: record && !isOpen ? 'var(--ts-quiet)' : 'inherit' }}>
                  {step.text}
                </Box>
                <Box
                  sx={{ fontSize: 14, flex: 'none', color: record?.outcome === 'done' || !record ? 'var(--ts-quiet)' : 'var(--ts-stop)' }}
                >
                  {record
                    ? record.outcome === 'done'
                      ? record.rounds > 1
                        ? `round ${record.rounds}`
                        : 'done'
                      : record.outcome
                    : step.hold
                      ? 'confirm'
                      : ''}
                </Box>
              </ButtonBase>
              {isOpen && <StepCard {...{ job, at, acts, bay, procedure, step }} written={record} onOver={() => setOpened(null)} />}
            </Box>
          );
        })}
        {steps.length === 0 && <Box sx={{ p: 1.5, color: 'var(--ts-quiet)' }}>This procedure has no step here.</Box>}
      </Box>
    </Box>
  );
}
