'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import type { ActionResult } from '@/server';
import { foundShop, signIn } from './actions';
import { SHORTEST_PASSWORD } from './rules';

/** A belt round two sheaves: the house's mark. */
export function Mark({ size = 40 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 40 40" aria-hidden focusable="false">
      <path
        d="M6.85 16.28L18.3 32.71A9.99 9.99 0 1 0 33.04 19.45L17.9 6.34A7.49 7.49 0 0 0 6.85 16.28Z"
        fill="none"
        stroke="currentColor"
        strokeWidth={3.4}
        strokeLinejoin="round"
      />
      <circle cx={13} cy={12} r={2.6} fill="currentColor" />
      <circle cx={26.5} cy={27} r={3.6} fill="currentColor" />
    </svg>
  );
}

function Door({ title, lead, children }: { title: string; lead: string; children: React.ReactNode }) {
  return (
    <Box component="main" id="main" sx={{ minHeight: '100dvh', display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' } }}>
      <Box
        sx={{
          display: { xs: 'none', md: 'flex' },
          bgcolor: 'var(--ts-rail)',
          color: '#ece8df',
          p: 6,
          flexDirection: 'column',
          justifyContent: 'space-between',
        }}
      >
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, color: '#8fd0c8' }}>
          <Mark size={44} />
          <Typography component="p" sx={{ fontSize: 22, fontWeight: 700, color: '#ece8df' }}>
            Taut Sheave
          </Typography>
        </Box>
        <svg viewBox="0 0 400 300" width="100%" aria-hidden focusable="false" style={{ maxWidth: 520 }}>
          <path
            d="M77.27 109.54L253.03 264.05A55.99 55.99 0 1 0 308.22 169.06L238.61 145.1A35.01 35.01 0 0 1 225.54 137.04L134.34 47.96A41.99 41.99 0 1 0 77.27 109.54Z"
            fill="none"
            stroke="#8fd0c8"
            strokeWidth={7}
            strokeLinejoin="round"
          />
          <circle cx={105} cy={78} r={36} fill="none" stroke="#5d6467" strokeWidth={3} />
          <circle cx={290} cy={222} r={50} fill="none" stroke="#5d6467" strokeWidth={3} />
          <circle cx={250} cy={112} r={29} fill="none" stroke="#d98a5f" strokeWidth={3} strokeDasharray="6 6" />
          {[
            [105, 78],
            [290, 222],
            [250, 112],
          ].map(([x, y]) => (
            <circle key={x} cx={x} cy={y} r={5} fill="#5d6467" />
          ))}
        </svg>
        <Typography sx={{ color: '#c9cfd0', maxWidth: 420, fontSize: 17 }}>
          Will this belt run on this drive? Know before you mount it.
        </Typography>
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', justifyContent: 'center', p: 3 }}>
        <Box sx={{ width: '100%', maxWidth: 400 }}>
          <Box sx={{ display: { xs: 'flex', md: 'none' }, alignItems: 'center', gap: 1.5, mb: 4, color: 'var(--ts-work)' }}>
            <Mark />
            <Typography component="p" sx={{ fontWeight: 700, fontSize: 20, color: 'var(--ts-ink)' }}>
              Taut Sheave
            </Typography>
          </Box>
          <Typography variant="h1" sx={{ mb: 1 }}>
            {title}
          </Typography>
          <Typography sx={{ mb: 3, color: 'var(--ts-quiet)' }}>{lead}</Typography>
          {children}
        </Box>
      </Box>
    </Box>
  );
}

/** Sends a form to an act and shows its refusal; what was typed stays. */
function useForm<T>(act: (values: T) => Promise<ActionResult<null>>) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [refusal, setRefusal] = useState<{ problem: string; field: string } | null>(null);
  const submit = async (values: T) => {
    setBusy(true);
    const result = await act(values).catch(() => ({
      ok: false as const,
      reason: 'failed' as const,
      problem: 'The server does not answer. What you typed is still here; try again in a moment.',
    }));
    if (result.ok) {
      router.replace('/');
      router.refresh();
      return;
    }
    setBusy(false);
    setRefusal({ problem: result.problem, field: 'field' in result ? (result.field ?? '') : '' });
  };
  return { busy, refusal, submit };
}

const values = <T,>(event: FormEvent<HTMLFormElement>) => {
  event.preventDefault();
  return Object.fromEntries(new FormData(event.currentTarget)) as T;
};

export function SignInScreen() {
  const { busy, refusal, submit } = useForm(signIn);
  return (
    <Door title="Sign in" lead="With the account your shop gave you.">
      <Box component="form" noValidate onSubmit={(e) => void submit(values(e))} sx={{ display: 'grid', gap: 2 }}>
        {refusal && (
          <Alert severity="warning" variant="outlined">
            {refusal.problem}
          </Alert>
        )}
        <TextField name="email" label="E-mail address" type="email" autoComplete="username" autoFocus />
        <TextField name="password" label="Password" type="password" autoComplete="current-password" />
        <Button type="submit" variant="contained" size="large" disabled={busy}>
          {busy ? 'Signing in …' : 'Sign in'}
        </Button>
      </Box>
    </Door>
  );
}

export function FirstOwnerScreen() {
  const { busy, refusal, submit } = useForm(foundShop);
  const field = (name: string, label: string, rest: Record<string, string> = {}, help = '') => (
    <TextField
      name={name}
      label={label}
      error={refusal?.field === name}
      helperText={refusal?.field === name ? refusal.problem : help}
      {...rest}
    />
  );
  return (
    <Door title="Open your shop" lead="Nobody is here yet. The account you make now is the owner’s; others are added from inside.">
      <Box component="form" noValidate onSubmit={(e) => void submit(values(e))} sx={{ display: 'grid', gap: 2 }}>
        {refusal && !refusal.field && (
          <Alert severity="warning" variant="outlined">
            {refusal.problem}
          </Alert>
        )}
        {field('shop', 'Name of the shop', { autoComplete: 'organization' })}
        {field('name', 'Your name', { autoComplete: 'name' })}
        {field('email', 'E-mail address', { type: 'email', autoComplete: 'username' })}
        {field('password', 'Password', { type: 'password', autoComplete: 'new-password' }, `At least ${SHORTEST_PASSWORD} characters.`)}
        <Button type="submit" variant="contained" size="large" disabled={busy}>
          {busy ? 'Opening …' : 'Open the shop'}
        </Button>
      </Box>
    </Door>
  );
}
