'use client';

import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Icon } from '@/ui/icons';
import { ListedRows } from '@/ui/listed-rows';
import { type ListAsk, type ListedPage } from '@/ui/listing';
import { Empty, Page } from '@/ui/page';
import { useMayChange } from '../shell/shell-context';
import { CustomerForm } from './customer-form';
import { useListOf } from '../queries/use-query';
import type { CustomerLine } from '@/contract/records';

/** Owners of machines, with their contact details. */
export function CustomersScreen({ first, asked }: { first: ListedPage<CustomerLine>; asked: ListAsk }) {
  const router = useRouter();
  const mayChange = useMayChange();
  const listing = useListOf('customers.list', first, asked);
  const [adding, setAdding] = useState(false);
  const add = mayChange && (
    <Button variant="contained" startIcon={<Icon name="add" />} onClick={() => setAdding(true)}>
      Add a customer
    </Button>
  );
  return (
    <Page title="Customers" lead="Owners of machines, with their contact details." actions={add}>
      <ListedRows
        listing={listing}
        find="Find a customer"
        one="customer"
        columns="minmax(0, 1fr) minmax(0, 1.6fr) 130px"
        narrow="1fr auto"
        row={(c) => ({
          key: c.id,
          href: `/customers/${c.id}`,
          cells: [
            c.name,
            <span key="contact" className="ts-quiet ts-wide-only">
              {c.contact}
            </span>,
            <span key="machines" className="ts-quiet">
              {c.machines} {c.machines === 1 ? 'machine' : 'machines'}
            </span>,
          ],
        })}
        empty={
          <Empty title="No customers yet" action={add}>
            Add a customer here, or with their first machine.
          </Empty>
        }
      />
      {adding && (
        <CustomerForm
          customer={null}
          onClose={() => setAdding(false)}
          onSaved={(made) => {
            setAdding(false);
            if (made) router.push(`/customers/${made.id}`);
          }}
        />
      )}
    </Page>
  );
}
