import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { cautionsFor, NOTHING_ASKED, STAGES } from '@/core/job';
import { serverThat } from '@/ui/test-shell';
import { at, choose, entries, job, line, now, ok, press, RIDER } from '../test-stages';

vi.mock('next/navigation', async () => (await import('../../test-features')).navigation);
vi.mock('../../shell/shell-context', async () => (await import('../test-stages')).shellOfRole);
vi.mock('../../queries/ask', async () => (await import('../test-stages')).stageQueries);
vi.mock('@/client/solver', async () => (await import('../test-stages')).stageSolver);
vi.mock('@/ui/plate/plate', () => ({ Plate: () => null }));

describe('every stage', () => {
  it.each(STAGES.map((s) => [s]))('%s is readable without write access, and offers no changes', (stage) => {
    at(stage, job(), { writable: false });
    expect(screen.getAllByRole('heading').length).toBeGreaterThan(0);
    expect(screen.queryByRole('button', { name: / is done$/ })).toBeNull();
    expect(screen.queryByLabelText(/^Note/)).toBeNull();
  });
  it.each(STAGES.filter((s) => s !== 'book' && s !== 'prove').map((s) => [s]))('%s can be passed over, with a reason', async (stage) => {
    const { sent } = serverThat(ok);
    at(stage, job());
    await press(/^Note, skip or hold/);
    await press('Skip stage…');
    await userEvent.type(screen.getByLabelText(/^Reason for skipping the rest of /), 'Seen last week');
    await press('Skip stage');
    await waitFor(() => expect(entries(sent, 'stage')[0]).toEqual({ type: 'stage', body: { state: 'skipped', why: 'Seen last week' } }));
  });
});

describe('Ask', () => {
  const isChosen = (name: string) => screen.getByRole('button', { name }).getAttribute('aria-pressed') === 'true';
  it('starts with the complaint chosen where the words of the job name only one', () => {
    at('ask', job({ title: 'Squeals' }));
    expect(isChosen('Squeals or chirps')).toBe(true);
  });
  it('leaves the choice open where the words name several, or none', () => {
    at('ask', job({ title: 'Smokes and squeals' }));
    expect(['Squeals or chirps', 'Smokes or smells'].map(isChosen)).toEqual([false, false]);
  });
  it('never changes a complaint that was saved', async () => {
    at('ask', job({ number: 9101, title: 'Squeals', entries: [line('ask', 'asked', { ...NOTHING_ASKED, complaints: ['smokes'] })] }));
    await press(/^Complaint and history/);
    expect(isChosen('Smokes or smells')).toBe(true);
    expect(isChosen('Squeals or chirps')).toBe(false);
  });
  it('offers what the customer’s words name, and writes what was chosen and typed', async () => {
    const { sent } = serverThat(ok);
    at('ask', job({ title: 'Season check' }));
    await userEvent.type(screen.getByLabelText('In the customer’s words'), 'It smokes and slips ');
    expect(screen.getByRole('button', { name: 'Smokes or smells' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Jumps out of engagement' })).toBeNull();
    await press('Smokes or smells');
    await press(/^History/);
    await choose('Slowly');
    await press('Save complaint');
    await waitFor(() =>
      expect(entries(sent, 'asked')[0]).toMatchObject({
        type: 'asked',
        body: { words: 'It smokes and slips ', complaints: ['smokes'], began: 'slowly' },
      }),
    );
  });
  it('keeps the input while another stage is open', async () => {
    const of = job();
    const first = at('ask', of);
    await userEvent.type(screen.getByLabelText('In the customer’s words'), 'Squeals, since the');
    first.unmount();
    at('ask', of, { owner: first.owner });
    expect((screen.getByLabelText('In the customer’s words') as HTMLInputElement).value).toBe('Squeals, since the');
  });
  it('times nothing of a machine that arrived dismantled', () => {
    const asked = (arrives: 'whole' | 'apart') => job({ entries: [line('ask', 'asked', { ...NOTHING_ASKED, arrives })] });
    const whole = at('ask', asked('whole'));
    expect(within(now()).getByRole('group', { name: 'Before it runs' })).toBeTruthy();
    whole.unmount();
    at('ask', asked('apart'));
    expect(screen.queryByRole('group', { name: 'Before it runs' })).toBeNull();
    expect(within(now()).getByRole('heading', { name: 'List the parts that arrived removed' })).toBeTruthy();
  });
  it('lists what arrived removed, and what is missing', async () => {
    const { sent } = serverThat(ok);
    at('ask', job({ entries: [line('ask', 'asked', { ...NOTHING_ASKED, arrives: 'apart' })] }));
    await userEvent.type(await screen.findByLabelText('Part'), 'Belt keeper');
    await userEvent.click(screen.getByRole('combobox', { name: 'State' }));
    await userEvent.click(screen.getByRole('option', { name: 'Missing' }));
    await press('Add part');
    await waitFor(() =>
      expect(entries(sent, 'tally').map((e) => e.body)).toEqual([
        { item: 'Belt keeper', count: 1, way: 'off', note: 'missing on arrival' },
      ]),
    );
  });
  it('records checks on the running machine without a request by tracing', async () => {
    at('ask', job({ entries: [line('ask', 'asked', { ...NOTHING_ASKED, complaints: ['runs-on'] })] }));
    await userEvent.click(await screen.findByRole('button', { name: /^Running checks/ }));
    await userEvent.click(screen.getByRole('button', { name: /^Watch the belt engage and release/ }));
    expect(await screen.findByText(/This check needs the machine running/)).toBeTruthy();
    // The powered test is on this page already.
    expect(screen.queryByRole('button', { name: 'Open the powered test' })).toBeNull();
    // A lever deck has no idle speed check: that belongs to a CVT.
    expect(screen.queryByRole('button', { name: /^Idle speed/ })).toBeNull();
  });
  it('confirms the list of a powered test again in one tap where nothing was changed since', async () => {
    const ran = line('ask', 'running', {
      cautions: cautionsFor('running', RIDER, { kind: 'deck-lever' }).map(({ id, words }) => ({ id, words, at: new Date().toISOString() })),
    });
    const safe = line('secure', 'secured', { list: 'after-run', cautions: [] });
    const asked = line('ask', 'asked', { ...NOTHING_ASKED, complaints: ['runs-on'] });
    const { sent } = serverThat(ok);
    const first = at('ask', job({ entries: [asked, ran, safe] }));
    await userEvent.click(within(now()).getByRole('button', { name: 'Confirm all lines again' }));
    await waitFor(() => expect((entries(sent, 'running')[0]!.body['cautions'] as unknown[]).length).toBeGreaterThan(3));
    first.unmount();
    at('ask', job({ entries: [asked, ran, safe, line('set', 'changed', { change: 'clamped' })] }));
    expect(screen.queryByRole('button', { name: 'Confirm all lines again' })).toBeNull();
  });
});

describe('Secure', () => {
  it('requests missing facts once, and lists the lines for this machine', async () => {
    at('secure', job({ facts: { machine: {}, drive: {} } }));
    expect(within(screen.getByRole('region', { name: 'Facts of this machine' })).getAllByRole('radiogroup')).toHaveLength(3);
    expect(screen.getByRole('group', { name: 'Made safe' })).toBeTruthy();
  });
  it('shows the direction for turning by hand in large type', () => {
    at('secure', job());
    expect(screen.getByText(/clockwise only/)).toBeTruthy();
    expect(screen.queryByRole('region', { name: 'Facts of this machine' })).toBeNull();
  });
  it('makes a machine safe again after a run by one tap, without a list', async () => {
    const { sent } = serverThat(ok);
    const secured = line('secure', 'secured', {
      list: 'full',
      cautions: cautionsFor('full', RIDER).map(({ id, words }) => ({ id, words, at: new Date().toISOString() })),
    });
    at('secure', job({ entries: [secured, line('prove', 'running', { cautions: [] })] }));
    expect(screen.queryByRole('group', { name: 'Made safe' })).toBeNull();
    await press('Stopped, lead off, PTO off');
    await waitFor(() => expect(entries(sent, 'secured')[0]).toMatchObject({ type: 'secured', body: { list: 'after-run' } }));
  });
  it('shows the whole list, with one more line, after a run of a machine that was never made safe', async () => {
    at('secure', job({ entries: [line('ask', 'running', { cautions: [] })] }));
    expect(screen.queryByRole('button', { name: 'Stopped, lead off, PTO off' })).toBeNull();
    const list = within(screen.getByRole('group', { name: 'Made safe' }));
    expect(list.getAllByRole('checkbox')).toHaveLength(cautionsFor('full', RIDER, { kind: 'deck-lever' }).length + 1);
    expect(list.getByRole('checkbox', { name: /Wait until all parts have stopped/ })).toBeTruthy();
  });
});
