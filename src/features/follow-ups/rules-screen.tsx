'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Controller, useFieldArray, useForm, useWatch, type Control, type FieldPath } from 'react-hook-form';
import { DRIVE_KINDS, type DriveKind } from '@/core/fault';
import { Field, Refusal } from '@/ui/form';
import { FormCheck } from '@/ui/form-inputs';
import { same } from '@/ui/form-merge';
import { Icon } from '@/ui/icons';
import { Card, Page } from '@/ui/page';
import { answered } from '../queries/answered';
import { isTaken, useCommand } from '../commands/use-command';
import { useShell } from '../shell/shell-context';
import { newSeasonId, rulesFrom, valuesOf, type RulesValues } from './rules-form';
import type { StoredRules } from '@/contract/records';

const UNITS = [
  { id: 'h', label: 'hours' },
  { id: 'mi', label: 'miles' },
  { id: 'months', label: 'months' },
] as const;
const MONTHS = Array.from({ length: 12 }, (_, i) => ({
  id: String(i + 1),
  label: new Intl.DateTimeFormat('en-GB', { month: 'long', timeZone: 'UTC' }).format(new Date(Date.UTC(2026, i, 1))),
}));
const kindLabel = (kind: DriveKind): string => DRIVE_KINDS.find((k) => k.id === kind)?.label ?? kind;

/** Rules of the shop for follow-ups. Another person’s change is shown, and does not replace what is typed here. */
function Rules({ rules, version }: StoredRules) {
  const runCommand = useCommand();
  const mayChange = useShell().role === 'owner';
  // The rules that this form started from. A change by another person arrives as newer properties.
  const [from, setFrom] = useState({ rules, version });
  const { control, handleSubmit, setError, reset, formState } = useForm<RulesValues>({ defaultValues: valuesOf(rules) });
  const seasons = useFieldArray({ control, name: 'seasons', keyName: 'key' });
  // The other settings of the shop have the same version. Only a change of the rules is one here.
  if (version > from.version && (same(rules, from.rules) || !formState.isDirty)) {
    setFrom({ rules, version });
    if (!same(rules, from.rules)) reset(valuesOf(rules));
  }
  const changedByOther = version > from.version;
  const startAgain = () => {
    setFrom({ rules, version });
    reset(valuesOf(rules));
  };
  const save = handleSubmit(async (values) => {
    const read = rulesFrom(values);
    if (!read.ok) return setError(read.field as FieldPath<RulesValues>, { message: read.problem }, { shouldFocus: true });
    const answer = await runCommand(
      'follow-up.rules',
      { version: from.version, rules: read.rules },
      { words: 'Follow-up rules', done: 'Saved. All follow-ups are updated.', quiet: true },
    );
    if (answer.ok) setFrom(answer.value);
    if (isTaken(answer)) reset(values);
    else if (!answer.ok) setError('root', { message: answer.problem });
  });
  return (
    <Page title="Follow-up rules" lead="The manual of the machine takes priority over an interval.">
      <Box component="form" noValidate onSubmit={(e) => void save(e)} sx={{ display: 'grid', gap: 2, maxWidth: 900 }}>
        <Refusal control={control} />
        {!mayChange && <Typography className="ts-quiet">Only an owner can change the rules.</Typography>}
        {changedByOther && (
          <Typography role="status" className="ts-held">
            Another user changed these rules.{' '}
            <Button onClick={startAgain} sx={{ minHeight: 44 }}>
              Use their version
            </Button>
            <Button onClick={() => setFrom({ rules, version })} sx={{ minHeight: 44 }}>
              Save over it
            </Button>
          </Typography>
        )}
        <Card title="New belts">
          <FormCheck control={control} name="runIn" label="Check a new belt after its run-in" />
          <RunInHours control={control} />
        </Card>
        <Card title="Intervals by kind of drive">
          <Typography className="ts-quiet" sx={{ mb: 1 }}>
            An interval starts with each closed job on the drive. The first interval after a new belt can be shorter.
          </Typography>
          {DRIVE_KINDS.map(({ id }, i) => (
            <IntervalFields key={id} control={control} index={i} label={kindLabel(id)} />
          ))}
        </Card>
        <Card title="Seasons">
          {seasons.fields.map((season, i) => (
            <SeasonFields key={season.key} control={control} index={i} onRemove={() => seasons.remove(i)} />
          ))}
          <Button
            startIcon={<Icon name="add" />}
            onClick={() =>
              seasons.append({ id: newSeasonId(seasons.fields.map((s) => s.id)), name: '', month: '3', day: '1', kinds: [], list: '' })
            }
            sx={{ minHeight: 44 }}
          >
            Add a season
          </Button>
        </Card>
        {mayChange && (
          <Box>
            <Button type="submit" variant="contained" disabled={formState.isSubmitting || !formState.isDirty} sx={{ minHeight: 48 }}>
              Save rules
            </Button>
          </Box>
        )}
      </Box>
    </Page>
  );
}

const NUMBER = { htmlInput: { inputMode: 'decimal', className: 'ts-mono' } } as const;

function RunInHours({ control }: { control: Control<RulesValues> }) {
  const on = useWatch({ control, name: 'runIn' });
  return on ? <Field control={control} name="runInHours" label="Run-in time, h" slotProps={NUMBER} sx={{ width: 160, mt: 1 }} /> : null;
}

function IntervalFields({ control, index, label }: { control: Control<RulesValues>; index: number; label: string }) {
  const on = useWatch({ control, name: `intervals.${index}.on` });
  return (
    <Box sx={{ borderTop: '1px solid var(--ts-edge)', py: 1 }}>
      <FormCheck control={control} name={`intervals.${index}.on`} label={label} />
      {on && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 1, pl: { sm: 4 } }}>
          <Field control={control} name={`intervals.${index}.every`} label="Every" slotProps={NUMBER} sx={{ width: 110 }} />
          <Field control={control} name={`intervals.${index}.unit`} label="Unit" select sx={{ width: 120 }}>
            {UNITS.map((u) => (
              <MenuItem key={u.id} value={u.id}>
                {u.label}
              </MenuItem>
            ))}
          </Field>
          <Field
            control={control}
            name={`intervals.${index}.first`}
            label="First after a new belt"
            slotProps={NUMBER}
            sx={{ width: 190 }}
          />
          <Field control={control} name={`intervals.${index}.with`} label="Together with" placeholder="Oil change" sx={{ width: 200 }} />
        </Box>
      )}
    </Box>
  );
}

function SeasonFields({ control, index, onRemove }: { control: Control<RulesValues>; index: number; onRemove: () => void }) {
  return (
    <Box sx={{ borderTop: '1px solid var(--ts-edge)', py: 1.5, display: 'grid', gap: 1.5 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
        <Field control={control} name={`seasons.${index}.name`} label="Season" sx={{ flex: 1, minWidth: 220 }} />
        <Field control={control} name={`seasons.${index}.day`} label="Day" slotProps={NUMBER} sx={{ width: 90 }} />
        <Field control={control} name={`seasons.${index}.month`} label="Month" select sx={{ width: 150 }}>
          {MONTHS.map((m) => (
            <MenuItem key={m.id} value={m.id}>
              {m.label}
            </MenuItem>
          ))}
        </Field>
      </Box>
      <Controller
        control={control}
        name={`seasons.${index}.kinds`}
        render={({ field, fieldState }) => (
          <Box component="fieldset" sx={{ border: 0, p: 0, m: 0 }}>
            <Box component="legend" className="ts-quiet ts-small">
              Kinds of drive
            </Box>
            {DRIVE_KINDS.map(({ id, label }) => (
              <FormControlLabel
                key={id}
                label={label}
                control={
                  <Checkbox
                    checked={field.value.includes(id)}
                    onChange={(e) => field.onChange(e.target.checked ? [...field.value, id] : field.value.filter((k) => k !== id))}
                  />
                }
              />
            ))}
            {fieldState.error && <Box className="ts-held ts-small">{fieldState.error.message}</Box>}
          </Box>
        )}
      />
      <Field control={control} name={`seasons.${index}.list`} label="Work, one line each" multiline minRows={3} />
      <Box>
        <Button color="error" onClick={onRemove} sx={{ minHeight: 44 }}>
          Delete season
        </Button>
      </Box>
    </Box>
  );
}

/** Page of the rules. */
export const RulesScreen = answered('follow-ups.rules', 'This page', Rules);
