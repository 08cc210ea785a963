'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useDraft } from '@/client/draft';
import type { StageProps } from './module';

/** A note for the ticket. An unsaved note survives a reload. */
export function NoteField({ job, at, commands, placeholder }: Pick<StageProps, 'job' | 'at' | 'commands'> & { placeholder: string }) {
  const [text, setText, clear] = useDraft(`note-${job.number}-${at}`);
  const [busy, setBusy] = useState(false);
  const save = async () => {
    setBusy(true);
    if (await commands.note(at, text)) clear();
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
        Save note
      </Button>
    </Box>
  );
}
