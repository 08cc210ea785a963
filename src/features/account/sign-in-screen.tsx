'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useForm, type DefaultValues, type FieldPath, type FieldValues } from 'react-hook-form';
import * as z from 'zod';
import type { ActionResult } from '@/server';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { foundShop, signIn } from './actions';
import { Door } from './door';
import { firstOwnerForm, SHORTEST_PASSWORD } from './rules';

const signInForm = z.object({
  email: z.string().trim().min(1, 'Enter your email address.'),
  password: z.string().min(1, 'Enter your password.'),
});

/** Sign-in form. After success it opens the jobs. After a refusal the typed text stays. */
function useDoorForm<V extends FieldValues>(
  form: z.ZodType<V, V>,
  blank: DefaultValues<V>,
  enter: (values: V) => Promise<ActionResult<null>>,
) {
  const router = useRouter();
  const { control, handleSubmit, setError, formState } = useForm<V, unknown, V>({ resolver: zodResolver(form), defaultValues: blank });
  const submit = handleSubmit(async (values) => {
    const answer = await enter(values).catch(() => ({
      ok: false as const,
      problem: 'The server does not answer. Your entries are still here. Try again in a moment.',
      field: undefined,
    }));
    if (!answer.ok)
      return placeRefusal(setError, Object.keys(values) as FieldPath<V>[], {
        problem: answer.problem,
        field: 'field' in answer ? answer.field : undefined,
      });
    router.replace('/');
    router.refresh();
  });
  // The next page is still on its way when the form has been answered.
  return { control, submit, busy: formState.isSubmitting || formState.isSubmitSuccessful };
}

export function SignInScreen() {
  const { control, submit, busy } = useDoorForm(signInForm, { email: '', password: '' }, signIn);
  return (
    <Door title="Sign in" lead="Use the account from your shop.">
      <Box component="form" noValidate onSubmit={(e) => void submit(e)} sx={{ display: 'grid', gap: 2 }}>
        <Refusal control={control} />
        <Field control={control} name="email" label="Email address" type="email" autoComplete="username" autoFocus />
        <Field control={control} name="password" label="Password" type="password" autoComplete="current-password" />
        <Button type="submit" variant="contained" size="large" disabled={busy}>
          {busy ? 'Signing in…' : 'Sign in'}
        </Button>
      </Box>
    </Door>
  );
}

export function FirstOwnerScreen() {
  const { control, submit, busy } = useDoorForm(firstOwnerForm, { shop: '', name: '', email: '', password: '' }, foundShop);
  return (
    <Door title="Open your shop" lead="No account exists yet. This account is the owner’s. Add others after signing in.">
      <Box component="form" noValidate onSubmit={(e) => void submit(e)} sx={{ display: 'grid', gap: 2 }}>
        <Refusal control={control} />
        <Field control={control} name="shop" label="Name of the shop" autoComplete="organization" />
        <Field control={control} name="name" label="Your name" autoComplete="name" />
        <Field control={control} name="email" label="Email address" type="email" autoComplete="username" />
        <Field
          control={control}
          name="password"
          label="Password"
          type="password"
          autoComplete="new-password"
          help={`At least ${SHORTEST_PASSWORD} characters.`}
        />
        <Button type="submit" variant="contained" size="large" disabled={busy}>
          {busy ? 'Opening…' : 'Open the shop'}
        </Button>
      </Box>
    </Door>
  );
}
