import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import type { PastWidth, WearAsk } from '@/core/wear';
import { show } from '@/ui/test-shell';
import { answerWear, newFleet } from '@/services/wear';
import { FleetScreen } from './fleet-screen';
import { ForecastCard } from './forecast-card';
import { WidthForm } from './width-form';
import type { WidthBasis } from './width-reading';
import { becauseOf } from './messages';

/** Answers of the worker, without a worker. */
vi.mock('@/client/solver', () => ({
  useWear: (ask: WearAsk) => ({ answer: answerWear(ask), of: ask, pending: false, failed: false, again: vi.fn() }),
  useFleet: (asks: readonly WearAsk[] | null) => ({
    answer: asks && newFleet()(asks),
    of: asks,
    pending: false,
    failed: false,
    again: vi.fn(),
  }),
}));

const BASIS: WidthBasis = { meter: 2140, unit: 'km', fittedAt: 900, minimumMm: 28.6, newMm: 30.5 };
const form = (basis: Partial<WidthBasis> = {}) => {
  const keep = vi.fn().mockResolvedValue(true);
  show(<WidthForm belt={{ id: 'b', label: 'Drive belt' }} basis={{ ...BASIS, ...basis }} firstByPerson onKeep={keep} />);
  return keep;
};
const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));

describe('a width', () => {
  it('reads rib after rib by Enter, subtracts its zero, and saves with meter and method', async () => {
    const keep = form();
    await userEvent.type(screen.getByLabelText('Closed, the caliper shows'), '0.02');
    await userEvent.click(screen.getByLabelText('Rib 1'));
    await userEvent.keyboard('29.9{Enter}');
    await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Rib 2')));
    await userEvent.keyboard('29.94{Enter}');
    await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Rib 3')));
    await userEvent.keyboard('29.92');
    await userEvent.tab();
    expect(await screen.findByText(/spread 0\.04 mm over 3/)).toBeTruthy();
    await press('Save width');
    await waitFor(() => expect(keep).toHaveBeenCalledTimes(1));
    const [kept] = keep.mock.calls[0]!;
    expect(kept).toMatchObject({ meter: 2140, fittedAt: 900, unit: 'km', method: 'rib-top', zeroMm: 0.02, minimumMm: 28.6, newMm: 30.5 });
    kept.widths.forEach((w: number, i: number) => expect(w).toBeCloseTo([29.88, 29.92, 29.9][i]!, 9));
  });
  it('reports missing or impossible values, and saves or loses nothing', async () => {
    const keep = form({ fittedAt: null, minimumMm: null });
    await press('Save width');
    expect(screen.getByText('Enter a width first.')).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Rib 1'), '29.9');
    await press('Save width');
    expect(screen.getByText(/Measure another rib/)).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Rib 2'), '29.3');
    await userEvent.tab();
    expect(screen.getByText(/differ from the others/)).toBeTruthy();
    await press('Save width');
    expect(screen.getByText(/meter reading at which this belt was fitted, or state that it has not run/)).toBeTruthy();
    await userEvent.click(screen.getByRole('checkbox', { name: 'A new belt, measured before it runs' }));
    await press('Save width');
    expect(screen.getByText('Enter the minimum width from the manual.')).toBeTruthy();
    expect(keep).not.toHaveBeenCalled();
    expect(screen.getByLabelText('Rib 2')).toHaveProperty('value', '29.3 mm');
  });
  it('a meter that runs back is asked about', async () => {
    const keep = form({ meter: 40 });
    await userEvent.click(screen.getByRole('radio', { name: 'One rib' }));
    await userEvent.type(screen.getByLabelText('Rib'), '29.9');
    await press('Save width');
    expect(screen.getByText(/shows less than when the belt was fitted/)).toBeTruthy();
    expect(keep).not.toHaveBeenCalled();
  });
});

const past = (more: Partial<PastWidth>): PastWidth => ({
  job: 1,
  machine: 1,
  belt: 'b',
  taken: '2026-05-01T08:00:00Z',
  by: 'Bram',
  meter: 2140,
  fittedAt: 900,
  unit: 'km',
  method: 'rib-top',
  widths: [29.74, 29.7, 29.76],
  minimumMm: 28.6,
  newMm: 30.5,
  ...more,
});

describe('what is left of a belt', () => {
  it('shows its range, its minimum and its reasons', () => {
    show(<ForecastCard damaged={false} ridden={[]} log={[past({})]} beltName="Hill track" />);
    expect(screen.getByText('Keep using the belt')).toBeTruthy();
    expect(screen.getByText(/km/, { selector: 'strong' })).toBeTruthy();
    expect(screen.getByText(/There is one reading only/)).toBeTruthy();
    expect(screen.getByText(/The probability that it is below the minimum is under 1%/)).toBeTruthy();
  });
  it('one squeezed rib by itself condemns no belt: it is read again; several ribs do', () => {
    const first = show(
      <ForecastCard damaged={false} ridden={[]} log={[past({ method: 'single', widths: [28.3] })]} beltName="Hill track" />,
    );
    expect(screen.getByText('Measure again')).toBeTruthy();
    first.unmount();
    show(<ForecastCard damaged={false} ridden={[]} log={[past({ widths: [28.3, 28.32, 28.29] })]} beltName="Hill track" />);
    expect(screen.getByText('Replace the belt')).toBeTruthy();
  });
  it('replaces a damaged belt at any width', () => {
    show(<ForecastCard damaged ridden={[]} log={[past({})]} beltName="Hill track" />);
    expect(screen.getByText('Replace the belt')).toBeTruthy();
    expect(screen.getByText(/damaged or broken, so its width does not matter/)).toBeTruthy();
  });
  it('shows the riding next to the rate, without a claim', () => {
    const ridden = [
      {
        belt: { id: 'b', label: 'Drive belt' },
        from: 900,
        to: 2140,
        unit: 'km' as const,
        shares: { crawl: 0.6, trail: 0.4, haul: 0, fast: 0 },
        wet: 0,
        dust: 0.15,
      },
    ];
    show(<ForecastCard damaged={false} ridden={ridden} log={[past({})]} beltName="Hill track" />);
    expect(
      screen.getByText(/Recorded use: crawling 60%, trail 40%; dusty 15%\. The forecast does not use it before 12 belts/),
    ).toBeTruthy();
  });
  it('a new belt has no forecast', () => {
    show(
      <ForecastCard damaged={false} ridden={[]} log={[past({ meter: 900, method: 'flank-line', widths: [30.5] })]} beltName="Hill track" />,
    );
    expect(screen.getByText(/It has not run, so there is no forecast/)).toBeTruthy();
  });
  it('reasons make one sentence', () =>
    expect(becauseOf(['one-reading', 'wide-forecast'])).toBe('There is one reading only; the remaining life is known only roughly.'));
});

describe('the belts of a shop', () => {
  it('sorts those first that will not last to their next service, with the used share of each', () => {
    const belt = (machine: string, widths: number[], damaged = false) => ({
      machineId: machine.length,
      machine,
      belt: 'b',
      driveId: 7,
      log: [past({ widths })],
      damaged,
    });
    show(
      <FleetScreen
        spares={[]}
        belts={[belt('Good', [30.3, 30.31, 30.3]), belt('Gone', [28.3, 28.3, 28.31]), belt('Half', [28.85, 28.87, 28.85])]}
      />,
    );
    const names = screen.getAllByRole('link').map((l) => l.textContent);
    expect(names).toEqual(['Gone', 'Half', 'Good']);
    expect(screen.getByRole('row', { name: /^Gone Replace the belt (over )?9\d%/ })).toBeTruthy();
    expect(screen.getByRole('row', { name: /^Good Keep using the belt/ }).textContent).toMatch(/ km/);
  });
  it('puts a damaged or broken belt first, replaces it at any width, and needs a spare for it', () => {
    const sound = [30.3, 30.31, 30.3];
    const log = [past({ widths: sound })];
    const broken = { machineId: 5, machine: 'Broke', belt: 'b', driveId: 7, log, damaged: true };
    const worn = { machineId: 6, machine: 'Worn', belt: 'b', driveId: 7, log: [past({ widths: [28.3, 28.3, 28.31] })], damaged: false };
    const spare = {
      id: 1,
      name: 'Spare belt',
      number: '',
      bin: '',
      priceCents: null,
      version: 1,
      fitsDriveId: 7,
      supplyDays: 12,
      quantity: 0,
    };
    show(<FleetScreen spares={[spare]} belts={[worn, broken]} />);
    expect(screen.getAllByRole('link').map((l) => l.textContent)).toEqual(['Broke', 'Worn']);
    expect(screen.getByRole('row', { name: /^Broke Replace the belt.*Damaged or broken: replace it at any width/ })).toBeTruthy();
    expect(screen.getByRole('region', { name: 'Spare belts and belts due' }).textContent).toMatch(
      /About [12]\.\d belts will be due.*Order now/,
    );
  });
  it('compares spares with belts that are due before a delivery', () => {
    const spare = { id: 1, name: 'Spare belt', number: '', bin: '', priceCents: null, version: 1, fitsDriveId: 7, supplyDays: 12 };
    const worn = past({ widths: [28.3, 28.3, 28.31] });
    const belts = [{ machineId: 3, machine: 'Gone', belt: 'b', driveId: 7, log: [worn], damaged: false }];
    const first = show(<FleetScreen belts={belts} spares={[{ ...spare, quantity: 0 }]} />);
    const said = () => screen.getByRole('region', { name: 'Spare belts and belts due' }).textContent;
    expect(said()).toMatch(/0 in stock\. 1 belt in use is measured.*Order now/);
    expect(said()).toMatch(/The daily use of 1 of these belts is unknown/);
    first.unmount();
    show(<FleetScreen belts={belts} spares={[{ ...spare, quantity: 1 }]} />);
    expect(said()).toMatch(/Stock is enough: a shortage is under 1% likely/);
  });
  it('shows a shop without readings how to start', () => {
    show(<FleetScreen belts={[]} spares={[]} />);
    expect(screen.getByText('No belt width is measured yet')).toBeTruthy();
  });
});
