import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, it, vi } from 'vitest';
import { show } from '@/ui/test-shell';
import { deviceDatabase } from './device-database';
import { useRead, useRefetch } from './reads';

/** Each test has keys of its own. */
let keys = 0;

function Page({
  name,
  first,
  load,
}: {
  name: string;
  first: { text: string };
  load: () => Promise<{ ok: true; value: { text: string } }>;
}) {
  const reading = useRead([name, {}], load, { first });
  const readAgain = useRefetch();
  return (
    <>
      <p>{reading.value?.text}</p>
      <button onClick={() => readAgain([name])}>Change</button>
    </>
  );
}
const answers = (text: string) => vi.fn(async () => ({ ok: true as const, value: { text } }));
const change = () => userEvent.click(screen.getByRole('button', { name: 'Change' }));

it('shows the value that came with the page, and reads it again after a change', async () => {
  const load = answers('second');
  show(<Page name={`q${++keys}`} first={{ text: 'first' }} load={load} />);
  expect(screen.getByText('first')).toBeTruthy();
  await change();
  expect(await screen.findByText('second')).toBeTruthy();
  expect(load).toHaveBeenCalledTimes(1);
});

it('takes the value of a page that was loaded later', async () => {
  const load = answers('never');
  const name = `q${++keys}`;
  const { again } = show(<Page name={name} first={{ text: 'first' }} load={load} />);
  again(<Page name={name} first={{ text: 'of another person' }} load={load} />);
  expect(await screen.findByText('of another person')).toBeTruthy();
  await act(async () => undefined);
  expect(load).not.toHaveBeenCalled();
});

it('prefers the cache to a page that was requested before a change', async () => {
  const load = answers('second');
  const name = `q${++keys}`;
  const { again } = show(<Page name={name} first={{ text: 'first' }} load={load} />);
  await change();
  expect(await screen.findByText('second')).toBeTruthy();
  again(<Page name={name} first={{ text: 'prefetched' }} load={load} />);
  expect(screen.getByText('second')).toBeTruthy();
  await waitFor(() => expect(load).toHaveBeenCalledTimes(2));
  expect(screen.queryByText('prefetched')).toBeNull();
});

it('keeps the latest value on the way back to a page', async () => {
  const load = answers('second');
  const name = `q${++keys}`;
  const first = { text: 'first' };
  const { again } = show(<Page name={name} first={first} load={load} />);
  await change();
  expect(await screen.findByText('second')).toBeTruthy();
  again(<p>Another page</p>);
  again(<Page name={name} first={first} load={load} />);
  expect(screen.getByText('second')).toBeTruthy();
});

it('stores reads on the device, but not the answers of whole pages', async () => {
  const load = answers('second');
  const { owner } = show(
    <>
      <Page name="job.read" first={{ text: 'a job' }} load={load} />
      <Page name="machine.read" first={{ text: 'a machine' }} load={load} />
    </>,
  );
  // The next answer stores the value of the page too.
  for (const button of screen.getAllByRole('button', { name: 'Change' })) await userEvent.click(button);
  const stored = async () => String(await (await deviceDatabase()).get('reads', `taut-reads-${owner}`));
  await waitFor(async () => expect(await stored()).toContain('job.read'));
  expect(await stored()).not.toContain('machine.read');
});

it('shows an answer that arrives during a press after its click', async () => {
  let answer = (): void => undefined;
  const load = vi.fn(async () => {
    await new Promise<void>((done) => (answer = done));
    return { ok: true as const, value: { text: 'second' } };
  });
  show(<Page name={`q${++keys}`} first={{ text: 'first' }} load={load} />);
  await change();
  await waitFor(() => expect(load).toHaveBeenCalledTimes(1));
  fireEvent.pointerDown(screen.getByText('first'));
  answer();
  await act(() => new Promise((done) => setTimeout(done, 200)));
  expect(screen.getByText('first')).toBeTruthy();
  fireEvent.pointerUp(screen.getByText('first'));
  expect(await screen.findByText('second')).toBeTruthy();
});
