import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import type { RidingWritten, WarrantyWritten, WidthWritten } from '@/core/job';
import { show } from '@/ui/test-shell';
import type { PastWidth } from '@/core/wear';
import { LogIn } from './log-in';
import { RidingForm } from './riding-form';
import { WarrantyForm } from './warranty-form';
import { WidthForm } from './width-form';
import { ridingWords, warrantyStatus } from './messages';

const belt = { id: 'b', label: 'Drive belt' };
const press = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));

describe('a log from elsewhere', () => {
  const file = (text: string) => new File([text], 'old.csv', { type: 'text/csv' });
  const open = (keep = vi.fn().mockResolvedValue(true), minimumMm: number | null = 28.6, log: readonly PastWidth[] = []) => {
    show(<LogIn belt={belt} basis={{ unit: 'km', fittedAt: 900, minimumMm, newMm: 30.5 }} log={log} onKeep={keep} />);
    return keep as ReturnType<typeof vi.fn<(w: WidthWritten) => Promise<boolean>>>;
  };
  const take = (text: string) => userEvent.upload(screen.getByLabelText('A log of widths, CSV'), file(text));
  it('saves good rows with their day, and lists bad ones with line and reason', async () => {
    const keep = open();
    await take(
      'date,meter (km),method,widths (mm)\n2025-06-01,1500,rib-top,29.9;29.95\n2025-07-01,1600,guess,29.9\n2024-01-01,500,single,30.4\n2026-06-01,2400,single,29.4\n',
    );
    expect(await screen.findByText(/Line 3: .*guess/)).toBeTruthy();
    expect(screen.getByText(/1 reading is excluded/)).toBeTruthy();
    await press('Save 2 readings');
    await waitFor(() => expect(keep).toHaveBeenCalledTimes(2));
    expect(keep.mock.calls.map(([w]) => [w.on, w.meter, w.fittedAt])).toEqual([
      ['2025-06-01', 1500, 900],
      ['2026-06-01', 2400, 900],
    ]);
    expect(await screen.findByText('2 readings imported.')).toBeTruthy();
  });
  it('changes nothing for a file without a log, and reports why', async () => {
    const keep = open();
    await take('a,b\n1,2\n');
    expect(await screen.findByText(/old\.csv: line 1: there is no column “date”\. Nothing was imported\./)).toBeTruthy();
    expect(keep).not.toHaveBeenCalled();
  });
  it('saves nothing without a minimum width, since no forecast would be possible', async () => {
    const keep = open(undefined, null);
    await take('date,meter,method,widths\n2026-06-01,2400,single,29.4\n');
    await press('Save reading');
    expect(await screen.findByText(/Enter the minimum width from the manual first/)).toBeTruthy();
    expect(keep).not.toHaveBeenCalled();
  });
});

describe('values besides a log', () => {
  it('a reading that the log has already is named and not saved again', async () => {
    const kept: PastWidth = {
      job: 1,
      machine: 1,
      belt: 'b',
      taken: '2026-06-01T12:00:00.000Z',
      by: 'Wren',
      meter: 2400,
      fittedAt: 900,
      unit: 'km',
      method: 'single',
      widths: [29.4],
      minimumMm: 28.6,
      newMm: 30.5,
    };
    const keep = vi.fn().mockResolvedValue(true);
    const basis = { unit: 'km' as const, fittedAt: 900, minimumMm: 28.6, newMm: 30.5 };
    show(<LogIn belt={belt} basis={basis} log={[kept]} onKeep={keep} />);
    const rows = 'date,meter,method,widths\n2026-06-01,2400,single,29.4\n2026-07-01,2600,single,29.3\n';
    await userEvent.upload(screen.getByLabelText('A log of widths, CSV'), new File([rows], 'old.csv', { type: 'text/csv' }));
    expect(await screen.findByText('1 reading is in the log already and will not be saved again.')).toBeTruthy();
    await press('Save reading');
    await waitFor(() => expect(keep.mock.calls.map(([w]) => (w as WidthWritten).meter)).toEqual([2600]));
  });
  it('passes on the unit and the minimum while typing', async () => {
    const typed = vi.fn();
    const basis = { meter: 2400, unit: 'h' as const, fittedAt: 900, minimumMm: 28.6, newMm: 30.5 };
    show(<WidthForm belt={belt} basis={basis} firstByPerson={false} onTyped={typed} onKeep={vi.fn()} />);
    expect(typed).toHaveBeenLastCalledWith({ unit: 'h', fittedAt: 900, minimumMm: 28.6, newMm: 30.5 });
    await userEvent.click(screen.getByRole('radio', { name: 'Kilometres' }));
    const minimum = screen.getByLabelText(/^Minimum width by the manual/);
    await userEvent.clear(minimum);
    await userEvent.type(minimum, '29.2');
    await userEvent.tab();
    expect(typed).toHaveBeenLastCalledWith({ unit: 'km', fittedAt: 900, minimumMm: 29.2, newMm: 30.5 });
  });
});

describe('how it is ridden, and what was promised', () => {
  it('six taps make shares of one whole', async () => {
    const keep = vi.fn<(r: RidingWritten) => Promise<boolean>>().mockResolvedValue(true);
    show(<RidingForm belt={belt} from={900} to={2400} unit="km" onKeep={keep} />);
    expect(screen.getByRole('button', { name: 'Save use of the machine' })).toHaveProperty('disabled', true);
    const choose = (group: string, name: string) =>
      userEvent.click(
        screen.getAllByRole('radio', { name }).find((r) => r.closest('[role=radiogroup]')!.previousElementSibling!.textContent === group)!,
      );
    await choose('Crawling, slow and heavy', 'Most');
    await choose('Fast and steady', 'Some');
    await choose('Share of wet riding', 'Much');
    await press('Save use of the machine');
    await waitFor(() => expect(keep).toHaveBeenCalledTimes(1));
    const [riding] = keep.mock.calls[0]!;
    expect(riding).toMatchObject({ from: 900, to: 2400, unit: 'km', wet: 0.5, dust: 0 });
    expect(riding.shares.crawl + riding.shares.fast).toBeCloseTo(1, 12);
    expect(ridingWords(riding)).toBe('crawling 89%, fast and steady 11%; wet 50%');
  });
  it('a warranty wants a day, a limit or words, and runs out by either of the first two', async () => {
    const keep = vi.fn<(w: WarrantyWritten) => Promise<boolean>>().mockResolvedValue(true);
    show(<WarrantyForm belt={belt} unit="km" written={null} onKeep={keep} />);
    expect(screen.getByRole('button', { name: 'Save warranty' })).toHaveProperty('disabled', true);
    await userEvent.type(screen.getByLabelText(/Or to a meter of/), '3000');
    await userEvent.tab();
    await press('Save warranty');
    await waitFor(() => expect(keep).toHaveBeenCalledTimes(1));
    expect(keep.mock.calls[0]![0]).toMatchObject({ until: null, atMost: 3000, covers: 'breakage' });
    const both = { until: '2026-12-31', atMost: 3000 };
    expect(warrantyStatus(both, '2026-12-31', 3000)).toBe(true);
    expect(warrantyStatus(both, '2027-01-01', 100)).toBe(false);
    expect(warrantyStatus(both, '2026-06-01', 3001)).toBe(false);
    expect(warrantyStatus({ until: null, atMost: 3000 }, '2040-01-01', null)).toBe(true);
  });
});
