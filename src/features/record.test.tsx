import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { solveDrive } from '@/core/drive';
import { STACK_TEMPLATES, stackFaults, STACK_FAULTS, withMoved } from '@/core/stack';
import { serverThat, show } from '@/ui/test-shell';
import { CustomerForm } from './customers/customer-form';
import { MeterCard } from './machines/meter-card';
import { TimelineCard } from './machines/timeline-card';
import { TrialsNote } from './match/trials-note';
import { PapersCard } from './papers/papers-card';
import { PartForm, readPart } from './shelf/part-form';
import { LimitsCard } from './shop/limits-card';
import { ShopCard } from './shop/shop-card';
import { StackScreen } from './stacks/stack-screen';
import { StackedNote } from './stacks/stacked-note';
import { Stations } from './stacks/stations';
import { faultWords } from './stacks/messages';
import { MACHINE, RIDER_DRIVE, SHOP } from './test-records';
import type { Customer, LoggedReading, Part, StoredStack, Trial } from '@/contract/records';

vi.mock('next/navigation', async () => (await import('./test-features')).navigation);
vi.mock('./shell/shell-context', () => ({ useMayChange: () => true, useShell: () => ({ role: 'owner' }) }));
const pose = vi.hoisted(() => ({ now: null as unknown }));
vi.mock('@/client/solver', () => ({ usePose: () => ({ answer: pose.now, pending: false }) }));

const field = (label: string | RegExp) => screen.getByLabelText(label, { selector: 'input, textarea' }) as HTMLInputElement;
const press = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));

const read = (id: number, value: number, at: string): LoggedReading => ({ id, value, unit: 'h', at, by: 'Bram' });

describe('a machine’s meter', () => {
  const log = [read(2, 412.6, '2026-11-20T08:00:00Z'), read(1, 392.6, '2026-09-11T08:00:00Z')];
  it('shows what it shows, how fast it runs, and takes a new reading down', async () => {
    const { sent } = serverThat({ ok: true, value: { id: 3 } });
    show(<MeterCard machine={MACHINE} log={log} />);
    expect(screen.getByText(/^2 h a week since/)).toBeTruthy();
    await userEvent.type(field(/^Meter$/), '418.2');
    await press('Save reading');
    await waitFor(() => expect(sent[0]).toMatchObject({ kind: 'meter.read', input: { machineId: 3, value: 418.2, unit: 'h' } }));
    expect(field(/^Meter$/).value).toBe('');
  });
  it('refuses an unreadable value, and reports a lower one as a new meter', async () => {
    const { sent } = serverThat({ ok: true, value: { id: 3 } });
    show(<MeterCard machine={MACHINE} log={[]} />);
    const keep = screen.getByRole('button', { name: 'Save reading' }) as HTMLButtonElement;
    await userEvent.type(field(/^Meter$/), 'about forty');
    expect([keep.disabled, screen.getByRole('alert').textContent]).toEqual([true, expect.stringContaining('not a meter reading')]);
    await userEvent.clear(field(/^Meter$/));
    await userEvent.type(field(/^Meter$/), '3');
    expect(screen.getByText(/saved as a new meter/)).toBeTruthy();
    expect(sent).toEqual([]);
  });
});

describe('papers', () => {
  const paper = (name: string, type: string, size = 20) => new File([new Uint8Array(size)], name, { type });
  it('a PDF is sent whole under its own name', async () => {
    const { sent } = serverThat({ ok: true, value: { id: 9 } });
    show(<PapersCard of={{ machineId: 3 }} papers={[]} />);
    await userEvent.upload(field('Documents and pictures: file'), paper('Parts diagram.pdf', 'application/pdf'));
    await waitFor(() => expect(sent[0]).toMatchObject({ kind: 'document.add', input: { of: { machineId: 3 }, name: 'Parts diagram' } }));
    expect(atob((sent[0]!.input as { data: string }).data)).toHaveLength(20);
  });
  it('what is too large or empty is refused before it is sent, by its name', async () => {
    const { sent } = serverThat({ ok: true, value: { id: 9 } });
    show(<PapersCard of={{ machineId: 3 }} papers={[]} />);
    await userEvent.upload(field('Documents and pictures: file'), paper('Manual.pdf', 'application/pdf', 9 * 1024 * 1024));
    expect(await screen.findByText(/Manual.pdf is larger than 8 MB/)).toBeTruthy();
    await userEvent.upload(field('Documents and pictures: file'), paper('Blank.pdf', 'application/pdf', 0));
    expect(await screen.findByText(/Blank.pdf is empty/)).toBeTruthy();
    expect(sent).toEqual([]);
  });
  it('one is removed only once that is asked for twice', async () => {
    const { sent } = serverThat({ ok: true, value: null });
    show(
      <PapersCard
        of={{ machineId: 3 }}
        papers={[{ id: 9, name: 'Decal', mediaType: 'image/jpeg', driveId: null, station: '', by: 'Bram', at: '2026-11-20T08:00:00Z' }]}
      />,
    );
    await press('Remove Decal');
    expect(sent).toEqual([]);
    await press('Remove it');
    await waitFor(() => expect(sent[0]).toMatchObject({ kind: 'document.remove', input: { id: 9 } }));
  });
});

describe('a customer', () => {
  const isla: Customer = { id: 1, name: 'Isla Ferrow', contact: 'Orchard house', version: 2 };
  it('shows a change by another person in both versions, and saves over it only on request', async () => {
    const theirs = { ...isla, contact: 'Low Orchard, gate 2', version: 3 };
    const { sent, answer } = serverThat({ ok: false, reason: 'stale', problem: 'Another user changed this customer.', current: theirs });
    const saved = vi.fn();
    show(<CustomerForm customer={isla} onClose={vi.fn()} onSaved={saved} />);
    await userEvent.type(field('Contact'), ', after dark');
    await press('Save customer');
    expect(await screen.findByText(/Another user changed this customer. Choose a value for each field/)).toBeTruthy();
    expect(screen.getByRole('group', { name: 'Fields that both changed' }).textContent).toContain('Low Orchard, gate 2');
    expect(field('Contact').value).toBe('Orchard house, after dark');
    answer({ ok: true, value: theirs });
    await press('Save customer');
    await waitFor(() => expect(saved).toHaveBeenCalled());
    expect(sent.map((s) => (s.input as { existing: { version: number } }).existing.version)).toEqual([2, 3]);
  });
  it('theirs can be taken', async () => {
    serverThat({
      ok: false,
      reason: 'stale',
      problem: 'Another user changed this customer.',
      current: { ...isla, contact: 'Gate 2', version: 3 },
    });
    show(<CustomerForm customer={isla} onClose={vi.fn()} onSaved={vi.fn()} />);
    await userEvent.type(field('Contact'), '!');
    await press('Save customer');
    await userEvent.click(await screen.findByRole('button', { name: 'Use their value of Contact' }));
    expect(field('Contact').value).toBe('Gate 2');
  });
});

describe('a part on the shelf', () => {
  const cells = { name: 'Flat idler', number: '', quantity: '2', bin: 'D1', price: '26.50', days: '' };
  it.each<[string, object, object]>([
    ['as a hand writes it', {}, { ok: true, fields: { name: 'Flat idler', number: '', quantity: 2, bin: 'D1', priceCents: 2650 } }],
    ['without a price', { price: ' ' }, { ok: true, fields: { priceCents: null } }],
    ['without a name', { name: ' ' }, { ok: false, field: 'name', problem: 'Enter the part’s name.' }],
    ['half a part', { quantity: '1.5' }, { ok: false, field: 'quantity', problem: 'Enter a whole number of parts.' }],
    ['no count', { quantity: '' }, { ok: false, field: 'quantity', problem: 'Enter the number of parts.' }],
    ['fewer than none', { quantity: '-1' }, { ok: false, field: 'quantity', problem: 'There cannot be fewer than none.' }],
    ['days of a spare', { days: '12' }, { ok: true, fields: { supplyDays: 12 } }],
    ['half a day', { days: '0.5' }, { ok: false, field: 'days', problem: 'Enter whole days.' }],
    ['a price in words', { price: 'a few' }, { ok: false, field: 'price' }],
  ])('%s', (_, more, expected) => expect(readPart({ ...cells, ...more })).toMatchObject(expected));

  it('is taken off the shelf from its form', async () => {
    const part: Part = {
      id: 5,
      name: 'Flat idler',
      number: '',
      quantity: 2,
      bin: 'D1',
      priceCents: null,
      fitsDriveId: null,
      supplyDays: null,
      version: 1,
    };
    const { sent } = serverThat({ ok: true, value: null });
    const saved = vi.fn();
    show(<PartForm part={part} onClose={vi.fn()} onSaved={saved} />);
    await press('Delete from stock');
    await waitFor(() => expect(saved).toHaveBeenCalled());
    expect(sent[0]).toMatchObject({ kind: 'part.remove', input: { id: 5 } });
  });
});

describe('a substitute that ran a while', () => {
  it('is shown where its size is chosen again, and states that it contradicts the verdict', () => {
    const trial: Trial = { belt: '4L475', outsideMm: 1206.5, worked: false, note: 'Crept.', number: 210, at: '2026-11-20T08:00:00Z' };
    const { container, again } = show(<TrialsNote trials={[trial]} chosen={{ outsideMm: 1204, verdict: 'too-short' }} />);
    expect(container.textContent).toContain('Did not work on this drive as a substitute: 4L475');
    expect(container.textContent).not.toContain('contradicts');
    again(<TrialsNote trials={[{ ...trial, worked: true }]} chosen={{ outsideMm: 1204, verdict: 'too-short' }} />);
    expect(container.textContent).toContain('The trial contradicts the calculation.');
    again(<TrialsNote trials={[trial]} chosen={{ outsideMm: 1204, verdict: 'marginal' }} />);
    expect(container.textContent).toContain('The trial contradicts the calculation.');
    again(<TrialsNote trials={[trial]} chosen={{ outsideMm: 1231.9, verdict: 'fits' }} />);
    expect(container.textContent).toBe('');
    again(<TrialsNote trials={[trial]} chosen={null} />);
    expect(container.textContent).toContain('Crept.');
  });
});

describe('what a shop holds machines to', () => {
  it('is saved with the other limits, and refuses an invalid stop time next to its field', async () => {
    const { sent } = serverThat({ ok: true, value: SHOP });
    show(<LimitsCard shop={SHOP} />);
    const auger = field('Stop time, auger, s');
    await userEvent.clear(auger);
    await userEvent.type(auger, '40');
    await press('Save limits');
    expect(await screen.findByText(/enter at most 15 s/)).toBeTruthy();
    await userEvent.clear(auger);
    await userEvent.type(auger, '4,5');
    await press('Save limits');
    await waitFor(() =>
      expect(sent[0]).toMatchObject({
        kind: 'shop.change',
        input: { version: 2, name: 'Quay Bay Repairs', limits: { stop: { 'walk-behind': 3, 'ride-on': 5, auger: 4.5 }, trialDays: 14 } },
      }),
    );
  });
});

describe('the shop', () => {
  it('gets another currency, found by its name', async () => {
    const { sent } = serverThat({ ok: true, value: SHOP });
    show(<ShopCard shop={SHOP} />);
    const box = screen.getByRole('combobox', { name: 'Currency' }) as HTMLInputElement;
    expect(box.value).toBe('EUR, Euro');
    await userEvent.clear(box);
    await userEvent.type(box, 'Canadian');
    await userEvent.click(await screen.findByRole('option', { name: 'CAD, Canadian Dollar' }));
    await press('Save settings');
    await waitFor(() => expect(sent[0]).toMatchObject({ kind: 'shop.change', input: { version: 2, currency: 'CAD', timeZone: 'UTC' } }));
  });
});

describe('a stack on screen', () => {
  const { stack } = STACK_TEMPLATES[0]!;
  const kept: StoredStack = { id: 4, pulley: 'arm-idler', stack, by: 'Bram', at: '2026-11-20T08:00:00Z', version: 3 };
  const open = (over: StoredStack | null) =>
    show(<StackScreen drive={RIDER_DRIVE} pulley={{ id: 'arm-idler', label: 'Idler' }} kept={over} papers={[]} />);

  it('starts from a template, is built correctly, and is saved on top of its version', async () => {
    const { sent } = serverThat({ ok: true, value: { version: 1 } });
    open(null);
    await press(/Flat idler over its bracket/);
    expect(screen.getByText(/^Correct:/)).toBeTruthy();
    await press('Save stack');
    await waitFor(() =>
      expect(sent[0]).toMatchObject({
        kind: 'stack.save',
        input: { driveId: 1, pulley: 'arm-idler', version: 0, stack: { wantedMm: 20 } },
      }),
    );
    expect((screen.getByRole('button', { name: 'Save stack' }) as HTMLButtonElement).disabled).toBe(true);
  });
  it('marks a part moved by its button as wrong immediately, and as right after an undo', async () => {
    open(kept);
    await press(/^Up: Spacer/);
    expect(screen.getByText(/spacer is on the wrong side/)).toBeTruthy();
    expect(within(screen.getByRole('list', { name: 'Parts, from the top' })).getAllByText('wrong here').length).toBeGreaterThan(0);
    await press('Undo');
    expect(screen.getByText(/^Correct:/)).toBeTruthy();
  });
  it('a cupped washer is turned over, a part taken out and one put in where the chosen one is', async () => {
    open(kept);
    await press(/^Cupped washer/);
    await press('Turn over');
    expect(screen.getByText(/is reversed/)).toBeTruthy();
    await press('Remove part');
    expect(screen.queryByRole('button', { name: /^Cupped washer/ })).toBeNull();
    expect(screen.getByText(/^Correct:/)).toBeTruthy();
  });
  it('refuses to save over another version once, with its reason, and then does', async () => {
    const { sent, answer } = serverThat({
      ok: false,
      reason: 'stale',
      problem: 'Another user changed this stack.',
      current: { version: 7 },
    });
    open(kept);
    await press(/^Down: Idler/);
    await press('Save stack');
    expect(await screen.findByText('Another user changed this stack. Save again to replace their version.')).toBeTruthy();
    answer({ ok: true, value: { version: 8 } });
    await press('Save stack');
    await waitFor(() => expect(sent.map((s) => (s.input as { version: number }).version)).toEqual([3, 7]));
  });
  it('every fault has words of its own', () => {
    const units = { show: (mm: number) => `${mm} mm` } as never;
    const said = STACK_FAULTS.map((code) => faultWords({ code, layer: 1, mm: 2 }, stack, units));
    expect(new Set(said).size).toBe(STACK_FAULTS.length);
    expect(said.every((s) => s.endsWith('.') && !s.includes('undefined'))).toBe(true);
  });
  it('reports a pulley off its height in Match and Adjust, with its entry angles', () => {
    const low: StoredStack['stack'] = { ...stack, wantedMm: stack.wantedMm + 4 };
    const on = (of: StoredStack['stack']) => <StackedNote drive={RIDER_DRIVE.document} stacks={[{ pulley: 'arm-idler', stack: of }]} />;
    const solved = solveDrive(RIDER_DRIVE.document, 'engaged');
    pose.now = solved.ok ? { ok: true, answer: { solved: solved.answer.states[0] } } : null;
    const { container, unmount } = show(on(low));
    pose.now = null;
    expect(container.textContent).toContain('as stacked is 4.0 mm too low');
    // Two spans, each with its own angle: atan(4 / span).
    expect(container.textContent?.match(/From /g)).toHaveLength(2);
    unmount();
    show(on(stack));
    expect(screen.queryByRole('note')).toBeNull();
  });
  it('shows the drawn stacks of a drive, and the number of faults', () => {
    const wrong = withMoved(stack, 2, 3);
    show(<Stations drive={RIDER_DRIVE} stacks={[{ ...kept, stack: wrong }]} />);
    const count = stackFaults(wrong).length;
    expect(screen.getByRole('link', { name: new RegExp(`${count} things wrong`) }).getAttribute('href')).toBe('/drives/1/stacks/arm-idler');
  });
});

describe('a machine’s history on its page', () => {
  it('is cut where it is long, leads to its jobs, and is handed out whole', async () => {
    const events = Array.from({ length: 20 }, (_, i) => ({
      at: '2026-11-20T08:00:00Z',
      kind: 'job-opened' as const,
      what: `Slips ${i}`,
      by: '',
      job: 200 + i,
    }));
    show(<TimelineCard machineId={3} events={events} total={20} />);
    expect(screen.getAllByRole('listitem')).toHaveLength(12);
    await press('All 20 entries');
    expect(screen.getAllByRole('listitem')).toHaveLength(20);
    expect(screen.getByRole('link', { name: 'Job 219' }).getAttribute('href')).toBe('/jobs/219');
    expect(screen.getByRole('link', { name: 'CSV' }).getAttribute('href')).toBe('/api/machines/3/history?as=csv');
  });
  it('shows the number of entries that are only in the files', async () => {
    const event = { at: '2026-11-20T08:00:00Z', kind: 'meter' as const, what: '410 h', by: '', job: null };
    show(<TimelineCard machineId={3} events={Array.from({ length: 15 }, () => event)} total={4000} />);
    await press('Latest 15 entries');
    expect(screen.getByText(/latest 15 of 4000 entries/)).toBeTruthy();
  });
});
