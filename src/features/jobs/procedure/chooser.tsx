'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { procedureName, proceduresOf, proposalsFor, type Circumstances, type Procedure, type Proposal } from '@/core/job';
import { FactField } from '../../machines/fact-field';
import type { StageProps } from '../stages/module';

/** Procedures that the job may be worked by, each with its reason, and the facts that would decide. Work on a part joins the chosen one. */
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
  const [ofDrive, onParts] = [shown.filter((p) => !p.procedure.partWork), shown.filter((p) => p.procedure.partWork)];
  const open = [...new Set(shown.filter((p) => p.meant === null).flatMap((p) => p.procedure.needs))]
    .filter((f) => !jobContext.facts[f])
    .slice(0, 3);
  const chosen = new Set(proceduresOf(job.entries).map((p) => p.id));
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
      <Proposals proposals={ofDrive} chosen={chosen} onChoose={choose} />
      {onParts.length > 0 && (
        <Typography variant="h3" sx={{ mt: 2 }}>
          Work on a part
        </Typography>
      )}
      <Proposals proposals={onParts} chosen={chosen} onChoose={choose} />
      {!all && (
        <Button onClick={() => setAll(true)} sx={{ mt: 0.5 }}>
          All procedures
        </Button>
      )}
    </Box>
  );
}

/** Procedures with their reasons and times. One that the job has already is not offered again. */
function Proposals({
  proposals,
  chosen,
  onChoose,
}: {
  proposals: readonly Proposal[];
  chosen: ReadonlySet<string>;
  onChoose: (procedure: Procedure, why: string) => Promise<void>;
}) {
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
      {proposals.map(({ procedure, meant }) => (
        <Box
          component="li"
          key={procedure.id}
          sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, borderBottom: '1px solid var(--ts-edge)', py: 1 }}
        >
          <Box sx={{ flex: '1 1 260px' }}>
            <Box sx={{ fontWeight: 650 }}>{procedureName(procedure)}</Box>
            <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>
              {meant === true ? 'Because' : meant === null ? 'If' : 'Only if'} {procedure.because}. {procedure.minutes[0]} to{' '}
              {procedure.minutes[1]} min.
            </Box>
          </Box>
          {chosen.has(procedure.id) ? (
            <Box sx={{ color: 'var(--ts-quiet)' }}>On this job</Box>
          ) : (
            <Button
              variant={meant === true && !procedure.partWork ? 'contained' : 'outlined'}
              sx={{ minHeight: 56 }}
              onClick={() => void onChoose(procedure, meant === true ? procedure.because : '')}
              aria-label={`Use procedure: ${procedureName(procedure)}`}
            >
              {procedure.partWork ? 'Add procedure' : 'Use procedure'}
            </Button>
          )}
        </Box>
      ))}
    </Box>
  );
}
