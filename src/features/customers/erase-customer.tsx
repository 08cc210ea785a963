'use client';

import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { ConfirmDialog } from '@/ui/confirm-dialog';
import { erasedWords } from '../access/messages';
import { isTaken, useCommand } from '../commands/use-command';
import type { Customer } from '@/contract/records';

/** Export of everything about a customer, and its erasure. For an owner. */
export function CustomerPrivacy({ customer }: { customer: Customer }) {
  const runCommand = useCommand();
  const router = useRouter();
  const [asking, setAsking] = useState(false);
  const erase = async () => {
    setAsking(false);
    const { id, version, name } = customer;
    const answer = await runCommand(
      'customer.erase',
      { id, version },
      { words: `Customer ${name} erased`, done: erasedWords(name), keep: false },
    );
    if (isTaken(answer)) router.replace('/customers');
  };
  return (
    <>
      <Button component="a" href={`/api/customers/${customer.id}/export`} download variant="outlined">
        Export
      </Button>
      <Button color="error" variant="outlined" onClick={() => setAsking(true)}>
        Erase
      </Button>
      <ConfirmDialog
        open={asking}
        title={`Erase ${customer.name}?`}
        action="Erase customer"
        leave="Cancel"
        removes
        onConfirm={() => void erase()}
        onClose={() => setAsking(false)}
      >
        <Typography>
          This deletes the customer, and removes the name and contact details from the texts of their jobs. Machines, readings and tickets
          stay. It cannot be undone. Earlier backups still hold the customer.
        </Typography>
      </ConfirmDialog>
    </>
  );
}
