'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { proposalsFor, type Circumstances, type Procedure } from '@/core/job';
import { FactField } from '../../machines/fact-field';
import type { StageProps } from '../stages/module';

export const procedureName = ({ name, variant }: Procedure): string => (variant ? `${name}, ${variant}` : name);

/** Which procedure the job is worked by: those that may be meant, each with why; the facts that would decide, asked here. */
export function ProcedureChooser({
  job,
  at,
  commands,
  jobContext,
  circumstances,
  onChosen,
}: Pick<StageProps, 'job' | 'at' | 'commands' | 'jobContext'> & { circumstances: Circumstances; onChosen: () => void }) {
  const [all, setAll] = useState(false);
  const proposals = proposalsFor(all ? null : jobContext.kind, circumstances);
  const likely = proposals.filter((p) => p.meant !== false);
  const shown = all || likely.length === 0 ? proposals : likely;
  const open = [...new Set(shown.filter((p) => p.meant === null).flatMap((p) => p.procedure.needs))]
    .filter((f) => !jobContext.facts[f])
    .slice(0, 3);
  const choose = async (procedure: Procedure, why: string) => {
    const taken = await commands.write(
      at,
      'procedure',
      { procedure: procedure.id, name: procedureName(procedure), why },
      `Job ${job.number}: procedure ${procedureName(procedure)}`,
      'Written on the ticket.',
    );
    if (taken) onChosen();
  };
  return (
    <Box component="section" aria-label="Which procedure" sx={{ mb: 2 }}>
      <Typography variant="h2">Which procedure?</Typography>
      {open.map((id) => (
        <FactField
          key={id}
          id={id}
          facts={jobContext.facts}
          subjects={{ machineId: job.machineId, driveId: job.driveId }}
          writable={job.driveId !== null}
        />
      ))}
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {shown.map(({ procedure, meant }) => (
          <Box
            component="li"
            key={procedure.id}
            sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, borderBottom: '1px solid var(--ts-edge)', py: 1 }}
          >
            <Box sx={{ flex: '1 1 260px' }}>
              <Box sx={{ fontWeight: 650 }}>{procedureName(procedure)}</Box>
              <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>
                {meant === true
                  ? `Because ${procedure.because}.`
                  : meant === null
                    ? `If ${procedure.because}.`
                    : `Only if ${procedure.because}.`}{' '}
                {procedure.minutes[0]} to {procedure.minutes[1]} min.
              </Box>
            </Box>
            <Button
              variant={meant === true ? 'contained' : 'outlined'}
              sx={{ minHeight: 56 }}
              onClick={() => void choose(procedure, meant === true ? procedure.because : '')}
              aria-label={`Use procedure: ${procedureName(procedure)}`}
            >
              Use procedure
            </Button>
          </Box>
        ))}
      </Box>
      {!all && (
        <Button onClick={() => setAll(true)} sx={{ mt: 0.5 }}>
          All procedures
        </Button>
      )}
    </Box>
  );
}
