'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Facts } from '@/core/machine';
import { LineForm } from '@/ui/line-form';
import { isTaken, useCommand } from '../../commands/use-command';
import { ABOUT_FACTS } from '../../machines/queued-facts';
import { toolsOnThisDrive } from '../stage-messages';

/** Tools that did not reach on this drive, and those that did. */
export const barredOf = (facts: Facts): readonly string[] => {
  const known = facts['barred-tools']?.value;
  return typeof known === 'object' ? known : [];
};

/** Records a tool that did not reach and the tool that did, for the next job on this drive. */
export function Barred({ driveId, facts }: { driveId: number; facts: Facts }) {
  const runCommand = useCommand();
  const [open, setOpen] = useState(false);
  const save = async (line: string) => {
    const answer = await runCommand(
      'fact.set',
      { subject: { driveId }, fact: 'barred-tools', value: [...barredOf(facts), line] },
      { words: toolsOnThisDrive(line), about: ABOUT_FACTS, done: 'Saved for the next job.' },
    );
    if (isTaken(answer)) setOpen(false);
    return isTaken(answer);
  };
  if (!open)
    return (
      <Button onClick={() => setOpen(true)} sx={{ minHeight: 56 }}>
        A tool did not reach…
      </Button>
    );
  return (
    <LineForm
      label="Tool that did not reach, and tool that did"
      submit="Save tool note"
      placeholder="Ratchet hits the frame. Open-end 13 mm wrench reaches."
      maxLength={200}
      onSave={save}
      onCancel={() => setOpen(false)}
    />
  );
}
