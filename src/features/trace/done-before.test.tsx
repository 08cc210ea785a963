import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { NOTHING_ASKED, type RecordLine } from '@/core/job';
import { show } from '@/ui/test-shell';
import { DoneBefore } from './done-before';

const line = (type: string, body: object): RecordLine => ({ type, body, at: '2026-11-20T09:00:00Z', by: 'Bram', withdrawn: false });
const asked = (more: object) => line('asked', { ...NOTHING_ASKED, complaints: ['thrown-releasing'], ...more });

describe('work done before', () => {
  it('offers the causes it would have repaired, except those already marked', async () => {
    const onRepairedBefore = vi.fn();
    const lines = [
      asked({ doneBefore: 'New idlers' }),
      line('mended', { cause: 'idler-seized', when: 'before', agreed: false, kind: 'deck-lever' }),
    ];
    show(<DoneBefore lines={lines} kind="deck-lever" onRepairedBefore={onRepairedBefore} />);
    expect(screen.getAllByRole('button').map((b) => b.textContent)).toEqual(['Idler bearing tips']);
    expect(screen.queryByText(/Used parts/)).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Idler bearing tips' }));
    expect(onRepairedBefore).toHaveBeenCalledWith('idler-tips');
  });
  it('warns of used parts, and is not there where nothing was done or understood', () => {
    const view = show(
      <DoneBefore
        lines={[asked({ doneBefore: 'Idler from another machine', parts: 'used' })]}
        kind="deck-lever"
        onRepairedBefore={vi.fn()}
      />,
    );
    expect(screen.getByText(/Used parts can have the same fault/)).toBeTruthy();
    for (const lines of [[], [asked({ doneBefore: 'Cleaned it' })]]) {
      view.again(<DoneBefore lines={lines} kind="deck-lever" onRepairedBefore={vi.fn()} />);
      expect(screen.queryByRole('region', { name: 'Earlier work' })).toBeNull();
    }
  });
});
