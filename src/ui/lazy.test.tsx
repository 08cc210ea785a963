import { act, render, screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { lazyModule, lazyPart, loadParts } from './lazy';

const Greeting = ({ name }: { name: string }) => <p>Belt {name}</p>;

it('shows its placeholder until its scripts arrive, and later opens without one', async () => {
  let arrive = () => undefined as void;
  const load = vi.fn(() => new Promise<typeof Greeting>((resolve) => (arrive = () => resolve(Greeting))));
  const Part = lazyPart(load, <p>Loading</p>);
  const first = render(<Part name="4L480" />);
  expect(screen.getByText('Loading')).toBeTruthy();
  await act(async () => arrive());
  expect(screen.getByText('Belt 4L480')).toBeTruthy();
  first.unmount();
  render(<Part name="B45" />);
  expect(screen.getByText('Belt B45')).toBeTruthy();
  expect(load).toHaveBeenCalledTimes(1);
});

it('states that its scripts are missing, and tries until they arrive', async () => {
  vi.useFakeTimers();
  const load = vi.fn<() => Promise<typeof Greeting>>().mockRejectedValueOnce(new Error('no network')).mockResolvedValue(Greeting);
  const Part = lazyPart(load, <p>Loading</p>);
  render(<Part name="4L480" />);
  await act(async () => vi.advanceTimersByTimeAsync(10));
  expect(screen.getByRole('status').textContent).toContain('loads when the server answers');
  await act(async () => vi.advanceTimersByTimeAsync(2500));
  expect(screen.getByText('Belt 4L480')).toBeTruthy();
  vi.useRealTimers();
});

it('loads all parts of the loaded pages, and the parts inside those', async () => {
  const inner = vi.fn(async () => Greeting);
  lazyPart(async () => {
    lazyPart(inner, null);
    return Greeting;
  }, null);
  const file = vi.fn(async () => ({ write: () => 'csv' }));
  const csv = lazyModule(file);
  await loadParts();
  expect(inner).toHaveBeenCalledTimes(1);
  expect((await csv()).write()).toBe('csv');
  expect(file).toHaveBeenCalledTimes(1);
});

it('loads the other parts when one cannot be loaded, and that one later', async () => {
  const fonts = vi.fn<() => Promise<string>>().mockRejectedValueOnce(new Error('no network')).mockResolvedValue('fonts');
  const loadFonts = lazyModule(fonts);
  const chart = vi.fn(async () => Greeting);
  lazyPart(chart, null);
  expect(await loadParts()).toBe(false);
  expect([fonts.mock.calls.length, chart.mock.calls.length]).toEqual([1, 1]);
  expect(await loadFonts()).toBe('fonts');
  expect(await loadParts()).toBe(true);
});
