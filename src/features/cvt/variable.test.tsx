import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import hillTrack from '../../../demo/drives/hill-track-utility.drive.json';
import type { Drive } from '@/core/drive';
import { show } from '@/ui/test-shell';
import { BreakIn } from './break-in';
import { PartsForm } from './parts-form';
import { VariableMatch } from './variable-match';

const drive = hillTrack as unknown as Drive;
const type = async (label: string, text: string) => {
  await userEvent.type(screen.getByLabelText(label), text);
  await userEvent.tab();
};

describe('trying a belt on a variable drive', () => {
  it('reports a shorter belt as tight at idle, in the words of any belt', async () => {
    show(<VariableMatch drive={drive} />);
    expect(screen.queryByText(/will not|won’t/i)).toBeNull();
    await type('Outside length', '985 mm');
    expect(await screen.findByText('Won’t release')).toBeTruthy();
    expect(screen.getByText(/tight at idle/)).toBeTruthy();
  });
  it('one under the least width does not seat', async () => {
    show(<VariableMatch drive={drive} />);
    await type('Top width', '28 mm');
    expect(await screen.findByText(/below the minimum width/)).toBeTruthy();
  });
  it('reports the missing measurements of the sheaves', () => {
    show(<VariableMatch drive={{ ...drive, pulleys: drive.pulleys.map(({ variable: _v, ...p }) => p) }} />);
    expect(screen.getByText(/enter the sheave data of this drive/)).toBeTruthy();
  });
});

describe('parts of a variable drive', () => {
  it('are saved by numbered position once all are measured, and replace the clutch for a slack shoe spring', async () => {
    const keep = vi.fn().mockResolvedValue(true);
    show(<PartsForm written={[]} onKeep={keep} />);
    await userEvent.click(screen.getByRole('radio', { name: 'Shoe springs' }));
    await type('Spring 1', '31.2 mm');
    await type('Spring 2', '31.3 mm');
    expect(screen.getByText('2 of 3 positions measured.')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Save measurements' })).toHaveProperty('disabled', true);
    await type('Spring 3', '33.4 mm');
    expect(await screen.findByText(/Position 3 different from the others.*Replace the clutch/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Save measurements' }));
    await waitFor(() => expect(keep).toHaveBeenCalledWith({ part: 'shoe-spring', values: [31.2, 31.3, 33.4], limitMm: null, page: '' }));
  });
});

describe('a break-in', () => {
  it('runs by the clock, also while the page is left, and is written once its time is over', async () => {
    localStorage.clear();
    const run = vi.fn().mockResolvedValue(true);
    const first = show(<BreakIn job={7} onRun={run} />, { owner: 3 });
    await userEvent.click(screen.getByRole('button', { name: 'Start break-in' }));
    expect(screen.getByRole('timer').textContent).toMatch(/^(20:00|19:5\d)$/);
    expect(screen.getByRole('button', { name: 'Record the break-in' })).toHaveProperty('disabled', true);
    first.unmount();
    const later = vi.spyOn(Date, 'now').mockReturnValue(Date.now() + 21 * 60_000);
    show(<BreakIn job={7} onRun={run} />, { owner: 3 });
    expect(screen.getByRole('timer').textContent).toBe('0:00');
    await userEvent.click(screen.getByRole('button', { name: 'Record the break-in' }));
    await waitFor(() => expect(run).toHaveBeenCalledWith(expect.stringMatching(/^Break-in of the new belt: 20 min/)));
    expect(await screen.findByRole('button', { name: 'Start break-in' })).toBeTruthy();
    later.mockRestore();
  });
});
