import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, it, vi } from 'vitest';
import { countRule, readCount } from './count';
import { LineFormFields } from './line-form-fields';

const field = () => screen.getByLabelText('Reason') as HTMLInputElement;
const button = () => screen.getByRole('button', { name: 'Skip' }) as HTMLButtonElement;
const open = (saved: boolean) => {
  const save = vi.fn(async (_text: string) => saved);
  render(<LineFormFields label="Reason" submit="Skip" maxLength={20} onSave={save} />);
  return save;
};

it('saves a line without spaces at its ends, and is empty then', async () => {
  const save = open(true);
  expect(button().disabled).toBe(true);
  await userEvent.type(field(), '  seen yesterday ');
  await userEvent.click(button());
  await waitFor(() => expect(field().value).toBe(''));
  expect(save.mock.calls).toEqual([['seen yesterday']]);
});

it('preserves the text if it was not saved', async () => {
  open(false);
  await userEvent.type(field(), 'no time{Enter}');
  await waitFor(() => expect(button().disabled).toBe(false));
  expect(field().value).toBe('no time');
});

it('saves nothing for spaces alone', async () => {
  const save = open(true);
  await userEvent.type(field(), '   {Enter}');
  expect(save).not.toHaveBeenCalled();
});

it.each<[string, number | null]>([
  ['1', 1],
  [' 12 ', 12],
  ['999', 999],
  ['1000', null],
  ['0', null],
  ['-1', null],
  ['1.5', null],
  ['', null],
  ['a few', null],
])('reads “%s” as a count from 1 to 999: %s', (text, count) => {
  expect(readCount(text, 1, 999)).toBe(count);
  expect(countRule(1, 999).validate(text)).toBe(count === null ? 'Enter a whole number from 1 to 999.' : true);
});
