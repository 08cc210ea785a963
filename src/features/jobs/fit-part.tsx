'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useController, useForm, useWatch } from 'react-hook-form';
import { countRule, readCount } from '@/ui/count';
import { Field } from '@/ui/form';
import { Lookup, type Choice } from '@/ui/lookup';
import type { StageProps } from './stages/module';
import { ask } from '../queries/ask';

const MOST_PARTS = 1000;
const EMPTY: { part: Choice | null; quantity: string } = { part: null, quantity: '1' };

/** Parts from stock for this job: the count and the ticket move together. */
export function FitPart({ commands, at }: Pick<StageProps, 'commands' | 'at'>) {
  const { control, handleSubmit, reset, formState } = useForm({ defaultValues: EMPTY, mode: 'onChange' });
  const { field } = useController({ control, name: 'part' });
  const quantity = useWatch({ control, name: 'quantity' });
  const fit = handleSubmit(async ({ part, quantity: typed }) => {
    const count = readCount(typed, 1, MOST_PARTS);
    if (part && count !== null && (await commands.fitPart(at, { id: part.id, name: part.label }, count))) reset(EMPTY);
  });
  const isReady = field.value !== null && readCount(quantity, 1, MOST_PARTS) !== null;
  return (
    <Box component="form" noValidate aria-label="Parts from stock" onSubmit={(e) => void fit(e)} sx={{ my: 2 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        Parts from stock
      </Typography>
      <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: { xs: '1fr 96px', sm: 'minmax(0, 1fr) 110px auto' }, alignItems: 'start' }}>
        <Lookup
          label="Part"
          value={field.value}
          onChoose={field.onChange}
          of="parts.choose"
          find={(find) => ask('parts.choose', { find })}
        />
        <Field
          control={control}
          name="quantity"
          label="How many"
          rules={countRule(1, MOST_PARTS)}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
        <Button type="submit" variant="outlined" disabled={formState.isSubmitting || !isReady} sx={{ minHeight: 56 }}>
          Take from stock
        </Button>
      </Box>
    </Box>
  );
}
