'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Skeleton from '@mui/material/Skeleton';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { Lookup, type Choice } from '@/ui/lookup';
import { Page } from '@/ui/page';
import { Staleness } from '@/ui/staleness';
import { isTaken, useCommand } from '../commands/use-command';
import { jobForm } from '@/contract/forms/job';
import { ask } from '../queries/ask';
import { useQueryOf } from '../queries/use-query';
import type { DriveSummary } from '@/contract/records';

const words = jobForm.pick({ title: true, complaint: true });

/** Opens a job: which machine, what is wrong, and (if its drive is drawn) which belt. */
export function NewJobScreen({ machine, own }: { machine: Choice | null; own: readonly DriveSummary[] }) {
  const router = useRouter();
  const runCommand = useCommand();
  const [chosen, setChosen] = useState(machine);
  const [about, setAbout] = useState<string | null>(null);
  const [unchosen, setUnchosen] = useState(false);
  const { control, handleSubmit, setError, reset, formState } = useForm({
    resolver: zodResolver(words),
    defaultValues: { title: '', complaint: '' },
  });
  const reading = useQueryOf(
    'drives.of-machine',
    { machineId: chosen?.id ?? 0 },
    {
      first: chosen?.id === machine?.id ? own : undefined,
      asked: chosen !== null,
    },
  );
  const belts = (chosen ? (reading.value ?? []) : []).flatMap((d) =>
    d.belts.map((b) => ({ key: `${d.id}/${b.id}`, driveId: d.id, beltId: b.id, label: `${b.label}: ${d.name}` })),
  );
  const belt = belts.find((b) => b.key === about) ?? belts[0];
  const open = handleSubmit(async ({ title, complaint }) => {
    if (!chosen) return setUnchosen(true);
    const answer = await runCommand(
      'job.open',
      // Its drives may not be loaded, or not without the network. The server then takes the first in this order.
      { machineId: chosen.id, driveId: belt?.driveId, beltId: belt?.beltId, title, complaint },
      { words: `New job: ${title}`, quiet: true },
    );
    if (answer.ok) router.push(`/jobs/${answer.value.number}`);
    else if (isTaken(answer)) reset();
    else placeRefusal(setError, ['title', 'complaint'], answer);
  });
  return (
    <Page title="Open a job" lead="It starts at Intake.">
      <Box
        component="form"
        noValidate
        onSubmit={(e) => {
          setUnchosen(chosen === null);
          void open(e);
        }}
        sx={{ display: 'grid', gap: 2, maxWidth: 560 }}
      >
        <Refusal control={control} />
        <Lookup
          label="Machine"
          value={chosen}
          onChoose={(next) => {
            setChosen(next);
            setUnchosen(false);
          }}
          find={(find) => ask('machines.choose', { find })}
          of="machines.choose"
          error={unchosen}
          helperText={unchosen ? 'Choose the machine.' : 'Type a few letters of its name, number or customer.'}
        />
        {chosen && <Staleness reading={reading} what="The list of its drives, which can also be chosen on the job," />}
        {chosen && reading.value === undefined && reading.busy && (
          <Skeleton variant="rounded" height={56} role="status" aria-label="Loading its drives" />
        )}
        {belt && (
          <TextField select label="Drive and belt" value={belt.key} onChange={(e) => setAbout(e.target.value)}>
            {belts.map((b) => (
              <MenuItem key={b.key} value={b.key}>
                {b.label}
              </MenuItem>
            ))}
          </TextField>
        )}
        <Field control={control} name="title" label="Fault, in a few words" placeholder="Left spindle howls" />
        <Field control={control} name="complaint" label="In the customer’s words" multiline minRows={3} help="Optional." />
        <Box>
          <Button type="submit" variant="contained" size="large" disabled={formState.isSubmitting}>
            Open the job
          </Button>
        </Box>
      </Box>
    </Page>
  );
}
