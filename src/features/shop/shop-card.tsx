'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import { useController, useForm } from 'react-hook-form';
import * as z from 'zod';
import { CURRENCIES } from '@/core/quantity';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { mergedWords, useMerge } from '@/ui/form-merge';
import { Card } from '@/ui/page';
import { timesIn } from '@/ui/when';
import { currencyRule, nameRule, timeZoneRule } from '@/contract/forms/account';
import { isTaken, useCommand } from '../commands/use-command';
import type { Shop } from '@/contract/records';

const shopForm = z.object({ name: nameRule, timeZone: timeZoneRule, currency: currencyRule });

const valuesOf = ({ name, timeZone, currency }: Shop) => ({ name, timeZone, currency });
const LABELS = { name: 'Name of the shop', timeZone: 'Time zone', currency: 'Currency' } as const;

/** `EUR, Euro` */
const currencyName = (code: string): string => {
  const name = new Intl.DisplayNames('en-GB', { type: 'currency' }).of(code);
  return name === undefined || name === code ? code : `${code}, ${name}`;
};

/** Name of the shop, the time zone of all times, and the currency of all prices. */
export function ShopCard({ shop }: { shop: Shop }) {
  const runCommand = useCommand();
  const [from, setFrom] = useState(shop);
  const form = useForm({ resolver: zodResolver(shopForm), defaultValues: valuesOf(shop) });
  const { control, handleSubmit, setError, reset, formState } = form;
  const { merge, note } = useMerge(form, valuesOf(from), LABELS);
  // An untouched form shows the latest values. A change by another person does not replace what is typed here.
  if (from.version !== shop.version && !formState.isDirty) {
    setFrom(shop);
    reset(valuesOf(shop));
  }
  const zone = useController({ control, name: 'timeZone' });
  const currency = useController({ control, name: 'currency' });
  const zones = useMemo(() => [...new Set(['UTC', shop.timeZone, ...Intl.supportedValuesOf('timeZone')])], [shop.timeZone]);
  const save = handleSubmit(async (values) => {
    const answer = await runCommand(
      'shop.change',
      { version: from.version, ...values, limits: from.limits },
      { words: 'Name, time zone and currency of the shop', done: 'Saved.', quiet: true },
    );
    if (isTaken(answer)) return reset(values);
    if (answer.ok) return;
    if (answer.reason !== 'stale') return placeRefusal(setError, ['name', 'timeZone', 'currency'], answer);
    setFrom(answer.current);
    setError('root', { message: mergedWords(answer.problem, merge(valuesOf(answer.current))) });
  });
  return (
    <Card title="The shop">
      <Box component="form" noValidate onSubmit={(e) => void save(e)} sx={{ display: 'grid', gap: 2, maxWidth: 360 }}>
        <Refusal control={control} />
        {note}
        <Field control={control} name="name" label="Name of the shop" />
        <Autocomplete
          options={zones}
          value={zone.field.value}
          disableClearable
          onChange={(_, chosen) => zone.field.onChange(chosen)}
          renderInput={(params) => (
            <TextField
              {...params}
              label="Time zone"
              error={zone.fieldState.invalid}
              helperText={zone.fieldState.error?.message ?? <NowThere zone={zone.field.value} />}
            />
          )}
        />
        <Autocomplete
          options={CURRENCIES}
          value={currency.field.value}
          getOptionLabel={currencyName}
          disableClearable
          onChange={(_, chosen) => currency.field.onChange(chosen)}
          renderInput={(params) => (
            <TextField
              {...params}
              label="Currency"
              error={currency.fieldState.invalid}
              helperText={currency.fieldState.error?.message ?? 'Prices are shown in it. Amounts are not converted.'}
            />
          )}
        />
        <Box>
          <Button type="submit" variant="outlined" disabled={formState.isSubmitting || !formState.isDirty}>
            Save settings
          </Button>
        </Box>
      </Box>
    </Card>
  );
}

/** Present time in that zone, as a check of the choice. */
function NowThere({ zone }: { zone: string }) {
  return <span suppressHydrationWarning>It is {timesIn(zone).clock(new Date().toISOString())} there.</span>;
}
