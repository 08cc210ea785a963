import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import type { Drive } from '@/core/drive';
import type { Decided } from '@/core/tension';
import { readDriveFile } from '@/formats/drive-file';
import { show } from '@/ui/test-shell';
import { oncePer } from '@/ui/test-memo';
import { solverService } from '@/services/solver';
import type { TensionRequest } from '@/services/tension';
import hogFile from '../../../demo/drives/slipway-wood-hog.drive.json';
import riderFile from '../../../demo/drives/orchard-rider.drive.json';
import { TensionAdvice } from './tension-advice';

const tensionOf = oncePer(solverService.tension);
const answered = (drive: Drive, beltId: string) => {
  const request: TensionRequest = { drive, beltId, readings: [], felt: [], marked: [] };
  const answer = tensionOf(request);
  if (!answer.ok) throw new Error(answer.problem);
  return answer;
};
const driveOf = (file: unknown): Drive => {
  const read = readDriveFile(JSON.stringify(file));
  if (!read.ok) throw new Error('the demo drive does not read');
  return read.drive;
};
const rider = driveOf(riderFile);
const hog = driveOf(hogFile);
const advice = (more: Partial<Decided> = {}): Decided => ({
  act: 'adjust',
  because: ['under-floor', 'reserve-left'],
  to: { adjuster: 'cable', position: 4.8, tensionN: 143 },
  hoursGained: null,
  ...more,
});
const shown = (
  decided: Decided,
  { drive = rider, beltId = 'blade', before = [] as { label: string; tensionN: number }[], writable = true } = {},
) => {
  const onMoved = vi.fn(async () => true);
  show(
    <TensionAdvice
      drive={drive}
      answer={answered(drive, beltId)}
      decided={decided}
      before={before}
      times={{ engage: 2.4, stop: null }}
      onMoved={writable ? onMoved : null}
    />,
  );
  return onMoved;
};

describe('the one advice on the setting', () => {
  it('shows what to move and how far, the reason, the expected result, and the next reading', () => {
    shown(advice());
    const card = within(screen.getByRole('region', { name: 'Advice' }));
    expect(card.getByRole('status').textContent).toMatch(/^Move Cable bracket to 4\.8 mm\.$/);
    expect(card.getByText(/^Reason: .* Expected tension: 143 N\./)).toBeTruthy();
    expect(card.getByText(/Timed in this condition: engagement 2\.4 s\./)).toBeTruthy();
    expect(card.getByText(/^At the target, .* taps at/)).toBeTruthy();
    expect(card.getByText('Target')).toBeTruthy();
    expect(card.getByText('Now, as drawn')).toBeTruthy();
  });
  it('records the advised position in one tap', async () => {
    const onMoved = shown(advice());
    await userEvent.click(screen.getByRole('button', { name: 'Moved to 4.8 mm' }));
    expect(onMoved).toHaveBeenCalledWith({
      change: 'adjusted',
      adjuster: { id: 'cable', label: 'Cable bracket' },
      to: 4.8,
      placeIn: 'length',
      turned: '',
    });
  });
  it('records another position with what was counted, and refuses one beyond the adjuster’s travel', async () => {
    const onMoved = shown(advice());
    await userEvent.click(screen.getByRole('button', { name: 'Other position' }));
    const form = within(screen.getByRole('form', { name: 'Adjuster moved' }));
    await userEvent.click(form.getByRole('button', { name: 'Save new position' }));
    expect(form.getByRole('alert').textContent).toBe('Enter the new position.');
    const position = form.getByRole('textbox', { name: /^New position/ });
    await userEvent.type(position, '40 mm');
    await userEvent.click(form.getByRole('button', { name: 'Save new position' }));
    expect(form.getByRole('alert').textContent).toMatch(/^Enter a position from 0\.0 mm to 16\.0 mm\.$/);
    expect(onMoved).not.toHaveBeenCalled();
    await userEvent.clear(position);
    await userEvent.type(position, '6 mm');
    await userEvent.type(form.getByLabelText('Turned, as counted'), '2 holes');
    await userEvent.click(form.getByRole('button', { name: 'Save new position' }));
    await waitFor(() => expect(onMoved).toHaveBeenCalledWith(expect.objectContaining({ to: 6, turned: '2 holes' })));
    expect(screen.queryByRole('form', { name: 'Adjuster moved' })).toBeNull();
  });
  it('counts the flats of each rod', () => {
    const rods = hog.adjusters.find((a) => a.screw)!;
    const perFlat = rods.screw!.pitch / rods.screw!.flats;
    shown(advice({ to: { adjuster: rods.id, position: rods.position + 5 * perFlat, tensionN: 1600 } }), {
      drive: hog,
      beltId: hog.belts[0]!.id,
    });
    expect(screen.getByRole('status').textContent).toMatch(/tighten: .*5 flats, .*5 flats\.$/);
  });
  it('advises no position where the setting is left, and shows the readings from before', () => {
    shown(advice({ act: 'leave', because: ['holds'], to: null }), { before: [{ label: 'As found', tensionN: 97 }] });
    expect(screen.getByRole('status').textContent).toBe('Leave as is.');
    expect(screen.getByText('As found').nextSibling?.textContent).toBe('97 N');
    expect(screen.queryByRole('button', { name: /^Moved to/ })).toBeNull();
    expect(screen.getByRole('button', { name: 'I moved the adjuster' })).toBeTruthy();
  });
  it('offers no changes without write access', () => {
    shown(advice(), { writable: false });
    expect(screen.queryByRole('button')).toBeNull();
  });
});
