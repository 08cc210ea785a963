'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useRef, useState } from 'react';
import { QUERY_KEYS } from '@/contract/keys';
import { useRefetch } from '@/client/reads';
import { Icon } from '@/ui/icons';
import { Card } from '@/ui/page';
import { restoreFrom, type RestoreStep } from './restore';
import { restoreStepWords } from './messages';

type State =
  | { readonly at: 'idle' }
  | { readonly at: 'busy'; readonly step: RestoreStep }
  | { readonly at: 'done' }
  | { readonly at: 'refused'; readonly problem: string };

/** Download of the whole shop as one archive, and restore into a shop that is still empty. */
export function BackupCard() {
  const readAgain = useRefetch();
  const input = useRef<HTMLInputElement>(null);
  const [state, setState] = useState<State>({ at: 'idle' });
  const restore = async (file: File) => {
    setState({ at: 'busy', step: { step: 'sent', done: 0, total: 1 } });
    const result = await restoreFrom(file, (step) => setState({ at: 'busy', step }));
    setState(result.ok ? { at: 'done' } : { at: 'refused', problem: result.problem });
    if (result.ok) readAgain(QUERY_KEYS);
  };
  const step = state.at === 'busy' ? state.step : null;
  return (
    <Card title="Backup">
      <Typography className="ts-quiet" sx={{ mb: 1.5 }}>
        The archive holds everything of this shop: jobs, drives, stock, customers, pictures and accounts. Store it in a safe place.
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <Button
          component="a"
          href="/api/backup"
          download
          variant="outlined"
          startIcon={<Icon name="download" size={18} />}
          sx={{ minHeight: 44 }}
        >
          Download backup
        </Button>
        <Button variant="outlined" disabled={step !== null} onClick={() => input.current?.click()} sx={{ minHeight: 44 }}>
          Restore a backup…
        </Button>
        <input
          ref={input}
          type="file"
          accept=".zip,application/zip"
          hidden
          aria-label="File of the backup"
          onChange={(e) => {
            const [file] = e.target.files ?? [];
            e.target.value = '';
            if (file) void restore(file);
          }}
        />
      </Box>
      <Typography className="ts-quiet ts-small" sx={{ mt: 1 }}>
        Restore works only in a shop without customers, machines, drives, stock and jobs. Your account stays.
      </Typography>
      <Box role="status" sx={{ mt: 1 }}>
        {step && (
          <>
            {restoreStepWords(step)}
            <LinearProgress variant="determinate" value={(100 * step.done) / Math.max(1, step.total)} sx={{ mt: 0.5 }} />
          </>
        )}
        {state.at === 'done' && <Alert severity="success">The backup is restored.</Alert>}
        {state.at === 'refused' && <Alert severity="warning">{state.problem}</Alert>}
      </Box>
    </Card>
  );
}
