'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useForm, useWatch } from 'react-hook-form';
import { Field } from './form';

/** One line of text and its button, such as a reason. It is emptied once it is saved. */
export function LineFormFields({
  label,
  submit,
  onSave,
  onCancel,
  placeholder,
  maxLength,
  variant = 'outlined',
}: {
  label: string;
  submit: string;
  /** Receives the text without spaces at its ends. True once it is saved. */
  onSave: (text: string) => Promise<boolean>;
  onCancel?: () => void;
  placeholder?: string;
  maxLength: number;
  variant?: 'outlined' | 'contained';
}) {
  const { control, handleSubmit, reset, formState } = useForm({ defaultValues: { text: '' } });
  const isEmpty = useWatch({ control, name: 'text' }).trim() === '';
  const save = handleSubmit(async ({ text }) => {
    if (text.trim() !== '' && (await onSave(text.trim()))) reset();
  });
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(e) => void save(e)}
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1, flexBasis: '100%', alignItems: 'flex-start' }}
    >
      <Field
        control={control}
        name="text"
        autoFocus
        label={label}
        placeholder={placeholder}
        sx={{ flex: 1, minWidth: 200 }}
        slotProps={{ htmlInput: { maxLength } }}
      />
      <Button type="submit" variant={variant} disabled={formState.isSubmitting || isEmpty} sx={{ minHeight: 56 }}>
        {submit}
      </Button>
      {onCancel && (
        <Button onClick={onCancel} sx={{ minHeight: 56 }}>
          Cancel
        </Button>
      )}
    </Box>
  );
}
