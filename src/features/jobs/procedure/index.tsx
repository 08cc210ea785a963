'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { findingsOf, procedureName, proceduresOf, type Circumstances } from '@/core/job';
import { blank, lazyPart } from '@/ui/lazy';
import type { StageProps } from '../stages/module';
import { barredOf } from './barred';

/** The chooser loads when another procedure is first chosen. */
const ProcedureChooser = lazyPart(async () => (await import('./chooser')).ProcedureChooser, blank(240));

/** Chosen procedures: tools, minutes and tools that did not reach the last time; and the choice of another one. */
export function ProcedureInfo({ job, at, commands, jobContext, writable }: StageProps) {
  const circumstances = useMemo<Circumstances>(
    () => ({ facts: jobContext.facts, found: [...findingsOf(job.entries).values()] }),
    [jobContext.facts, job.entries],
  );
  const procedures = proceduresOf(job.entries);
  const [changing, setChanging] = useState(false);
  const barred = barredOf(jobContext.facts);
  if (procedures.length === 0) return <Box sx={{ color: 'var(--ts-quiet)' }}>No procedure is chosen.</Box>;
  if (changing)
    return (
      <>
        <ProcedureChooser {...{ job, at, commands, jobContext, circumstances }} onChosen={() => setChanging(false)} />
        <Button onClick={() => setChanging(false)}>Cancel</Button>
      </>
    );
  return (
    <Box>
      {procedures.map((procedure) => (
        <Box key={procedure.id} sx={{ mb: 1 }}>
          <Box sx={{ fontWeight: 650 }}>{procedureName(procedure)}</Box>
          <Box sx={{ color: 'var(--ts-quiet)' }}>
            Gather: {procedure.gather.join(', ')}. {procedure.minutes[0]} to {procedure.minutes[1]} min.
          </Box>
        </Box>
      ))}
      {barred.length > 0 && <Box sx={{ color: 'var(--ts-quiet)' }}>Last time: {barred.join('; ')}.</Box>}
      {writable && <Button onClick={() => setChanging(true)}>Choose another procedure, or add one</Button>}
    </Box>
  );
}
