'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { FormDialog } from '@/ui/form-dialog';
import { Staleness } from '@/ui/staleness';
import { useCommand } from '../commands/use-command';
import { useQueryOf } from '../queries/use-query';
import { CalendarFeeds } from './calendar-feeds';
import { calendarAddress } from './messages';

/** Random bytes of a token: too many to guess. */
const TOKEN_BYTES = 24;

/** The token is made on this device, and the server stores only its digest. */
function newToken(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(TOKEN_BYTES));
  return btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_');
}

/** Copies a text. Hidden in a browser that does not allow it, as over plain HTTP. */
function CopyButton({ text }: { text: string }) {
  const [copied, setCopied] = useState('');
  if (typeof navigator.clipboard === 'undefined') return null;
  const copy = () =>
    navigator.clipboard.writeText(text).then(
      () => setCopied(text),
      () => setCopied(''),
    );
  return (
    <Button sx={{ mt: 1, minHeight: 44 }} onClick={() => void copy()}>
      {copied === text ? 'Address copied' : 'Copy address'}
    </Button>
  );
}

/** Addresses by which a calendar program reads the follow-ups. */
export function CalendarDialog({ onClose }: { onClose: () => void }) {
  const runCommand = useCommand();
  const feeds = useQueryOf('follow-ups.calendars', {});
  const [address, setAddress] = useState<string | null>(null);
  const { control, handleSubmit, setError, reset, formState } = useForm({ defaultValues: { name: '' } });
  const add = handleSubmit(async ({ name }) => {
    const token = newToken();
    // The token is not stored on this device, so the command is not queued.
    const answer = await runCommand('calendar.add', { name, token }, { words: `Calendar address ${name}`, quiet: true, keep: false });
    if (!answer.ok) return placeRefusal(setError, ['name'], answer);
    setAddress(calendarAddress(window.location.origin, token));
    reset();
  });
  return (
    <FormDialog
      title="Calendar addresses"
      submit="Add address"
      onSubmit={(e) => void add(e)}
      busy={formState.isSubmitting}
      onClose={onClose}
      leave="Close"
      lead={
        <Typography sx={{ color: 'var(--ts-quiet)', mb: 1 }}>
          A calendar program reads all follow-ups at this address, without sign-in. Use a separate address for each program.
        </Typography>
      }
    >
      <Refusal control={control} />
      <Field control={control} name="name" label="Name" help="The program or device that reads it, for example “Bench phone”." />
      {address !== null && (
        <Box role="status">
          <TextField
            label="New address"
            value={address}
            fullWidth
            multiline
            onFocus={(e) => e.target.select()}
            slotProps={{ htmlInput: { readOnly: true, className: 'ts-mono' } }}
            helperText="Copy it now. It is not shown again."
          />
          <CopyButton text={address} />
        </Box>
      )}
      <Staleness reading={feeds} what="This list" />
      {feeds.value && <CalendarFeeds feeds={feeds.value} />}
    </FormDialog>
  );
}
