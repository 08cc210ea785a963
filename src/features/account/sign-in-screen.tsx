'use client';

import { foundShop, signIn } from './actions';
import { Door } from './door';
import { DoorForm } from './door-form';
import { SHORTEST_PASSWORD } from '@/contract/forms/shortest-password';

export function SignInScreen() {
  return (
    <Door title="Sign in" lead="Use the account from your shop.">
      <DoorForm
        fields={[
          { name: 'email', label: 'Email address', type: 'email', autoComplete: 'username' },
          { name: 'password', label: 'Password', type: 'password', autoComplete: 'current-password' },
        ]}
        words={['Sign in', 'Signing in…']}
        enter={signIn}
      />
    </Door>
  );
}

export function FirstOwnerScreen() {
  return (
    <Door title="Open your shop" lead="No account exists yet. This account is the owner’s. Add others after signing in.">
      <DoorForm
        fields={[
          { name: 'shop', label: 'Name of the shop', autoComplete: 'organization' },
          { name: 'name', label: 'Your name', autoComplete: 'name' },
          { name: 'email', label: 'Email address', type: 'email', autoComplete: 'username' },
          {
            name: 'password',
            label: 'Password',
            type: 'password',
            autoComplete: 'new-password',
            help: `At least ${SHORTEST_PASSWORD} characters.`,
          },
        ]}
        words={['Open the shop', 'Opening…']}
        enter={foundShop}
      />
    </Door>
  );
}
