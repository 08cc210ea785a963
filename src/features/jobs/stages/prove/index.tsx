'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import * as z from 'zod';
import { complaintOf } from '@/core/fault';
import { askedOf, handBackOf, kindOf, provedOf, stillOff, type Proved } from '@/core/job';
import { Choices } from '@/ui/choices';
import { useDraftOf } from '@/ui/draft';
import { BreakIn } from '../../../cvt/break-in';
import { FactField } from '../../../machines/fact-field';
import { UNFIT_WORDS } from '../../bay-words';
import { ProcedureSteps } from '../../procedure';
import { STAGE_WORDS } from '../../stage-words';
import { StageFrame } from '../frame';
import type { StageModule, StageProps } from '../module';
import { NoteField } from '../note-field';
import { PoweredTest } from '../powered-test';
import { StageMoves } from '../stage-moves';

const CYCLES = 5;
const UNTRIED: Proved = { belt: 'not-tried', complaint: 'not-said', brake: 'not-seen', cycles: 0, watched: false, machine: 'not-judged' };

const draftShape = z.custom<Proved>((tried) => kindOf('proved').form.check(tried).ok);

/** The machine run under its own list, timed, cycled and watched; what it showed decides how the job may end. */
function Bench(props: StageProps) {
  const { job, at, acts, writable } = props;
  const { bay } = props;
  const written = provedOf(job.entries);
  const [changed, setChanged] = useDraftOf(`proof-${job.number}`, draftShape);
  const [busy, setBusy] = useState(false);
  const proof = changed ?? written ?? UNTRIED;
  const put = (part: Partial<Proved>) => setChanged({ ...proof, ...part });
  const complaints = askedOf(job.entries)?.complaints ?? [];
  const off = stillOff(job.entries);
  const hand = handBackOf(job.entries, bay.stopLimitS);
  const write = async () => {
    setBusy(true);
    if (await acts.write(at, 'proved', proof, `Job ${job.number}: what the run showed`, 'Written on the ticket.')) setChanged(null);
    setBusy(false);
  };
  return (
    <StageFrame {...props}>
      {written && hand.unfit.length > 0 && (
        <Alert severity="error" variant="outlined" sx={{ mb: 1.5 }}>
          Do not hand it back as it is: {hand.unfit.map((u) => UNFIT_WORDS[u]).join('; ')}.
        </Alert>
      )}
      {!bay.facts.class && writable && (
        <FactField
          id="class"
          facts={job.facts.machine}
          subjects={{ machineId: job.machineId, driveId: job.driveId }}
          writable={writable}
          big
        />
      )}
      {off.length > 0 && (
        <Alert severity="error" variant="outlined" sx={{ mb: 1.5 }}>
          Not back on: {off.join(', ')}. Count it on under Fit before it is run.
        </Alert>
      )}
      {writable && off.length === 0 && (
        <Box sx={{ mt: 1 }}>
          <PoweredTest {...{ job, at, acts, bay }} when="proved" />
        </Box>
      )}
      {writable && bay.drive?.kind === 'cvt' && <BreakIn job={job.number} onRun={(words) => acts.note(at, words)} />}
      <Box sx={{ mt: 2 }}>
        <ProcedureSteps {...props} />
      </Box>
      <Box component="section" aria-label="What the run showed" sx={{ mt: 2, display: 'grid', gap: 1.5 }}>
        <Typography variant="h2">What the run showed</Typography>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap' }}>
          <Button
            variant="outlined"
            disabled={!writable}
            onClick={() => put({ cycles: Math.min(99, proof.cycles + 1) })}
            sx={{ minHeight: 56 }}
          >
            Engaged and let go
          </Button>
          <Box className="ts-mono" sx={{ fontSize: 22 }}>
            {proof.cycles} of {CYCLES}
          </Box>
          {proof.cycles > 0 && writable && <Button onClick={() => put({ cycles: proof.cycles - 1 })}>One less</Button>}
        </Box>
        <Choices
          label="The belt, watched engaging and letting go"
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
            label={`What was complained of: ${complaints.map((id) => complaintOf(id).label.toLowerCase()).join(', ')}`}
            big
            disabled={!writable}
            value={proof.complaint === 'not-said' ? null : proof.complaint}
            options={[
              { id: 'gone', label: 'Gone' },
              { id: 'still', label: 'There still' },
            ]}
            onChoose={(complaint) => put({ complaint, watched: true })}
          />
        )}
        <Choices
          label="The brake, released"
          big
          disabled={!writable}
          value={proof.brake}
          options={[
            { id: 'lands', label: 'Seen to land' },
            { id: 'does-not-land', label: 'Does not land' },
            { id: 'none', label: 'It has none' },
            { id: 'not-seen', label: 'Not seen' },
          ]}
          onChoose={(brake) => put({ brake })}
        />
        <Choices
          label="The machine"
          big
          disabled={!writable}
          value={proof.machine === 'not-judged' ? null : proof.machine}
          options={[
            { id: 'sound', label: 'It is sound' },
            { id: 'known-bad', label: 'Known faults stay in' },
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
              Write down the proof
            </Button>
          </Box>
        )}
      </Box>
      {writable && (
        <>
          <Box sx={{ mt: 2 }}>
            <NoteField {...props} placeholder={STAGE_WORDS.prove.notePlaceholder} />
          </Box>
          <StageMoves {...props} />
        </>
      )}
    </StageFrame>
  );
}

export const proveStage: StageModule = { Bench };
