'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useForm } from 'react-hook-form';
import * as z from 'zod';
import { ROLES, type Role } from '@/core/role';
import type { Person } from '@/db';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { emailRule, nameRule, passwordRule, SHORTEST_PASSWORD } from '../account/rules';
import { useAct } from '../acts/use-act';

const ROLE_WORDS: Readonly<Record<Role, string>> = {
  owner: 'Owner: everything, and people',
  technician: 'Technician: works on jobs, drives and shelf',
  viewer: 'Viewer: reads only',
};

const personForm = z.object({ name: nameRule, email: emailRule, role: z.enum(ROLES), password: passwordRule });

export function AddPersonDialog({ onClose }: { onClose: () => void }) {
  const act = useAct();
  const { control, handleSubmit, setError, formState } = useForm({
    resolver: zodResolver(personForm),
    defaultValues: { name: '', email: '', role: 'technician' as Role, password: '' },
  });
  const add = handleSubmit(async (values) => {
    const answer = await act('person.add', values, { words: values.name, done: `${values.name} is added.`, quiet: true });
    if (answer.ok) onClose();
    else placeRefusal(setError, ['name', 'email', 'role', 'password'], answer);
  });
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>Add someone</DialogTitle>
      <DialogContent>
        <Box component="form" id="person" noValidate onSubmit={(e) => void add(e)} sx={{ display: 'grid', gap: 2, pt: 1 }}>
          <Refusal control={control} />
          <Field control={control} name="name" label="Name" autoFocus />
          <Field control={control} name="email" label="E-mail address" type="email" />
          <Field control={control} name="role" select label="Role">
            {ROLES.map((r) => (
              <MenuItem key={r} value={r}>
                {ROLE_WORDS[r]}
              </MenuItem>
            ))}
          </Field>
          <Field
            control={control}
            name="password"
            label="First password"
            autoComplete="off"
            help={`At least ${SHORTEST_PASSWORD} characters. Tell it to them; they can change it here.`}
          />
        </Box>
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button onClick={onClose}>Leave it</Button>
        <Button type="submit" form="person" variant="contained" disabled={formState.isSubmitting}>
          Add this person
        </Button>
      </DialogActions>
    </Dialog>
  );
}

const resetForm = z.object({ password: passwordRule });

export function ResetPasswordDialog({ person, onClose }: { person: Person; onClose: () => void }) {
  const act = useAct();
  const { control, handleSubmit, setError, formState } = useForm({ resolver: zodResolver(resetForm), defaultValues: { password: '' } });
  const set = handleSubmit(async ({ password }) => {
    const answer = await act(
      'person.reset-password',
      { id: person.id, password },
      { words: `Password of ${person.name}`, done: `New password set for ${person.name}.`, quiet: true },
    );
    if (answer.ok) onClose();
    else placeRefusal(setError, ['password'], answer);
  });
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>Reset the password of {person.name}</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 2 }}>They are signed out everywhere and sign in with the new one.</Typography>
        <Box component="form" id="reset" noValidate onSubmit={(e) => void set(e)} sx={{ display: 'grid', gap: 2, pt: 1 }}>
          <Refusal control={control} />
          <Field
            control={control}
            name="password"
            label="New password"
            autoFocus
            autoComplete="off"
            help={`At least ${SHORTEST_PASSWORD} characters.`}
          />
        </Box>
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button onClick={onClose}>Leave it</Button>
        <Button type="submit" form="reset" variant="contained" disabled={formState.isSubmitting}>
          Set this password
        </Button>
      </DialogActions>
    </Dialog>
  );
}
