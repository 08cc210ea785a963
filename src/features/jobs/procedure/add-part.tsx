'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import { useForm, useWatch } from 'react-hook-form';
import type { EntryBody } from '@/core/job';
import { countRule, readCount } from '@/ui/count';
import { Field } from '@/ui/form';

type Part = EntryBody<'tally'>;

/** Key of a part in the count. */
const WAYS = { off: 'Removed', stored: 'Arrived without (stored)', new: 'New part fitted' } as const;
/** The same for a machine that arrives dismantled. */
export const ARRIVED_WAYS = { off: 'Came along', missing: 'Missing', stored: 'Stored' } as const;
/** Note of a part that did not come along. */
export const MISSING_ON_ARRIVAL = 'missing on arrival';
type EntryWay = keyof typeof WAYS | keyof typeof ARRIVED_WAYS;

const MOST_PARTS = 999;
const NEW_PART: { item: string; count: string; way: EntryWay; until: string } = { item: '', count: '1', way: 'off', until: '' };
const DONE_WORDS: Readonly<Record<EntryWay, string>> = { off: 'removed', missing: 'missing', stored: 'stored', new: 'fitted new' };

/** Another part for the count: removed, stored or fitted new. */
export function AddPart({
  ways = WAYS,
  onAdd,
}: {
  ways?: typeof WAYS | typeof ARRIVED_WAYS;
  onAdd: (part: Part, words: string) => Promise<boolean>;
}) {
  const { control, handleSubmit, reset, formState } = useForm({ defaultValues: NEW_PART, mode: 'onChange' });
  const { item, count, way, until } = useWatch({ control }) as typeof NEW_PART;
  const isReady = readCount(count, 1, MOST_PARTS) !== null && item.trim() !== '' && (way !== 'stored' || until.trim() !== '');
  const add = handleSubmit(async (typed) => {
    const number = readCount(typed.count, 1, MOST_PARTS);
    if (!isReady || number === null) return;
    const part: Part = {
      item: typed.item.trim(),
      count: number,
      way: typed.way === 'missing' ? 'off' : typed.way,
      note: typed.way === 'stored' ? typed.until.trim() : typed.way === 'missing' ? MISSING_ON_ARRIVAL : '',
    };
    if (await onAdd(part, DONE_WORDS[typed.way])) reset({ ...NEW_PART, way: typed.way });
  });
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(e) => void add(e)}
      sx={{ display: 'flex', gap: 1, mt: 1, alignItems: 'flex-start', flexWrap: 'wrap' }}
    >
      <Field
        control={control}
        name="count"
        label="How many"
        rules={countRule(1, MOST_PARTS)}
        sx={{ width: 110 }}
        slotProps={{ htmlInput: { inputMode: 'numeric' } }}
      />
      <Field
        control={control}
        name="item"
        label="Part"
        help="Bolts: length and position. Ring of bolts: number them."
        sx={{ flex: 1, minWidth: 180 }}
        slotProps={{ htmlInput: { maxLength: 120 } }}
      />
      <Field control={control} name="way" select label="State" sx={{ width: 210 }}>
        {Object.entries(ways).map(([id, label]) => (
          <MenuItem key={id} value={id}>
            {label}
          </MenuItem>
        ))}
      </Field>
      {way === 'stored' && (
        <Field
          control={control}
          name="until"
          label="Stored until, and where"
          sx={{ flex: 1, minWidth: 180 }}
          slotProps={{ htmlInput: { maxLength: 200 } }}
        />
      )}
      <Button type="submit" variant="outlined" disabled={formState.isSubmitting || !isReady} sx={{ minHeight: 44 }}>
        Add part
      </Button>
    </Box>
  );
}
