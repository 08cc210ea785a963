'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { FormDialog } from '@/ui/form-dialog';
import { isTaken, useCommand } from '../commands/use-command';
import { customerForm } from '@/contract/forms/customer';
import type { Customer } from '@/contract/records';

/** Adds a customer, or changes one. @param onSaved what the server made of it; null where it waits to be sent */
export function CustomerForm({
  customer,
  onClose,
  onSaved,
}: {
  customer: Customer | null;
  onClose: () => void;
  onSaved: (made: Customer | null) => void;
}) {
  const runCommand = useCommand();
  const [over, setOver] = useState(customer);
  const [theirs, setTheirs] = useState<Customer | null>(null);
  const { control, handleSubmit, setError, reset, formState } = useForm({
    resolver: zodResolver(customerForm),
    defaultValues: { name: customer?.name ?? '', contact: customer?.contact ?? '' },
  });
  const save = handleSubmit(async (fields) => {
    const answer = await runCommand(
      'customer.save',
      { fields, ...(over ? { existing: { id: over.id, version: over.version } } : {}) },
      { words: fields.name, done: 'Saved.', quiet: true },
    );
    if (isTaken(answer)) return onSaved(answer.ok ? answer.value : null);
    if (answer.ok) return;
    if (answer.reason === 'stale') {
      setTheirs(answer.current);
      // If it is saved again, my version replaces theirs.
      setOver(answer.current);
    }
    placeRefusal(setError, ['name', 'contact'], answer);
  });
  return (
    <FormDialog
      title={customer ? `Change ${customer.name}` : 'Add a customer'}
      submit={customer ? 'Save customer' : 'Add customer'}
      onSubmit={(e) => void save(e)}
      busy={formState.isSubmitting}
      onClose={onClose}
    >
      <Refusal
        control={control}
        action={
          theirs && (
            <Button color="inherit" onClick={() => reset({ name: theirs.name, contact: theirs.contact })}>
              Use their version
            </Button>
          )
        }
      />
      <Field control={control} name="name" label="Name" autoFocus />
      <Field control={control} name="contact" label="Contact" multiline minRows={3} help="Phone, email and usual hours." />
    </FormDialog>
  );
}
