'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { meterText } from '@/core/quantity';
import { Icon } from '@/ui/icons';
import { ListedRows } from '@/ui/listed-rows';
import { type ListAsk, type ListedPage } from '@/ui/listing';
import { Empty, Page } from '@/ui/page';
import { useMayChange } from '../shell/shell-context';
import { MachineForm } from './machine-form';
import { useListOf } from '../queries/use-query';
import type { MachineLine } from '@/contract/records';

export function MachinesScreen({ first, asked }: { first: ListedPage<MachineLine>; asked: ListAsk }) {
  const router = useRouter();
  const mayChange = useMayChange();
  const listing = useListOf('machines.list', first, asked);
  const [adding, setAdding] = useState(false);
  return (
    <Page
      title="Machines"
      lead="Owners, drives and service history."
      actions={
        <>
          <Button component={Link} href="/customers" variant="outlined">
            Customers
          </Button>
          <Button component={Link} href="/machines/wear" variant="outlined">
            CVT belt wear
          </Button>
          {mayChange && (
            <Button variant="contained" startIcon={<Icon name="add" />} onClick={() => setAdding(true)}>
              Add a machine
            </Button>
          )}
        </>
      }
    >
      <ListedRows
        listing={listing}
        find="Find a machine"
        one="machine"
        columns="minmax(0, 1.2fr) minmax(0, 1fr) minmax(0, 1fr) 110px"
        narrow="1fr auto"
        row={(m) => ({
          key: m.id,
          href: `/machines/${m.id}`,
          cells: [
            m.name,
            <span key="model" className="ts-quiet ts-wide-only">
              {m.model || m.maker}
              {m.serial ? `, ${m.serial}` : ''}
            </span>,
            <span key="customer" className="ts-quiet">
              {m.customer}
            </span>,
            <span key="meter" className="ts-mono">
              {m.meter === null ? '' : meterText(m.meter, m.meterUnit)}
            </span>,
          ],
        })}
        empty={
          <Empty
            title="No machines yet"
            action={
              mayChange && (
                <Button variant="contained" onClick={() => setAdding(true)}>
                  Add the first
                </Button>
              )
            }
          >
            A machine has an owner, a meter and one or more drives. Jobs are opened on it.
          </Empty>
        }
      />
      {adding && (
        <MachineForm
          machine={null}
          drives={[]}
          onClose={() => setAdding(false)}
          onSaved={(made) => {
            setAdding(false);
            if (made) router.push(`/machines/${made.id}`);
          }}
        />
      )}
    </Page>
  );
}
