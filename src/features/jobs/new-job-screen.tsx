'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { Lookup, type Choice } from '@/ui/lookup';
import { Page } from '@/ui/page';
import { drivesOfMachine } from '../drives/actions';
import { chooseMachine } from '../machines/actions';
import { openJob } from './actions';
import type { DriveChoice } from './job-screen';

/** Opens a job: which machine, what is wrong, and (if its drive is drawn) which belt. */
export function NewJobScreen({ machine, own }: { machine: Choice | null; own: readonly DriveChoice[] }) {
  const router = useRouter();
  const [chosen, setChosen] = useState(machine);
  const [drives, setDrives] = useState(own);
  const [title, setTitle] = useState('');
  const [complaint, setComplaint] = useState('');
  const [about, setAbout] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<{ problem: string; field: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const newest = useRef(machine?.id);
  const choose = (next: Choice | null) => {
    setChosen(next);
    setRefusal(null);
    setDrives([]);
    newest.current = next?.id;
    if (!next) return;
    drivesOfMachine({ machineId: next.id })
      .catch(() => ({ ok: false as const, problem: 'The server does not answer; the drive can be chosen on the job.' }))
      .then((r) => {
        if (newest.current !== next.id) return;
        if (r.ok) setDrives(r.value);
        else setRefusal({ problem: r.problem, field: '' });
      });
  };
  const belts = drives.flatMap((d) => d.belts.map((b) => ({ key: `${d.id}/${b.id}`, label: `${b.label}: ${d.name}` })));
  const belt = about !== null && belts.some((b) => b.key === about) ? about : (belts[0]?.key ?? '');
  const submit = async () => {
    setBusy(true);
    const [driveId, ...beltId] = belt.split('/');
    const result = await openJob({
      machineId: chosen?.id as number,
      driveId: belt ? Number(driveId) : null,
      beltId: belt ? beltId.join('/') : null,
      title,
      complaint,
    }).catch(() => ({
      ok: false as const,
      reason: 'failed' as const,
      problem:
        'The server does not answer. The job may be open all the same: look at the bench before you try again. What you typed is still here.',
    }));
    if (result.ok) router.push(`/jobs/${result.value.number}`);
    else {
      setRefusal({ problem: result.problem, field: 'field' in result ? (result.field ?? '') : '' });
      setBusy(false);
    }
  };
  const error = (field: string, help = '') => ({
    error: refusal?.field === field,
    helperText: refusal?.field === field ? refusal.problem : help,
  });
  return (
    <Page title="Open a job" lead="It starts at Secure.">
      <Box
        component="form"
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          void submit();
        }}
        sx={{ display: 'grid', gap: 2, maxWidth: 560 }}
      >
        {refusal && !['machineId', 'title', 'complaint'].includes(refusal.field) && (
          <Alert severity="warning" variant="outlined">
            {refusal.problem}
          </Alert>
        )}
        <Lookup
          label="Machine"
          value={chosen}
          onChoose={choose}
          find={(find) => chooseMachine({ find })}
          {...error('machineId', 'Type a few letters of its name, number or customer.')}
        />
        {belts.length > 0 && (
          <TextField select label="Drive and belt" value={belt} onChange={(e) => setAbout(e.target.value)}>
            {belts.map((b) => (
              <MenuItem key={b.key} value={b.key}>
                {b.label}
              </MenuItem>
            ))}
          </TextField>
        )}
        <TextField
          label="What is wrong, in a few words"
          value={title}
          onChange={(e) => {
            setTitle(e.target.value);
            setRefusal(null);
          }}
          placeholder="Throws the deck belt on release"
          {...error('title')}
        />
        <TextField
          label="In the customer’s words"
          multiline
          minRows={3}
          value={complaint}
          onChange={(e) => setComplaint(e.target.value)}
          {...error('complaint', 'May be left out.')}
        />
        <Box>
          <Button type="submit" variant="contained" size="large" disabled={busy}>
            Open the job
          </Button>
        </Box>
      </Box>
    </Page>
  );
}
