'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useRef } from 'react';
import { useForm, useWatch, type Control } from 'react-hook-form';
import type { WidthWritten } from '@/core/job';
import { METER_UNITS, type MeterUnit } from '@/core/quantity';
import { WIDTH_METHODS, type WidthMethod } from '@/core/wear';
import { Choices } from '@/ui/choices';
import { Refusal } from '@/ui/form';
import { FormCheck, FormChoices, FormNumber } from '@/ui/form-inputs';
import { WIDTH_HOW, WIDTH_METHOD_WORDS } from './messages';
import { RibFields } from './rib-fields';
import { emptyRibs, readWidth, type WidthBasis, type WidthFields } from './width-reading';
import { WidthSketch } from './width-sketch';

const UNIT_WORDS: Readonly<Record<MeterUnit, string>> = { h: 'Hours', km: 'Kilometres', mi: 'Miles' };

/** Values besides the width: unit of the meter, value at fitting, limits. */
export type TypedBasis = Omit<WidthBasis, 'meter'>;

/** One width: how, rib after rib, at which meter, against which minimum. */
export function WidthForm({
  belt,
  basis,
  firstByPerson,
  onTyped,
  onKeep,
}: {
  belt: { readonly id: string; readonly label: string };
  /** Known values: from the last reading, the meter of the machine, and the drive. */
  basis: WidthBasis;
  /** Nothing of this belt was read by this person in two ways on one day yet. */
  firstByPerson: boolean;
  /** Receives the typed values, so that an imported log is saved with them. */
  onTyped?: (typed: TypedBasis) => void;
  onKeep: (width: WidthWritten) => Promise<boolean>;
}) {
  const { control, handleSubmit, clearErrors, setError, setValue, formState } = useForm<WidthFields>({
    defaultValues: { ...basis, method: 'rib-top', ribs: emptyRibs('rib-top'), zeroMm: 0, isFresh: false },
  });
  useTypedBasis(control, onTyped);
  const save = handleSubmit(async (fields) => {
    const read = readWidth(fields, belt);
    if (!read.ok) return setError(read.field, { message: read.problem }, { shouldFocus: true });
    if (!(await onKeep(read.width))) return;
    setValue(
      'ribs',
      fields.ribs.map(() => ({ mm: null })),
    );
    setValue('fittedAt', read.width.fittedAt);
    setValue('isFresh', false);
  });
  const method = useWatch({ control, name: 'method' });
  const choose = (next: WidthMethod) => {
    setValue('method', next);
    setValue('ribs', emptyRibs(next));
    clearErrors();
  };
  return (
    <Box component="form" noValidate aria-label="A width" onSubmit={(e) => void save(e)} sx={{ display: 'grid', gap: 1.5, mt: 2 }}>
      <Typography variant="h3">Measure a width</Typography>
      <Choices
        label="Method"
        big
        value={method}
        options={WIDTH_METHODS.map((id) => ({ id, label: WIDTH_METHOD_WORDS[id] }))}
        onChoose={choose}
      />
      <Box sx={{ display: 'flex', flexDirection: { xs: 'column', sm: 'row' }, gap: 2, alignItems: { sm: 'center' } }}>
        <WidthSketch method={method} />
        <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>{WIDTH_HOW[method]}</Box>
      </Box>
      {firstByPerson && (
        <Alert severity="info" variant="outlined">
          This is your first measurement of this belt. Measure it by two methods today. Then the log can correct for your hand.
        </Alert>
      )}
      <Box sx={{ maxWidth: 260 }}>
        <FormNumber
          control={control}
          name="zeroMm"
          dimension="length"
          label="Closed, the caliper shows"
          min={-5}
          max={5}
          helperText="Wipe the jaws and close them. The value is subtracted from each rib."
        />
      </Box>
      <RibFields control={control} />
      <BasisFields control={control} />
      <Refusal control={control} />
      <Box>
        <Button type="submit" variant="contained" size="large" disabled={formState.isSubmitting}>
          Save width
        </Button>
      </Box>
    </Box>
  );
}

/** Reports the values besides the width whenever they change. */
function useTypedBasis(control: Control<WidthFields>, onTyped: ((typed: TypedBasis) => void) | undefined): void {
  const [unit, fittedAt, minimumMm, newMm] = useWatch({ control, name: ['unit', 'fittedAt', 'minimumMm', 'newMm'] });
  const report = useRef(onTyped);
  useEffect(() => {
    report.current = onTyped;
  });
  useEffect(() => report.current?.({ unit, fittedAt, minimumMm, newMm }), [unit, fittedAt, minimumMm, newMm]);
}

/** Meter, value at fitting, and limits of the belt. */
function BasisFields({ control }: { control: Control<WidthFields> }) {
  const isFresh = useWatch({ control, name: 'isFresh' });
  const meter = { control, dimension: 'number', min: 0, max: 1e6, optional: true } as const;
  const width = { control, dimension: 'length', min: 5, max: 200, optional: true } as const;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 1.5, alignItems: 'start' }}>
      <FormNumber {...meter} name="meter" label="The meter shows" />
      <FormChoices
        control={control}
        name="unit"
        label="Unit of the meter"
        options={METER_UNITS.map((id) => ({ id, label: UNIT_WORDS[id] }))}
      />
      {!isFresh && <FormNumber {...meter} name="fittedAt" label="Meter when this belt was fitted" />}
      <FormCheck control={control} name="isFresh" label="A new belt, measured before it runs" />
      <FormNumber {...width} name="minimumMm" label="Minimum width by the manual" />
      <FormNumber {...width} name="newMm" label="Width when new, if known" />
    </Box>
  );
}
