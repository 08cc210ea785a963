'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { CHECKS, COMMONNESS_VALUES, COMPLAINTS, DRIVE_KINDS, LINK_VALUES, NOTHING_SHOWN } from '@/core/fault';
import { Field } from '@/ui/form';
import { Moment } from '@/ui/when';
import { isTaken, useCommand } from '../commands/use-command';
import type { StoredCorrection } from '@/contract/records';

/** Steps and degrees in words. */
const VALUE_WORDS: Readonly<Record<string, string>> = {
  defines: 'every time: this is the cause itself',
  always: 'always',
  usually: 'usually',
  'as-often-as-not': 'as often as not',
  sometimes: 'sometimes',
  seldom: 'seldom',
  [NOTHING_SHOWN]: 'no sign of it',
  1: '1, rare',
  2: '2',
  3: '3',
  4: '4',
  5: '5, everyday',
};

const isCheck = (subject: string) => CHECKS.some((c) => c.id === subject);
const isKind = (subject: string) => DRIVE_KINDS.some((k) => k.id === subject);

/** One link of a cause with its reason. An owner corrects it with a reason, or restores the supplied value. */
export function LinkLine({
  cause,
  subject,
  label,
  shippedAs,
  because,
  own,
  mayCorrect,
}: {
  cause: string;
  subject: string;
  label: string;
  shippedAs: string;
  because: string;
  own: StoredCorrection | undefined;
  mayCorrect: boolean;
}) {
  const [open, setOpen] = useState(false);
  const runCommand = useCommand();
  const put = (value: string | null, why: string) =>
    runCommand('faults.correct', { cause, subject, value, because: why }, { words: `The base: ${label}` });
  /** Supplied value again, which can be undone. */
  const leave = (before: StoredCorrection) =>
    runCommand(
      'faults.correct',
      { cause, subject, value: null, because: '' },
      {
        words: `The base: ${label}`,
        done: { text: `${label}: supplied value restored.`, undo: () => void put(before.value, before.because) },
      },
    );
  const value = own?.value ?? shippedAs;
  return (
    <Box>
      <Box>
        <strong>{label}</strong>
        {isKind(subject) ? ': ' : isCheck(subject) ? ' shows it ' : ': '}
        {VALUE_WORDS[value] ?? value}
        {isKind(subject) && !own ? ': ' : ', since '}
        {own?.because ?? because}.
        {own && (
          <Box component="span" sx={{ color: 'var(--ts-work)' }}>
            {' '}
            Corrected by {own.by}, <Moment at={own.at} as="day" />; supplied: {VALUE_WORDS[shippedAs] ?? shippedAs}.
          </Box>
        )}
        {mayCorrect && !open && (
          <Button onClick={() => setOpen(true)} aria-label={`Correct: ${label}`} sx={{ minHeight: 44, py: 0, ml: 0.5 }}>
            Correct
          </Button>
        )}
        {mayCorrect && own && !open && (
          <Button onClick={() => void leave(own)} aria-label={`Supplied value: ${label}`} sx={{ minHeight: 44, py: 0 }}>
            Supplied value
          </Button>
        )}
      </Box>
      {open && (
        <CorrectForm
          label={label}
          values={isKind(subject) ? COMMONNESS_VALUES : LINK_VALUES}
          value={value}
          onClose={() => setOpen(false)}
          onKeep={async (next, why) => isTaken(await put(next, why))}
        />
      )}
    </Box>
  );
}

function CorrectForm({
  label,
  values,
  value: first,
  onClose,
  onKeep,
}: {
  label: string;
  values: readonly string[];
  value: string;
  onClose: () => void;
  onKeep: (value: string, because: string) => Promise<boolean>;
}) {
  const { control, handleSubmit, setError, formState } = useForm({ defaultValues: { value: first, because: '' } });
  const save = handleSubmit(async ({ value, because }) => {
    if (because.trim() === '') return setError('because', { message: 'Enter a reason. The next reader needs it.' }, { shouldFocus: true });
    if (await onKeep(value, because.trim())) onClose();
  });
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(e) => void save(e)}
      sx={{ display: 'grid', gap: 1, gridTemplateColumns: { sm: '200px 1fr auto auto' }, alignItems: 'start', my: 1, maxWidth: 860 }}
    >
      <Field
        control={control}
        name="value"
        select
        label="In this shop"
        slotProps={{ htmlInput: { 'aria-label': `In this shop: ${label}` } }}
      >
        {values.map((v) => (
          <MenuItem key={v} value={v}>
            {VALUE_WORDS[v] ?? v}
          </MenuItem>
        ))}
      </Field>
      <Field control={control} name="because" label="Since" help=" " slotProps={{ htmlInput: { maxLength: 200 } }} />
      <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
        Save
      </Button>
      <Button onClick={onClose}>Cancel</Button>
    </Box>
  );
}

/** Something that shows a cause here, and does not as it ships. */
export function AddLink({ cause, taken }: { cause: string; taken: readonly string[] }) {
  const [subject, setSubject] = useState('');
  const runCommand = useCommand();
  const open = [...COMPLAINTS, ...CHECKS].filter((one) => !taken.includes(one.id));
  const label = open.find((one) => one.id === subject)?.label ?? '';
  return (
    <Box sx={{ mt: 0.5 }}>
      <TextField
        select
        label="Add a sign"
        value={subject}
        onChange={(e) => setSubject(e.target.value)}
        sx={{ width: 340, maxWidth: '100%' }}
      >
        {open.map((one) => (
          <MenuItem key={one.id} value={one.id}>
            {one.label}
          </MenuItem>
        ))}
      </TextField>
      {subject !== '' && (
        <CorrectForm
          key={subject}
          label={label}
          values={LINK_VALUES.filter((v) => v !== NOTHING_SHOWN)}
          value="sometimes"
          onClose={() => setSubject('')}
          onKeep={async (value, because) =>
            isTaken(await runCommand('faults.correct', { cause, subject, value, because }, { words: `The base: ${label}` }))
          }
        />
      )}
    </Box>
  );
}
