'use client';

import Box from '@mui/material/Box';
import { useMemo } from 'react';
import { linesOf, type TensionRead } from '@/core/job';
import type { TakenReading } from '@/core/tension';
import type { KeptReading } from '../../../tension/kept-reading';
import { TensionPanel } from '../../../tension/tension-panel';
import { placeOf } from '../../../tension/words';
import { bookedLast } from '../../booked-last';
import { StackedNote } from '../../../stacks/stacked-note';
import { ProcedureSteps } from '../../procedure';
import { STAGE_WORDS } from '../../stage-words';
import { StageFrame } from '../frame';
import type { StageModule, StageProps } from '../module';
import { NoteField } from '../note-field';
import { StageMoves } from '../stage-moves';

/** Alignment and tension: what is to be minded, the procedure's steps, and readings as notes. */
function Bench(props: StageProps) {
  const words = STAGE_WORDS.set;
  return (
    <StageFrame {...props}>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mb: 2, borderTop: '1px solid var(--ts-edge)' }}>
        {words.points.map((p) => (
          <Box component="li" key={p} sx={{ borderBottom: '1px solid var(--ts-edge)', py: 1.1, fontSize: 16 }}>
            {p}
          </Box>
        ))}
      </Box>
      {props.bay.drive && <StackedNote drive={props.bay.drive} stacks={props.job.stacks} />}
      <Tension {...props} />
      <ProcedureSteps {...props} />
      {props.writable && (
        <>
          <NoteField {...props} placeholder={words.notePlaceholder} />
          <StageMoves {...props} />
        </>
      )}
    </StageFrame>
  );
}

/** A reading of the ticket as it was taken. */
function takenOf({ method, at, value, deflectionMm, belts }: TensionRead): TakenReading {
  if (method === 'spring-length') return { method, at, lengthMm: value };
  const [from = '', to = ''] = at.split('>');
  if (method === 'tap') return { method, at: [from, to], hz: value };
  return { method, at: [from, to], forceN: value, deflectionMm: deflectionMm ?? 0, belts: belts ?? undefined };
}

/** How tight the job's belt should be and is, with the belt that was booked on it. */
function Tension({ job, at, acts, bay, writable }: StageProps) {
  const { drive } = bay;
  const belt = drive?.belts.find((b) => b.id === job.beltId) ?? drive?.belts[0];
  const readings = useMemo(
    () =>
      linesOf(job.entries, 'reading')
        .map((l) => l.body)
        .filter((r) => r.belt === belt?.id)
        .map((r): KeptReading => ({ reading: takenOf(r), where: r.where, clamped: r.clamped })),
    [job.entries, belt?.id],
  );
  if (!drive || !belt || drive.kind === 'cvt') return null;
  return (
    <TensionPanel
      drive={drive}
      beltId={belt.id}
      outsideMm={belt.id === job.beltId ? bookedLast(job)?.outsideMm : undefined}
      readings={readings}
      onTake={
        writable
          ? ({ reading, where, clamped, state, tensionN, sdN }) =>
              acts.write(
                at,
                'reading',
                {
                  belt: belt.id,
                  state,
                  method: reading.method,
                  at: placeOf(reading),
                  where,
                  value: reading.method === 'tap' ? reading.hz : reading.method === 'deflection' ? reading.forceN : reading.lengthMm,
                  deflectionMm: reading.method === 'deflection' ? reading.deflectionMm : null,
                  belts: reading.method === 'deflection' ? (reading.belts ?? null) : null,
                  tensionN,
                  sdN,
                  clamped,
                },
                `Job ${job.number}: reading at ${where}`,
                'The reading is on the ticket.',
              )
          : null
      }
    />
  );
}

export const setStage: StageModule = { Bench };
