import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { FINDING, PROVED } from '@/core/job/test-job';
import { serverThat } from '@/ui/test-shell';
import { madeSafe } from '../test-job';
import { at, choose, entries, job, known, line, now, ok, press, RIDER, timed } from '../test-stages';
import type { TicketEntry } from '@/contract/records';
import { NOTHING_ASKED } from '@/core/job';
import { USUAL_LIMITS } from '@/core/machine';

vi.mock('next/navigation', async () => (await import('../../test-features')).navigation);
vi.mock('../../shell/shell-context', async () => (await import('../test-stages')).shellOfRole);
vi.mock('../../queries/ask', async () => (await import('../test-stages')).stageQueries);
vi.mock('@/client/solver', async () => (await import('../test-stages')).stageSolver);
vi.mock('@/ui/plate/plate', () => ({ Plate: () => null }));

describe('Fit', () => {
  it('proposes the matching procedure first with its reason, and saves the chosen one', async () => {
    const { sent } = serverThat(ok);
    at('fit', job());
    const [first] = screen.getAllByRole('button', { name: /^Use procedure:/ });
    expect(first!.getAttribute('aria-label')).toBe('Use procedure: Deck belt, deck on');
    await userEvent.click(first!);
    await waitFor(() => expect(entries(sent, 'procedure')[0]).toMatchObject({ type: 'procedure', body: { procedure: 'deck-on' } }));
  });
  const stepDone = (step: string) =>
    line('look', 'step', { procedure: 'deck-on', step, words: step, outcome: 'done', why: '', readings: [], torque: '' });
  const worked = (more: TicketEntry[] = []) =>
    job({
      entries: [
        madeSafe(),
        line('fit', 'procedure', { procedure: 'deck-on', name: 'Deck belt, deck on', why: '' }),
        stepDone('photo-route'),
        stepDone('arm-first'),
        ...more,
      ],
    });
  it('opens with the step that comes first in the procedure, also one of Inspect', () => {
    at('fit', job({ entries: [madeSafe(), line('fit', 'procedure', { procedure: 'deck-on', name: 'Deck belt, deck on', why: '' })] }));
    expect(within(now()).getByText(/Inspect/)).toBeTruthy();
  });
  it('adds work on a part to the procedure, and offers it once', async () => {
    const { sent } = serverThat(ok);
    at('fit', worked());
    await press(/^Procedure/);
    await press('Choose another procedure, or add one');
    await press('Use procedure: Blades off and on');
    await waitFor(() => expect(entries(sent, 'procedure')[0]).toMatchObject({ body: { procedure: 'blades' } }));
  });
  it('records the cleaning of a part without a finding, with the source of the oil', async () => {
    const { sent } = serverThat(ok);
    at('fit', worked());
    await press(/^Other work/);
    await choose('Cleaned');
    await choose('Pulley or sheave');
    await userEvent.type(screen.getByLabelText('Note'), 'Oil from the shaft seal.');
    await press('Save work');
    await waitFor(() =>
      expect(entries(sent, 'changed')[0]).toMatchObject({
        body: { change: 'cleaned', found: null, on: 'pulley', note: 'Oil from the shaft seal.' },
      }),
    );
  });
  it('puts a replaced part on the ticket as a change of its finding', async () => {
    const { sent } = serverThat(ok);
    const bad = line('look', 'finding', { ...FINDING, answer: 'approved' });
    at('fit', job({ entries: [line('fit', 'skipped', { line: 'procedure', words: 'Choose', why: 'Short.' }), bad] }));
    await userEvent.click(within(now()).getByRole('button', { name: 'Replaced' }));
    await waitFor(() =>
      expect(entries(sent, 'changed')[0]).toEqual({
        type: 'changed',
        body: { change: 'replaced', found: { check: FINDING.check, part: FINDING.part }, on: null, note: '' },
      }),
    );
  });
  it('counts the parts removed by a step that is done; a skipped step needs a reason', async () => {
    const { sent } = serverThat(ok);
    at('fit', worked());
    await userEvent.clear(screen.getByLabelText('Cover screws off, how many'));
    await userEvent.type(screen.getByLabelText('Cover screws off, how many'), '3');
    await press('Done');
    await waitFor(() =>
      expect(entries(sent, 'step', 'tally')).toMatchObject([
        { type: 'step', body: { step: 'covers-off', outcome: 'done' } },
        { type: 'tally', body: { item: 'Cover screws', count: 3, way: 'off' } },
        { type: 'tally', body: { item: 'Belt covers', count: 1, way: 'off' } },
      ]),
    );
  });
  it('keeps an entry at a step while another page is open', async () => {
    const of = worked();
    const first = at('fit', of);
    await userEvent.clear(screen.getByLabelText('Cover screws off, how many'));
    await userEvent.type(screen.getByLabelText('Cover screws off, how many'), '7');
    first.unmount();
    at('fit', of, { owner: first.owner });
    expect((screen.getByLabelText('Cover screws off, how many') as HTMLInputElement).value).toBe('7');
  });
  it('shows the tool that did not reach last time', async () => {
    const facts = {
      machine: RIDER,
      drive: {
        ...known({ engage: 'lever-cable' }),
        'barred-tools': { value: ['Ratchet fouls the frame'], by: 'Bram', at: '2026-10-17T08:00:00Z' },
      },
    };
    at('fit', { ...worked(), facts });
    await press(/^Procedure/);
    expect(screen.getByText(/Last time: Ratchet fouls the frame/)).toBeTruthy();
  });
});

describe('Test', () => {
  const engaged = line('prove', 'timed', { what: 'engagement', seconds: 0.6, when: 'proved', limitS: null, how: 'typed', sdS: null });
  it('saves the result of the run, and keeps the cycle count until then', async () => {
    const of = job({ entries: [engaged, timed(3)] });
    const { sent } = serverThat(ok);
    const first = at('prove', of);
    for (let i = 0; i < 3; i++) await press('Engage and release cycle');
    first.unmount();
    at('prove', of, { owner: first.owner });
    expect(screen.getByText('3 of 5')).toBeTruthy();
    for (let i = 0; i < 2; i++) await press('Engage and release cycle');
    await choose('Stays on');
    await choose('Seen on');
    await choose('In good order');
    await press('Save test result');
    await waitFor(() => expect(entries(sent, 'proved')[0]).toEqual({ type: 'proved', body: PROVED }));
  });
  it('checks for the complaint, if there was one; the machine is not fit to use while it is still present', async () => {
    const { sent } = serverThat(ok);
    const of = job({ entries: [line('ask', 'asked', { ...NOTHING_ASKED, complaints: ['runs-on'] }), engaged, timed(3)] });
    const first = at('prove', of);
    expect(screen.getByText(/^Complaint: /)).toBeTruthy();
    await choose('Stays on');
    await choose('Still present');
    await choose('Seen on');
    await choose('In good order');
    await press('Save test result');
    await waitFor(() => expect(entries(sent, 'proved')[0]).toMatchObject({ body: { belt: 'stays', complaint: 'still' } }));
    first.unmount();
    at('book', { ...of, entries: [...of.entries, line('prove', 'proved', { ...PROVED, complaint: 'still' })] });
    expect(screen.queryByRole('radio', { name: /sound/i })).toBeNull();
  });
  it('is blocked while parts are off the machine, and names them', () => {
    at('prove', job({ entries: [line('fit', 'tally', { item: 'Hanger pins', count: 2, way: 'off' })] }));
    expect(within(now()).getByText(/^Still removed: 2 hanger pins/)).toBeTruthy();
    expect(screen.queryByRole('group', { name: 'Before it runs' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Save test result' })).toBeNull();
  });
  it('reports a stop time over the limit of the shop unchanged', () => {
    const limits = { ...USUAL_LIMITS, stop: { ...USUAL_LIMITS.stop, 'ride-on': 3 } };
    at('prove', job({ limits, entries: [line('prove', 'proved', PROVED), timed(4)] }));
    expect(screen.getByText(/Do not hand back this machine/)).toBeTruthy();
  });
});
