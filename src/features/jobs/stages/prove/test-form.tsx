'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import * as z from 'zod';
import { complaintOf } from '@/core/fault';
import { intakeOf, fittedException, kindOf, provedOf, removedParts, type Proved } from '@/core/job';
import { Choices } from '@/ui/choices';
import { useDraftOf } from '@/client/draft';
import type { StageProps } from '../module';

const CYCLES = 5;
const UNTRIED: Proved = {
  belt: 'not-tried',
  complaint: 'not-said',
  brake: 'not-seen',
  slack: 'not-felt',
  cycles: 0,
  watched: false,
  machine: 'not-judged',
};

const draftShape = z.custom<Proved>((tried) => kindOf('proved').form.check(tried).ok);

/** Results of the test run: belt, complaint, slack, brake and machine. */
export function TestForm({
  job,
  at,
  commands,
  jobContext,
  writable,
}: Pick<StageProps, 'job' | 'at' | 'commands' | 'jobContext' | 'writable'>) {
  const written = provedOf(job.entries);
  const [changed, setChanged] = useDraftOf(`proof-${job.number}`, draftShape);
  const [busy, setBusy] = useState(false);
  const { replayed, conditionOf } = jobContext.replayed;
  const { brake, released } = replayed;
  const writtenAt = job.entries.findLastIndex((l) => l.type === 'proved' && !l.withdrawn);
  // A test of the machine before a change is history.
  const isCurrent = writtenAt >= 0 && conditionOf(writtenAt) === replayed.condition;
  // Observations in the present condition need no second answer.
  const seen: Proved = {
    ...UNTRIED,
    brake: brake === 'unknown' ? 'not-seen' : brake === 'on' ? 'lands' : 'does-not-land',
    slack: released === 'unknown' ? 'not-felt' : released,
  };
  const proof = changed ?? (isCurrent ? written : null) ?? seen;
  const put = (part: Partial<Proved>) => setChanged({ ...proof, ...part });
  const complaints = intakeOf(job.entries)?.complaints ?? [];
  const off = removedParts(job.entries);
  const exception = fittedException(job.entries);
  const releases =
    exception || (jobContext.drive?.springs.some((s) => s.from.leverTravel !== undefined || s.to.leverTravel !== undefined) ?? false);
  const hasBrake = jobContext.kind !== 'cvt';
  // Slack and brake are felt and seen by themselves. A machine with known faults is not declared to be in good order.
  const allGood: Partial<Proved> = {
    ...{ cycles: CYCLES, watched: true, belt: 'stays' },
    ...(complaints.length > 0 ? { complaint: 'gone' } : {}),
    ...(jobContext.hand.known.every((f) => f.status === 'repaired') ? { machine: 'sound' } : {}),
  };
  const write = async () => {
    setBusy(true);
    if (
      await commands.write(
        at,
        'proved',
        hasBrake ? proof : { ...proof, brake: 'none' },
        `Job ${job.number}: test result`,
        'The test result is on the ticket.',
      )
    )
      setChanged(null);
    setBusy(false);
  };
  return (
    <Box component="section" aria-label="Test result" sx={{ mt: 2, display: 'grid', gap: 1.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap' }}>
        <Button
          variant="outlined"
          disabled={!writable}
          onClick={() => put({ cycles: Math.min(99, proof.cycles + 1) })}
          sx={{ minHeight: 56 }}
        >
          Engage and release cycle
        </Button>
        <Box className="ts-mono" sx={{ fontSize: 22 }}>
          {proof.cycles} of {CYCLES}
        </Box>
        {proof.cycles < CYCLES && writable && (
          <>
            <Button variant="outlined" onClick={() => put(allGood)} sx={{ minHeight: 56 }}>
              All {CYCLES} done, no fault seen
            </Button>
            <Button onClick={() => put({ cycles: CYCLES })} sx={{ minHeight: 56 }}>
              All {CYCLES} done, fault seen
            </Button>
          </>
        )}
        {proof.cycles > 0 && writable && <Button onClick={() => put({ cycles: proof.cycles - 1 })}>One less</Button>}
      </Box>
      <Choices
        label="The belt, watched as it engages and releases"
        big
        disabled={!writable}
        value={proof.belt === 'not-tried' ? null : proof.belt}
        options={[
          { id: 'stays', label: 'Stays on' },
          { id: 'comes-off', label: 'Comes off' },
        ]}
        onChoose={(belt) => put({ belt, watched: true })}
      />
      {complaints.length > 0 && (
        <Choices
          label={`Complaint: ${complaints.map((id) => complaintOf(id).label.toLowerCase()).join(', ')}`}
          big
          disabled={!writable}
          value={proof.complaint === 'not-said' ? null : proof.complaint}
          options={[
            { id: 'gone', label: 'Fixed' },
            { id: 'still', label: 'Still present' },
          ]}
          onChoose={(complaint) => put({ complaint, watched: true })}
        />
      )}
      {exception && (
        <Alert severity="warning" variant="outlined">
          The fitted belt does not release by calculation. It was fitted as an exception. Stop the engine, make the machine safe, and feel
          that the released belt is slack and the brake is on. Otherwise the job ends as not fit to use.
        </Alert>
      )}
      {releases && (
        <Choices
          label={`The belt, released, felt by hand with the engine off${released === 'unknown' ? '' : ' (already recorded)'}`}
          big
          disabled={!writable}
          value={proof.slack === 'not-felt' ? null : proof.slack}
          options={[
            { id: 'slack', label: 'Slack' },
            { id: 'tight', label: 'Stays tight' },
          ]}
          onChoose={(slack) => put({ slack })}
        />
      )}
      {hasBrake && (
        <Choices
          label={`The brake, released${brake === 'unknown' ? '' : ' (already recorded)'}`}
          big
          disabled={!writable}
          value={proof.brake}
          options={[
            { id: 'lands', label: 'Seen on' },
            { id: 'does-not-land', label: 'Stays off' },
            { id: 'none', label: 'It has none' },
            { id: 'not-seen', label: 'Not seen' },
          ]}
          onChoose={(brake) => put({ brake })}
        />
      )}
      <Choices
        label="The machine"
        big
        disabled={!writable}
        value={proof.machine === 'not-judged' ? null : proof.machine}
        options={[
          { id: 'sound', label: 'In good order' },
          { id: 'known-bad', label: 'Known faults remain' },
        ]}
        onChoose={(machine) => put({ machine })}
      />
      {writable && (
        <Box>
          <Button
            variant="contained"
            disabled={busy || changed === null || off.length > 0}
            onClick={() => void write()}
            sx={{ minHeight: 56 }}
          >
            Save test result
          </Button>
        </Box>
      )}
    </Box>
  );
}
