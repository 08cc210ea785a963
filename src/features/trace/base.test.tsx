import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { serverThat, show } from '@/ui/test-shell';
import { BaseScreen } from './base-screen';

vi.mock('next/navigation', async () => (await import('../test-features')).navigation);

describe('the base, to be read', () => {
  it('shows the repair of a cause, its signs, their frequency and reason', async () => {
    show(<BaseScreen confirmed={[]} corrections={[]} mayCorrect={false} />);
    expect(screen.getByText(/No cause was confirmed on your jobs of this kind yet/)).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Find a cause'), 'brake stays off');
    await userEvent.click(screen.getByRole('button', { name: /^Brake stays off when released/ }));
    expect(screen.getByText(/^Repair: /)).toBeTruthy();
    expect(screen.getByText(/always, since only the brake stops the coasting parts/)).toBeTruthy();
    expect(screen.getByText(/shows it every time: this is the cause itself, since the brake is visibly off when released/)).toBeTruthy();
  });
  it('raises a confirmed cause next to its supplied value, and no other kind of drive', async () => {
    show(<BaseScreen confirmed={[{ kind: 'deck-lever', cause: 'guard-missing', times: 30 }]} corrections={[]} mayCorrect={false} />);
    const first = () => screen.getAllByRole('button', { expanded: false })[0]!.textContent;
    expect(first()).toMatch(/^Guard or belt stop missing30 here\d/);
    await userEvent.click(screen.getAllByRole('button', { expanded: false })[0]!);
    expect(screen.getByText(/Supplied value 2\.0%/)).toBeTruthy();
    await userEvent.click(screen.getByRole('radio', { name: 'Variable drive (CVT)' }));
    expect(first()).not.toMatch(/ here/);
  });
  it('reports an empty search', async () => {
    show(<BaseScreen confirmed={[]} corrections={[]} mayCorrect={false} />);
    await userEvent.type(screen.getByLabelText('Find a cause'), 'gremlins');
    expect(screen.getByText('No cause matches “gremlins”.')).toBeTruthy();
  });
  const tips = async () => {
    await userEvent.type(screen.getByLabelText('Find a cause'), 'idler bearing tips');
    await userEvent.click(screen.getByRole('button', { name: /^Idler bearing tips/ }));
  };
  it('lets an owner correct with a reason, and saves nothing without one', async () => {
    const { sent } = serverThat({ ok: true, value: null });
    show(<BaseScreen confirmed={[]} corrections={[]} mayCorrect />);
    await tips();
    await userEvent.click(screen.getByRole('button', { name: 'Correct: Idler: push and tip' }));
    await userEvent.click(screen.getByRole('combobox', { name: /In this shop/ }));
    await userEvent.click(within(screen.getByRole('listbox')).getByRole('option', { name: 'sometimes' }));
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(screen.getByText(/Enter a reason/)).toBeTruthy();
    expect(sent).toEqual([]);
    await userEvent.type(screen.getByLabelText('Since'), 'ours are tried with the belt on');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    await waitFor(() =>
      expect(sent[0]).toMatchObject({
        kind: 'faults.correct',
        input: { cause: 'idler-tips', subject: 'idler-tip', value: 'sometimes', because: 'ours are tried with the belt on' },
      }),
    );
  });
  it('shows a correction with its author and the supplied value, and restores that', async () => {
    const { sent } = serverThat({ ok: true, value: null });
    const own = {
      cause: 'idler-tips',
      subject: 'deck-lever',
      value: '1',
      because: 'ours have sealed ones',
      by: 'Ines',
      at: '2026-11-20T08:00:00Z',
    };
    show(<BaseScreen confirmed={[]} corrections={[own]} mayCorrect />);
    await tips();
    expect(screen.getByText(/1, rare, since ours have sealed ones/).textContent).toMatch(/Corrected by Ines.*supplied: 5, everyday/);
    await userEvent.click(screen.getByRole('button', { name: /^Supplied value: / }));
    await waitFor(() => expect(sent[0]).toMatchObject({ input: { subject: 'deck-lever', value: null } }));
    await userEvent.click(await screen.findByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(sent[1]).toMatchObject({ input: { value: '1', because: 'ours have sealed ones' } }));
  });
  it('lets other people read corrections only', async () => {
    show(<BaseScreen confirmed={[]} corrections={[]} mayCorrect={false} />);
    await tips();
    expect(screen.queryByRole('button', { name: /^Correct/ })).toBeNull();
    expect(screen.queryByLabelText('Add a sign')).toBeNull();
  });
});
