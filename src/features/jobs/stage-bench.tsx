'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Job, Stage, StageState } from '@/db';
import { useDraft } from '@/ui/draft';
import { STAGE_WORDS } from './stages';

export interface StageActs {
  readonly note: (text: string) => Promise<boolean>;
  readonly move: (state: StageState, why: string) => Promise<boolean>;
}

/** A stage that is worked by hand and written down: what it asks, a note, and how it ends. A note not yet saved survives a reload. */
export function StageBench({ job, stage, acts, mayChange }: { job: Job; stage: Stage; acts: StageActs; mayChange: boolean }) {
  const words = STAGE_WORDS.find((s) => s.stage === stage)!;
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
      {mayChange && job.status === 'open' ? (
        <>
          <NoteField key={stage} job={job} stage={stage} placeholder={words.notePlaceholder} onNote={acts.note} />
          <StageMoves key={`${stage}-moves`} state={job.stages[stage]} name={words.name} onMove={acts.move} />
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

export function NoteField({
  job,
  stage,
  placeholder,
  onNote,
}: {
  job: Job;
  stage: Stage;
  placeholder: string;
  onNote: (text: string) => Promise<boolean>;
}) {
  const [text, setText, clear] = useDraft(`note-${job.number}-${stage}`);
  const [busy, setBusy] = useState(false);
  const save = async () => {
    setBusy(true);
    if (await onNote(text)) clear();
    setBusy(false);
  };
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
      sx={{ display: 'flex', flexDirection: { xs: 'column', sm: 'row' }, gap: 1, alignItems: { sm: 'flex-end' } }}
    >
      <TextField
        label="Note for the ticket"
        multiline
        minRows={2}
        maxRows={8}
        value={text}
        placeholder={placeholder}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) {
            e.preventDefault();
            void save();
          }
        }}
        slotProps={{ htmlInput: { maxLength: 4000 } }}
      />
      <Button type="submit" variant="outlined" disabled={busy || text.trim() === ''} sx={{ whiteSpace: 'nowrap' }}>
        Write it down
      </Button>
    </Box>
  );
}

/** How a stage ends: done, skipped or held, the latter two with a reason. Never a wall. */
export function StageMoves({
  state,
  name,
  onMove,
}: {
  state: StageState;
  name: string;
  onMove: (state: StageState, why: string) => Promise<boolean>;
}) {
  const [asking, setAsking] = useState<'skipped' | 'held' | null>(null);
  const [why, setWhy] = useState('');
  const [busy, setBusy] = useState(false);
  const move = async (to: StageState) => {
    setBusy(true);
    if (await onMove(to, why)) {
      setAsking(null);
      setWhy('');
    }
    setBusy(false);
  };
  return (
    <Box sx={{ mt: 2 }}>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {state !== 'done' && (
          <Button variant="contained" disabled={busy} onClick={() => void move('done')}>
            {name} is done
          </Button>
        )}
        {state === 'done' && (
          <Button variant="outlined" disabled={busy} onClick={() => void move('under-way')}>
            Work on {name} again
          </Button>
        )}
        {state !== 'skipped' && state !== 'done' && (
          <Button variant="outlined" disabled={busy} onClick={() => setAsking('skipped')}>
            Skip …
          </Button>
        )}
        {state !== 'held' && state !== 'done' && (
          <Button variant="outlined" disabled={busy} onClick={() => setAsking('held')}>
            Hold …
          </Button>
        )}
        {(state === 'skipped' || state === 'held') && (
          <Button variant="outlined" disabled={busy} onClick={() => void move('under-way')}>
            Take it up again
          </Button>
        )}
      </Box>
      {asking && (
        <Box
          component="form"
          onSubmit={(e) => {
            e.preventDefault();
            void move(asking);
          }}
          sx={{ mt: 1.5, display: 'flex', gap: 1, flexDirection: { xs: 'column', sm: 'row' } }}
        >
          <TextField
            autoFocus
            label={asking === 'skipped' ? `Why is ${name} skipped?` : `What does ${name} wait for?`}
            value={why}
            onChange={(e) => setWhy(e.target.value)}
            slotProps={{ htmlInput: { maxLength: 500 } }}
          />
          <Button type="submit" variant="contained" disabled={busy || why.trim() === ''} sx={{ whiteSpace: 'nowrap' }}>
            {asking === 'skipped' ? 'Skip it' : 'Hold it'}
          </Button>
        </Box>
      )}
    </Box>
  );
}
