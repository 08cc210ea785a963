import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { BOOKED_BELT, FINDING, PROVED } from '@/core/job/test-job';
import { serverThat } from '@/ui/test-shell';
import { at, At, entries, job, line, ok, press, role, timed, tracing } from '../test-stages';
import { NOTHING_ASKED } from '@/core/job';

vi.mock('next/navigation', async () => (await import('../../test-features')).navigation);
vi.mock('../../shell/shell-context', async () => (await import('../test-stages')).shellOfRole);
vi.mock('../../queries/ask', async () => (await import('../test-stages')).stageQueries);
vi.mock('@/client/solver', async () => (await import('../test-stages')).stageSolver);
vi.mock('@/ui/plate/plate', () => ({ Plate: () => null }));

describe('Inspect', () => {
  it('counts removed parts once for all checks that need it, and shows them as removed', async () => {
    const { sent } = serverThat(ok);
    at('look', job());
    await press(/^Every check/);
    const [off] = screen.getAllByRole('button', { name: /^(They are|It is) off$/ });
    await userEvent.click(off!);
    await waitFor(() => expect(entries(sent, 'setup')[0]).toMatchObject({ type: 'setup', body: { up: true } }));
  });
  describe('the order of the walk', () => {
    const asked = line('ask', 'asked', { ...NOTHING_ASKED, complaints: ['slow-weak'] });
    /** As if one check saved most. */
    const best = (check: string) =>
      (tracing.says = { trace: { status: 'ok', causes: [], stop: null, open: [], next: [{ check, bits: 1, minutes: 1, score: 2 }] } });
    const first = () => document.querySelector('section li [aria-expanded]')?.textContent;
    const offered = () => screen.queryAllByRole('button', { name: /^(They are|It is) off$/ }).length;
    afterEach(() => {
      tracing.late = false;
      tracing.says = null;
      vi.useRealTimers();
    });
    it('is ready before anything can be pressed, and stays in place after later answers', async () => {
      const of = job({ entries: [asked] });
      tracing.late = true;
      const { again } = at('look', of);
      await press(/^Every check/);
      expect(screen.getByLabelText('Sorting the checks')).toBeTruthy();
      expect(offered()).toBe(0);
      tracing.late = false;
      best('adjuster-place');
      again(<At of={of} stage="look" writable />);
      await waitFor(() => expect(first()).toMatch(/^Adjuster/));
      best('arm-travel');
      again(<At of={of} stage="look" writable />);
      expect(first()).toMatch(/^Adjuster/);
    });
    it('does not block: without an answer the checks appear', async () => {
      vi.useFakeTimers();
      tracing.late = true;
      at('look', job({ entries: [asked] }));
      fireEvent.click(screen.getByRole('button', { name: /^Every check/ }));
      expect(offered()).toBe(0);
      await act(() => vi.advanceTimersByTimeAsync(5_100));
      expect(offered()).toBeGreaterThan(0);
    });
  });
  it('shows a finding next to its check, with its picture', () => {
    const found = line('look', 'finding', { ...FINDING, check: 'idler-tip', part: { id: 'arm-idler', label: 'Tension idler' } });
    const picture = line('look', 'picture', { documentId: 12, shows: 'Tension idler: push and tip', about: 'finding idler-tip arm-idler' });
    at('look', job({ entries: [found, picture] }));
    return press(/^Every check/)
      .then(() => userEvent.click(screen.getByRole('button', { name: /push and tip/ })))
      .then(() => {
        expect(screen.getByRole('img', { name: 'Tension idler: push and tip' }).getAttribute('src')).toBe('/api/documents/12');
        expect((screen.getByLabelText('Repair') as HTMLInputElement).value).toBe('Replace the idler');
      });
  });
});

describe('Book', () => {
  const proved = [line('prove', 'proved', PROVED), timed(3)];
  it('closes a tested job as fit to use, with the closing line and the follow-up', async () => {
    const { sent } = serverThat(ok);
    at('book', job({ entries: proved }));
    expect(screen.getByRole('radio', { name: 'Fit to use' }).getAttribute('aria-checked')).toBe('true');
    // The proposed line is replaced by typing.
    expect((screen.getByLabelText('Closing line for the customer') as HTMLTextAreaElement).value).toBe('In the test run it stops in 3 s.');
    await userEvent.clear(screen.getByLabelText('Closing line for the customer'));
    expect((screen.getByRole('button', { name: /^Close job/ }) as HTMLButtonElement).disabled).toBe(true);
    await userEvent.type(screen.getByLabelText('Closing line for the customer'), 'New belt.');
    await userEvent.type(screen.getByLabelText('Notes for the follow-up'), 'Bring the bagger.');
    await press('Keepers');
    // Sample finding without a time.
    expect(screen.getByText('Enter when to check again, or delete what to check.')).toBeTruthy();
    expect((screen.getByRole('button', { name: /^Close job/ }) as HTMLButtonElement).disabled).toBe(true);
    await press('After the first day');
    await press('Tension');
    await press(/^Close job/);
    await waitFor(() =>
      expect(entries(sent, 'closing')[0]).toEqual({
        type: 'closing',
        body: {
          text: 'New belt.',
          ending: 'sound',
          why: '',
          look: { after: ['first-day'], at: ['tension', 'keepers'] },
          next: 'Bring the bagger.',
        },
      }),
    );
  });
  it('closes an untested job only as not fit to use: by an owner, with a reason', async () => {
    role.now = 'technician';
    const first = at('book', job());
    await userEvent.type(screen.getByLabelText('Closing line for the customer'), 'Fetched early.');
    expect((screen.getByRole('button', { name: /^Close job/ }) as HTMLButtonElement).disabled).toBe(true);
    first.unmount();
    role.now = 'owner';
    const { sent } = serverThat(ok);
    at('book', job());
    await userEvent.type(screen.getByLabelText('Closing line for the customer'), 'Fetched early.');
    expect((screen.getByRole('button', { name: /^Close job/ }) as HTMLButtonElement).disabled).toBe(true);
    await userEvent.type(screen.getByLabelText(/^Reason for returning the machine/), 'The boat leaves.');
    await press(/^Close job/);
    await waitFor(() =>
      expect(entries(sent, 'closing')[0]).toMatchObject({ type: 'closing', body: { ending: 'unfit', why: 'The boat leaves.' } }),
    );
  });
  it('adds belts, parts and approved repairs, without declined and struck-out ones', () => {
    const fitted = { partId: 3, name: 'Flat idler', number: '', bin: 'D1', quantity: 2, priceCents: 1000 };
    const lines = [
      ...proved,
      line('match', 'belt-booked', { ...BOOKED_BELT, pieces: 2, priceCents: 1480 }),
      line('fit', 'part-fitted', fitted),
      { ...line('fit', 'part-fitted', fitted), withdrawn: true },
      line('look', 'finding', { ...FINDING, answer: 'approved', priceCents: 550 }),
      line('look', 'finding', {
        ...FINDING,
        ref: '0f3b2f6e-5d3c-4f57-9d0a-6a1f0d1f7c12',
        check: 'idler-spin',
        answer: 'declined',
        priceCents: 9900,
      }),
    ];
    at('book', job({ entries: lines }));
    expect(within(screen.getByRole('region', { name: 'Decisions and total' })).getByText('€55.10')).toBeTruthy();
  });
  it('finds a part in stock and uses it for the job', async () => {
    const { sent } = serverThat(ok);
    const of = job({ entries: proved });
    at('book', of);
    await press(/^Parts used/);
    await userEvent.type(screen.getByRole('combobox', { name: 'Part' }), 'flat');
    await userEvent.click(await screen.findByRole('option', { name: /Flat idler 82/ }));
    await userEvent.clear(screen.getByLabelText('How many'));
    await userEvent.type(screen.getByLabelText('How many'), '0');
    expect((screen.getByRole('button', { name: 'Take from stock' }) as HTMLButtonElement).disabled).toBe(true);
    await userEvent.clear(screen.getByLabelText('How many'));
    await userEvent.type(screen.getByLabelText('How many'), '2');
    await press('Take from stock');
    await waitFor(() =>
      expect(sent[0]).toMatchObject({ kind: 'job.fit-part', input: { number: of.number, stage: 'book', partId: 5, quantity: 2 } }),
    );
  });
});
