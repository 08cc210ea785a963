'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMemo } from 'react';
import { useController, useForm } from 'react-hook-form';
import * as z from 'zod';
import { CURRENCIES } from '@/core/quantity';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { Card } from '@/ui/page';
import { timesIn } from '@/ui/when';
import { currencyRule, nameRule, timeZoneRule } from '@/contract/forms/account';
import { isTaken, useCommand } from '../commands/use-command';
import type { Shop } from '@/contract/records';

const shopForm = z.object({ name: nameRule, timeZone: timeZoneRule, currency: currencyRule });

/** `EUR, Euro` */
const currencyName = (code: string): string => {
  const name = new Intl.DisplayNames('en-GB', { type: 'currency' }).of(code);
  return name === undefined || name === code ? code : `${code}, ${name}`;
};

/** Name of the shop, the time zone of all times, and the currency of all prices. */
export function ShopCard({ shop }: { shop: Shop }) {
  const runCommand = useCommand();
  const { control, handleSubmit, setError, reset, formState } = useForm({
    resolver: zodResolver(shopForm),
    values: { name: shop.name, timeZone: shop.timeZone, currency: shop.currency },
  });
  const zone = useController({ control, name: 'timeZone' });
  const currency = useController({ control, name: 'currency' });
  const zones = useMemo(() => [...new Set(['UTC', shop.timeZone, ...Intl.supportedValuesOf('timeZone')])], [shop.timeZone]);
  const save = handleSubmit(async (values) => {
    const answer = await runCommand(
      'shop.change',
      { version: shop.version, ...values, limits: shop.limits },
      { words: 'Name, time zone and currency of the shop', done: 'Saved.', quiet: true },
    );
    if (isTaken(answer)) reset(values);
    else if (!answer.ok) placeRefusal(setError, ['name', 'timeZone', 'currency'], answer);
  });
  return (
    <Card title="The shop">
      <Box component="form" noValidate onSubmit={(e) => void save(e)} sx={{ display: 'grid', gap: 2, maxWidth: 360 }}>
        <Refusal control={control} />
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
