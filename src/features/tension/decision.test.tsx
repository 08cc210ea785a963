import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import type { TensionDecided } from '@/core/job';
import type { Decided } from '@/core/tension';
import { show } from '@/ui/test-shell';
import { RIDER_DRIVE } from '../test-records';
import { BasisForm } from './basis-form';
import { DecideCard } from './decide-card';
import { MovedAdjuster, turnedWords } from './moved-adjuster';

const DRIVE = RIDER_DRIVE.document;
const ADJUSTER = DRIVE.adjusters[0]!;
const press = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));
const pick = (name: string | RegExp) => userEvent.click(screen.getByRole('radio', { name }));

describe('a decision on the tension', () => {
  const decided = {
    act: 'adjust',
    because: [],
    to: { adjuster: ADJUSTER.id, position: ADJUSTER.position + 2, tensionN: 140 },
    hoursGained: 30,
  } as unknown as Decided;
  const open = (given: Decided = decided) => {
    const decide = vi.fn(async (_: TensionDecided) => true);
    show(<DecideCard drive={DRIVE} beltId="blade" decided={given} beltCents={1480} onDecide={decide} />);
    return decide;
  };
  it('as recommended needs no reason, and stores the position, the hours and the saved belt', async () => {
    const decide = open();
    await press('Save decision');
    await waitFor(() => expect(decide).toHaveBeenCalledOnce());
    expect(decide.mock.calls[0]![0]).toMatchObject({
      act: 'adjust',
      advised: 'adjust',
      to: { id: ADJUSTER.id, position: ADJUSTER.position + 2 },
      hoursGained: 30,
      savedCents: 1480,
      reason: '',
    });
  });
  it('against the recommendation needs a reason, and saves no belt if the belt is replaced', async () => {
    const decide = open();
    await pick(/^Replace/);
    await press('Save decision');
    expect(await screen.findByText(/differs from the recommendation/)).toBeTruthy();
    expect(decide).not.toHaveBeenCalled();
    await userEvent.type(screen.getByLabelText('Reason'), '  Customer asked for it ');
    await press('Save decision');
    await waitFor(() => expect(decide).toHaveBeenCalledOnce());
    expect(decide.mock.calls[0]![0]).toMatchObject({
      act: 'replace',
      to: null,
      hoursGained: null,
      savedCents: null,
      reason: 'Customer asked for it',
    });
  });
  it('cannot be saved while nothing is recommended and nothing is chosen', () => {
    open({ ...decided, act: 'read-first', to: null } as Decided);
    expect((screen.getByRole('button', { name: 'Save decision' }) as HTMLButtonElement).disabled).toBe(true);
  });
});

describe('a moved adjuster', () => {
  const open = (advised: { id: string; position: number } | null, moved = true) => {
    const move = vi.fn(async (_: object) => moved);
    show(<MovedAdjuster drive={DRIVE} advised={advised} onMoved={move} />);
    return move;
  };
  it('is written by one tap at the recommended position', async () => {
    const move = open({ id: ADJUSTER.id, position: ADJUSTER.position + 1 });
    await press(/^Moved to /);
    await waitFor(() => expect(move).toHaveBeenCalledOnce());
    expect(move.mock.calls[0]![0]).toMatchObject({ change: 'adjusted', adjuster: { id: ADJUSTER.id }, to: ADJUSTER.position + 1 });
  });
  it('refuses no position and a position out of its range, next to the field', async () => {
    const move = open(null);
    await press('I moved the adjuster');
    await press('Save new position');
    expect(await screen.findByText('Enter the new position.')).toBeTruthy();
    await userEvent.type(screen.getByLabelText(/^New position/), String(ADJUSTER.max + 50));
    await press('Save new position');
    await waitFor(() => expect(screen.queryByText('Enter the new position.')).toBeNull());
    expect(move).not.toHaveBeenCalled();
    await userEvent.clear(screen.getByLabelText(/^New position/));
    await userEvent.type(screen.getByLabelText(/^New position/), String(ADJUSTER.max));
    await userEvent.type(screen.getByLabelText('Turned, as counted'), '2 holes');
    await press('Save new position');
    await waitFor(() => expect(move).toHaveBeenCalledOnce());
    expect(move.mock.calls[0]![0]).toMatchObject({ to: ADJUSTER.max, turned: '2 holes' });
    await waitFor(() => expect(screen.queryByRole('form', { name: 'Adjuster moved' })).toBeNull());
  });
  it('preserves the input if it was not saved', async () => {
    open(null, false);
    await press('I moved the adjuster');
    await userEvent.type(screen.getByLabelText(/^New position/), String(ADJUSTER.max));
    await press('Save new position');
    await waitFor(() => expect((screen.getByRole('button', { name: 'Save new position' }) as HTMLButtonElement).disabled).toBe(false));
    expect((screen.getByLabelText(/^New position/) as HTMLInputElement).value).toContain(String(ADJUSTER.max));
  });
  it('counts turns only for a screw, and none for its present position', () => {
    expect(turnedWords({ ...ADJUSTER, screw: undefined } as typeof ADJUSTER, ADJUSTER.position + 5)).toBe('');
    const screw = { pitch: 1.5, flats: 6, rods: [] } as unknown as NonNullable<(typeof ADJUSTER)['screw']>;
    expect(turnedWords({ ...ADJUSTER, screw }, ADJUSTER.position)).toBe('');
    expect(turnedWords({ ...ADJUSTER, screw }, ADJUSTER.position + 1.5)).toBe('tighten: 6 flats');
    expect(turnedWords({ ...ADJUSTER, screw }, ADJUSTER.position - 0.75)).toBe('slacken: 3 flats');
  });
});

describe('load assumptions', () => {
  const driven = DRIVE.pulleys.find((p) => p.role === 'driven')!;
  it('start with those of the ticket, are estimated from the work, and are saved together', async () => {
    const keep = vi.fn(async (_: object) => true);
    show(<BasisForm drive={DRIVE} beltId="blade" written={null} sprung={false} onKeep={keep} />);
    const group = screen.getAllByRole('radiogroup', { name: new RegExp(`^Power of `) })[0]!;
    await userEvent.click([...group.querySelectorAll<HTMLElement>('[role="radio"]')].find((r) => r.textContent === 'By its blades')!);
    expect(screen.getByText(/estimated$/)).toBeTruthy();
    await pick('New, will seat');
    await press('Use these loads');
    await waitFor(() => expect(keep).toHaveBeenCalledOnce());
    expect(keep.mock.calls[0]![0]).toMatchObject({
      belt: 'blade',
      ownTargetN: null,
      manual: null,
      newBelt: true,
      loads: [{ id: driven.id, guess: { by: 'blades', blades: 1 } }],
    });
  });
  it('offer no new belt where a spring holds the tension', () => {
    show(<BasisForm drive={DRIVE} beltId="blade" written={null} sprung onKeep={vi.fn()} />);
    expect(screen.queryByRole('radio', { name: 'New, will seat' })).toBeNull();
    expect(screen.getByText(/A spring holds its tension/)).toBeTruthy();
  });
});
