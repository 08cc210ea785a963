'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { chosenOf, findingsOf, openAtHandBack, openHolds, procedureOf, stepsWritten } from '@/core/job';
import { Icon } from '@/ui/icons';
import { FitPart } from '../../fit-part';
import { ProcedureSteps } from '../../procedure';
import { STAGE_WORDS, stageName } from '../../stage-words';
import type { StageModule, StageProps } from '../module';
import { NoteField } from '../note-field';
import { Account } from './account';
import { CloseForm } from './close-form';

/** What is told to whoever fetches the machine, and the end of the job. */
function Bench(props: StageProps) {
  const { job, writable, mayChange } = props;
  const words = STAGE_WORDS.book;
  return (
    <Box sx={{ maxWidth: 720 }}>
      <Typography variant="h1" component="h2">
        {words.name}
      </Typography>
      <Typography sx={{ color: 'var(--ts-quiet)', mb: 2, fontSize: 17 }}>{words.asks}</Typography>
      {job.status === 'closed' && <Closed {...props} />}
      <Account {...props} />
      <ProcedureSteps {...props} />
      {writable && (
        <>
          <FitPart {...props} />
          <StillOpen job={job} />
          <OpenHolds {...props} />
          <NoteField {...props} placeholder={words.notePlaceholder} />
          <CloseForm {...props} />
        </>
      )}
      {!mayChange && job.status === 'open' && (
        <Alert severity="info" variant="outlined">
          You may read this job; writing takes a technician’s account.
        </Alert>
      )}
    </Box>
  );
}

function Closed({ job, acts, mayChange }: StageProps) {
  return (
    <>
      <Alert severity="success" variant="outlined" icon={<Icon name="check" />} sx={{ mb: 2 }}>
        Job {job.number} is closed.
      </Alert>
      {mayChange && (
        <Button
          variant="outlined"
          onClick={() => void acts.write('book', 'reopening', {}, `Job ${job.number}: reopened`, `Job ${job.number} is open again.`)}
        >
          Reopen it
        </Button>
      )}
    </>
  );
}

/** What a person had to confirm and nobody did. */
function OpenHolds({ job, bay }: StageProps) {
  const chosen = chosenOf(job.entries);
  const procedure = chosen ? procedureOf(chosen.procedure) : undefined;
  if (!procedure) return null;
  const written = stepsWritten(job.entries, procedure.id);
  const circumstances = { facts: bay.facts, found: [...findingsOf(job.entries).values()] };
  const open = openHolds(procedure, circumstances, (id) => written.get(id)?.outcome);
  if (open.length === 0) return null;
  return (
    <Alert severity="warning" variant="outlined" sx={{ mb: 2 }}>
      Not confirmed by anybody:
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {open.map((s) => (
          <li key={s.id}>
            {s.text}
            {written.has(s.id) && ` (${written.get(s.id)!.outcome}: ${written.get(s.id)!.why})`}
          </li>
        ))}
      </Box>
    </Alert>
  );
}

function StillOpen({ job }: Pick<StageProps, 'job'>) {
  const open = openAtHandBack(job.stages);
  if (open.length === 0) return null;
  return (
    <Alert severity="warning" variant="outlined" sx={{ mb: 2 }}>
      Not done yet: {open.map(stageName).join(', ')}. You can close all the same; it shows on the ticket.
    </Alert>
  );
}

export const bookStage: StageModule = { Bench };
