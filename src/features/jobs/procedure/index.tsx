'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { chosenOf, findingsOf, procedureOf, type Circumstances } from '@/core/job';
import type { StageProps } from '../stages/module';
import { barredOf } from './barred';
import { ProcedureChooser, procedureName } from './chooser';

/** The chosen procedure: what to gather, how long it takes, what barred a tool the last time; and another one in its place. */
export function ProcedureInfo({ job, at, commands, jobContext, writable }: StageProps) {
  const circumstances = useMemo<Circumstances>(
    () => ({ facts: jobContext.facts, found: [...findingsOf(job.entries).values()] }),
    [jobContext.facts, job.entries],
  );
  const chosen = chosenOf(job.entries);
  const procedure = chosen ? procedureOf(chosen.procedure) : undefined;
  const [changing, setChanging] = useState(false);
  const barred = barredOf(jobContext.facts);
  if (!procedure) return <Box sx={{ color: 'var(--ts-quiet)' }}>No procedure is chosen.</Box>;
  if (changing)
    return (
      <>
        <ProcedureChooser {...{ job, at, commands, jobContext, circumstances }} onChosen={() => setChanging(false)} />
        <Button onClick={() => setChanging(false)}>Cancel</Button>
      </>
    );
  return (
    <Box>
      <Box sx={{ fontWeight: 650 }}>{procedureName(procedure)}</Box>
      <Box sx={{ color: 'var(--ts-quiet)' }}>
        Gather: {procedure.gather.join(', ')}. {procedure.minutes[0]} to {procedure.minutes[1]} min.
        {barred.length > 0 && <Box>Last time: {barred.join('; ')}.</Box>}
      </Box>
      {writable && <Button onClick={() => setChanging(true)}>Choose another procedure</Button>}
    </Box>
  );
}
