import { act, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { serverThat, show } from '@/ui/test-shell';
import { useLive } from './live';
import { post } from './outbox';
import { useRead } from './reads';

/** Streams that the tab opened, the latest last. */
const streams: FakeStream[] = [];
class FakeStream extends EventTarget {
  closed = false;
  constructor(readonly address: string) {
    super();
    streams.push(this);
  }
  close(): void {
    this.closed = true;
  }
  hear(type: string, data: unknown): void {
    act(() => void this.dispatchEvent(Object.assign(new Event(type), { data: JSON.stringify(data) })));
  }
}
const stream = () => streams.at(-1)!;

const FIRST = { text: 'first' };
function Page({ place, load, name }: { place: string; load: () => Promise<{ ok: true; value: { text: string } }>; name: string }) {
  useLive(place);
  return <p>{useRead([name, {}], load, { first: FIRST }).value?.text}</p>;
}
const answers = () => vi.fn(async () => ({ ok: true as const, value: { text: 'again' } }));
const visible = (state: 'visible' | 'hidden') => {
  vi.spyOn(document, 'visibilityState', 'get').mockReturnValue(state);
  act(() => void document.dispatchEvent(new Event('visibilitychange')));
};

beforeEach(() => {
  streams.length = 0;
  vi.stubGlobal('EventSource', FakeStream);
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

describe('changes of other people', () => {
  it('are read again by the queries of their command, and by no others', async () => {
    serverThat(null);
    const [job, shelf] = [answers(), answers()];
    show(
      <>
        <Page place="jobs/213" name="job.read" load={job} />
        <Page place="jobs/213" name="settings.read" load={shelf} />
      </>,
    );
    stream().hear('change', { kind: 'job.write', id: 'x' });
    expect(await screen.findByText('again')).toBeTruthy();
    expect(job).toHaveBeenCalledTimes(1);
    expect(shelf).not.toHaveBeenCalled();
  });
  it('are not read again for a command of this tab: its screen does that', async () => {
    serverThat({ ok: true, value: null });
    const load = answers();
    show(<Page place="" name="job.read" load={load} />);
    await act(async () => void (await post({ id: 'mine', owner: 1, kind: 'job.write', doneAt: '', input: {} })));
    stream().hear('change', { kind: 'job.write', id: 'mine' });
    await act(() => new Promise((resolve) => setTimeout(resolve, 250)));
    expect(load).not.toHaveBeenCalled();
  });
  it('since the page was made are read when the stream starts, and all after a gap', async () => {
    serverThat(null);
    const load = answers();
    show(<Page place="" name="wear.fleet" load={load} />);
    stream().hear('ready', { kinds: ['customer.save', 'preferences'] });
    await waitFor(() => expect(load).toHaveBeenCalledTimes(1));
    stream().hear('gap', null);
    await waitFor(() => expect(load).toHaveBeenCalledTimes(2));
  });
});

describe('the stream of a tab', () => {
  it('ends while the tab is hidden, and then starts with the time of its absence', () => {
    serverThat(null);
    show(<Page place="" name="a" load={answers()} />);
    const first = stream();
    visible('hidden');
    expect(first.closed).toBe(true);
    visible('visible');
    expect(streams).toHaveLength(2);
    expect(Number(new URLSearchParams(stream().address.split('?')[1]).get('absent'))).toBeGreaterThanOrEqual(0);
  });
  it('is opened again after an error, and stays closed after the session has ended', () => {
    vi.useFakeTimers();
    serverThat(null);
    show(<Page place="" name="a" load={answers()} />);
    stream().hear('error', null);
    vi.advanceTimersByTime(2100);
    expect(streams).toHaveLength(2);
    stream().hear('end', null);
    expect(stream().closed).toBe(true);
    vi.advanceTimersByTime(60_000);
    expect(streams).toHaveLength(2);
    vi.useRealTimers();
  });
  it('reports the record that the tab shows', async () => {
    const { sent } = serverThat({});
    const { again } = show(<Page place="jobs/213" name="a" load={answers()} />);
    expect(new URLSearchParams(stream().address.split('?')[1]).get('place')).toBe('jobs/213');
    expect(sent).toEqual([]);
    again(<Page place="jobs/214" name="a" load={answers()} />);
    await waitFor(() => expect(sent).toMatchObject([{ place: 'jobs/214' }]));
  });
});
