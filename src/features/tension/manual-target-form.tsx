'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useController, useForm, useWatch, type Control } from 'react-hook-form';
import type { Drive } from '@/core/drive';
import type { ManualForm, ManualTarget } from '@/core/job';
import type { Dimension } from '@/core/quantity';
import { askTension } from '@/client/solver';
import type { TensionRequest } from '@/services/tension';
import { Choices } from '@/ui/choices';
import { Field, Refusal } from '@/ui/form';
import { FormNumber } from '@/ui/form-inputs';
import { useUnits } from '@/ui/units';
import { springName } from './messages';
import {
  fieldsOf,
  FORM_WORDS,
  formsOf,
  missingIn,
  NO_TARGET,
  placeOfTarget,
  readingsOfTarget,
  targetFrom,
  type ManualFields,
} from './manual-target';
import { targetWords } from './manual-target-words';
import type { Answered, ReadingPlace } from './reading-fields';

const VALUE: Readonly<Record<ManualForm, { readonly label: string; readonly dimension: Dimension }>> = {
  tension: { label: 'Tension, all belts together', dimension: 'force' },
  tap: { label: 'Frequency, Hz', dimension: 'number' },
  deflection: { label: 'Force on all belts', dimension: 'force' },
  'spring-length': { label: 'Installed length', dimension: 'length' },
  marks: { label: 'Position', dimension: 'length' },
};

/** Target of the manual in its own form, with its page. It is converted to a tension and takes precedence. */
export function ManualTargetForm({
  request,
  answer,
  written,
  onSave,
}: {
  request: TensionRequest;
  answer: Answered;
  written: ManualTarget | null;
  /** Null deletes the target. */
  onSave: (target: ManualTarget | null) => Promise<boolean>;
}) {
  const units = useUnits();
  const { drive } = request;
  const { control, handleSubmit, setValue, setError, clearErrors, formState } = useForm<ManualFields>({ values: fieldsOf(written) });
  const fields = useWatch({ control }) as ManualFields;
  const place = placeOfTarget(drive, answer, fields);
  const choose = (form: ManualForm) => {
    for (const name of ['place', 'from', 'to', 'deflectionMm'] as const) setValue(name, NO_TARGET[name]);
    setValue('form', form);
    clearErrors();
  };
  const save = handleSubmit(async (typed) => {
    const missing = missingIn(typed);
    if (missing) return setError(missing.field, { message: missing.problem }, { shouldFocus: true });
    const at = placeOfTarget(drive, answer, typed);
    const readings = readingsOfTarget(typed, at);
    const converted = readings.length === 0 ? null : await askTension({ ...request, readings }).catch(() => null);
    const amounts = converted?.ok ? converted.readings : [];
    const refused = amounts.find((a) => !a.ok);
    const target = targetFrom(
      typed,
      at,
      amounts.flatMap((a) => (a.ok ? [a.tensionN] : [])),
    );
    if (target === null)
      return setError('from', {
        message: refused && !refused.ok ? `${refused.problem}.` : 'This drive has no tension at that value. Check value and place.',
      });
    await onSave(target);
  });
  return (
    <Box component="form" noValidate aria-label="Target from the manual" onSubmit={(e) => void save(e)} sx={{ display: 'grid', gap: 1.5 }}>
      {written && <Box>{targetWords(written, units)}</Box>}
      <Choices
        label="The manual states"
        value={fields.form}
        options={formsOf(drive, answer).map((id) => ({ id, label: FORM_WORDS[id] }))}
        onChoose={choose}
      />
      {place && <PlaceChoice control={control} drive={drive} answer={answer} form={fields.form} place={place} />}
      <ValueFields control={control} form={fields.form} dimension={place?.placeIn ?? VALUE[fields.form].dimension} />
      <Refusal control={control} />
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button type="submit" variant="contained" disabled={formState.isSubmitting} sx={{ minHeight: 56 }}>
          Save target
        </Button>
        {written && (
          <Button disabled={formState.isSubmitting} onClick={() => void onSave(null)} sx={{ minHeight: 56 }}>
            Delete target
          </Button>
        )}
      </Box>
    </Box>
  );
}

/** Value or range, the deflection of a push, and the page. */
function ValueFields({ control, form, dimension }: { control: Control<ManualFields>; form: ManualForm; dimension: Dimension }) {
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'start', '& > *': { flex: '1 1 150px', maxWidth: 280 } }}>
      <FormNumber key={`from ${form}`} control={control} name="from" label={VALUE[form].label} dimension={dimension} optional />
      <FormNumber key={`to ${form}`} control={control} name="to" label="To" dimension={dimension} optional helperText="Only for a range." />
      {form === 'deflection' && (
        <FormNumber
          control={control}
          name="deflectionMm"
          label="At a deflection of"
          dimension="length"
          min={0.5}
          optional
          helperText="A sixty-fourth of the span if empty."
        />
      )}
      <Field control={control} name="page" label="Page" slotProps={{ htmlInput: { maxLength: 60 } }} />
    </Box>
  );
}

/** Span, spring or adjuster that the target is stated for, where the drive has several. */
function PlaceChoice({
  control,
  drive,
  answer,
  form,
  place,
}: {
  control: Control<ManualFields>;
  drive: Drive;
  answer: Answered;
  form: ManualForm;
  place: ReadingPlace;
}) {
  const { field } = useController({ control, name: 'place' });
  const options =
    form === 'spring-length'
      ? answer.sheet.springs.map((s) => ({ id: s.id, label: springName(drive, s.id) }))
      : form === 'marks'
        ? drive.adjusters.map((a) => ({ id: a.id, label: a.label ?? 'Adjuster' }))
        : place.spans;
  const value = form === 'spring-length' ? place.spring?.id : form === 'marks' ? place.adjuster?.id : place.span.id;
  if (options.length < 2) return null;
  return (
    <TextField
      select
      label={form === 'spring-length' ? 'Spring' : form === 'marks' ? 'Adjuster' : 'Span'}
      value={value}
      onChange={(e) => field.onChange(e.target.value)}
      slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
      sx={{ maxWidth: 420 }}
    >
      {options.map((o) => (
        <option key={o.id} value={o.id}>
          {o.label}
        </option>
      ))}
    </TextField>
  );
}
