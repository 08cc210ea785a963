'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { STAGE_WORDS } from '../../stage-words';
import type { StageModule, StageProps } from '../module';
import { NoteField } from '../note-field';
import { StageMoves } from '../stage-moves';

/** A stage that is worked by hand and written down: what it asks, a note, and how it ends. */
function Bench(props: StageProps) {
  const { job, at, writable } = props;
  const words = STAGE_WORDS[at];
  return (
    <Box sx={{ maxWidth: 720 }}>
      <Typography variant="h1" component="h2">
        {words.name}
      </Typography>
      <Typography sx={{ color: 'var(--ts-quiet)', mb: 1.5, fontSize: 17 }}>{words.asks}</Typography>
      {words.points.length > 0 && (
        <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mb: 2, borderTop: '1px solid var(--ts-edge)' }}>
          {words.points.map((p) => (
            <Box component="li" key={p} sx={{ borderBottom: '1px solid var(--ts-edge)', py: 1.1, fontSize: 16 }}>
              {p}
            </Box>
          ))}
        </Box>
      )}
      {writable ? (
        <>
          <NoteField {...props} placeholder={words.notePlaceholder} />
          <StageMoves {...props} />
        </>
      ) : (
        <Alert severity="info" variant="outlined">
          {job.status === 'closed'
            ? 'This job is closed. Reopen it under Book to write on its ticket.'
            : 'You may read this job; writing takes a technician’s account.'}
        </Alert>
      )}
    </Box>
  );
}

export const byHandStage: StageModule = { Bench };
