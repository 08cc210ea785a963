'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useForm } from 'react-hook-form';
import { causesIndicated, type DriveKind } from '@/core/fault';
import type { CustomerAnswer, Finding, Found } from '@/core/job';
import { parseQuantity, withoutCurrency } from '@/core/quantity';
import { Choices } from '@/ui/choices';
import { Field } from '@/ui/form';
import { useMoney } from '@/ui/money';
import { ANSWER_WORDS } from '../../job-messages';

const ANSWERS: readonly CustomerAnswer[] = ['not-asked', 'asked', 'approved', 'declined', 'waiting'];
const MOST_PRICE = 100_000;

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** Consequence of a bad finding, proposed repair, and decision of the customer. */
export function FindingFollowUp({
  kind,
  finding,
  writable,
  onWrite,
}: {
  kind: DriveKind;
  finding: Found;
  writable: boolean;
  onWrite: (more: Partial<Finding>) => Promise<boolean>;
}) {
  const causes = causesIndicated(finding.check, kind).slice(0, 3);
  return (
    <Box sx={{ mt: 1, pl: 1.5, borderLeft: '3px solid var(--ts-copper)' }}>
      {causes.length > 0 && (
        <Box sx={{ mb: 1 }}>
          Means: {causes.map((c) => lowerFirst(c.label)).join('; or ')}.{causes[0]?.repair.ask && ' Ask the customer before its parts.'}
        </Box>
      )}
      {writable && <RepairForm finding={finding} onWrite={onWrite} />}
      {finding.act !== '' && (
        <Box sx={{ mt: 1 }}>
          <Choices
            label="Customer’s answer"
            disabled={!writable}
            value={finding.answer}
            options={ANSWERS.map((id) => ({ id, label: ANSWER_WORDS[id] }))}
            onChoose={(answer) => void onWrite({ answer })}
          />
        </Box>
      )}
    </Box>
  );
}

/** Repair of a finding, its price and a note. */
function RepairForm({ finding, onWrite }: { finding: Found; onWrite: (more: Partial<Finding>) => Promise<boolean> }) {
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
