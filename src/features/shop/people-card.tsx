'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ROLES } from '@/core/role';
import { Icon } from '@/ui/icons';
import { Card } from '@/ui/page';
import { useCommand } from '../commands/use-command';
import { AddPersonDialog, ResetPasswordDialog } from './people-dialogs';
import { noLongerSignsIn, signsInAgain } from './messages';
import type { Person } from '@/contract/records';

/** Who works here: roles, access, passwords. */
export function PeopleCard({ people, me }: { people: readonly Person[]; me: number }) {
  const [adding, setAdding] = useState(false);
  const [resetting, setResetting] = useState<Person | null>(null);
  return (
    <Card
      title="People"
      actions={
        <Button variant="contained" startIcon={<Icon name="add" />} onClick={() => setAdding(true)}>
          Add a person
        </Button>
      }
    >
      {people.map((p) => (
        <PersonRow key={p.id} person={p} self={p.id === me} onReset={() => setResetting(p)} />
      ))}
      {adding && <AddPersonDialog onClose={() => setAdding(false)} />}
      {resetting && <ResetPasswordDialog person={resetting} onClose={() => setResetting(null)} />}
    </Card>
  );
}

function PersonRow({ person: p, self, onReset }: { person: Person; self: boolean; onReset: () => void }) {
  const runCommand = useCommand();
  const change = (next: Pick<Person, 'role' | 'active'>, done: string) =>
    void runCommand('person.change', { id: p.id, version: p.version, ...next }, { words: `Access of ${p.name}`, done });
  return (
    <Box
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        gap: 1.5,
        alignItems: 'center',
        borderTop: '1px solid var(--ts-edge)',
        py: 1,
      }}
    >
      <Box sx={{ flex: 1, minWidth: 200 }}>
        <Box sx={{ fontWeight: 650 }}>
          {p.name}
          {p.active ? '' : ' (deactivated)'}
        </Box>
        <Box sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>{p.email}</Box>
      </Box>
      <TextField
        select
        label="Role"
        aria-label={`Role of ${p.name}`}
        value={p.role}
        sx={{ width: 150 }}
        onChange={(e) => {
          const role = ROLES.find((r) => r === e.target.value);
          if (role) change({ role, active: p.active }, `${p.name} is now ${role}.`);
        }}
      >
        {ROLES.map((r) => (
          <MenuItem key={r} value={r}>
            {r}
          </MenuItem>
        ))}
      </TextField>
      <Button variant="outlined" aria-label={`Reset password of ${p.name}`} onClick={onReset}>
        Reset password
      </Button>
      {!self && (
        <Button
          variant="outlined"
          aria-label={`${p.active ? 'Deactivate' : 'Reactivate'}: ${p.name}`}
          onClick={() => change({ role: p.role, active: !p.active }, p.active ? noLongerSignsIn(p.name) : signsInAgain(p.name))}
        >
          {p.active ? 'Deactivate' : 'Reactivate'}
        </Button>
      )}
    </Box>
  );
}
