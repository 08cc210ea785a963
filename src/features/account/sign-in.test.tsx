import userEvent from '@testing-library/user-event';
import { render, screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { DoorForm } from './door-form';

const router = vi.hoisted(() => ({ replace: vi.fn(), refresh: vi.fn() }));
vi.mock('next/navigation', () => ({ useRouter: () => router }));

it('offers a choice if an address fits several shops, and keeps what was typed', async () => {
  const user = userEvent.setup();
  const enter = vi.fn(async ({ shop }: { shop?: string }) => ({
    ok: true as const,
    value:
      shop === undefined
        ? [
            { id: 4, name: 'Reef Road Works' },
            { id: 9, name: 'Thrush Point Garage' },
          ]
        : [],
  }));
  render(
    <DoorForm
      fields={[
        { name: 'email', label: 'Email address', type: 'email', autoComplete: 'username' },
        { name: 'password', label: 'Password', type: 'password', autoComplete: 'current-password' },
      ]}
      words={['Sign in', 'Signing in…']}
      enter={enter}
    />,
  );
  await user.type(screen.getByLabelText('Email address'), 'bram@quaybay.example');
  await user.type(screen.getByLabelText('Password'), 'thursday-boat-48');
  await user.click(screen.getByRole('button', { name: 'Sign in' }));
  await user.selectOptions(await screen.findByRole('combobox', { name: 'Shop' }), 'Thrush Point Garage');
  expect(router.replace).not.toHaveBeenCalled();
  await user.click(screen.getByRole('button', { name: 'Sign in' }));
  expect(enter).toHaveBeenLastCalledWith({ email: 'bram@quaybay.example', password: 'thursday-boat-48', shop: '9' });
  expect(router.replace).toHaveBeenCalledWith('/');
});
