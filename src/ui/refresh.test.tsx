import { act, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, expect, it, vi } from 'vitest';
import { RefreshProvider, usePutAddress, useRefresh } from './refresh';

const readings = vi.hoisted(() => [] as (() => void)[]);
vi.mock('next/navigation', () => ({
  useRouter: () => ({ refresh: () => new Promise<void>((done) => readings.push(done)) }),
}));
const ended = () => act(async () => readings.at(-1)!());

function Both() {
  const refresh = useRefresh();
  const put = usePutAddress();
  return (
    <>
      <button onClick={refresh}>Read anew</button>
      <button onClick={() => put('push', '?stage=fit')}>Fit</button>
      <button onClick={() => put('push', '?stage=set')}>Set</button>
    </>
  );
}
const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));
const shown = () =>
  render(
    <RefreshProvider>
      <Both />
    </RefreshProvider>,
  );

beforeEach(() => {
  readings.length = 0;
  window.history.replaceState(null, '', '/jobs/7');
});

it('reads once at a time, and again for all requests in between', async () => {
  shown();
  await press('Read anew');
  await press('Read anew');
  await press('Read anew');
  expect(readings).toHaveLength(1);
  await ended();
  expect(readings).toHaveLength(2);
  await ended();
  expect(readings).toHaveLength(2);
});

it('leaves the address alone until the reading is over, and then writes all of it in its order', async () => {
  shown();
  const before = window.history.length;
  await press('Read anew');
  await press('Fit');
  await press('Set');
  expect(window.location.search).toBe('');
  await ended();
  expect(window.location.search).toBe('?stage=set');
  expect(window.history.length).toBe(before + 2);
  await press('Fit');
  expect(window.location.search).toBe('?stage=fit');
});

it('what a page that was left had asked is not written into the next one’s address', async () => {
  shown();
  await press('Read anew');
  await press('Fit');
  window.history.replaceState(null, '', '/shelf');
  await ended();
  expect(window.location.pathname + window.location.search).toBe('/shelf');
});
