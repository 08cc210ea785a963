'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import * as z from 'zod';
import {
  compareReadings,
  stepsWritten,
  truncate,
  type Procedure,
  type Reading,
  type Step,
  type StepRecord,
  type StepWritten,
} from '@/core/job';
import { useDraftOf } from '@/client/draft';
import { readCount } from '@/ui/count';
import { blank, lazyPart } from '@/ui/lazy';
import { LineForm } from '@/ui/line-form';
import { NumberField } from '@/ui/number-field';
import { Barred } from './barred';
import { ringSize } from './ring-size';
import { aboutStep } from '../picture-subject';
import { Pictures } from '../pictures';
import type { StageProps } from '../stages/module';

/** Parts of few steps. They load when a step first shows them. */
const BoltRing = lazyPart(async () => (await import('./bolt-ring')).BoltRing, blank(240));
const ComparedReadings = lazyPart(async () => (await import('./compared-readings')).ComparedReadings, null);

const UNIT: Readonly<Record<Reading['in'], string>> = { length: '', force: '', seconds: ', s', degrees: ', °', count: '', words: '' };

/** Typed values at a step: readings by their place, counts by their part. */
const enteredShape = z.object({
  values: z.record(z.string(), z.union([z.number(), z.string()])),
  counts: z.record(z.string(), z.string()),
  /** Places of stored parts. */
  place: z.string().default(''),
  /** Size of a ring of fasteners, and those tightened so far in their order. */
  ring: z
    .object({ size: z.string(), done: z.array(z.number()) })
    .nullable()
    .default(null),
  torque: z.string(),
});
type Entered = z.infer<typeof enteredShape>;
const NOTHING_ENTERED: Entered = { values: {}, counts: {}, place: '', ring: null, torque: '' };
const MOST_PARTS = 999;

function doneWords({ instrument, checks, hold }: Step, written: StepRecord | undefined): string {
  if (written?.outcome === 'done') return `Done again (round ${written.rounds + 1})`;
  if (instrument === 'setting') return 'Done without a new position';
  if (instrument) return 'Done without a reading';
  if (checks) return 'Done without a recorded check';
  return hold ? 'I confirm it' : 'Done';
}

const PART_DONE = { off: 'removed', on: 'refitted', stored: 'stored' } as const;
const PART_LABEL = { off: 'off', on: 'back on', stored: 'into store' } as const;

/** Number of a part at a step. Unreadable text counts as one. */
const countOf = ({ counts }: Entered, item: string): number => readCount(counts[item] ?? '1', 0, MOST_PARTS) ?? 1;

/** Readings entered at a step, and the order in which a ring of fasteners was tightened. */
const readingsOf = (step: Step, { values, ring }: Entered): StepWritten['readings'] => [
  ...(step.reads ?? []).flatMap((r, i) => {
    const value = values[i];
    return value === undefined || value === '' ? [] : [{ what: r.what, value, in: r.in, state: r.state ?? null }];
  }),
  ...(step.ring && ring && ring.done.length > 0
    ? [{ what: `${step.ring.of} tightened in the order`, value: ring.done.join(', '), in: 'words' as const, state: null }]
    : []),
];

/** Why a step cannot be done yet; null if it can. */
function missingAt(step: Step, entered: Entered): string | null {
  const isStoring = (step.stores ?? []).some((item) => countOf(entered, item) > 0);
  if (isStoring && entered.place.trim() === '') return 'Enter until when the parts are stored, and where.';
  const size = step.ring ? ringSize(step.ring, entered.ring) : 0;
  if (entered.ring && entered.ring.done.length > 0 && entered.ring.done.length < size)
    return `${size - entered.ring.done.length} of ${size} are not tightened yet.`;
  return null;
}

/** Parts that a step removes, refits or stores. */
const partsOf = (step: Step): readonly { readonly item: string; readonly way: 'off' | 'on' | 'stored' }[] => [
  ...(step.stores ?? []).map((item) => ({ item, way: 'stored' as const })),
  ...(step.off ?? []).map((item) => ({ item, way: 'off' as const })),
  ...(step.on ?? []).map((item) => ({ item, way: 'on' as const })),
];

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
  const [stored, setEntered] = useDraftOf(`step-${job.number}-${procedure.id}-${step.id}`, enteredShape);
  const entered = stored ?? NOTHING_ENTERED;
  const put = (part: Partial<Entered>) => setEntered({ ...entered, ...part });
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState(false);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const earlier = step.agree?.with === undefined ? undefined : stepsWritten(job.entries, procedure.id).get(step.agree.with);
  const compared = compareReadings(step, readingsOf(step, entered), earlier?.readings ?? []);
  const countParts = async () => {
    for (const { item, way } of partsOf(step)) {
      const count = countOf(entered, item);
      const words = `Job ${job.number}: ${item.toLowerCase()} ${PART_DONE[way]}`;
      if (count > 0) await commands.write(at, 'tally', { item, count, way, note: way === 'stored' ? entered.place.trim() : '' }, words);
    }
  };
  const write = async (outcome: StepWritten['outcome'], why: string): Promise<boolean> => {
    const missing = outcome === 'done' ? missingAt(step, entered) : null;
    setProblem(missing);
    if (missing !== null) return false;
    setBusy(true);
    const body = { procedure: procedure.id, step: step.id, words: step.text, outcome, why };
    const taken = await commands.write(
      at,
      'step',
      { ...body, readings: readingsOf(step, entered), torque: entered.torque },
      `Job ${job.number}: ${step.text.slice(0, 50)}`,
    );
    if (taken && outcome === 'done') await countParts();
    setBusy(false);
    if (!taken) return false;
    setEntered(null);
    if (outcome === 'stopped' && step.stop?.stage) commands.openStage(step.stop.stage);
    onOver();
    return true;
  };
  return (
    <Box sx={{ display: 'grid', gap: 1.25 }}>
      <StepNotes step={step} />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.25, alignItems: 'end', '&:empty': { display: 'none' } }}>
        {step.photo && (
          <Box sx={{ flex: '1 1 240px' }}>
            Take a picture of it before it moves.
            <Pictures {...{ job, at, commands }} writable about={aboutStep(step.id)} shows={truncate(step.text, 100)} />
          </Box>
        )}
        {(step.instrument ? [] : (step.reads ?? [])).map((r, i) => (
          <StepReading
            key={r.what + (r.state ?? '')}
            reading={r}
            value={entered.values[i]}
            onValue={(value) => put({ values: { ...entered.values, [i]: value } })}
          />
        ))}
      </Box>
      {compared && <ComparedReadings step={step} compared={compared} />}
      <StepCounts step={step} entered={entered} onEntered={put} />
      {step.ring && <BoltRing ring={step.ring} value={entered.ring} onValue={(ring) => put({ ring })} />}
      {problem !== null && (
        <Box role="alert" sx={{ color: 'var(--ts-stop)' }}>
          {problem}
        </Box>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <Endings step={step} done={doneWords(step, written)} busy={busy} onEnd={(outcome, why) => void write(outcome, why)} />
        <Button disabled={busy} onClick={() => setAsking(true)} sx={{ minHeight: 56 }}>
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
      {asking && <LineForm label="Reason for skipping" submit="Skip it" maxLength={500} onSave={(why) => write('skipped', why)} />}
    </Box>
  );
}

/** Endings of a step: done, or stopped if its stop condition holds. */
function Endings({
  step,
  done,
  busy,
  onEnd,
}: {
  step: Step;
  done: string;
  busy: boolean;
  onEnd: (outcome: StepWritten['outcome'], why: string) => void;
}) {
  const { stop } = step;
  return (
    <>
      <Button
        // The instrument or check above it comes first.
        variant={step.instrument || step.checks ? 'outlined' : 'contained'}
        disabled={busy}
        onClick={() => onEnd('done', '')}
        sx={{ minHeight: 56 }}
      >
        {done}
      </Button>
      {stop && (
        <Button
          variant="outlined"
          color="error"
          disabled={busy}
          onClick={() => onEnd('stopped', `${stop.when}: ${stop.to}`)}
          sx={{ minHeight: 56, textAlign: 'left' }}
        >
          {stop.when}: {stop.to}
        </Button>
      )}
    </>
  );
}

/** Expected view of a step, and its need of a second person. */
function StepNotes({ step }: { step: Step }) {
  return (
    <>
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
    </>
  );
}

/** One reading of a step, as a quantity or as text. */
function StepReading({
  reading: { what, state, in: dimension },
  value,
  onValue,
}: {
  reading: Reading;
  value: number | string | undefined;
  onValue: (value: number | string) => void;
}) {
  const label = `${what}${state ? `, ${state}` : ''}`;
  const type = (text: string) => {
    const number = Number(text.replace(',', '.'));
    onValue(dimension === 'words' || text.trim() === '' || !Number.isFinite(number) ? text : number);
  };
  return (
    <Box sx={{ flex: '1 1 240px', maxWidth: 320 }}>
      {dimension === 'length' || dimension === 'force' ? (
        <NumberField
          dimension={dimension}
          label={label}
          value={typeof value === 'number' ? value : null}
          onValue={(typed) => onValue(typed ?? '')}
          optional
        />
      ) : (
        <TextField
          fullWidth
          label={`${label}${UNIT[dimension]}`}
          value={String(value ?? '')}
          onChange={(e) => type(e.target.value)}
          slotProps={{ htmlInput: { inputMode: dimension === 'words' ? 'text' : 'decimal', maxLength: 300 } }}
        />
      )}
    </Box>
  );
}

/** Numbers of the parts that a step removes or refits, and the torque by the manual. */
function StepCounts({ step, entered, onEntered }: { step: Step; entered: Entered; onEntered: (part: Partial<Entered>) => void }) {
  return (
    <>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, '&:empty': { display: 'none' } }}>
        {partsOf(step).map(({ item, way }) => (
          <TextField
            key={item + way}
            label={`${item} ${PART_LABEL[way]}, how many`}
            value={entered.counts[item] ?? '1'}
            onChange={(e) => onEntered({ counts: { ...entered.counts, [item]: e.target.value } })}
            helperText="0 where this machine has none."
            sx={{ flex: '0 1 260px' }}
            slotProps={{ htmlInput: { inputMode: 'numeric' } }}
          />
        ))}
      </Box>
      {step.stores && (
        <TextField
          label="Stored until, and where"
          value={entered.place}
          onChange={(e) => onEntered({ place: e.target.value })}
          placeholder="Spring, rack 4"
          sx={{ maxWidth: 420 }}
          slotProps={{ htmlInput: { maxLength: 200 } }}
        />
      )}
      {step.torque && (
        <TextField
          label="Torque, from your manual: value, unit, page"
          value={entered.torque}
          onChange={(e) => onEntered({ torque: e.target.value })}
          placeholder="41 N·m, page 23"
          sx={{ maxWidth: 420 }}
          slotProps={{ htmlInput: { maxLength: 120 } }}
        />
      )}
    </>
  );
}
