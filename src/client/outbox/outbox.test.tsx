import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { serverThat, show } from '@/ui/test-shell';
import { queuedCommands, openOutbox, useQueuedCommands } from './testing';

let owner = 1;
const ok = (value: unknown = null) => ({ ok: true, value });
const refused = { ok: false, reason: 'refused', problem: 'The last one is gone.' };

describe('commands on a device', () => {
  const open = () => openOutbox(++owner);

  it('are sent immediately, each with its own id, and leave nothing stored', async () => {
    const { sent } = serverThat(ok(1), ok(2));
    const box = open();
    expect(await box.run('a', { n: 1 }, { words: 'One' })).toEqual(ok(1));
    expect(await box.run('b', { n: 2 }, { words: 'Two' })).toEqual(ok(2));
    expect(sent.map((s) => [s.kind, s.input])).toEqual([
      ['a', { n: 1 }],
      ['b', { n: 2 }],
    ]);
    expect(new Set(sent.map((s) => s.id)).size).toBe(2);
    expect(await queuedCommands(owner)).toEqual([]);
  });
  it('are queued in order without a network, and sent in order under the same ids later', async () => {
    const server = serverThat(null);
    const box = open();
    const answers = await Promise.all([1, 2, 3].map((n) => box.run('count', { n }, { words: `No ${n}`, about: 'shelf' })));
    expect(answers.map((a) => !a.ok && a.reason)).toEqual(['waiting', 'waiting', 'waiting']);
    const waiting = await queuedCommands(owner);
    expect(waiting.map((a) => [a.words, a.about, a.refusal])).toEqual([1, 2, 3].map((n) => [`No ${n}`, 'shelf', null]));
    const tried = server.sent.length;
    const arrived: string[] = [];
    box.onArrived((words) => arrived.push(words));
    server.answer(ok());
    await box.deliver();
    expect(server.sent.slice(tried).map((s) => [s.id, s.input])).toEqual(waiting.map((a) => [a.id, a.input]));
    expect(arrived).toEqual(['No 1', 'No 2', 'No 3']);
    expect(await queuedCommands(owner)).toEqual([]);
  });
  it('survive the tab: another outbox of the same person sends them, one of another person does not', async () => {
    const server = serverThat(null);
    const mine = owner + 1;
    await open().run('note', { text: 'x' }, { words: 'Note' });
    server.answer(ok());
    await openOutbox(mine + 1000).deliver();
    expect(await queuedCommands(mine)).toHaveLength(1);
    await openOutbox(mine).deliver();
    expect(await queuedCommands(mine)).toEqual([]);
  });
  it('are reported by their screen if refused in time; later they stay with the reason, and do not block the next', async () => {
    const server = serverThat(refused);
    const box = open();
    expect(await box.run('book', {}, { words: 'Booking' })).toEqual(refused);
    expect(await queuedCommands(owner)).toEqual([]);
    server.answer(null);
    await box.run('book', {}, { words: 'Booking' });
    await box.run('note', {}, { words: 'Note' });
    server.answer(refused, ok());
    await box.deliver();
    expect((await queuedCommands(owner)).map((a) => [a.words, a.refusal])).toEqual([['Booking', 'The last one is gone.']]);
    server.answer(ok());
    const [left] = await queuedCommands(owner);
    await box.retry(left?.id ?? '');
    expect(await queuedCommands(owner)).toEqual([]);
  });
  it('older than the notes of the server are repeated only on request', async () => {
    const server = serverThat(null);
    const box = open();
    await box.run('book', {}, { words: 'Booking' });
    const tried = server.sent.length;
    server.answer(ok());
    vi.spyOn(Date, 'now').mockReturnValue(Date.now() + 181 * 86_400_000);
    await box.deliver();
    expect(server.sent).toHaveLength(tried);
    const [left] = await queuedCommands(owner);
    expect(left!.refusal).toMatch(/more than 180 days old/);
    await box.retry(left!.id);
    expect(server.sent).toHaveLength(tried + 1);
    expect(await queuedCommands(owner)).toEqual([]);
    vi.mocked(Date.now).mockRestore();
  });
  it('tried again after a refusal is a new change, under a new id', async () => {
    const server = serverThat(null);
    const box = open();
    await box.run('book', {}, { words: 'Booking' });
    server.answer(refused);
    await box.deliver();
    const [left] = await queuedCommands(owner);
    server.answer(ok());
    await box.retry(left!.id);
    expect(await queuedCommands(owner)).toEqual([]);
    expect(new Set(server.sent.map((s) => s.id)).size).toBe(2);
    expect(server.sent.at(-1)!.id).not.toBe(left!.id);
  });
  it('that the server could not do wait in their order under their id, and are not refused', async () => {
    const failed = { ok: false, reason: 'failed', problem: 'The server could not do this.' };
    const server = serverThat(failed);
    const box = open();
    expect(await box.run('book', {}, { words: 'Booking' })).toMatchObject({ ok: false, reason: 'waiting' });
    expect(await box.run('note', {}, { words: 'Note' })).toMatchObject({ ok: false, reason: 'waiting' });
    expect((await queuedCommands(owner)).map((a) => [a.words, a.refusal])).toEqual([
      ['Booking', null],
      ['Note', null],
    ]);
    // While the first one fails, the second is not sent: it would overtake it.
    expect(new Set(server.sent.map((s) => s.kind))).toEqual(new Set(['book']));
    server.answer(ok());
    await box.deliver();
    expect(await queuedCommands(owner)).toEqual([]);
    expect(server.sent.map((s) => s.kind).slice(-2)).toEqual(['book', 'note']);
    expect(new Set(server.sent.filter((s) => s.kind === 'book').map((s) => s.id)).size).toBe(1);
  });
  it('that fail again and again are shown as refused at last, so that those behind them are sent', async () => {
    const failed = { ok: false, reason: 'failed', problem: 'The server could not do this.' };
    const server = serverThat(failed);
    const box = open();
    await box.run('book', {}, { words: 'Booking' });
    for (let i = 0; i < 12; i++) await box.deliver();
    expect((await queuedCommands(owner)).map((a) => a.refusal)).toEqual(['The server could not do this.']);
    server.answer(ok());
    expect(await box.run('note', {}, { words: 'Note' })).toMatchObject({ ok: true });
  });
  it('of a person who signed out wait, and are reported', async () => {
    const server = serverThat({ ok: false, reason: 'signed-out', problem: 'You are signed out.' });
    const box = open();
    const told: boolean[] = [];
    box.onSignedOut((out) => told.push(out));
    const answer = await box.run('note', {}, { words: 'Note' });
    expect(answer).toMatchObject({ ok: false, reason: 'waiting', problem: 'You are signed out.' });
    expect(await queuedCommands(owner)).toHaveLength(1);
    expect(told).toEqual([true]);
    // After the sign-in it goes on.
    server.answer(ok());
    await box.deliver();
    expect(told).toEqual([true, false]);
    expect(await queuedCommands(owner)).toEqual([]);
  });
  it('an answer that is none of ours counts as none: a proxy’s page, a server that broke', async () => {
    vi.spyOn(globalThis, 'fetch').mockResolvedValueOnce(new Response('<html>502</html>', { status: 502 }));
    expect(await open().run('note', {}, { words: 'Note' })).toMatchObject({ ok: false, reason: 'waiting' });
    expect(await queuedCommands(owner)).toHaveLength(1);
  });
});

describe('what waits', () => {
  function Shown() {
    const commands = useQueuedCommands('job/213');
    return <p>{commands.map((a) => a.words).join(', ') || 'nothing'}</p>;
  }
  it('is seen by every screen that asks about its thing, and by no other', async () => {
    serverThat(null);
    const view = show(<Shown />);
    const box = openOutbox(view.owner);
    expect(await screen.findByText('nothing')).toBeTruthy();
    await box.run('note', {}, { words: 'Mine', about: 'job/213' });
    await box.run('note', {}, { words: 'Other', about: 'job/214' });
    await waitFor(() => expect(screen.getByText('Mine')).toBeTruthy());
    await userEvent.keyboard('x');
    expect(screen.queryByText(/Other/)).toBeNull();
  });
});
