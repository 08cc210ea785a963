'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import type { Drive } from '@/core/drive';
import { isWithin, type Clearance } from '@/core/job';
import { Choices } from '@/ui/choices';
import { FormNumber } from '@/ui/form-inputs';
import { useUnits } from '@/ui/units';
import { beltStopsOf, clearanceName, clearancesOf, clearanceWords, keyOf, limitWords, type Asked } from './clearance-limits';

type PartKind = 'keeper' | 'stop';

/** Gaps of keepers and belt stops in both states, and the fall of an over-centre lever, compared with their limits. */
export function Clearances({
  drive,
  beltId,
  kept,
  onKeep,
}: {
  drive: Drive;
  beltId: string;
  /** The last of each. */
  kept: readonly Clearance[];
  onKeep: ((clearance: Clearance) => Promise<boolean>) | null;
}) {
  const { show } = useUnits();
  const mm = (value: number) => show(value, 'length');
  /** Kind of a part, if it was changed here. */
  const [is, setIs] = useState<Readonly<Record<string, PartKind>>>({});
  const stops = beltStopsOf(drive, kept).filter((id) => is[id] !== 'keeper');
  const asked = clearancesOf(drive, beltId, [...stops, ...Object.keys(is).filter((id) => is[id] === 'stop')]);
  const last = new Map(kept.map((c) => [keyOf(c), c]));
  return (
    <Box sx={{ display: 'grid', gap: 1.5, maxWidth: 860 }}>
      {asked.map((a) => {
        const c = last.get(keyOf(a));
        return (
          <Box key={keyOf(a)} sx={{ fontSize: 15, color: c && !isWithin(c) ? 'var(--ts-copper)' : undefined }}>
            {clearanceName(a)}: {c ? `${mm(c.mm)}, ${clearanceWords(c, mm)}` : `not measured yet; ${limitWords(a, mm)}`}
          </Box>
        );
      })}
      {onKeep && (
        <GapForm
          asked={asked}
          next={asked.find((a) => !last.has(keyOf(a))) ?? asked[0]!}
          onKind={(part, kind) => setIs({ ...is, [part]: kind })}
          onKeep={onKeep}
        />
      )}
    </Box>
  );
}

/** One gap, and the kind of its part. */
function GapForm({
  asked,
  next,
  onKind,
  onKeep,
}: {
  asked: readonly Asked[];
  /** The first gap that is not measured yet. */
  next: Asked;
  onKind: (part: string, kind: PartKind) => void;
  onKeep: (clearance: Clearance) => Promise<boolean>;
}) {
  const { show } = useUnits();
  const [chosen, setChosen] = useState<string | null>(null);
  const now = asked.find((a) => keyOf(a) === chosen) ?? next;
  const { control, handleSubmit, clearErrors, reset, setError, formState } = useForm<{ mm: number | null }>({
    defaultValues: { mm: null },
  });
  const choose = (key: string) => {
    setChosen(key);
    clearErrors();
  };
  const save = handleSubmit(async ({ mm }) => {
    if (mm === null) return setError('mm', { message: 'Enter the measured gap first.' }, { shouldFocus: true });
    if (!(await onKeep({ ...now, mm }))) return;
    reset();
    setChosen(null);
  });
  return (
    <Box component="form" noValidate aria-label="A gap" onSubmit={(e) => void save(e)} sx={{ display: 'grid', gap: 1.5 }}>
      <Choices
        label="Measured"
        value={keyOf(now)}
        options={asked.map((a) => ({ id: keyOf(a), label: clearanceName(a) }))}
        onChoose={choose}
      />
      {now.part && (
        <Choices<PartKind>
          label={`${now.part.label} is a`}
          value={now.what === 'latch-fall' ? null : now.what}
          options={[
            { id: 'keeper', label: 'Belt keeper: stays clear of the belt' },
            { id: 'stop', label: 'Belt stop: the released belt rests on it' },
          ]}
          onChoose={(what) => {
            onKind(now.part!.id, what);
            choose(keyOf({ ...now, what }));
          }}
        />
      )}
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-start', flexWrap: 'wrap' }}>
        <Box sx={{ width: 260 }}>
          <FormNumber
            key={keyOf(now)}
            control={control}
            name="mm"
            dimension="length"
            label={now.what === 'latch-fall' ? 'Falls by' : 'Gap to the belt'}
            min={0}
            max={500}
            optional
            helperText={`${limitWords(now, (value) => show(value, 'length'))}.`}
          />
        </Box>
        <Button type="submit" variant="contained" size="large" disabled={formState.isSubmitting}>
          Save gap
        </Button>
      </Box>
    </Box>
  );
}
