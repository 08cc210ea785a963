'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { useState } from 'react';
import { Card, Page } from '@/ui/page';
import { JobRows } from '@/ui/job-rows';
import { useMayChange, useShell } from '../shell/shell-context';
import { CustomerPrivacy } from './erase-customer';
import { CustomerForm } from './customer-form';
import { answered } from '../queries/answered';
import type { Customer, JobLine } from '@/contract/records';

/** A customer: how they are reached, their machines and their jobs. */
export function CustomerScreen({
  customer,
  machines,
  jobs,
}: {
  customer: Customer;
  machines: readonly { readonly id: number; readonly name: string }[];
  jobs: readonly JobLine[];
}) {
  const mayChange = useMayChange();
  const { role } = useShell();
  const [changing, setChanging] = useState(false);
  return (
    <Page
      title={customer.name}
      actions={
        mayChange && (
          <>
            <Button variant="outlined" onClick={() => setChanging(true)}>
              Change
            </Button>
            {role === 'owner' && <CustomerPrivacy customer={customer} />}
          </>
        )
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' }, gap: 2 }}>
        <Card title="Contact">
          <Box sx={{ whiteSpace: 'pre-wrap', color: customer.contact ? undefined : 'var(--ts-quiet)' }}>
            {customer.contact || 'No contact details recorded.'}
          </Box>
        </Card>
        <Card title="Machines">
          {machines.length === 0 && <Box sx={{ color: 'var(--ts-quiet)' }}>No machine has this customer.</Box>}
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {machines.map((m) => (
              <li key={m.id}>
                <Box
                  component={Link}
                  href={`/machines/${m.id}`}
                  sx={{ display: 'flex', alignItems: 'center', minHeight: 44, color: 'inherit', fontWeight: 600 }}
                >
                  {m.name}
                </Box>
              </li>
            ))}
          </Box>
        </Card>
      </Box>
      <Box sx={{ mt: 2 }}>
        <Card title="Jobs">
          {jobs.length === 0 ? (
            <Box sx={{ color: 'var(--ts-quiet)' }}>None yet.</Box>
          ) : (
            <JobRows jobs={jobs} aside={(j) => j.machine} date={(j) => j.openedAt} />
          )}
        </Card>
      </Box>
      {changing && <CustomerForm customer={customer} onClose={() => setChanging(false)} onSaved={() => setChanging(false)} />}
    </Page>
  );
}

/** Page of a customer. */
export const CustomerPage = answered('customer.read', 'This customer', CustomerScreen);
