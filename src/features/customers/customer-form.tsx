'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { FormDialog } from '@/ui/form-dialog';
import { mergedWords, useMerge } from '@/ui/form-merge';
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
  const [start] = useState({ name: customer?.name ?? '', contact: customer?.contact ?? '' });
  const form = useForm({ resolver: zodResolver(customerForm), defaultValues: start });
  const { control, handleSubmit, setError, formState } = form;
  const { merge, note } = useMerge(form, start, { name: 'Name', contact: 'Contact' });
  const save = handleSubmit(async (fields) => {
    const answer = await runCommand(
      'customer.save',
      { fields, ...(over ? { existing: { id: over.id, version: over.version } } : {}) },
      { words: fields.name, done: 'Saved.', quiet: true },
    );
    if (isTaken(answer)) return onSaved(answer.ok ? answer.value : null);
    if (answer.ok) return;
    if (answer.reason !== 'stale') return placeRefusal(setError, ['name', 'contact'], answer);
    const { id: _id, version: _version, ...theirs } = answer.current;
    setOver(answer.current);
    setError('root', { message: mergedWords(answer.problem, merge(theirs)) });
  });
  return (
    <FormDialog
      title={customer ? `Change ${customer.name}` : 'Add a customer'}
      submit={customer ? 'Save customer' : 'Add customer'}
      onSubmit={(e) => void save(e)}
      busy={formState.isSubmitting}
      onClose={onClose}
    >
      <Refusal control={control} />
      {note}
      <Field control={control} name="name" label="Name" autoFocus />
      <Field control={control} name="contact" label="Contact" multiline minRows={3} help="Phone, email and usual hours." />
    </FormDialog>
  );
}
