import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { show } from '@/ui/test-shell';
import { oncePer } from '@/ui/test-memo';
import { solverService } from '@/services/solver';
import type { TensionRequest } from '@/services/tension';
import { readDriveFile } from '@/formats/drive-file';
import marsh from '../../../demo/drives/marsh-skiff.drive.json';
import { RIDER_DRIVE } from '../test-records';
import type { StoredReading } from './stored-reading';
import { TensionPanel } from './tension-panel';
import { runWords } from './messages';

/** Answers of the worker, without a worker. */
vi.mock('@/client/solver', () => ({
  useTension: (request: TensionRequest) => ({
    answer: tensionOf(request),
    of: request,
    pending: false,
    failed: false,
    again: vi.fn(),
  }),
  askTension: (request: TensionRequest) => Promise.resolve(tensionOf(request)),
}));

const tensionOf = oncePer(solverService.tension);
const drive = RIDER_DRIVE.document;
const open = (readings: readonly StoredReading[] = [], onTake: Parameters<typeof TensionPanel>[0]['onTake'] = null) =>
  show(
    <TensionPanel
      request={{ drive, beltId: 'blade', readings: readings.map((r) => ({ reading: r.reading, without: r.without.map((b) => b.id) })) }}
      readings={readings}
      onTake={onTake}
    />,
  );
const spring = (lengthMm: number): StoredReading => ({
  reading: { method: 'spring-length', at: 'engage', lengthMm },
  where: 'Engagement spring',
  clamped: false,
  without: [],
});
const choose = (name: string) => userEvent.click(screen.getByRole('radio', { name }));

describe('an eccentric', () => {
  it('shows its turn from the mark, its other angle, and how to hold it', async () => {
    const skiff = readDriveFile(JSON.stringify(marsh));
    if (!skiff.ok) throw new Error('the demo drive is invalid');
    show(<TensionPanel request={{ drive: skiff.drive, beltId: 'reduction', readings: [] }} readings={[]} onTake={null} />);
    const settings = screen.getByRole('region', { name: 'Settings of Eccentric' });
    expect(settings.textContent).toMatch(/Eccentricity 8\.0 mm\. Turn it \d+° counter-clockwise from its pen mark/);
    expect(settings.textContent).toMatch(/The belt is as tight at 1\d\d°/);
    expect(settings.textContent).toMatch(/The belt turns the eccentric clockwise with \d+\.\d N·m\. Hold it with a key/);
  });
});

describe('how tight a belt should be', () => {
  it('shows the range with its reason, the signs at the target, and the settings with a fault', () => {
    open();
    expect(screen.getByText(/slips below 129 N at rest/)).toBeTruthy();
    expect(screen.getByText('At 6.4 mm and above, the brake stays off when released.')).toBeTruthy();
    const signs = screen.getByRole('region', { name: 'Signs at the target' });
    expect(signs.textContent).toContain('54.6 Hz');
    expect(within(screen.getByRole('table')).getAllByRole('row')).toHaveLength(13);
    expect(within(screen.getByRole('table')).getAllByRole('img', { name: 'recommended' })).toHaveLength(1);
  });
  it('saves the length of a spring with the computed tension', async () => {
    const take = vi.fn().mockResolvedValue(true);
    open([], take);
    await choose('Spring length');
    await choose('Engagement spring');
    await userEvent.type(screen.getByLabelText('Installed length'), '203.13');
    await userEvent.click(screen.getByRole('button', { name: 'Save reading' }));
    await waitFor(() => expect(take).toHaveBeenCalledTimes(1));
    const [read] = take.mock.calls[0]!;
    expect(read).toMatchObject({
      state: 'engaged',
      where: 'Engagement spring',
      clamped: false,
      reading: { at: 'engage', lengthMm: 203.13 },
    });
    // At rest: the tension there.
    expect(Math.abs(read.tensionN - 190.6)).toBeLessThan(0.5);
  });
  it('refuses an impossible value, and saves nothing', async () => {
    const take = vi.fn();
    open([], take);
    await choose('Spring length');
    await userEvent.type(screen.getByLabelText('Installed length'), '900');
    await userEvent.click(screen.getByRole('button', { name: 'Save reading' }));
    expect(await screen.findByText(/^This reading is not possible: its tensioner does not bring this spring/)).toBeTruthy();
    expect(take).not.toHaveBeenCalled();
  });
  it('a push is asked for at its span, with the target there', async () => {
    const take = vi.fn().mockResolvedValue(true);
    open([], take);
    await choose('Push');
    expect(screen.getByText('12 N at 6.6 mm is the target.')).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Force on all belts'), '12');
    await userEvent.click(screen.getByRole('button', { name: 'Save reading' }));
    await waitFor(() => expect(take).toHaveBeenCalledTimes(1));
    expect(take.mock.calls[0]![0]).toMatchObject({
      where: 'Blade spindle to Engine pulley',
      reading: { method: 'deflection', forceN: 12 },
    });
  });
  it('combines several readings, and uses neither of two that disagree', () => {
    const first = open([spring(203), spring(204)]);
    expect(screen.getByText(/^Together/)).toBeTruthy();
    first.unmount();
    open([spring(203), { reading: { method: 'tap', at: ['spindle', 'crank'], hz: 20 }, where: 'Long span', clamped: true, without: [] }]);
    expect(screen.getByText(/None is used/)).toBeTruthy();
    expect(screen.getAllByText(/excluded/)).toHaveLength(2);
  });
});

it('describes a range of settings as it is', () => {
  const mm = (n: number) => `${n} mm`;
  const run = { fault: 'slips' as const, from: 2, to: 4, fromStart: false, toEnd: false };
  expect(runWords(run, mm)).toBe('From 2 mm to 4 mm, the belt slips under load.');
  expect(runWords({ ...run, toEnd: true }, mm)).toBe('At 2 mm and above, the belt slips under load.');
  expect(runWords({ ...run, fromStart: true }, mm)).toBe('At 4 mm and below, the belt slips under load.');
  expect(runWords({ ...run, fromStart: true, toEnd: true }, mm)).toBe('At every setting, the belt slips under load.');
  expect(runWords({ ...run, to: 2 }, mm)).toBe('At 2 mm, the belt slips under load.');
});
