import { fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { validateDrive, type Drive } from '@/core/drive';
import { show } from '@/ui/test-shell';
import utility from '../../../demo/drives/hill-track-utility.drive.json';
import { ShiftPanel } from './shift-panel';

const read = validateDrive(utility);
if (!read.ok) throw new Error('the demo drive does not read');
const drive: Drive = read.drive;
const row = (name: RegExp) =>
  within(screen.getByRole('row', { name }))
    .getAllByRole('cell')
    .map((c) => c.textContent);
const number = (text: string | null | undefined) => Number(/[\d.]+/.exec(text ?? '')![0]);

describe('how a variable drive shifts', () => {
  it('idling it hangs slack, on its way it drives, fully shifted its ratio is the top’s', () => {
    show(<ShiftPanel drive={drive} />);
    expect(screen.getByText(/it does not drive/)).toBeTruthy();
    fireEvent.change(screen.getByRole('slider', { name: 'Shift, from idle to full' }), { target: { value: 1 } });
    const said = screen.getByText(/the primary closed by/).textContent;
    expect(number(said)).toBeCloseTo(number(row(/^Top/)[0]), 2);
  });
  it('at its least width the belt is slacker, starts at less and ends at more: what a driver feels of a worn one', () => {
    show(<ShiftPanel drive={drive} nowMm={29.4} />);
    const [fresh, now, least] = row(/^Idle slack/).map(number);
    expect(fresh! < now! && now! < least!).toBe(true);
    const starts = row(/^Starts at/).map(number);
    expect(starts[0]!).toBeGreaterThan(starts[2]!);
    const tops = row(/^Top/).map(number);
    expect(tops[0]!).toBeLessThan(tops[2]!);
  });
  it('shows the effect of a shim, and reports one with which nothing fits', async () => {
    show(<ShiftPanel drive={drive} />);
    const before = number(row(/^Idle slack/)[0]);
    await userEvent.type(screen.getByLabelText('With a shim of'), '1 mm');
    await userEvent.tab();
    expect(number(row(/^Idle slack/)[0])).toBeGreaterThan(before);
  });
  it('reports the missing measurements of the sheaves', () => {
    show(<ShiftPanel drive={{ ...drive, pulleys: drive.pulleys.map(({ variable: _v, ...p }) => p) }} />);
    expect(screen.getByText(/To calculate the shift, enter angle/)).toBeTruthy();
  });
});
