'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { v4 as newId } from 'uuid';
import type { CheckId } from '@/core/fault';
import { BARE_FINDING, openStackFindings, truncate, stackRepair, type Stage } from '@/core/job';
import type { Stack, StackFault } from '@/core/stack';
import { Card } from '@/ui/page';
import { useUnits } from '@/ui/units';
import { useMayChange } from '../../shell/shell-context';
import { faultWords } from '../../stacks/messages';
import { findingWords } from '../job-messages';
import { useJobCommands } from '../job-commands';
import { thenCheckAgain } from '../stage-messages';
import type { Job } from '@/contract/records';

const CHECK = 'stack-order' satisfies CheckId;
const LONGEST_NOTE = 500;

/** Consequence of the drawn stack for the job: a fault to record, a repair to confirm, or none. */
export function StackCard({
  job,
  pulley,
  stack,
  faults,
  save,
  onGo,
}: {
  job: Job;
  pulley: { readonly id: string; readonly label: string };
  stack: Stack;
  faults: readonly StackFault[];
  save: () => Promise<boolean>;
  onGo: (stage: Stage) => void;
}) {
  const mayChange = useMayChange();
  const units = useUnits();
  const commands = useJobCommands(job, onGo);
  const [busy, setBusy] = useState(false);
  const open = openStackFindings(job.entries, pulley.id);
  const writable = mayChange && job.status === 'open';
  const words = faults.map((f) => faultWords(f, stack, units)).join(' ');
  const write = (result: 'good' | 'bad', done: string) =>
    commands.write(
      'look',
      'finding',
      {
        ...BARE_FINDING,
        ref: newId(),
        check: CHECK,
        part: pulley,
        result,
        note: truncate(words, LONGEST_NOTE),
        act: result === 'bad' ? stackRepair(faults) : '',
      },
      `Job ${job.number}: stack of ${pulley.label}, ${result}`,
      done,
    );
  /** Writes the lines, saves the drawing, and returns to the job once all are stored. */
  const record = async (lines: () => Promise<boolean>, stage: Stage) => {
    setBusy(true);
    if ((await lines()) && (await save())) onGo(stage);
    setBusy(false);
  };
  const rebuilt = async () => {
    for (const { check, part, ...found } of open.filter((f) => f.status === 'open'))
      if (
        !(await commands.write(
          'fit',
          'changed',
          { change: 'repaired', found: { check, part }, on: null, note: '' },
          `Job ${job.number}: ${findingWords({ check, part, ...found })}, repaired`,
        ))
      )
        return false;
    return write('good', 'The stack is recorded as rebuilt.');
  };
  const others = open.filter((f) => f.check !== CHECK);
  return (
    <Card title={`On job ${job.number}`}>
      {open.map((f) => (
        <Box key={f.check} sx={{ mb: 0.5 }}>
          {findingWords(f)}
        </Box>
      ))}
      {faults.length > 0 ? (
        open.some((f) => f.check === CHECK) ? (
          <Box className="ts-quiet">Rebuild the stack on the machine. Then move the parts here to match it.</Box>
        ) : (
          writable && (
            <Button
              variant="contained"
              disabled={busy}
              sx={{ minHeight: 56 }}
              onClick={() => void record(() => write('bad', 'The stack fault is on the ticket.'), 'fit')}
            >
              Record the stack fault
            </Button>
          )
        )
      ) : (
        writable && (
          <>
            <Button
              variant="contained"
              disabled={busy}
              sx={{ minHeight: 56 }}
              onClick={() =>
                void record(
                  open.length > 0 ? rebuilt : () => write('good', 'The stack is recorded as correct.'),
                  others.length > 0 ? 'look' : 'fit',
                )
              }
            >
              {open.length > 0 ? 'Record the stack as rebuilt' : 'Record the stack as correct'}
            </Button>
            {others.length > 0 && <Box className="ts-quiet">{thenCheckAgain(others.map((f) => findingWords(f)).join('; '))}</Box>}
          </>
        )
      )}
      {faults.length === 0 && open.length > 0 && writable && (
        <Box sx={{ fontSize: 14, mt: 1 }}>Record it only once the stack on the machine matches this drawing.</Box>
      )}
    </Card>
  );
}
