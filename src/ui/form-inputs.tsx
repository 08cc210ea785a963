'use client';

import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import type { ReactNode } from 'react';
import { useController, type Control, type FieldPathByValue, type FieldValues } from 'react-hook-form';
import { Choices, type ChoiceOption } from './choices';
import { NumberField, type NumberFieldProps } from './number-field';

interface Bound<V extends FieldValues, T> {
  readonly control: Control<V>;
  readonly name: FieldPathByValue<V, T>;
}

/** Number field of a form, with the reason of a refusal under it. */
export function FormNumber<V extends FieldValues>({
  control,
  name,
  ...rest
}: Bound<V, number | null> & Omit<NumberFieldProps, 'name' | 'value' | 'onValue' | 'problem'>) {
  const { field, fieldState } = useController({ control, name });
  return (
    <NumberField
      {...rest}
      value={field.value as number | null}
      onValue={(value) => field.onChange(value)}
      inputRef={field.ref}
      problem={fieldState.error?.message}
    />
  );
}

/** Choice of few options in a form. */
export function FormChoices<V extends FieldValues, T extends string>({
  control,
  name,
  ...rest
}: Bound<V, T> & {
  readonly label: string;
  readonly options: readonly ChoiceOption<T>[];
  readonly big?: boolean;
  readonly more?: ReactNode;
}) {
  const { field } = useController({ control, name });
  return <Choices {...rest} value={field.value as T} onChoose={(id) => field.onChange(id)} />;
}

/** Box to tick in a form. */
export function FormCheck<V extends FieldValues>({ control, name, label }: Bound<V, boolean> & { readonly label: string }) {
  const { field } = useController({ control, name });
  return (
    <FormControlLabel
      control={<Checkbox checked={field.value as boolean} onChange={(e) => field.onChange(e.target.checked)} />}
      label={label}
    />
  );
}
