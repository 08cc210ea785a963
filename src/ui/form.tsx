'use client';

import Alert from '@mui/material/Alert';
import TextField, { type TextFieldProps } from '@mui/material/TextField';
import type { ReactNode } from 'react';
import { useController, useFormState, type Control, type FieldPath, type FieldValues, type UseFormSetError } from 'react-hook-form';

/** A text field of a form, with its complaint or its help under it. */
export function Field<V extends FieldValues>({
  control,
  name,
  rules,
  help = '',
  ...rest
}: { control: Control<V>; name: FieldPath<V>; rules?: { readonly validate: (text: string) => true | string }; help?: ReactNode } & Omit<
  TextFieldProps,
  'name' | 'value' | 'error' | 'helperText'
>) {
  const { field, fieldState } = useController({ control, name, ...(rules ? { rules } : {}) });
  const { ref, ...bound } = field;
  return <TextField {...rest} {...bound} inputRef={ref} error={fieldState.invalid} helperText={fieldState.error?.message ?? help} />;
}

/** Why a form was refused, where no single field is to blame. */
export function Refusal<V extends FieldValues>({
  control,
  action,
  wide = false,
}: {
  control: Control<V>;
  action?: ReactNode;
  wide?: boolean;
}) {
  const { errors } = useFormState({ control });
  if (!errors.root?.message) return null;
  return (
    <Alert severity="warning" variant="outlined" action={action} {...(wide ? { sx: { gridColumn: '1 / -1' } } : {})}>
      {errors.root.message}
    </Alert>
  );
}

/**
 * Shows a refusal next to its field, or above the form if it concerns none.
 * @param fields of the form, for matching the path from the server
 */
export function placeRefusal<V extends FieldValues>(
  setError: UseFormSetError<V>,
  fields: readonly FieldPath<V>[],
  refusal: { readonly problem: string; readonly field?: string | undefined },
): void {
  const last = refusal.field?.split('.').pop();
  const field = fields.find((f) => f === refusal.field || f === last);
  setError(field ?? 'root', { message: refusal.problem }, { shouldFocus: true });
}
