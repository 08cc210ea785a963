'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useForm } from 'react-hook-form';
import * as z from 'zod';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { Card } from '@/ui/page';
import { passwordRule } from '@/contract/forms/account';
import { SHORTEST_PASSWORD } from '@/contract/forms/shortest-password';
import { useCommand } from '../commands/use-command';

const passwords = z.object({ current: z.string().min(1, 'Enter your current password.'), next: passwordRule });

export function OwnPassword() {
  const runCommand = useCommand();
  const { control, handleSubmit, setError, reset, formState } = useForm({
    resolver: zodResolver(passwords),
    defaultValues: { current: '', next: '' },
  });
  const change = handleSubmit(async (values) => {
    const answer = await runCommand('own-password', values, {
      words: 'Your password',
      done: 'Password changed. Other devices are signed out.',
      quiet: true,
    });
    if (answer.ok) reset();
    else placeRefusal(setError, ['current', 'next'], answer);
  });
  return (
    <Card title="Your password">
      <Box component="form" noValidate onSubmit={(e) => void change(e)} sx={{ display: 'grid', gap: 2, maxWidth: 360 }}>
        <Refusal control={control} />
        <Field control={control} name="current" label="Current password" type="password" autoComplete="current-password" />
        <Field
          control={control}
          name="next"
          label="New password"
          type="password"
          autoComplete="new-password"
          help={`At least ${SHORTEST_PASSWORD} characters.`}
        />
        <Box>
          <Button type="submit" variant="outlined" disabled={formState.isSubmitting}>
            Change password
          </Button>
        </Box>
      </Box>
    </Card>
  );
}
