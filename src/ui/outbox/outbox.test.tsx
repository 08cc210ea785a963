import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { serverThat, show } from '../test-shell';
import { keptActs, openOutbox, useKeptActs } from './testing';

let owner = 1;
const ok = (value: unknown = null) => ({ ok: true, value });
const refused = { ok: false, reason: 'refused', problem: 'The last one is gone.' };

describe('acts on a device', () => {
  const open = () => openOutbox(++owner);

  it('are sent at once, each with an id of its own, and leave nothing behind', async () => {
    const { sent } = serverThat(ok(1), ok(2));
    const box = open();
    expect(await box.act('a', { n: 1 }, { words: 'One' })).toEqual(ok(1));
    expect(await box.act('b', { n: 2 }, { words: 'Two' })).toEqual(ok(2));
    expect(sent.map((s) => [s.kind, s.input])).toEqual([
      ['a', { n: 1 }],
      ['b', { n: 2 }],
    ]);
    expect(new Set(sent.map((s) => s.id)).size).toBe(2);
    expect(await keptActs(owner)).toEqual([]);
  });
  it('without a network wait in order, and go in order under the same ids once it is back', async () => {
    const server = serverThat(null);
    const box = open();
    const answers = await Promise.all([1, 2, 3].map((n) => box.act('count', { n }, { words: `No ${n}`, about: 'shelf' })));
    expect(answers.map((a) => !a.ok && a.reason)).toEqual(['waiting', 'waiting', 'waiting']);
    const waiting = await keptActs(owner);
    expect(waiting.map((a) => [a.words, a.about, a.refusal])).toEqual([1, 2, 3].map((n) => [`No ${n}`, 'shelf', null]));
    const tried = server.sent.length;
    const arrived: string[] = [];
    box.onArrived((words) => arrived.push(words));
    server.answer(ok());
    await box.deliver();
    expect(server.sent.slice(tried).map((s) => [s.id, s.input])).toEqual(waiting.map((a) => [a.id, a.input]));
    expect(arrived).toEqual(['No 1', 'No 2', 'No 3']);
    expect(await keptActs(owner)).toEqual([]);
  });
  it('survive the tab: another outbox of the same person sends them, one of another person does not', async () => {
    const server = serverThat(null);
    const mine = owner + 1;
    await open().act('note', { text: 'x' }, { words: 'Note' });
    server.answer(ok());
    await openOutbox(mine + 1000).deliver();
    expect(await keptActs(mine)).toHaveLength(1);
    await openOutbox(mine).deliver();
    expect(await keptActs(mine)).toEqual([]);
  });
  it('refused while their screen waits are its own to tell; refused later they stay with why, and do not hold up the next', async () => {
    const server = serverThat(refused);
    const box = open();
    expect(await box.act('book', {}, { words: 'Booking' })).toEqual(refused);
    expect(await keptActs(owner)).toEqual([]);
    server.answer(null);
    await box.act('book', {}, { words: 'Booking' });
    await box.act('note', {}, { words: 'Note' });
    server.answer(refused, ok());
    await box.deliver();
    expect((await keptActs(owner)).map((a) => [a.words, a.refusal])).toEqual([['Booking', 'The last one is gone.']]);
    server.answer(ok());
    const [left] = await keptActs(owner);
    await box.retry(left?.id ?? '');
    expect(await keptActs(owner)).toEqual([]);
  });
  it('older than the notes of the server are not repeated, until the person asks for it', async () => {
    const server = serverThat(null);
    const box = open();
    await box.act('book', {}, { words: 'Booking' });
    const tried = server.sent.length;
    server.answer(ok());
    vi.spyOn(Date, 'now').mockReturnValue(Date.now() + 181 * 86_400_000);
    await box.deliver();
    expect(server.sent).toHaveLength(tried);
    const [left] = await keptActs(owner);
    expect(left!.refusal).toMatch(/more than 180 days old/);
    await box.retry(left!.id);
    expect(server.sent).toHaveLength(tried + 1);
    expect(await keptActs(owner)).toEqual([]);
    vi.mocked(Date.now).mockRestore();
  });
  it('tried again after a refusal is a new change, under a new id', async () => {
    const server = serverThat(null);
    const box = open();
    await box.act('book', {}, { words: 'Booking' });
    server.answer(refused);
    await box.deliver();
    const [left] = await keptActs(owner);
    server.answer(ok());
    await box.retry(left!.id);
    expect(await keptActs(owner)).toEqual([]);
    expect(new Set(server.sent.map((s) => s.id)).size).toBe(2);
    expect(server.sent.at(-1)!.id).not.toBe(left!.id);
  });
  it('that the server could not do wait in their order under their id, and are not refused', async () => {
    const failed = { ok: false, reason: 'failed', problem: 'The server could not do this.' };
    const server = serverThat(failed);
    const box = open();
    expect(await box.act('book', {}, { words: 'Booking' })).toMatchObject({ ok: false, reason: 'waiting' });
    expect(await box.act('note', {}, { words: 'Note' })).toMatchObject({ ok: false, reason: 'waiting' });
    expect((await keptActs(owner)).map((a) => [a.words, a.refusal])).toEqual([
      ['Booking', null],
      ['Note', null],
    ]);
    // While the first one fails, the second is not sent: it would overtake it.
    expect(new Set(server.sent.map((s) => s.kind))).toEqual(new Set(['book']));
    server.answer(ok());
    await box.deliver();
    expect(await keptActs(owner)).toEqual([]);
    expect(server.sent.map((s) => s.kind).slice(-2)).toEqual(['book', 'note']);
    expect(new Set(server.sent.filter((s) => s.kind === 'book').map((s) => s.id)).size).toBe(1);
  });
  it('that fail again and again are shown as refused at last, so that those behind them are sent', async () => {
    const failed = { ok: false, reason: 'failed', problem: 'The server could not do this.' };
    const server = serverThat(failed);
    const box = open();
    await box.act('book', {}, { words: 'Booking' });
    for (let i = 0; i < 12; i++) await box.deliver();
    expect((await keptActs(owner)).map((a) => a.refusal)).toEqual(['The server could not do this.']);
    server.answer(ok());
    expect(await box.act('note', {}, { words: 'Note' })).toMatchObject({ ok: true });
  });
  it('of somebody signed out wait, and say so', async () => {
    serverThat({ ok: false, reason: 'signed-out', problem: 'You are signed out.' });
    const answer = await open().act('note', {}, { words: 'Note' });
    expect(answer).toMatchObject({ ok: false, reason: 'waiting', problem: 'You are signed out.' });
    expect(await keptActs(owner)).toHaveLength(1);
  });
  it('an answer that is none of ours counts as none: a proxy’s page, a server that broke', async () => {
    vi.spyOn(globalThis, 'fetch').mockResolvedValueOnce(new Response('<html>502</html>', { status: 502 }));
    expect(await open().act('note', {}, { words: 'Note' })).toMatchObject({ ok: false, reason: 'waiting' });
    expect(await keptActs(owner)).toHaveLength(1);
  });
});

describe('what waits', () => {
  function Shown() {
    const acts = useKeptActs('job/213');
    return <p>{acts.map((a) => a.words).join(', ') || 'nothing'}</p>;
  }
  it('is seen by every screen that asks about its thing, and by no other', async () => {
    serverThat(null);
    const view = show(<Shown />);
    const box = openOutbox(view.owner);
    expect(await screen.findByText('nothing')).toBeTruthy();
    await box.act('note', {}, { words: 'Mine', about: 'job/213' });
    await box.act('note', {}, { words: 'Other', about: 'job/214' });
    await waitFor(() => expect(screen.getByText('Mine')).toBeTruthy());
    await userEvent.keyboard('x');
    expect(screen.queryByText(/Other/)).toBeNull();
  });
});
