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
import type { Job } from '@/contract/records';
import type { JobContext } from '../../use-job-context';
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

const BELT_OPTIONS = [
  { id: 'stays', label: 'Stays on' },
  { id: 'comes-off', label: 'Comes off' },
] as const;
const COMPLAINT_OPTIONS = [
  { id: 'gone', label: 'Fixed' },
  { id: 'still', label: 'Still present' },
] as const;
const SLACK_OPTIONS = [
  { id: 'slack', label: 'Slack' },
  { id: 'tight', label: 'Stays tight' },
] as const;
const BRAKE_OPTIONS = [
  { id: 'lands', label: 'Seen on' },
  { id: 'does-not-land', label: 'Stays off' },
  { id: 'none', label: 'It has none' },
  { id: 'not-seen', label: 'Not seen' },
] as const;
const MACHINE_OPTIONS = [
  { id: 'sound', label: 'In good order' },
  { id: 'known-bad', label: 'Known faults remain' },
] as const;

const draftShape = z.custom<Proved>((tried) => kindOf('proved').form.check(tried).ok);

type Props = Pick<StageProps, 'job' | 'at' | 'commands' | 'jobContext' | 'writable'>;

/** Observations in the present condition, as results of a test. They need no second answer. */
function seenNow({ brake, released }: JobContext['replayed']['replayed']): Proved {
  return {
    ...UNTRIED,
    brake: brake === 'unknown' ? 'not-seen' : brake === 'on' ? 'lands' : 'does-not-land',
    slack: released === 'unknown' ? 'not-felt' : released,
  };
}

/** Stored result of the present condition. A test of the machine before a change is history. */
function currentTest({ entries }: Job, { replayed, conditionOf }: JobContext['replayed']): Proved | null {
  const at = entries.findLastIndex((l) => l.type === 'proved' && !l.withdrawn);
  return at >= 0 && conditionOf(at) === replayed.condition ? provedOf(entries) : null;
}

/** Results of the test run: belt, complaint, slack, brake and machine. */
export function TestForm(props: Props) {
  const { job, at, commands, jobContext, writable } = props;
  const [changed, setChanged] = useDraftOf(`proof-${job.number}`, draftShape);
  const [busy, setBusy] = useState(false);
  const result = changed ?? currentTest(job, jobContext.replayed) ?? seenNow(jobContext.replayed.replayed);
  const put = (part: Partial<Proved>) => setChanged({ ...result, ...part });
  const write = async () => {
    setBusy(true);
    const body: Proved = hasBrakeOf(jobContext) ? result : { ...result, brake: 'none' };
    if (await commands.write(at, 'proved', body, `Job ${job.number}: test result`, 'The test result is on the ticket.')) setChanged(null);
    setBusy(false);
  };
  return (
    <Box component="section" aria-label="Test result" sx={{ mt: 2, display: 'grid', gap: 1.5 }}>
      <Cycles {...{ job, jobContext, writable, result, put }} />
      <Observations {...{ job, jobContext, writable, result, put }} />
      {writable && (
        <Box>
          <Button
            variant="contained"
            disabled={busy || changed === null || removedParts(job.entries).length > 0}
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

const hasBrakeOf = ({ kind }: JobContext): boolean => kind !== 'cvt';
const complaintsOf = ({ entries }: Job) => intakeOf(entries)?.complaints ?? [];

interface PartProps extends Pick<Props, 'job' | 'jobContext' | 'writable'> {
  readonly result: Proved;
  readonly put: (part: Partial<Proved>) => void;
}

/** Number of cycles of engaging and releasing. */
function Cycles({ job, jobContext, writable, result, put }: PartProps) {
  // Slack and brake are felt and seen by themselves. A machine with known faults is not declared to be in good order.
  const allGood: Partial<Proved> = {
    ...{ cycles: CYCLES, watched: true, belt: 'stays' },
    ...(complaintsOf(job).length > 0 ? { complaint: 'gone' } : {}),
    ...(jobContext.hand.known.every((f) => f.status === 'repaired') ? { machine: 'sound' } : {}),
  };
  const { cycles } = result;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap' }}>
      <Button variant="outlined" disabled={!writable} onClick={() => put({ cycles: Math.min(99, cycles + 1) })} sx={{ minHeight: 56 }}>
        Engage and release cycle
      </Button>
      <Box className="ts-mono" sx={{ fontSize: 22 }}>
        {cycles} of {CYCLES}
      </Box>
      {cycles < CYCLES && writable && (
        <>
          <Button variant="outlined" onClick={() => put(allGood)} sx={{ minHeight: 56 }}>
            All {CYCLES} done, no fault seen
          </Button>
          <Button onClick={() => put({ cycles: CYCLES })} sx={{ minHeight: 56 }}>
            All {CYCLES} done, fault seen
          </Button>
        </>
      )}
      {cycles > 0 && writable && <Button onClick={() => put({ cycles: cycles - 1 })}>One less</Button>}
    </Box>
  );
}

/** Observations: belt, complaint, released belt, brake, machine. */
function Observations({ job, jobContext, writable, result, put }: PartProps) {
  const { brake, released } = jobContext.replayed.replayed;
  const complaints = complaintsOf(job);
  const exception = fittedException(job.entries);
  const releases =
    exception || (jobContext.drive?.springs.some((s) => s.from.leverTravel !== undefined || s.to.leverTravel !== undefined) ?? false);
  const choice = { big: true, disabled: !writable } as const;
  return (
    <>
      <Choices
        {...choice}
        label="The belt, watched as it engages and releases"
        value={result.belt === 'not-tried' ? null : result.belt}
        options={BELT_OPTIONS}
        onChoose={(belt) => put({ belt, watched: true })}
      />
      {complaints.length > 0 && (
        <Choices
          {...choice}
          label={`Complaint: ${complaints.map((id) => complaintOf(id).label.toLowerCase()).join(', ')}`}
          value={result.complaint === 'not-said' ? null : result.complaint}
          options={COMPLAINT_OPTIONS}
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
          {...choice}
          label={`The belt, released, felt by hand with the engine off${released === 'unknown' ? '' : ' (already recorded)'}`}
          value={result.slack === 'not-felt' ? null : result.slack}
          options={SLACK_OPTIONS}
          onChoose={(slack) => put({ slack })}
        />
      )}
      {hasBrakeOf(jobContext) && (
        <Choices
          {...choice}
          label={`The brake, released${brake === 'unknown' ? '' : ' (already recorded)'}`}
          value={result.brake}
          options={BRAKE_OPTIONS}
          onChoose={(seen) => put({ brake: seen })}
        />
      )}
      <Choices
        {...choice}
        label="The machine"
        value={result.machine === 'not-judged' ? null : result.machine}
        options={MACHINE_OPTIONS}
        onChoose={(machine) => put({ machine })}
      />
    </>
  );
}
