'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useForm, useWatch } from 'react-hook-form';
import { Field } from '@/ui/form';

/** Times that can be entered, s. */
const LEAST_S = 0.1;
const MOST_S = 600;

/** A time that another clock took. */
export function TypedTime({ label, onSave }: { label: string; onSave: (seconds: number) => Promise<void> }) {
  const { control, handleSubmit, setError, formState } = useForm({ defaultValues: { text: '' } });
  const isEmpty = useWatch({ control, name: 'text' }).trim() === '';
  const save = handleSubmit(async ({ text }) => {
    const seconds = Number(text.replace(',', '.').replace(/\s*s(?:ec(?:onds?)?)?$/i, ''));
    if (!(seconds >= LEAST_S && seconds <= MOST_S))
      return setError('text', { message: 'Enter a time from 0.1 to 600 s.' }, { shouldFocus: true });
    await onSave(seconds);
  });
  return (
    <Box component="form" noValidate onSubmit={(e) => void save(e)} sx={{ display: 'flex', gap: 1, mt: 1, alignItems: 'flex-start' }}>
      <Field control={control} name="text" label={label} autoFocus slotProps={{ htmlInput: { inputMode: 'decimal' } }} />
      <Button type="submit" variant="outlined" disabled={formState.isSubmitting || isEmpty}>
        Save time
      </Button>
    </Box>
  );
}
