'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import type { Person, Preferences, Role } from '@/db';
import type { ActionResult } from '@/server';
import { Icon } from '@/ui/icons';
import { useNotice } from '@/ui/notice';
import { Card, Page } from '@/ui/page';
import { changeOwnPassword, changePreferences } from '../account/actions';
import { SHORTEST_PASSWORD } from '../account/rules';
import { addPerson, changePerson, resetPassword } from './actions';

const ROLE_WORDS: Readonly<Record<Role, string>> = {
  owner: 'Owner: everything, and people',
  technician: 'Technician: works on jobs, drives and shelf',
  viewer: 'Viewer: reads only',
};

/** One's own units, theme and password; for an owner, the people. */
export function ShopScreen({
  me,
  people,
}: {
  me: Pick<Person, 'id' | 'name' | 'email' | 'role' | 'preferences'>;
  people: readonly Person[] | null;
}) {
  const router = useRouter();
  const tell = useNotice();
  const [adding, setAdding] = useState(false);
  const [resetting, setResetting] = useState<Person | null>(null);
  const act = async (run: () => Promise<ActionResult<unknown, unknown>>, done: string) => {
    const result = await run().catch(() => ({
      ok: false as const,
      problem: 'The server does not answer. It may be done all the same: read this page again before you repeat it.',
    }));
    tell(result.ok ? { text: done, tone: 'done' } : { text: result.problem, tone: 'refused' });
    router.refresh();
    return result.ok;
  };
  const prefer = async (change: Partial<Preferences>) => {
    if (await act(() => changePreferences({ ...me.preferences, ...change }), 'Kept.')) window.location.reload();
  };
  const values = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    return Object.fromEntries(new FormData(event.currentTarget)) as Record<string, string>;
  };
  return (
    <Page title="Shop" lead={`${me.name}, ${me.email}`}>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', lg: '1fr 1fr' }, gap: 2, alignItems: 'start' }}>
        <Card title="How you read numbers">
          <Box sx={{ display: 'grid', gap: 2 }}>
            <Choice
              label="Units"
              value={me.preferences.system}
              options={[
                ['inch', 'Inches and pounds'],
                ['metric', 'Millimetres and newtons'],
              ]}
              onChoose={(system) => void prefer({ system: system as Preferences['system'] })}
            />
            <Choice
              label="Fractions of an inch"
              value={String(me.preferences.inchDenominator)}
              options={[
                ['16', 'to 1/16'],
                ['32', 'to 1/32'],
              ]}
              onChoose={(d) => void prefer({ inchDenominator: d === '32' ? 32 : 16 })}
            />
            <Choice
              label="Theme"
              value={me.preferences.theme}
              options={[
                ['day', 'Day'],
                ['bay', 'Bay'],
                ['system', 'As the device'],
              ]}
              onChoose={(t) => void prefer({ theme: t as Preferences['theme'] })}
            />
          </Box>
        </Card>
        <Card title="Your password">
          <Box
            component="form"
            onSubmit={(e) => {
              const form = e.currentTarget;
              const v = values(e);
              void act(
                () => changeOwnPassword({ current: v['current'] ?? '', next: v['next'] ?? '' }),
                'Password changed; other devices are signed out.',
              ).then((ok) => ok && form.reset());
            }}
            sx={{ display: 'grid', gap: 2, maxWidth: 360 }}
          >
            <TextField name="current" label="Present password" type="password" autoComplete="current-password" required />
            <TextField
              name="next"
              label="New password"
              type="password"
              autoComplete="new-password"
              required
              helperText={`At least ${SHORTEST_PASSWORD} characters.`}
            />
            <Box>
              <Button type="submit" variant="outlined">
                Change the password
              </Button>
            </Box>
          </Box>
        </Card>
      </Box>
      {people && (
        <Box sx={{ mt: 2 }}>
          <Card
            title="People"
            acts={
              <Button variant="contained" startIcon={<Icon name="add" />} onClick={() => setAdding(true)}>
                Add someone
              </Button>
            }
          >
            {people.map((p) => (
              <Box
                key={p.id}
                sx={{
                  display: 'flex',
                  flexWrap: 'wrap',
                  gap: 1.5,
                  alignItems: 'center',
                  borderTop: '1px solid var(--ts-edge)',
                  py: 1,
                  opacity: p.active ? 1 : 0.65,
                }}
              >
                <Box sx={{ flex: 1, minWidth: 200 }}>
                  <Box sx={{ fontWeight: 650 }}>
                    {p.name}
                    {p.active ? '' : ' (shut out)'}
                  </Box>
                  <Box sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>{p.email}</Box>
                </Box>
                <TextField
                  select
                  label="Role"
                  aria-label={`Role of ${p.name}`}
                  value={p.role}
                  sx={{ width: 150 }}
                  onChange={(e) =>
                    void act(
                      () => changePerson({ id: p.id, version: p.version, role: e.target.value as Role, active: p.active }),
                      `${p.name} is now ${e.target.value}.`,
                    )
                  }
                >
                  {Object.keys(ROLE_WORDS).map((r) => (
                    <MenuItem key={r} value={r}>
                      {r}
                    </MenuItem>
                  ))}
                </TextField>
                <Button variant="outlined" aria-label={`Reset password of ${p.name}`} onClick={() => setResetting(p)}>
                  Reset password
                </Button>
                {p.id !== me.id && (
                  <Button
                    variant="outlined"
                    aria-label={`${p.active ? 'Shut out' : 'Let in again'}: ${p.name}`}
                    onClick={() =>
                      void act(
                        () => changePerson({ id: p.id, version: p.version, role: p.role, active: !p.active }),
                        p.active ? `${p.name} can no longer sign in.` : `${p.name} can sign in again.`,
                      )
                    }
                  >
                    {p.active ? 'Shut out' : 'Let in again'}
                  </Button>
                )}
              </Box>
            ))}
          </Card>
        </Box>
      )}
      <Dialog open={adding} onClose={() => setAdding(false)} fullWidth maxWidth="xs">
        <DialogTitle>Add someone</DialogTitle>
        <DialogContent>
          <Box
            component="form"
            id="person"
            onSubmit={(e) => {
              const v = values(e);
              void act(
                () =>
                  addPerson({
                    name: v['name'] ?? '',
                    email: v['email'] ?? '',
                    role: (v['role'] ?? 'technician') as Role,
                    password: v['password'] ?? '',
                  }),
                `${v['name']} is added.`,
              ).then((ok) => ok && setAdding(false));
            }}
            sx={{ display: 'grid', gap: 2, pt: 1 }}
          >
            <TextField name="name" label="Name" required autoFocus />
            <TextField name="email" label="E-mail address" type="email" required />
            <TextField name="role" select label="Role" defaultValue="technician">
              {Object.entries(ROLE_WORDS).map(([r, w]) => (
                <MenuItem key={r} value={r}>
                  {w}
                </MenuItem>
              ))}
            </TextField>
            <TextField
              name="password"
              label="First password"
              required
              autoComplete="off"
              helperText={`At least ${SHORTEST_PASSWORD} characters. Tell it to them; they can change it here.`}
            />
          </Box>
        </DialogContent>
        <DialogActions sx={{ p: 2 }}>
          <Button onClick={() => setAdding(false)}>Leave it</Button>
          <Button type="submit" form="person" variant="contained">
            Add this person
          </Button>
        </DialogActions>
      </Dialog>
      <Dialog open={resetting !== null} onClose={() => setResetting(null)} fullWidth maxWidth="xs">
        <DialogTitle>Reset the password of {resetting?.name}</DialogTitle>
        <DialogContent>
          <Typography sx={{ mb: 2 }}>They are signed out everywhere and sign in with the new one.</Typography>
          <Box
            component="form"
            id="reset"
            onSubmit={(e) => {
              const v = values(e);
              if (resetting)
                void act(
                  () => resetPassword({ id: resetting.id, password: v['password'] ?? '' }),
                  `New password set for ${resetting.name}.`,
                ).then((ok) => ok && setResetting(null));
            }}
          >
            <TextField
              name="password"
              label="New password"
              required
              autoFocus
              autoComplete="off"
              helperText={`At least ${SHORTEST_PASSWORD} characters.`}
            />
          </Box>
        </DialogContent>
        <DialogActions sx={{ p: 2 }}>
          <Button onClick={() => setResetting(null)}>Leave it</Button>
          <Button type="submit" form="reset" variant="contained">
            Set this password
          </Button>
        </DialogActions>
      </Dialog>
    </Page>
  );
}

function Choice({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: string;
  options: readonly (readonly [string, string])[];
  onChoose: (value: string) => void;
}) {
  return (
    <Box>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        {label}
      </Typography>
      <ToggleButtonGroup exclusive value={value} aria-label={label} onChange={(_, v: string | null) => v && onChoose(v)}>
        {options.map(([v, word]) => (
          <ToggleButton key={v} value={v}>
            {word}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </Box>
  );
}
