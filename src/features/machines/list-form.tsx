'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useForm } from 'react-hook-form';
import type { factOf } from '@/core/machine';
import { Field } from '@/ui/form';

type ListFact = Extract<ReturnType<typeof factOf>, { kind: 'list' }>;

/** A list, one entry per line. */
export function ListForm({ fact, lines, onSave }: { fact: ListFact; lines: readonly string[]; onSave: (lines: string[]) => void }) {
  const { control, handleSubmit, reset, formState } = useForm({
    values: { text: lines.join('\n') },
    resetOptions: { keepDirtyValues: true },
  });
  const save = handleSubmit(({ text }) => {
    onSave(text.split('\n').flatMap((line) => line.trim() || []));
    reset({ text });
  });
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(e) => void save(e)}
      sx={{ display: 'flex', gap: 1, alignItems: 'flex-end', flexWrap: 'wrap' }}
    >
      <Field
        control={control}
        name="text"
        label={fact.question}
        help={`One per line: ${fact.each.charAt(0).toLowerCase()}${fact.each.slice(1)}.`}
        multiline
        minRows={2}
        sx={{ flex: 1, minWidth: 240 }}
      />
      <Button type="submit" variant="outlined" disabled={!formState.isDirty}>
        Save
      </Button>
    </Box>
  );
}
