'use client';

import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { ConfirmDialog } from '@/ui/confirm-dialog';
import { forgetStoredOf, storedKeysOf } from '@/client/device';
import { countWaitingPhotos, forgetWaitingPhotos } from '@/client/waiting-photos';
import { forgetPages } from '@/client/cached-page';
import { dropAll, queuedCommands } from '@/client/outbox';
import { forgetReads } from '@/client/reads';
import { signOut } from '../account/actions';
import { useShell } from './shell-context';
import { unsavedAtSignOut } from './messages';

/** Who is signed in, and what concerns him alone. */
export function AccountMenu({ onShortcuts }: { onShortcuts: () => void }) {
  const { id, name, role, preferences, prefer } = useShell();
  const router = useRouter();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [leaving, setLeaving] = useState<{ unsaved: number; problem: string | null } | null>(null);
  const owner = String(id);
  const bay = preferences.theme === 'bay';

  const leave = async () => {
    const left = await signOut().then(
      () => true,
      () => false,
    );
    if (!left)
      return setLeaving({
        unsaved: 0,
        problem: 'The server does not answer. You may still be signed in. Unsaved changes stay on this device.',
      });
    forgetStoredOf(owner);
    await Promise.all([
      dropAll(id).catch(() => undefined),
      forgetWaitingPhotos(owner).catch(() => undefined),
      forgetReads(id),
      forgetPages(),
    ]);
    router.replace('/sign-in');
    router.refresh();
  };
  const askToLeave = async () => {
    const [queued, photos] = await Promise.all([queuedCommands(id).catch(() => []), countWaitingPhotos(owner).catch(() => 0)]);
    const unsaved = storedKeysOf(owner) + queued.length + photos;
    if (unsaved > 0) setLeaving({ unsaved, problem: null });
    else await leave();
  };
  const item = (label: string, run: () => void) => (
    <MenuItem
      onClick={() => {
        setAnchor(null);
        run();
      }}
    >
      {label}
    </MenuItem>
  );
  return (
    <>
      <IconButton aria-label={`Account of ${name}`} onClick={(e) => setAnchor(e.currentTarget)}>
        <Box
          component="span"
          sx={{
            width: 32,
            height: 32,
            borderRadius: '50%',
            bgcolor: 'var(--ts-work)',
            color: 'var(--ts-work-ink)',
            display: 'grid',
            placeItems: 'center',
            fontSize: 13,
            fontWeight: 700,
          }}
        >
          {name
            .split(' ')
            .map((n) => n[0])
            .slice(0, 2)
            .join('')}
        </Box>
      </IconButton>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        <MenuItem disabled>
          {name}, {role}
        </MenuItem>
        {item('Units, theme and password', () => router.push('/shop'))}
        {item(bay ? 'Day theme' : 'Bay theme', () => prefer({ theme: bay ? 'day' : 'bay' }))}
        {item('Glossary', () => router.push('/glossary'))}
        {item('Shortcuts', onShortcuts)}
        {item('Sign out', () => void askToLeave())}
      </Menu>
      <ConfirmDialog
        open={leaving !== null}
        title={leaving?.problem ? 'Still signed in' : 'Sign out anyway?'}
        action={leaving?.problem ? 'Try again' : 'Sign out'}
        leave="Stay"
        removes={!leaving?.problem}
        onConfirm={() => void leave()}
        onClose={() => setLeaving(null)}
      >
        {leaving?.problem ?? unsavedAtSignOut(leaving?.unsaved ?? 0)}
      </ConfirmDialog>
    </>
  );
}
