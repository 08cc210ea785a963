import userEvent from '@testing-library/user-event';
import { render, screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { SignInScreen } from './sign-in-screen';

const router = vi.hoisted(() => ({ replace: vi.fn(), refresh: vi.fn() }));
const signIn = vi.hoisted(() =>
  vi.fn(async ({ shop }: { shop?: string }) => ({
    ok: true as const,
    value:
      shop === undefined
        ? [
            { id: 4, name: 'Reef Road Works' },
            { id: 9, name: 'Thrush Point Garage' },
          ]
        : [],
  })),
);
vi.mock('next/navigation', () => ({ useRouter: () => router }));
vi.mock('./actions', () => ({ signIn, foundShop: vi.fn() }));

it('offers a choice if an address fits several shops, and keeps what was typed', async () => {
  const user = userEvent.setup();
  render(<SignInScreen />);
  await user.type(screen.getByLabelText('Email address'), 'bram@quaybay.example');
  await user.type(screen.getByLabelText('Password'), 'thursday-boat-48');
  await user.click(screen.getByRole('button', { name: 'Sign in' }));
  await user.selectOptions(await screen.findByRole('combobox', { name: 'Shop' }), 'Thrush Point Garage');
  expect(router.replace).not.toHaveBeenCalled();
  await user.click(screen.getByRole('button', { name: 'Sign in' }));
  expect(signIn).toHaveBeenLastCalledWith({ email: 'bram@quaybay.example', password: 'thursday-boat-48', shop: '9' });
  expect(router.replace).toHaveBeenCalledWith('/');
});
