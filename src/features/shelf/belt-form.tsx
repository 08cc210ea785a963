'use client';

import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { decodeDesignation, SECTIONS } from '@/core/belt';
import { readShelfFields, SHELF_COLUMNS } from '@/formats/shelf-csv';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { FormDialog } from '@/ui/form-dialog';
import { mergedWords, useMerge } from '@/ui/form-merge';
import { withoutCurrency } from '@/core/quantity';
import { useMoney } from '@/ui/money';
import { PriceField } from './price-field';
import { useUnits } from '@/ui/units';
import { beltName } from '@/services/candidates';
import { isTaken, useCommand } from '../commands/use-command';
import { lengthEntry } from './messages';
import type { ShelfBelt } from '@/contract/records';

type Cells = Record<(typeof SHELF_COLUMNS)[number], string>;
const WIDE = { gridColumn: '1 / -1' } as const;

/** A belt as a hand would write it. */
const cellsOf = (belt: ShelfBelt | null): Cells => ({
  designation: belt?.designation ?? '',
  section: belt && belt.designation === null ? (belt.section ?? '') : '',
  length: belt?.lengthTyped ?? '',
  reference: belt?.lengthReference ?? 'outside',
  quantity: String(belt?.quantity ?? 1),
  bin: belt?.bin ?? '',
  price: belt === null || belt.priceCents === null ? '' : (belt.priceCents / 100).toFixed(2),
  note: belt?.supplierNote ?? '',
});

/** Fields that are shown if two people changed them. */
const LABELS = {
  designation: 'Belt number',
  section: 'Section',
  length: 'Measured length',
  reference: 'Measured along its',
  quantity: 'In stock',
  bin: 'Bin',
  price: 'Price',
  note: 'Supplier note',
} as const;

/** Adds or changes a place on the shelf: a printed number, or a section and a measured length. */
export function BeltForm({
  belt,
  onClose,
  onSaved,
  onRemove,
}: {
  belt: ShelfBelt | null;
  onClose: () => void;
  onSaved: () => void;
  /** Takes the belt off the shelf; null where there is none yet. */
  onRemove: (() => void) | null;
}) {
  const { show, unit } = useUnits();
  const { code: currency } = useMoney();
  const runCommand = useCommand();
  const [start] = useState(() => cellsOf(belt));
  const form = useForm<Cells>({ defaultValues: start });
  const { control, handleSubmit, setError, formState } = form;
  const { merge, note } = useMerge(form, start, LABELS);
  const designation = useWatch({ control, name: 'designation' });
  const [version, setVersion] = useState(belt?.version ?? 0);

  const save = handleSubmit(async (cells) => {
    const read = readShelfFields({ ...cells, price: withoutCurrency(cells.price ?? '', currency) }, unit('length'));
    if (!read.ok) return placeRefusal(setError, SHELF_COLUMNS, read);
    const how = { words: `${beltName(read.fields)} added to stock`, done: 'Added to stock.', quiet: true };
    const result = belt
      ? await runCommand('shelf.change', { id: belt.id, version, fields: read.fields }, how)
      : await runCommand('shelf.add', { fields: read.fields }, how);
    if (isTaken(result)) return onSaved();
    if (result.ok) return;
    if (result.reason !== 'stale') return placeRefusal(setError, SHELF_COLUMNS, result);
    const { current } = result;
    setVersion(current.version);
    setError('root', { message: mergedWords(result.problem, merge(cellsOf(current))) });
  });
  const decoded = designation ? decodeDesignation(designation) : null;
  const reading =
    decoded?.ok && decoded.belt.section !== null && decoded.belt.outsideLength !== null
      ? `${decoded.belt.section ?? 'no section'}, ${show(decoded.belt.outsideLength, 'length')} outside`
      : 'Such as 4L480, A46 or 13x1170Li. Leave empty to enter measurements.';
  return (
    <FormDialog
      title={belt ? `Change ${beltName(belt)}` : 'Add a belt'}
      submit={belt ? 'Save belt' : 'Add to stock'}
      onSubmit={(e) => void save(e)}
      busy={formState.isSubmitting}
      onClose={onClose}
      wide
      aside={
        onRemove && (
          <Button color="error" onClick={onRemove}>
            Delete from stock
          </Button>
        )
      }
    >
      <Refusal control={control} wide />
      {note}
      <Field control={control} name="designation" label="Belt number" help={reading} sx={WIDE} autoFocus />
      {!designation && (
        <>
          <Field control={control} name="section" label="Section" select>
            {SECTIONS.map((s) => (
              <MenuItem key={s.name} value={s.name}>
                {s.name}
              </MenuItem>
            ))}
          </Field>
          <Field control={control} name="length" label="Measured length" help={lengthEntry(unit('length'))} />
          <Field control={control} name="reference" label="Measured along its" select sx={WIDE}>
            {['outside', 'pitch', 'inside'].map((r) => (
              <MenuItem key={r} value={r}>
                {r}
              </MenuItem>
            ))}
          </Field>
        </>
      )}
      <Field control={control} name="quantity" label="In stock" slotProps={{ htmlInput: { inputMode: 'numeric' } }} />
      <Field control={control} name="bin" label="Bin" />
      <PriceField control={control} />
      <Field control={control} name="note" label="Supplier note" />
    </FormDialog>
  );
}
