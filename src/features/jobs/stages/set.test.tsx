import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { serverThat } from '@/ui/test-shell';
import { RIDER_DRIVE } from '../../test-records';
import { at, choose, entries, job, line, matched, now, ok, press, timed } from '../test-stages';
import type { Drive } from '@/core/drive';
import { BOOKED_BELT } from '@/core/job/test-job';

vi.mock('next/navigation', async () => (await import('../../test-features')).navigation);
vi.mock('../../shell/shell-context', async () => (await import('../test-stages')).shellOfRole);
vi.mock('../../queries/ask', async () => (await import('../test-stages')).stageQueries);
vi.mock('@/client/solver', async () => (await import('../test-stages')).stageSolver);
vi.mock('@/ui/plate/plate', () => ({ Plate: () => null }));

describe('Set', () => {
  it('puts a reading on the ticket with its tension, next to the earlier ones', async () => {
    const { sent } = serverThat(ok);
    const body = { belt: 'blade', state: 'engaged', method: 'spring-length', at: 'engage', where: 'Engagement spring', value: 203.1 };
    const there = line('set', 'reading', {
      ...body,
      deflectionMm: null,
      belts: null,
      placeIn: null,
      without: [],
      tensionN: 190,
      sdN: 14,
      clamped: false,
    });
    at('set', job({ entries: [there] }));
    await press(/^Tension and settings/);
    await press(/^Readings/);
    await press(/^Take a reading/);
    expect(within(screen.getByRole('region', { name: 'Readings' })).getByText(/^Spring length, Engagement spring/)).toBeTruthy();
    await press('Save reading');
    expect(screen.getByText('Enter the reading first.')).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Tap frequency, Hz'), '54');
    await userEvent.click(screen.getByRole('checkbox', { name: 'Measured with everything tight' }));
    await press('Save reading');
    await waitFor(() =>
      expect(entries(sent, 'reading')[0]).toMatchObject({
        type: 'reading',
        body: { belt: 'blade', method: 'tap', at: 'spindle>crank', value: 54, deflectionMm: null, clamped: true },
      }),
    );
  });
  it('gaps to a straight edge become an alignment on the ticket, with what each span enters by', async () => {
    const { sent } = serverThat(ok);
    at('set', job());
    await press(/^Alignment/);
    await press('Save alignment');
    expect(screen.getByText('Measure the gap at the near and at the far rim first.')).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Near rim'), '0');
    await userEvent.type(screen.getByLabelText('Far rim'), '3');
    expect(await screen.findByText(/its far rim back/)).toBeTruthy();
    expect(screen.getByText(/Over its limit of 0\.5°/)).toBeTruthy();
    await press('Save alignment');
    await waitFor(() => expect(entries(sent, 'alignment')).toHaveLength(1));
    const { body } = entries(sent, 'alignment')[0]!;
    expect(body).toMatchObject({
      reference: { id: 'crank' },
      gaps: { near: 0, far: 3, above: null, below: null },
      offsetMm: 1.5,
      when: 'found',
    });
    expect(body['worstDeg']).toBeGreaterThan(0.5);
  });
  it('saves the manual’s target with its page', async () => {
    const { sent } = serverThat(ok);
    at('set', job());
    await press(/^Tension and settings/);
    await press(/^Signs, loads/);
    await press(/^Target from the manual/);
    await press('Save target');
    expect(await screen.findByText('Enter the value from the manual.')).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Tension, all belts together'), '190');
    await userEvent.type(screen.getByLabelText('To'), '230');
    await userEvent.type(screen.getByLabelText('Page'), '23');
    await press('Save target');
    await waitFor(() => expect(entries(sent, 'tension-basis')).toHaveLength(1));
    expect(entries(sent, 'tension-basis')[0]!.body).toMatchObject({
      ownTargetN: 210,
      loads: [],
      manual: { form: 'tension', from: 190, to: 230, page: '23', rangeN: [190, 230] },
    });
  });
  it('saves a load', async () => {
    const { sent } = serverThat(ok);
    at('set', job());
    await press(/^Tension and settings/);
    await press(/^Signs, loads/);
    await press(/^Load assumptions/);
    await choose('By its blades');
    await press('Use these loads');
    await waitFor(() => expect(entries(sent, 'tension-basis')).toHaveLength(1));
    expect(entries(sent, 'tension-basis')[0]!.body).toMatchObject({
      ownTargetN: null,
      loads: [{ id: 'spindle', guess: { by: 'blades', blades: 1 } }],
    });
  });
  it('saves the gap at a belt keeper', async () => {
    const { sent } = serverThat(ok);
    at('set', job());
    await press(/^Keepers, belt stops and latch/);
    await userEvent.type(screen.getByLabelText('Gap to the belt'), '3');
    await press('Save gap');
    await waitFor(() => expect(entries(sent, 'clearance')[0]!.body).toMatchObject({ what: 'keeper', mm: 3, lever: 'engaged' }));
  });
  it('moves the adjuster as advised in one tap, and keeps the earlier reading separate', async () => {
    const read = {
      belt: 'blade',
      state: 'engaged',
      method: 'tap',
      at: 'spindle>crank',
      where: 'Long span',
      value: 45,
      deflectionMm: null,
      belts: null,
      placeIn: null,
      without: [],
      tensionN: 60,
      sdN: 6,
      clamped: false,
    };
    const { sent } = serverThat(ok);
    const of = job({ entries: [line('set', 'reading', read)] });
    const first = at('set', of);
    await press(/^Tension and settings/);
    await press(/^Moved to /);
    await waitFor(() => expect(entries(sent, 'changed')[0]!.body).toMatchObject({ change: 'adjusted', adjuster: { id: 'cable' } }));
    first.unmount();
    const { body } = entries(sent, 'changed')[0]!;
    at('set', { ...of, entries: [...of.entries, line('set', 'changed', body)] });
    expect(within(now()).getByText('Measure the tension again')).toBeTruthy();
    expect(within(screen.getByRole('region', { name: 'Advice' })).getByText('As found')).toBeTruthy();
    // The reading before the change is not combined with anything.
    expect(screen.queryByRole('button', { name: /^Readings/ })).toBeNull();
  });
  it('needs a reason if a decision differs from the recommendation', async () => {
    const { sent } = serverThat(ok);
    at(
      'set',
      job({
        entries: [
          timed(3),
          line('ask', 'timed', { what: 'engagement', seconds: 0.5, when: 'found', limitS: null, how: 'typed', sdS: null }),
        ],
      }),
    );
    await press(/^Tension and settings/);
    await press(/^Leave, adjust or replace/);
    await choose('Replace the belt');
    await press('Save decision');
    expect(screen.getByText(/Enter a reason for the ticket/)).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Reason'), 'Cracked under the cover.');
    await press('Save decision');
    await waitFor(() =>
      expect(entries(sent, 'tension-decided')[0]!.body).toMatchObject({ act: 'replace', advised: 'leave', savedCents: null }),
    );
  });
  it('uses the loads of a job in Match, and saves them with the drive', async () => {
    const load = { id: 'spindle', label: 'Blade spindle', guess: null };
    const basis = (kw: number) =>
      line('set', 'tension-basis', { belt: 'blade', loads: [{ ...load, kw }], ownTargetN: null, newBelt: false });
    const of = job({ entries: [basis(1), basis(2.75)] });
    const first = at('match', of);
    const spindle = () => matched.last!.drive.pulleys.find((p) => p.id === 'spindle')!;
    expect(spindle().powerKw).toBe(2.75);
    first.unmount();
    const { sent } = serverThat({ ok: true, value: { id: 1, version: 2 } });
    at('set', of);
    await press(/^Tension and settings/);
    await press(/^Signs, loads/);
    await press(/^Load assumptions/);
    await press('Save these loads with the drive');
    await waitFor(() => expect(sent.filter((s) => s.kind === 'drive.save')).toHaveLength(1));
    const { version, document } = sent.find((s) => s.kind === 'drive.save')!.input as { version: number; document: Drive };
    expect(version).toBe(RIDER_DRIVE.version);
    expect(document.pulleys.find((p) => p.id === 'spindle')!.powerKw).toBe(2.75);
    expect(document).toEqual({ ...RIDER_DRIVE.document, pulleys: document.pulleys });
  });
  it('reports a tension by feel before the stage is done', async () => {
    const felt = {
      belt: 'blade',
      state: 'engaged',
      method: 'twist',
      at: 'spindle>crank',
      where: 'Long span',
      value: 30,
      deflectionMm: null,
      belts: null,
    };
    at('set', job({ entries: [line('set', 'reading', { ...felt, placeIn: null, without: [], tensionN: 190, sdN: 70, clamped: false })] }));
    await press(/^Tension and settings/);
    await press(/^Readings/);
    expect(screen.getByText(/Measured by feel only/)).toBeTruthy();
  });
  it('assesses the belt that was used, also a substitute', async () => {
    const booked = line('match', 'belt-booked', { ...BOOKED_BELT, outsideMm: 1195, pieces: 1 });
    const own = at('set', job());
    await press(/^Tension and settings/);
    const before = screen.getByRole('img', { name: /^Static tension/ }).getAttribute('aria-label');
    own.unmount();
    at('set', job({ entries: [booked] }));
    expect(within(now()).getByText('Set the tension')).toBeTruthy();
    expect(screen.getByRole('img', { name: /^Static tension/ }).getAttribute('aria-label')).not.toBe(before);
  });
});
