'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { shopLimits } from '@/core/machine';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { same } from '@/ui/form-merge';
import { Card } from '@/ui/page';
import { isTaken, useCommand } from '../commands/use-command';
import type { Shop } from '@/contract/records';

const FIELDS = [
  'stop.walk-behind',
  'stop.ride-on',
  'stop.auger',
  'trialDays',
  'askFrom',
  'belt.releasedSlackMm',
  'belt.usualStretchPercent',
] as const;
const WORDS: Readonly<Record<(typeof FIELDS)[number], readonly [string, string]>> = {
  'stop.walk-behind': ['Stop time, walk-behind, s', ''],
  'stop.ride-on': ['Stop time, ride-on, s', ''],
  'stop.auger': ['Stop time, auger, s', 'Blade, reel or auger must stop within this time. The manual of the machine takes priority.'],
  trialDays: ['Ask about a substitute after, days', 'Counted from the day its job was closed.'],
  askFrom: ['Ask the customer before a repair from', 'Uses the price of a finding. Without one, uses the usual price of its parts.'],
  'belt.releasedSlackMm': ['Warn of slack when released above, mm', 'A belt that hangs further can come off its pulleys.'],
  'belt.usualStretchPercent': [
    'Warn of tension above this stretch, %',
    'Used where neither a bearing nor a belt rating is entered. Usual is 1%.',
  ],
};
/** A number that was typed; what is none is left to be refused. */
const typedNumber = (value: unknown) =>
  typeof value === 'string' && value.trim() !== '' ? Number(value.replace(',', '.')) : value === '' ? undefined : value;

/** Limits of the shop. */
export function LimitsCard({ shop }: { shop: Shop }) {
  const runCommand = useCommand();
  const [theirs, setTheirs] = useState<Shop | null>(null);
  const { control, handleSubmit, setError, reset, formState } = useForm({
    resolver: async (values, context, options) =>
      zodResolver(shopLimits)(
        {
          stop: Object.fromEntries(Object.entries(values.stop ?? {}).map(([k, v]) => [k, typedNumber(v)])) as (typeof values)['stop'],
          trialDays: typedNumber(values.trialDays) as number,
          askFrom: typedNumber(values.askFrom) as number,
          belt: Object.fromEntries(Object.entries(values.belt ?? {}).map(([k, v]) => [k, typedNumber(v)])) as (typeof values)['belt'],
        },
        context,
        options as never,
      ),
    defaultValues: shop.limits,
  });
  const [from, setFrom] = useState(shop);
  // An untouched form shows the latest values. A change by another person does not replace what is typed here.
  if (from.version !== shop.version && !formState.isDirty) {
    setFrom(shop);
    reset(shop.limits);
  }
  const save = handleSubmit(async (limits) => {
    const send = ({ version, name, timeZone, currency }: Shop) =>
      runCommand('shop.change', { version, name, timeZone, currency, limits }, { words: 'The shop’s limits', done: 'Saved.', quiet: true });
    let answer = await send(from);
    // The other settings of the shop have the same version. A change there concerns no limit.
    if (!answer.ok && answer.reason === 'stale' && same(answer.current.limits, from.limits)) answer = await send(answer.current);
    if (isTaken(answer)) return reset(limits);
    if (answer.ok) return;
    if (answer.reason !== 'stale') return placeRefusal(setError, FIELDS, answer);
    setTheirs(answer.current);
    setFrom(answer.current);
    setError('root', { message: `${answer.problem} Save again to keep your limits.` });
  });
  return (
    <Card title="Machine limits">
      <Box component="form" noValidate onSubmit={(e) => void save(e)} sx={{ display: 'grid', gap: 2, maxWidth: 360 }}>
        <Refusal
          control={control}
          action={
            theirs && (
              <Button
                color="inherit"
                onClick={() => {
                  reset(theirs.limits);
                  setTheirs(null);
                }}
              >
                Use their version
              </Button>
            )
          }
        />
        {FIELDS.map((name) => (
          <Field
            key={name}
            control={control}
            name={name}
            label={name === 'askFrom' ? `${WORDS[name][0]}, ${shop.currency}` : WORDS[name][0]}
            help={WORDS[name][1]}
            slotProps={{ htmlInput: { inputMode: 'decimal', className: 'ts-mono' } }}
          />
        ))}
        <Box>
          <Button type="submit" variant="outlined" disabled={formState.isSubmitting || !formState.isDirty}>
            Save limits
          </Button>
        </Box>
      </Box>
    </Card>
  );
}
