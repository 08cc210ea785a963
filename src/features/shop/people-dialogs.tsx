'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useForm } from 'react-hook-form';
import * as z from 'zod';
import { ROLES, type Role } from '@/core/role';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { FormDialog } from '@/ui/form-dialog';
import { emailRule, nameRule, passwordRule } from '@/contract/forms/account';
import { SHORTEST_PASSWORD } from '@/contract/forms/shortest-password';
import { useCommand } from '../commands/use-command';
import { newPasswordSet, passwordHelp, resetPasswordOf } from './messages';
import type { Person } from '@/contract/records';

const ROLE_WORDS: Readonly<Record<Role, string>> = {
  owner: 'Owner: everything, including people',
  technician: 'Technician: works on jobs, drives and stock',
  viewer: 'Viewer: reads only',
};

const personForm = z.object({ name: nameRule, email: emailRule, role: z.enum(ROLES), password: passwordRule });

export function AddPersonDialog({ onClose }: { onClose: () => void }) {
  const runCommand = useCommand();
  const { control, handleSubmit, setError, formState } = useForm({
    resolver: zodResolver(personForm),
    defaultValues: { name: '', email: '', role: 'technician' as Role, password: '' },
  });
  const add = handleSubmit(async (values) => {
    const answer = await runCommand('person.add', values, { words: values.name, done: `${values.name} is added.`, quiet: true });
    if (answer.ok) onClose();
    else placeRefusal(setError, ['name', 'email', 'role', 'password'], answer);
  });
  return (
    <FormDialog title="Add a person" submit="Add person" onSubmit={(e) => void add(e)} busy={formState.isSubmitting} onClose={onClose}>
      <Refusal control={control} />
      <Field control={control} name="name" label="Name" autoFocus />
      <Field control={control} name="email" label="Email address" type="email" />
      <Field control={control} name="role" select label="Role">
        {ROLES.map((r) => (
          <MenuItem key={r} value={r}>
            {ROLE_WORDS[r]}
          </MenuItem>
        ))}
      </Field>
      <Field control={control} name="password" label="First password" autoComplete="off" help={passwordHelp(SHORTEST_PASSWORD)} />
    </FormDialog>
  );
}

const resetForm = z.object({ password: passwordRule });

export function ResetPasswordDialog({ person, onClose }: { person: Person; onClose: () => void }) {
  const runCommand = useCommand();
  const { control, handleSubmit, setError, formState } = useForm({ resolver: zodResolver(resetForm), defaultValues: { password: '' } });
  const set = handleSubmit(async ({ password }) => {
    const answer = await runCommand(
      'person.reset-password',
      { id: person.id, password },
      { words: `Password of ${person.name}`, done: newPasswordSet(person.name), quiet: true },
    );
    if (answer.ok) onClose();
    else placeRefusal(setError, ['password'], answer);
  });
  return (
    <FormDialog
      title={resetPasswordOf(person.name)}
      submit="Set password"
      onSubmit={(e) => void set(e)}
      busy={formState.isSubmitting}
      onClose={onClose}
      lead={<Typography sx={{ mb: 2 }}>The person is signed out everywhere and must sign in with the new password.</Typography>}
    >
      <Refusal control={control} />
      <Field
        control={control}
        name="password"
        label="New password"
        autoFocus
        autoComplete="off"
        help={`At least ${SHORTEST_PASSWORD} characters.`}
      />
    </FormDialog>
  );
}
