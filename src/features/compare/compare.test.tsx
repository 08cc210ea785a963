import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { MOST_TIP_MPS } from '@/core/drive';
import { oncePer } from '@/ui/test-memo';
import { show } from '@/ui/test-shell';
import { compareDrives, type CompareRequest } from '@/services/compare';
import { RIDER_DRIVE } from '../test-records';
import { CompareScreen } from './compare-screen';
import { FIGURES, figureText, withinLimit } from './figures';

vi.mock('next/navigation', async () => (await import('../test-features')).navigation);
vi.mock('../queries/ask', async () =>
  (await import('../test-features')).queriesThat({
    'belts.lasted': () => [{ belt: '4L480', driveId: 1, drive: 'Orchard rider', machine: 'Orchard rider', job: 207, hours: 211.6 }],
  }),
);
/** Answers of the worker, without a worker. Cached per request, since each render requests again. */
const compared = oncePer(compareDrives);
vi.mock('@/client/solver', () => ({
  useCompare: (request: CompareRequest | null) => ({
    answer: request && compared(request),
    pending: false,
    failed: false,
    again: vi.fn(),
  }),
}));

const row = (name: string) =>
  within(screen.getByRole('row', { name: new RegExp(`^${name}`) }))
    .getAllByRole('cell')
    .map((c) => c.textContent);

describe('variants of a drive', () => {
  beforeEach(() => localStorage.clear());
  it('a smaller spindle pulley turns faster; what was typed is there again after the page was left', async () => {
    const first = show(<CompareScreen stored={RIDER_DRIVE} />, { owner: 71 });
    const [drawn, same] = row('Speed of the driven shaft').slice(-2);
    expect(same).toBe(drawn);
    await userEvent.type(screen.getByRole('textbox', { name: 'Blade spindle, variant 1' }), '124 mm');
    await userEvent.tab();
    await waitFor(() => expect(row('Speed of the driven shaft').at(-1)).not.toBe(drawn));
    const rpm = (text: string | null | undefined) => Number(/[\d.]+/.exec(text ?? '')![0]);
    expect(rpm(row('Speed of the driven shaft').at(-1))).toBeGreaterThan(rpm(drawn));
    first.unmount();
    show(<CompareScreen stored={RIDER_DRIVE} />, { owner: 71 });
    expect(row('Speed of the driven shaft').at(-1)).not.toBe(drawn);
    await userEvent.click(screen.getByRole('button', { name: 'Clear' }));
    expect(row('Speed of the driven shaft').at(-1)).toBe(drawn);
  });
  it('shows idle, hub and cost, and the belts that lasted', async () => {
    show(<CompareScreen stored={RIDER_DRIVE} />, { owner: 72 });
    await userEvent.click(screen.getByRole('button', { name: /^Idle speed and hub bolts/ }));
    await userEvent.type(screen.getByLabelText('Engine speed at idle'), '1200');
    await userEvent.type(screen.getByLabelText('Bolt circle of the hub'), '140 mm');
    await userEvent.type(screen.getByLabelText('Bolts of the hub, diameter'), '8 mm');
    await userEvent.type(screen.getByRole('textbox', { name: 'Price, as drawn' }), '24');
    await userEvent.type(screen.getByRole('textbox', { name: 'Expected hours, as drawn' }), '120');
    await userEvent.tab();
    await waitFor(() => expect(row('Belt cost per hour')[0]).toContain('0.20 per h'));
    expect(row('Pulley on the hub, diameter')[0]).toMatch(/past its limit: at least/);
    expect(row('Driven shaft, engine at idle')[0]).toMatch(/\d/);
    const lasted = await screen.findByRole('region', { name: 'Belts that lasted longest here' });
    expect(lasted.textContent).toContain('4L480');
    expect(lasted.textContent).toContain('212 h');
  });
  it('reports a blade above the tip speed limit, and the reason for an impossible variant', async () => {
    show(<CompareScreen stored={RIDER_DRIVE} />, { owner: 71 });
    await userEvent.type(screen.getByRole('textbox', { name: /tip to tip$/ }), '800 mm');
    await userEvent.tab();
    await waitFor(() => expect(row('Blade tip')[0]).toMatch(/past its limit: at most 96\.5 m\/s/));
    await userEvent.type(screen.getByRole('textbox', { name: /^Rated speed of the hub, / }), '1000');
    await userEvent.tab();
    await waitFor(() => expect(row('Speed of the driven shaft')[0]).toMatch(/past its limit: at most 1,?000/));
    await userEvent.click(screen.getByRole('button', { name: 'Another variant' }));
    await userEvent.type(screen.getByRole('textbox', { name: 'Blade spindle, variant 2' }), '1500 mm');
    await userEvent.tab();
    expect(await screen.findByText(/^Variant 2 cannot be: /)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Remove variant 2' }));
    expect(screen.queryByText(/^Variant 2 cannot be/)).toBeNull();
  });
});

it('compares figures with their limits in the correct direction', () => {
  const { variants } = compareDrives({
    drive: RIDER_DRIVE.document,
    beltId: 'blade',
    shaftOf: 'spindle',
    variants: [{ diametersMm: {} }],
    sweep: null,
  });
  const figures = variants[0]!.compared!;
  const of = (id: string) => FIGURES.find((f) => f.id === id)!;
  expect(withinLimit(of('tip'), { ...figures, tipMps: MOST_TIP_MPS + 0.1 })).toBe(false);
  expect(withinLimit(of('bend'), { ...figures, tightestMm: figures.leastBendMm - 1 })).toBe(false);
  expect(withinLimit(of('bend'), { ...figures, tightestMm: figures.leastBendMm + 1 })).toBe(true);
  expect(withinLimit(of('ratio'), figures)).toBeNull();
  expect(withinLimit(of('tip'), { ...figures, tipMps: null })).toBeNull();
  const plain = (v: number, d: string) => `${v} ${d}`;
  expect(figureText('percent', 148.4, plain)).toBe('148%');
  expect(figureText('ratio', 0.931, plain)).toBe('0.93 to 1');
  expect(figureText('thousands', 204000, plain)).toBe('204 thousand');
  expect(figureText('force', null, plain)).toBe('–');
});

it('a sweep runs from end to end, and leaves out what cannot be', () => {
  const { swept } = compareDrives({
    drive: RIDER_DRIVE.document,
    beltId: 'blade',
    shaftOf: 'spindle',
    variants: [{ diametersMm: {} }],
    sweep: { pulley: 'spindle', fromMm: 100, toMm: 600 },
  });
  expect(swept[0]!.diameterMm).toBeGreaterThanOrEqual(100);
  expect(swept.length).toBeGreaterThan(2);
  expect(swept.length).toBeLessThan(25);
  for (let i = 1; i < swept.length; i++) expect(swept[i]!.compared.rpm!).toBeLessThan(swept[i - 1]!.compared.rpm!);
});
