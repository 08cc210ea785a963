'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { openAtHandBack } from '@/core/job';
import { Icon } from '@/ui/icons';
import { ProcedureSteps } from '../../procedure';
import { useBay } from '../../use-bay';
import { STAGE_WORDS, stageName } from '../../stage-words';
import type { StageModule, StageProps } from '../module';
import { NoteField } from '../note-field';
import { Account } from './account';
import { CloseForm } from './close-form';

/** What is told to whoever fetches the machine, and the end of the job. */
function Bench(props: StageProps) {
  const { job, writable, mayChange } = props;
  const words = STAGE_WORDS.book;
  const bay = useBay(props);
  return (
    <Box sx={{ maxWidth: 720 }}>
      <Typography variant="h1" component="h2">
        {words.name}
      </Typography>
      <Typography sx={{ color: 'var(--ts-quiet)', mb: 2, fontSize: 17 }}>{words.asks}</Typography>
      {job.status === 'closed' && <Closed {...props} />}
      <Account {...props} />
      <ProcedureSteps {...props} bay={bay} />
      {writable && (
        <>
          <StillOpen job={job} />
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
