'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useController, useForm, useWatch, type Control } from 'react-hook-form';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { FormDialog } from '@/ui/form-dialog';
import { mergedWords, useMerge } from '@/ui/form-merge';
import { choiceOption, useChoices, type Choice } from '@/ui/lookup';
import { isTaken, useCommand } from '../commands/use-command';
import { machineForm } from '@/contract/forms/machine';
import { MeterField } from './meter-field';
import { ask } from '../queries/ask';
import type { Machine, MachineFields } from '@/contract/records';

const BLANK: MachineFields = {
  name: '',
  maker: '',
  model: '',
  serial: '',
  meter: null,
  meterUnit: 'h',
  notes: '',
  customer: '',
  driveIds: [],
};
const TEXTS = ['name', 'maker', 'model', 'serial', 'customer', 'notes'] as const;
const WHOLE = { gridColumn: '1 / -1' } as const;

const fieldsOf = ({ name, maker, model, serial, meter, meterUnit, notes, customer, driveIds }: MachineFields) => ({
  name,
  maker,
  model,
  serial,
  meter,
  meterUnit,
  notes,
  customer,
  driveIds: [...driveIds],
});

/** Fields that are shown if two people changed them. */
const LABELS = {
  name: 'Name',
  maker: 'Maker',
  model: 'Model',
  serial: 'Serial number',
  notes: 'Notes',
  customer: 'Customer',
  meter: 'Meter',
} as const;

/** Adds or changes a machine. If another person changed it, both versions are shown, field by field. */
export function MachineForm({
  machine,
  drives,
  onClose,
  onSaved,
}: {
  machine: Machine | null;
  /** Those it has, by name. */
  drives: readonly Choice[];
  onClose: () => void;
  /** Null where it saved on this device, not sent. */
  onSaved: (machine: Machine | null) => void;
}) {
  const runCommand = useCommand();
  const [start] = useState(() => fieldsOf(machine ?? BLANK));
  const form = useForm({ resolver: zodResolver(machineForm), defaultValues: start });
  const { control, handleSubmit, setError, setValue, formState } = form;
  const { merge, note } = useMerge(form, start, LABELS);
  const [version, setVersion] = useState(machine?.version ?? 0);
  const [meterProblem, setMeterProblem] = useState<string | null>(null);
  const mine = useWatch({ control }) as MachineFields;

  const save = handleSubmit(async (fields) => {
    if (meterProblem) return setError('root', { message: meterProblem });
    const answer = await runCommand(
      'machine.save',
      { fields, ...(machine ? { existing: { id: machine.id, version } } : {}) },
      {
        words: machine ? `Change ${fields.name}` : `New machine: ${fields.name}`,
        done: machine ? 'Saved.' : `${fields.name} is added.`,
        quiet: true,
      },
    );
    if (answer.ok) return onSaved(answer.value);
    if (isTaken(answer)) return onSaved(null);
    if (answer.reason !== 'stale') return placeRefusal(setError, TEXTS, answer);
    setVersion(answer.current.version);
    setError('root', { message: mergedWords(answer.problem, merge(fieldsOf(answer.current))) });
  });
  const text = (name: (typeof TEXTS)[number], label: string, rest: object = {}) => (
    <Field control={control} name={name} label={label} {...rest} />
  );
  return (
    <FormDialog
      title={machine ? `Change ${machine.name}` : 'Add a machine'}
      submit={machine ? 'Save machine' : 'Add machine'}
      onSubmit={(e) => void save(e)}
      busy={formState.isSubmitting}
      onClose={onClose}
      wide
    >
      <Refusal control={control} wide />
      {note}
      {text('name', 'Name', { sx: WHOLE, autoFocus: true })}
      {text('maker', 'Maker')}
      {text('model', 'Model')}
      {text('serial', 'Serial number')}
      <MeterField
        meter={mine.meter}
        unit={mine.meterUnit}
        onMeter={(meter, meterUnit) => {
          setValue('meter', meter);
          setValue('meterUnit', meterUnit);
        }}
        onProblem={setMeterProblem}
      />
      <CustomerField control={control} />
      <DrivesField first={drives} onChoose={(ids) => setValue('driveIds', ids)} />
      {text('notes', 'Notes', { multiline: true, minRows: 2, sx: WHOLE })}
    </FormDialog>
  );
}

type MachineControl = Control<ReturnType<typeof fieldsOf>>;

/** Customer by name. A new name may be typed. Known names are only suggestions. */
function CustomerField({ control }: { control: MachineControl }) {
  const customer = useController({ control, name: 'customer' });
  const known = useChoices('customers.choose', (find) => ask('customers.choose', { find }));
  return (
    <Autocomplete
      freeSolo
      options={known.choices.map((c) => c.label)}
      filterOptions={(all) => all}
      inputValue={customer.field.value}
      onInputChange={(_, typed) => {
        customer.field.onChange(typed);
        known.ask(typed);
      }}
      renderInput={(params) => (
        <TextField {...params} label="Customer" error={customer.fieldState.invalid} helperText={customer.fieldState.error?.message} />
      )}
      sx={WHOLE}
    />
  );
}

/** Drives of the machine, found by name. */
function DrivesField({ first, onChoose }: { first: readonly Choice[]; onChoose: (ids: number[]) => void }) {
  // A stable array while nothing is chosen: a new array would clear the typed text.
  const [chosen, setChosen] = useState<Choice[]>(() => [...first]);
  const found = useChoices('drives.choose', (find) => ask('drives.choose', { find }));
  return (
    <Autocomplete
      multiple
      options={found.choices}
      value={chosen}
      filterOptions={(all) => all}
      loading={found.busy}
      loadingText="Loading…"
      noOptionsText={found.problem ?? 'No drive has this name.'}
      getOptionLabel={(d) => d.label}
      getOptionKey={(d) => d.id}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      onOpen={(event) => event.type !== 'change' && found.ask('')}
      onInputChange={(_, typed, why) => why === 'input' && found.ask(typed)}
      onChange={(_, next) => {
        setChosen(next);
        onChoose(next.map((d) => d.id));
      }}
      renderOption={choiceOption}
      renderInput={(params) => <TextField {...params} label="Its drives" />}
      sx={WHOLE}
    />
  );
}
