'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Link from 'next/link';
import { Page } from '@/ui/page';
import { BackupCard } from './backup-card';
import { LimitsCard } from './limits-card';
import { OwnChoices } from './own-choices';
import { OwnPassword } from './own-password';
import { PeopleCard } from './people-card';
import { ShopCard } from './shop-card';
import { answered } from '../queries/answered';
import type { Person, Shop } from '@/contract/records';

/** One's own units, theme and password; for an owner, the shop and its people. */
export function ShopScreen({
  me,
  shop,
  people,
}: {
  me: Pick<Person, 'id' | 'name' | 'email'>;
  /** Null unless the person is an owner. */
  shop: Shop | null;
  people: readonly Person[] | null;
}) {
  return (
    <Page
      title="Settings"
      lead={`${me.name}, ${me.email}`}
      actions={
        <>
          {shop && (
            <Button component={Link} href="/shop/access" variant="outlined">
              Access and log
            </Button>
          )}
          <Button component={Link} href="/shop/faults" variant="outlined">
            Causes of belt trouble
          </Button>
        </>
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', lg: '1fr 1fr' }, gap: 2, alignItems: 'start' }}>
        <Stack spacing={2}>
          <OwnChoices />
          {shop && <BackupCard />}
        </Stack>
        <Stack spacing={2}>
          <OwnPassword />
          {shop && <ShopCard shop={shop} />}
          {shop && <LimitsCard shop={shop} />}
        </Stack>
      </Box>
      {people && (
        <Box sx={{ mt: 2 }}>
          <PeopleCard people={people} me={me.id} />
        </Box>
      )}
    </Page>
  );
}

/** Page of the settings. */
export const Settings = answered('settings.read', 'This page', ShopScreen);
