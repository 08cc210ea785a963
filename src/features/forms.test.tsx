import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { serverThat, show } from '@/ui/test-shell';
import { MachineForm } from './machines/machine-form';
import { BeltForm } from './shelf/belt-form';
import { withQueued } from './shelf/queued-counts';
import { AddPersonDialog } from './shop/people-dialogs';
import { OwnPassword } from './shop/own-password';
import { ShopCard } from './shop/shop-card';
import { MACHINE, SHOP } from './test-records';
import type { Machine } from '@/contract/records';

vi.mock('next/navigation', async () => (await import('./test-features')).navigation);
const asked = vi.hoisted(() => ({ drives: [] as string[] }));
vi.mock('./queries/ask', async () =>
  (await import('./test-features')).queriesThat({
    'customers.choose': () => [],
    'drives.choose': ({ find }: { find: string }) => {
      asked.drives.push(find);
      const all = [
        { id: 1, label: 'Orchard rider', detail: '1 belt' },
        { id: 2, label: 'Harbour thrower', detail: '2 belts' },
      ];
      return all.filter((d) => d.label.toLowerCase().includes(find));
    },
  }),
);

const field = (label: string) => screen.getByLabelText(label) as HTMLInputElement;
const invalid = (label: string) => field(label).getAttribute('aria-invalid');

describe('a machine', () => {
  const open = (of: Machine | null) => {
    const saved = vi.fn();
    show(<MachineForm machine={of} drives={[]} onClose={vi.fn()} onSaved={saved} />);
    return saved;
  };
  it('refuses an empty name next to its field, and sends nothing', async () => {
    const { sent } = serverThat({ ok: true, value: MACHINE });
    open(null);
    await userEvent.type(field('Maker'), 'Thrushbeck');
    await userEvent.click(screen.getByRole('button', { name: 'Add machine' }));
    expect(await screen.findByText('Enter the machine’s name.')).toBeTruthy();
    expect([invalid('Name'), field('Maker').value, sent.length]).toEqual(['true', 'Thrushbeck', 0]);
    await userEvent.type(field('Name'), 'Hill rider');
    await userEvent.click(screen.getByRole('button', { name: 'Add machine' }));
    await waitFor(() =>
      expect(sent[0]).toMatchObject({ kind: 'machine.save', input: { fields: { name: 'Hill rider', maker: 'Thrushbeck' } } }),
    );
  });
  it('keeps letters typed for a drive, which filter the list, through other changes', async () => {
    open(null);
    const drives = field('Its drives');
    await userEvent.type(drives, 'harb');
    expect(await screen.findByRole('option', { name: /Harbour thrower\s*2 belts/ })).toBeTruthy();
    await waitFor(() => expect(screen.queryByRole('option', { name: /Orchard/ })).toBeNull());
    expect(drives.value).toBe('harb');
    expect(asked.drives.at(-1)).toBe('harb');
  });
  it('shows a refusal of the server next to its field', async () => {
    serverThat({ ok: false, reason: 'invalid', problem: 'The maker is not to our taste.', field: 'fields.maker' });
    const saved = open(MACHINE);
    await userEvent.click(screen.getByRole('button', { name: 'Save machine' }));
    expect(await screen.findByText('The maker is not to our taste.')).toBeTruthy();
    expect([invalid('Maker'), saved.mock.calls.length]).toEqual(['true', 0]);
  });
  it('shows both versions after a change by another person, and saves either', async () => {
    const server = serverThat({
      ok: false,
      reason: 'stale',
      problem: 'Another user changed this machine.',
      current: { ...MACHINE, name: 'Their rider', maker: 'Their maker', version: 5 },
    });
    const saved = open(MACHINE);
    await userEvent.clear(field('Name'));
    await userEvent.type(field('Name'), 'My rider');
    await userEvent.click(screen.getByRole('button', { name: 'Save machine' }));
    expect(await screen.findByText('Their rider')).toBeTruthy();
    expect(field('Name').value).toBe('My rider');
    // A field that only they changed is in the form already.
    expect(field('Maker').value).toBe('Their maker');
    server.answer({ ok: true, value: { ...MACHINE, name: 'My rider' } });
    await userEvent.click(screen.getByRole('button', { name: 'Save machine' }));
    await waitFor(() => expect(saved).toHaveBeenCalled());
    expect(server.sent.at(-1)?.input).toMatchObject({ existing: { id: 3, version: 5 }, fields: { name: 'My rider' } });
  });
  it('theirs can be taken instead', async () => {
    serverThat({
      ok: false,
      reason: 'stale',
      problem: 'Another user changed this machine.',
      current: { ...MACHINE, name: 'Their rider', version: 5 },
    });
    open(MACHINE);
    await userEvent.type(field('Name'), ' 2');
    await userEvent.click(screen.getByRole('button', { name: 'Save machine' }));
    await userEvent.click(await screen.findByRole('button', { name: 'Use their value of Name' }));
    expect(field('Name').value).toBe('Their rider');
  });
  it('without a network waits on the device', async () => {
    serverThat(null);
    const saved = open(MACHINE);
    await userEvent.click(screen.getByRole('button', { name: 'Save machine' }));
    await waitFor(() => expect(saved).toHaveBeenCalledWith(null));
    expect(await screen.findByText(/The change is saved on this device and is sent as soon as possible/)).toBeTruthy();
  });
});

describe('a belt', () => {
  it('is read while typing, and refused with a reason', async () => {
    const { sent } = serverThat({ ok: true, value: {} });
    const saved = vi.fn();
    show(<BeltForm belt={null} onClose={vi.fn()} onSaved={saved} onRemove={null} />);
    await userEvent.type(field('Belt number'), 'zebra');
    await userEvent.click(screen.getByRole('button', { name: 'Add to stock' }));
    expect(await screen.findByText(/“zebra” is not a belt number/)).toBeTruthy();
    expect(sent).toEqual([]);
    await userEvent.clear(field('Belt number'));
    await userEvent.type(field('Belt number'), '4L480');
    expect(screen.getByText(/4L, 1219\.2 mm outside/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Add to stock' }));
    await waitFor(() => expect(saved).toHaveBeenCalled());
    expect(sent[0]).toMatchObject({ kind: 'shelf.add', input: { fields: { designation: '4L480', section: '4L', quantity: 1 } } });
  });
  it('counts that wait are in the shelf already, refused ones are not, and none falls below none', () => {
    const shelf = [1, 2, 3].map((id) => ({ id, quantity: 2 })) as never[];
    const count = (id: number, by: number, refusal: string | null = null) => ({ input: { id, by }, refusal });
    const commands = [count(1, 1), count(1, 1), count(2, -5), count(3, 4, 'gone'), { input: 'junk', refusal: null }];
    expect(withQueued(shelf, commands).map((b) => b.quantity)).toEqual([4, 0, 2]);
    expect(withQueued(shelf, [])).toBe(shelf);
  });
});

describe('forms with passwords', () => {
  it('refuses a short one before sending, and never stores it on the device', async () => {
    const { sent } = serverThat(null);
    const { owner } = show(<AddPersonDialog onClose={vi.fn()} />);
    await userEvent.type(field('Name'), 'Bram');
    await userEvent.type(field('Email address'), 'bram');
    await userEvent.type(field('First password'), 'short');
    await userEvent.click(screen.getByRole('button', { name: 'Add person' }));
    expect(await screen.findByText(/Enter a valid email address/)).toBeTruthy();
    expect(screen.getByText(/A password needs at least 10 characters/)).toBeTruthy();
    expect(sent).toEqual([]);
    await userEvent.type(field('Email address'), '@x.example');
    await userEvent.type(field('First password'), 'er than a long one');
    await userEvent.click(screen.getByRole('button', { name: 'Add person' }));
    expect(await screen.findByText(/The server does not answer\. The change is not saved and not queued/)).toBeTruthy();
    const { queuedCommands } = await import('@/client/outbox');
    expect([await queuedCommands(owner), JSON.stringify({ ...localStorage })]).toEqual([[], expect.not.stringContaining('shorter')]);
  });
  it('one’s own is changed, and the fields are empty again', async () => {
    const server = serverThat({ ok: false, reason: 'refused', problem: 'The current password is wrong. Nothing was changed.' });
    show(<OwnPassword />);
    await userEvent.type(field('Current password'), 'wrong');
    await userEvent.type(field('New password'), 'sunday-boat-50');
    await userEvent.click(screen.getByRole('button', { name: 'Change password' }));
    expect(await screen.findByText(/is wrong/)).toBeTruthy();
    expect(field('New password').value).toBe('sunday-boat-50');
    server.answer({ ok: true, value: null });
    await userEvent.click(screen.getByRole('button', { name: 'Change password' }));
    await waitFor(() => expect(field('New password').value).toBe(''));
  });
});

describe('the shop', () => {
  it('is saved once something is changed, with the time its clock would show', async () => {
    const { sent } = serverThat({ ok: true, value: SHOP });
    show(<ShopCard shop={SHOP} />);
    const save = screen.getByRole('button', { name: 'Save settings' }) as HTMLButtonElement;
    expect(save.disabled).toBe(true);
    expect(screen.getByText(/It is \d\d:\d\d there\./)).toBeTruthy();
    await userEvent.type(field('Name of the shop'), ', pier');
    await userEvent.click(save);
    await waitFor(() =>
      expect(sent[0]).toMatchObject({ kind: 'shop.change', input: { version: 2, name: 'Quay Bay Repairs, pier', timeZone: 'UTC' } }),
    );
  });
});
