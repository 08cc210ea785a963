'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { parseQuantity, USUAL_CURRENCY, withoutCurrency } from '@/core/quantity';
import { useMoney } from '@/ui/money';
import { PriceField } from './price-field';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { FormDialog } from '@/ui/form-dialog';
import { mergedWords, useMerge } from '@/ui/form-merge';
import { Lookup, type Choice } from '@/ui/lookup';
import { isTaken, useCommand } from '../commands/use-command';
import { partForm } from '@/contract/forms/part';
import { deletedFromStock, inStockAgain } from './messages';
import { ask } from '../queries/ask';
import type { Part } from '@/contract/records';

const FIELDS = ['name', 'number', 'quantity', 'bin', 'price', 'days'] as const;
type Cells = Record<(typeof FIELDS)[number], string>;

const cellsOf = (part: Part | null): Cells => ({
  name: part?.name ?? '',
  number: part?.number ?? '',
  quantity: String(part?.quantity ?? 1),
  bin: part?.bin ?? '',
  price: part === null || part.priceCents === null ? '' : (part.priceCents / 100).toFixed(2),
  days: part === null || part.supplyDays === null ? '' : String(part.supplyDays),
});

type Read =
  | { readonly ok: true; readonly fields: ReturnType<typeof partForm.parse> }
  | { readonly ok: false; readonly field: string; readonly problem: string };

/** A part as a hand writes it. */
export function readPart({ price, quantity, days, ...cells }: Cells, fitsDriveId: number | null = null, currency = USUAL_CURRENCY): Read {
  const money = price.trim() === '' ? null : parseQuantity(withoutCurrency(price, currency), 'money', { min: 0, max: 1_000_000 });
  if (money && !money.ok) return { ok: false, field: 'price', problem: money.problem };
  const read = partForm.safeParse({
    ...cells,
    quantity: quantity.trim() === '' ? NaN : Number(quantity),
    priceCents: money ? Math.round(money.value * 100) : null,
    fitsDriveId,
    supplyDays: days.trim() === '' ? null : Number(days),
  });
  if (read.success) return { ok: true, fields: read.data };
  const [issue] = read.error.issues;
  const at = String(issue?.path[0] ?? '');
  return {
    ok: false,
    field: at === 'supplyDays' ? 'days' : at,
    problem: issue?.message ?? 'A field of this form is invalid. Check the fields.',
  };
}

/** Fields that are shown if two people changed them. */
const LABELS = { name: 'Name', number: 'Number', quantity: 'In stock', bin: 'Bin', price: 'Price', days: 'Delivery time, days' } as const;

/** Adds a part to the shelf, or changes one. */
export function PartForm({ part, onClose, onSaved }: { part: Part | null; onClose: () => void; onSaved: () => void }) {
  const { code: currency } = useMoney();
  const runCommand = useCommand();
  const [over, setOver] = useState(part);
  const [fits, setFits] = useState<Choice | null>(
    part && part.fitsDriveId !== null ? { id: part.fitsDriveId, label: part.fitsDrive ?? 'The drive chosen before' } : null,
  );
  const [start] = useState(() => cellsOf(part));
  const form = useForm<Cells>({ defaultValues: start });
  const { control, handleSubmit, setError, formState } = form;
  const { merge, note } = useMerge(form, start, LABELS);
  const save = handleSubmit(async (cells) => {
    const read = readPart(cells, fits?.id ?? null, currency);
    if (!read.ok) return placeRefusal(setError, FIELDS, read);
    const answer = await runCommand(
      'part.save',
      { fields: read.fields, ...(over ? { existing: { id: over.id, version: over.version } } : {}) },
      { words: `${read.fields.name} added to stock`, done: 'Added to stock.', quiet: true },
    );
    if (isTaken(answer)) return onSaved();
    if (answer.ok) return;
    if (answer.reason !== 'stale') return placeRefusal(setError, FIELDS, answer);
    setOver(answer.current);
    setError('root', { message: mergedWords(answer.problem, merge(cellsOf(answer.current))) });
  });
  const remove = async (gone: Part) => {
    const { id, version: _version, fitsDrive: _name, ...fields } = gone;
    const answer = await runCommand(
      'part.remove',
      { id },
      {
        words: `${gone.name} deleted from stock`,
        done: {
          text: deletedFromStock(gone.name),
          undo: () => void runCommand('part.save', { fields }, { words: `${gone.name} restored to stock`, done: inStockAgain(gone.name) }),
        },
      },
    );
    if (isTaken(answer)) onSaved();
  };
  return (
    <FormDialog
      title={part ? `Change ${part.name}` : 'Add a part'}
      submit={part ? 'Save part' : 'Add to stock'}
      onSubmit={(e) => void save(e)}
      busy={formState.isSubmitting}
      onClose={onClose}
      aside={
        part && (
          <Button color="error" onClick={() => void remove(part)}>
            Delete from stock
          </Button>
        )
      }
    >
      <Refusal control={control} />
      {note}
      <Field control={control} name="name" label="Name" autoFocus placeholder="Flat idler 82" />
      <Field control={control} name="number" label="Number it is ordered by" help="Optional." />
      <Field control={control} name="quantity" label="In stock" slotProps={{ htmlInput: { inputMode: 'numeric' } }} />
      <Field control={control} name="bin" label="Bin" />
      <PriceField control={control} />
      <Lookup
        label="Spare belt of the drive"
        of="drives.choose"
        find={(find) => ask('drives.choose', { find })}
        value={fits}
        onChoose={setFits}
        helperText="For a CVT belt: compared with belts that will be due."
      />
      <Field
        control={control}
        name="days"
        label="Delivery time, days"
        help="From order to delivery. Optional."
        slotProps={{ htmlInput: { inputMode: 'numeric' } }}
      />
    </FormDialog>
  );
}
