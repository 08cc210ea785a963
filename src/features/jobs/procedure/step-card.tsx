'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import * as z from 'zod';
import { truncate, type Procedure, type Reading, type Step, type StepRecord, type StepWritten } from '@/core/job';
import { useDraftOf } from '@/client/draft';
import { NumberField } from '@/ui/number-field';
import { Barred } from './barred';
import { aboutStep } from '../picture-subject';
import { Pictures } from '../pictures';
import type { StageProps } from '../stages/module';

const UNIT: Readonly<Record<Reading['in'], string>> = { length: '', force: '', seconds: ', s', degrees: ', °', count: '', words: '' };

/** Typed values at a step: readings by their place, counts by their part. */
const enteredShape = z.object({
  values: z.record(z.string(), z.union([z.number(), z.string()])),
  counts: z.record(z.string(), z.string()),
  torque: z.string(),
});
type Entered = z.infer<typeof enteredShape>;
const NOTHING_ENTERED: Entered = { values: {}, counts: {}, torque: '' };

function doneWords({ instrument, checks, hold }: Step, written: StepRecord | undefined): string {
  if (written?.outcome === 'done') return `Done again (round ${written.rounds + 1})`;
  if (instrument === 'setting') return 'Done without a new position';
  if (instrument) return 'Done without a reading';
  if (checks) return 'Done without a recorded check';
  return hold ? 'I confirm it' : 'Done';
}

/** A step at hand: what is read and counted at it, and how it ends. */
export function StepCard({
  job,
  at,
  commands,
  jobContext,
  procedure,
  step,
  written,
  onOver,
}: Pick<StageProps, 'job' | 'at' | 'commands' | 'jobContext'> & {
  procedure: Procedure;
  step: Step;
  written: StepRecord | undefined;
  /** It was written. */
  onOver: () => void;
}) {
  const [entered, setEntered] = useDraftOf(`step-${job.number}-${step.id}`, enteredShape);
  const { values, counts, torque } = entered ?? NOTHING_ENTERED;
  const put = (part: Partial<Entered>) => setEntered({ ...(entered ?? NOTHING_ENTERED), ...part });
  const [asking, setAsking] = useState<'skipped' | null>(null);
  const [why, setWhy] = useState('');
  const [reason, setReason] = useState(false);
  const [busy, setBusy] = useState(false);
  const countOf = (item: string) => {
    const number = Number(counts[item] ?? '1');
    return Number.isInteger(number) && number >= 0 && number <= 999 ? number : 1;
  };
  const write = async (outcome: StepWritten['outcome'], because: string) => {
    setBusy(true);
    const readings = (step.reads ?? []).flatMap((r, i) => {
      const value = values[i];
      return value === undefined || value === '' ? [] : [{ what: r.what, value, in: r.in, state: r.state ?? null }];
    });
    const taken = await commands.write(
      at,
      'step',
      { procedure: procedure.id, step: step.id, words: step.text, outcome, why: because, readings, torque },
      `Job ${job.number}: ${step.text.slice(0, 50)}`,
    );
    if (taken && outcome === 'done')
      for (const [items, way] of [
        [step.off ?? [], 'off'],
        [step.on ?? [], 'on'],
      ] as const)
        for (const item of items)
          if (countOf(item) > 0)
            await commands.write(
              at,
              'tally',
              { item, count: countOf(item), way, note: '' },
              `Job ${job.number}: ${item.toLowerCase()} ${way === 'off' ? 'removed' : 'refitted'}`,
            );
    setBusy(false);
    if (!taken) return;
    setEntered(null);
    if (outcome === 'stopped' && step.stop?.stage) commands.openStage(step.stop.stage);
    onOver();
  };
  return (
    <Box sx={{ display: 'grid', gap: 1.25 }}>
      {step.looks && (
        <Box sx={{ borderLeft: '3px solid var(--ts-work)', pl: 1.5 }}>
          <strong>Expected:</strong> {step.looks}
        </Box>
      )}
      {step.two && (
        <Box>
          <strong>Two people.</strong> {step.two}
        </Box>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.25, alignItems: 'end', '&:empty': { display: 'none' } }}>
        {step.photo && (
          <Box sx={{ flex: '1 1 240px' }}>
            Take a picture of it before it moves.
            <Pictures {...{ job, at, commands }} writable about={aboutStep(step.id)} shows={truncate(step.text, 100)} />
          </Box>
        )}
        {(step.instrument ? [] : (step.reads ?? [])).map((r, i) => (
          <Box key={r.what + (r.state ?? '')} sx={{ flex: '1 1 240px', maxWidth: 320 }}>
            {r.in === 'length' || r.in === 'force' ? (
              <NumberField
                dimension={r.in}
                label={`${r.what}${r.state ? `, ${r.state}` : ''}`}
                value={typeof values[i] === 'number' ? values[i] : null}
                onValue={(value) => put({ values: { ...values, [i]: value ?? '' } })}
                optional
              />
            ) : (
              <TextField
                fullWidth
                label={`${r.what}${r.state ? `, ${r.state}` : ''}${UNIT[r.in]}`}
                value={String(values[i] ?? '')}
                onChange={(e) => {
                  const typed = e.target.value;
                  const number = Number(typed.replace(',', '.'));
                  put({ values: { ...values, [i]: r.in === 'words' || typed.trim() === '' || !Number.isFinite(number) ? typed : number } });
                }}
                slotProps={{ htmlInput: { inputMode: r.in === 'words' ? 'text' : 'decimal', maxLength: 300 } }}
              />
            )}
          </Box>
        ))}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, '&:empty': { display: 'none' } }}>
        {[...(step.off ?? []).map((item) => ({ item, way: 'off' })), ...(step.on ?? []).map((item) => ({ item, way: 'back on' }))].map(
          ({ item, way }) => (
            <TextField
              key={item + way}
              label={`${item} ${way}, how many`}
              value={counts[item] ?? '1'}
              onChange={(e) => put({ counts: { ...counts, [item]: e.target.value } })}
              helperText="0 where this machine has none."
              sx={{ flex: '0 1 260px' }}
              slotProps={{ htmlInput: { inputMode: 'numeric' } }}
            />
          ),
        )}
      </Box>
      {step.torque && (
        <TextField
          label="Torque, from your manual: value, unit, page"
          value={torque}
          onChange={(e) => put({ torque: e.target.value })}
          placeholder="41 N·m, page 23"
          sx={{ maxWidth: 420 }}
          slotProps={{ htmlInput: { maxLength: 120 } }}
        />
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <Button
          // The instrument or check above it comes first.
          variant={step.instrument || step.checks ? 'outlined' : 'contained'}
          disabled={busy}
          onClick={() => void write('done', '')}
          sx={{ minHeight: 56 }}
        >
          {doneWords(step, written)}
        </Button>
        {step.stop && (
          <Button
            variant="outlined"
            color="error"
            disabled={busy}
            onClick={() => void write('stopped', `${step.stop!.when}: ${step.stop!.to}`)}
            sx={{ minHeight: 56, textAlign: 'left' }}
          >
            {step.stop.when}: {step.stop.to}
          </Button>
        )}
        <Button disabled={busy} onClick={() => setAsking('skipped')} sx={{ minHeight: 56 }}>
          Skip…
        </Button>
        {step.why && !reason && (
          <Button onClick={() => setReason(true)} sx={{ minHeight: 56 }}>
            Why?
          </Button>
        )}
        {job.driveId !== null && <Barred driveId={job.driveId} facts={jobContext.facts} />}
      </Box>
      {reason && <Box>Because: {step.why}</Box>}
      {asking && (
        <Box
          component="form"
          onSubmit={(e) => {
            e.preventDefault();
            void write(asking, why);
          }}
          sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}
        >
          <TextField
            autoFocus
            label="Reason for skipping"
            value={why}
            onChange={(e) => setWhy(e.target.value)}
            sx={{ flex: 1, minWidth: 220 }}
            slotProps={{ htmlInput: { maxLength: 500 } }}
          />
          <Button type="submit" variant="outlined" disabled={busy || why.trim() === ''}>
            Skip it
          </Button>
        </Box>
      )}
    </Box>
  );
}
