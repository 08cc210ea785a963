'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Facts } from '@/core/machine';
import { isTaken, useCommand } from '../../commands/use-command';
import { ABOUT_FACTS } from '../../machines/queued-facts';
import { toolsOnThisDrive } from '../stage-messages';

/** Tools that did not reach on this drive, and those that did. */
export const barredOf = (facts: Facts): readonly string[] => {
  const known = facts['barred-tools']?.value;
  return typeof known === 'object' ? known : [];
};

/** Takes down, for the next time, which tool did not reach and which did: it stays with the drive. */
export function Barred({ driveId, facts }: { driveId: number; facts: Facts }) {
  const runCommand = useCommand();
  const [text, setText] = useState<string | null>(null);
  const keep = async (line: string) => {
    const answer = await runCommand(
      'fact.set',
      { subject: { driveId }, fact: 'barred-tools', value: [...barredOf(facts), line] },
      { words: toolsOnThisDrive(line), about: ABOUT_FACTS, done: 'Saved for the next job.' },
    );
    if (isTaken(answer)) setText(null);
  };
  if (text === null)
    return (
      <Button onClick={() => setText('')} sx={{ minHeight: 56 }}>
        A tool did not reach…
      </Button>
    );
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault();
        if (text.trim() !== '') void keep(text.trim());
      }}
      sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', flexBasis: '100%' }}
    >
      <TextField
        autoFocus
        label="Tool that did not reach, and tool that did"
        value={text}
        onChange={(e) => setText(e.target.value)}
        placeholder="Ratchet hits the frame. Open-end 13 mm wrench reaches."
        sx={{ flex: 1, minWidth: 220 }}
        slotProps={{ htmlInput: { maxLength: 200 } }}
      />
      <Button type="submit" variant="outlined" disabled={text.trim() === ''} sx={{ minHeight: 56 }}>
        Save tool note
      </Button>
      <Button onClick={() => setText(null)} sx={{ minHeight: 56 }}>
        Cancel
      </Button>
    </Box>
  );
}
