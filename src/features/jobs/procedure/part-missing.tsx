'use client';

import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import { useController, useForm } from 'react-hook-form';
import type { EntryBody } from '@/core/job';
import { Field } from '@/ui/form';
import { FormDialog } from '@/ui/form-dialog';

const WAYS = {
  replaced: ['Replaced by another part', 'Replaced by', 'Name the part that replaced it.'],
  stored: ['Stored, refitted later', 'Stored until, and where', 'Enter until when it is stored, and where.'],
} as const;
type Way = keyof typeof WAYS;

/** Why a removed part is not refitted: another one replaced it, or it is stored. */
export function PartMissing({
  item,
  count,
  onClose,
  onWrite,
}: {
  item: string;
  count: number;
  onClose: () => void;
  onWrite: (part: EntryBody<'tally'>) => Promise<void>;
}) {
  const { control, handleSubmit, setError, formState } = useForm<{ way: Way; note: string }>({
    defaultValues: { way: 'replaced', note: '' },
  });
  const { field } = useController({ control, name: 'way' });
  const save = handleSubmit(async ({ way, note }) => {
    if (note.trim() === '') return setError('note', { message: WAYS[way][2] }, { shouldFocus: true });
    await onWrite({ item, count, way, note: note.trim() });
  });
  return (
    <FormDialog
      title={`${count} ${item.toLowerCase()} not refitted`}
      submit="Save"
      onSubmit={(e) => void save(e)}
      busy={formState.isSubmitting}
      onClose={onClose}
    >
      <RadioGroup aria-label="Where the part is" value={field.value} onChange={(e) => field.onChange(e.target.value)}>
        {(Object.keys(WAYS) as Way[]).map((id) => (
          <FormControlLabel key={id} value={id} control={<Radio />} label={WAYS[id][0]} sx={{ minHeight: 48 }} />
        ))}
      </RadioGroup>
      <Field control={control} name="note" autoFocus label={WAYS[field.value][1]} slotProps={{ htmlInput: { maxLength: 200 } }} />
    </FormDialog>
  );
}
