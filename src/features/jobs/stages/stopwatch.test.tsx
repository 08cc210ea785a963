import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { show } from '@/ui/test-shell';
import type { JobCommands } from '../job-commands';
import { aJob, ticketLine } from '../test-job';
import { Stopwatch } from './stopwatch';

const open = (limitS: number | null, job = aJob()) => {
  const write = vi.fn(async (..._: unknown[]) => true);
  show(<Stopwatch job={job} at="ask" commands={{ write } as unknown as JobCommands} what="stop" when="found" limitS={limitS} />);
  return write;
};
const button = (name: RegExp) => screen.getByRole('button', { name });
const timer = () => screen.getByRole('timer').textContent;

describe('a stopwatch', () => {
  beforeEach(() => void vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance'] }));
  afterEach(() => void vi.useRealTimers());
  it('shows its running time, and stores it in tenths of a second', async () => {
    const write = open(5);
    expect(timer()).toBe('– s');
    fireEvent.click(button(/^Start timing/));
    await act(() => vi.advanceTimersByTimeAsync(3240));
    expect(timer()).toBe('3.2 s');
    fireEvent.click(button(/^Stop timing/));
    expect(write).toHaveBeenCalledOnce();
    expect(write.mock.calls[0]![2]).toEqual({ what: 'stop', seconds: 3.2, when: 'found', limitS: 5, how: 'stopwatch', sdS: null });
  });
  it('stores nothing after Cancel, and starts again at 0', async () => {
    const write = open(null);
    fireEvent.click(button(/^Start timing/));
    await act(() => vi.advanceTimersByTimeAsync(2000));
    fireEvent.click(button(/^Cancel/));
    expect(timer()).toBe('– s');
    fireEvent.click(button(/^Start timing/));
    await act(() => vi.advanceTimersByTimeAsync(100));
    expect(timer()).toBe('0.1 s');
    expect(write).not.toHaveBeenCalled();
  });
});

describe('a time that another clock took', () => {
  it.each(['0', 'soon', '601', '-2'])('is refused next to its field: “%s”', async (text) => {
    const write = open(5);
    await userEvent.click(button(/^Enter time/));
    await userEvent.type(await screen.findByLabelText('Stop time, s'), text);
    await userEvent.click(button(/^Save time/));
    expect(await screen.findByText('Enter a time from 0.1 to 600 s.')).toBeTruthy();
    expect(write).not.toHaveBeenCalled();
  });
  it.each([
    ['4,25', 4.3],
    ['6 s', 6],
    ['12.5 sec', 12.5],
  ])('is read from “%s”', async (text, seconds) => {
    const write = open(5);
    await userEvent.click(button(/^Enter time/));
    await userEvent.type(await screen.findByLabelText('Stop time, s'), text);
    await userEvent.click(button(/^Save time/));
    await waitFor(() => expect(write).toHaveBeenCalledOnce());
    expect(write.mock.calls[0]![2]).toMatchObject({ seconds, how: 'typed', sdS: null });
    await waitFor(() => expect(screen.queryByLabelText('Stop time, s')).toBeNull());
  });
});

it.each<[number, number | null, RegExp]>([
  [4, 5, /^Within the limit of 5 s\.$/],
  [5, 5, /^Within the limit of 5 s\.$/],
  [5.1, 5, /^■ Over the limit of 5 s\.$/],
  [9, null, /^Timed\.$/],
])('a stop time of %s s with a limit of %s s', (seconds, limitS, words) => {
  const taken = ticketLine('ask', 'timed', { what: 'stop', seconds, when: 'found', limitS, how: 'stopwatch', sdS: null });
  open(limitS, aJob({ entries: [taken] }));
  expect(screen.getByText(words)).toBeTruthy();
});
