'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState, useSyncExternalStore } from 'react';
import { drop, useQueuedCommands, useOutbox, useSignedOut, type QueuedCommand } from '@/client/outbox';
import { Moment } from '@/ui/when';

function onNetworkChange(tell: () => void): () => void {
  window.addEventListener('online', tell);
  window.addEventListener('offline', tell);
  return () => {
    window.removeEventListener('online', tell);
    window.removeEventListener('offline', tell);
  };
}

/** True if this device has a network connection. */
export const useOnline = (): boolean =>
  useSyncExternalStore(
    onNetworkChange,
    () => navigator.onLine,
    () => true,
  );

/**
 * Own changes that have not reached the server, in the head of every page: their number and list. Hidden if there are
 * none.
 */
export function QueuedCommands() {
  const online = useOnline();
  const commands = useQueuedCommands();
  const { outbox } = useOutbox();
  const signedOut = useSignedOut();
  const [open, setOpen] = useState(false);
  const refused = commands.filter((a) => a.refusal !== null);
  const waiting = commands.length - refused.length;
  const count = [
    ...(waiting > 0 ? [`${waiting} ${waiting === 1 ? 'waits' : 'wait'} to be sent`] : []),
    ...(refused.length > 0 ? [`${refused.length} refused`] : []),
  ].join(', ');
  return (
    <>
      {!online && count === '' && (
        <Box role="status" className="ts-waiting" sx={{ color: 'var(--ts-copper)', fontWeight: 650, fontSize: 13 }}>
          No network: changes are saved on this device
        </Box>
      )}
      {signedOut && waiting > 0 && (
        // The whole page is loaded, since the sign-in page has no shell.
        <Button component="a" href="/sign-in" variant="contained" sx={{ whiteSpace: 'nowrap' }}>
          Sign in to send
        </Button>
      )}
      {count !== '' && (
        <Button
          className="ts-waiting"
          onClick={() => setOpen(true)}
          aria-live="polite"
          sx={{ color: 'var(--ts-copper)', fontWeight: 650, fontSize: 13, minWidth: 0, textAlign: 'right', lineHeight: 1.2 }}
        >
          {online ? '' : 'No network: '}
          {count}
        </Button>
      )}
      <Dialog open={open && commands.length > 0} onClose={() => setOpen(false)} fullWidth maxWidth="sm">
        <DialogTitle>Not with the server yet</DialogTitle>
        <DialogContent>
          <Typography sx={{ mb: 1 }}>
            These changes are saved on this device, even when this page is closed. They are sent in this order as soon as the server
            answers.
          </Typography>
          <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {commands.map((command) => (
              <Line key={command.id} command={command} onRetry={() => void outbox.retry(command.id)} />
            ))}
          </Box>
        </DialogContent>
        <DialogActions sx={{ p: 2 }}>
          <Button onClick={() => setOpen(false)}>Close</Button>
          {waiting > 0 && (
            <Button variant="contained" onClick={() => void outbox.deliver()}>
              Send now
            </Button>
          )}
        </DialogActions>
      </Dialog>
    </>
  );
}

function Line({ command, onRetry }: { command: QueuedCommand; onRetry: () => void }) {
  return (
    <Box
      component="li"
      sx={{ borderTop: '1px solid var(--ts-edge)', py: 1, display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}
    >
      <Box sx={{ flex: '1 1 240px', minWidth: 0, overflowWrap: 'anywhere' }}>
        <Box sx={{ fontWeight: 650 }}>{command.words}</Box>
        <Box sx={{ fontSize: 13, color: 'var(--ts-quiet)' }}>
          <Moment at={command.doneAt} as="dayAndTime" />
          {command.refusal === null ? '' : `. Refused: ${command.refusal}`}
        </Box>
      </Box>
      {command.refusal !== null && <Button onClick={onRetry}>Try again</Button>}
      <Button color="error" onClick={() => void drop(command.id)} aria-label={`Drop: ${command.words}`}>
        Discard
      </Button>
    </Box>
  );
}
