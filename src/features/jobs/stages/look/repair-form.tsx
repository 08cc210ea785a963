'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useForm } from 'react-hook-form';
import type { Finding, Found } from '@/core/job';
import { parseQuantity, withoutCurrency } from '@/core/quantity';
import { Field } from '@/ui/form';
import { useMoney } from '@/ui/money';

/** Highest price of a repair, in the currency of the shop. */
const MOST_PRICE = 100_000;

/** Repair of a finding, its price and a note. */
export function RepairForm({ finding, onWrite }: { finding: Found; onWrite: (more: Partial<Finding>) => Promise<boolean> }) {
  const { code: currency } = useMoney();
  const { control, handleSubmit, reset, setError, formState } = useForm({
    // A change by another person is shown where nothing was typed.
    values: {
      act: finding.act,
      note: finding.note,
      price: finding.priceCents === null ? '' : (finding.priceCents / 100).toFixed(2),
    },
    resetOptions: { keepDirtyValues: true },
  });
  const save = handleSubmit(async (fields) => {
    const { act, note, price } = fields;
    const read = price.trim() === '' ? null : parseQuantity(withoutCurrency(price, currency), 'money', { min: 0, max: MOST_PRICE });
    if (read !== null && !read.ok) return setError('price', { message: read.problem }, { shouldFocus: true });
    if (await onWrite({ act, note, priceCents: read === null ? null : Math.round(read.value * 100) })) reset(fields);
  });
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(e) => void save(e)}
      sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { sm: '2fr 1fr' } }}
    >
      <Field control={control} name="act" label="Repair" slotProps={{ htmlInput: { maxLength: 500 } }} />
      <Field control={control} name="price" label={`Price, ${currency}`} slotProps={{ htmlInput: { inputMode: 'decimal' } }} />
      <Field control={control} name="note" label="Note" slotProps={{ htmlInput: { maxLength: 500 } }} />
      <Button type="submit" variant="outlined" disabled={!formState.isDirty || formState.isSubmitting} sx={{ minHeight: 44 }}>
        Save finding
      </Button>
    </Box>
  );
}
