'use client';

import Box from '@mui/material/Box';
import { useState } from 'react';
import { Card } from '@/ui/page';
import { useMayChange } from '../shell/shell-context';
import type { FollowUpLine } from '@/contract/records';
import { AnswerDialog } from './answer-dialog';
import { FollowUpRow } from './follow-up-row';

/** Open follow-ups of one machine. */
export function MachineFollowUps({ lines }: { lines: readonly FollowUpLine[] }) {
  const mayChange = useMayChange();
  const [now] = useState(() => Date.now());
  const [answering, setAnswering] = useState<FollowUpLine | null>(null);
  if (lines.length === 0) return null;
  return (
    <Card title="Follow-ups">
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {lines.map((line) => (
          <FollowUpRow key={line.source} line={line} now={now} onAnswer={mayChange ? setAnswering : null} ofMachine />
        ))}
      </Box>
      {answering && <AnswerDialog line={answering} onClose={() => setAnswering(null)} />}
    </Card>
  );
}
