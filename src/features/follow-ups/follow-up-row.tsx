'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Link from 'next/link';
import { useState } from 'react';
import { useWhen } from '@/ui/when';
import { isTaken, useCommand } from '../commands/use-command';
import type { FollowUpLine } from '@/contract/records';
import { dueWords, subjectOf, trialWords } from './messages';

const ROW = {
  display: 'grid',
  gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) minmax(0, 1.7fr) auto' },
  gap: { xs: 0.75, md: 2 },
  alignItems: 'center',
  py: 1.5,
  borderTop: '1px solid var(--ts-edge)',
} as const;

/** One follow-up: machine, content, due date, and its actions. */
export function FollowUpRow({
  line,
  now,
  onAnswer,
  ofMachine = false,
}: {
  line: FollowUpLine;
  /** Time of the list, ms. */
  now: number;
  /** Null for a person who may only read. */
  onAnswer: ((line: FollowUpLine) => void) | null;
  /** On the page of its machine, the machine needs no name. */
  ofMachine?: boolean;
}) {
  const when = useWhen();
  const overdue = Date.parse(line.due.at) <= now;
  return (
    <Box component="li" sx={ofMachine ? { ...ROW, gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) auto' } } : ROW}>
      {!ofMachine && (
        <Box>
          <Link href={`/machines/${line.machineId}`} prefetch={false} style={{ color: 'inherit', fontWeight: 650 }}>
            {line.machine}
          </Link>
          <Box className="ts-quiet ts-small">
            {line.customerId === null ? (
              'No customer'
            ) : (
              <Link href={`/customers/${line.customerId}`} prefetch={false} style={{ color: 'inherit' }}>
                {line.customer}
              </Link>
            )}
            {line.job !== null && (
              <>
                {', '}
                <Link href={`/jobs/${line.job}`} prefetch={false} style={{ color: 'inherit' }}>
                  job {line.job}
                </Link>
              </>
            )}
          </Box>
        </Box>
      )}
      <Box sx={{ minWidth: 0 }}>
        {subjectOf(line)}
        <Box className={overdue ? 'ts-held ts-small' : 'ts-quiet ts-small'}>{dueWords(line, when, now)}</Box>
      </Box>
      {onAnswer && (
        <Box className="ts-screen-only" sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', justifyContent: { md: 'flex-end' } }}>
          {line.kind === 'trial' && line.entryId !== null ? (
            <TrialAnswer line={line} entryId={line.entryId} />
          ) : (
            <Button
              component={Link}
              href={`/jobs/new?machine=${line.machineId}`}
              prefetch={false}
              variant="outlined"
              sx={{ minHeight: 44 }}
            >
              Open a job
            </Button>
          )}
          <Button onClick={() => onAnswer(line)} aria-label={`Answer the follow-up of ${line.machine}`} sx={{ minHeight: 44 }}>
            {line.kind === 'trial' ? 'Later' : 'Answer'}
          </Button>
        </Box>
      )}
    </Box>
  );
}

/** Result of a substitute, in the customer’s words. */
function TrialAnswer({ line, entryId }: { line: FollowUpLine; entryId: number }) {
  const runCommand = useCommand();
  const [note, setNote] = useState('');
  const [sent, setSent] = useState(false);
  const answer = async (worked: boolean) => {
    const words = trialWords(line.text, line.machine, worked);
    setSent(true);
    const answered = await runCommand('trial.answer', { entryId, worked, note }, { words, done: `${words}.` });
    if (!isTaken(answered)) setSent(false);
  };
  return (
    <>
      <TextField
        label="Customer’s words"
        value={note}
        onChange={(e) => setNote(e.target.value)}
        slotProps={{ htmlInput: { maxLength: 500 } }}
        sx={{ width: { xs: '100%', md: 220 } }}
      />
      <Button variant="outlined" disabled={sent} onClick={() => void answer(true)} sx={{ minHeight: 44 }}>
        It worked
      </Button>
      <Button variant="outlined" color="error" disabled={sent} onClick={() => void answer(false)} sx={{ minHeight: 44 }}>
        It did not
      </Button>
    </>
  );
}
