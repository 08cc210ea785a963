'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { openAtHandBack, shortened } from '@/core/job';
import { useDraft } from '@/ui/draft';
import { Icon } from '@/ui/icons';
import { STAGE_WORDS, stageName } from '../../stage-words';
import type { StageModule, StageProps } from '../module';
import { NoteField } from '../note-field';

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

function CloseForm({ job, acts }: StageProps) {
  const [text, setText, clear] = useDraft(`closing-${job.number}`);
  const [busy, setBusy] = useState(false);
  const close = async () => {
    setBusy(true);
    if (await acts.write('book', 'closing', { text }, `Closing job ${job.number}: ${shortened(text, 60)}`, `Job ${job.number} is closed.`))
      clear();
    setBusy(false);
  };
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault();
        void close();
      }}
      sx={{ mt: 3, display: 'grid', gap: 1 }}
    >
      <TextField
        label="Closing line for the customer"
        multiline
        minRows={2}
        value={text}
        onChange={(e) => setText(e.target.value)}
        placeholder="New blade belt and idler. Look again after the first day of running."
        slotProps={{ htmlInput: { maxLength: 2000 } }}
      />
      <Box>
        <Button type="submit" variant="contained" disabled={busy || text.trim() === ''}>
          Close job {job.number}
        </Button>
      </Box>
    </Box>
  );
}

export const bookStage: StageModule = { Bench };
