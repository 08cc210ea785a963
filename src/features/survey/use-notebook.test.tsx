import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { notebookFor, type Notebook } from '@/core/survey';
import { serverThat, Stage } from '@/ui/test-shell';
import { TEMPLATES } from '../drives/templates';
import { useNotebook } from './use-notebook';
import type { StoredNotebook } from '@/contract/records';

vi.mock('next/navigation', async () => (await import('../test-features')).navigation);

const [template] = TEMPLATES;
if (!template) throw new Error('there are no templates');
const document = notebookFor(template.make());
const stored = (more: Partial<StoredNotebook> = {}): StoredNotebook => ({
  id: 5,
  document,
  driveId: null,
  machine: null,
  changedBy: 'Ines',
  changedAt: '2026-11-20T08:00:00Z',
  version: 1,
  ...more,
});
let owners = 5000;
function open(of: StoredNotebook = stored(), owner = owners++) {
  const joined = vi.fn();
  const hook = renderHook(() => useNotebook(of, true, joined), { wrapper: ({ children }) => <Stage owner={owner}>{children}</Stage> });
  return { ...hook, joined, owner, now: () => hook.result.current };
}
const named = (name: string) => (now: Notebook) => ({ ...now, name });
const saved = (version: number) => ({ ok: true, value: { version } });
const keeps = (hook: ReturnType<typeof open>) => waitFor(() => expect(hook.now().keeping).toBe('kept'), { timeout: 8000 });

describe('a notebook keeps itself', () => {
  it('sends every entry shortly after, one for connected typing', async () => {
    const { sent } = serverThat(saved(2), saved(3));
    const hook = open();
    for (const name of ['H', 'Hi', 'Hill']) act(() => hook.now().write(named(name), 'name'));
    expect(hook.now().keeping).toBe('keeping');
    await keeps(hook);
    expect(sent.map((s) => s.input)).toMatchObject([{ id: 5, version: 1, document: { name: 'Hill' } }]);
    expect(hook.now().version).toBe(2);
  });
  it('waits and reports it without a network, and sends under the same id later', async () => {
    const server = serverThat(null);
    const hook = open();
    act(() => hook.now().write(named('Hill')));
    await waitFor(() => expect(hook.now().keeping).toBe('waiting'), { timeout: 3000 });
    expect(hook.now().problem).toMatch(/saved on this device/);
    server.answer(saved(2));
    act(() => void window.dispatchEvent(new Event('online')));
    await keeps(hook);
    expect(new Set(server.sent.map((s) => s.id)).size).toBe(1);
  });
  it('restores a notebook that was unsent when the tab closed, and ignores an invalid one', async () => {
    serverThat(null);
    const first = open();
    act(() => first.now().write(named('Hill')));
    first.unmount();
    const server = serverThat(saved(2));
    const again = open(stored(), first.owner);
    await waitFor(() => expect(again.now().notebook.name).toBe('Hill'));
    await keeps(again);
    expect(server.sent.at(-1)?.input).toMatchObject({ version: 1, document: { name: 'Hill' } });
    again.unmount();
    localStorage.setItem(`taut-of-${first.owner}-notebook-5`, JSON.stringify({ v: 1, value: { version: 1, base: 7, document: [] } }));
    const third = open(stored(), first.owner);
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(third.now().notebook.name).toBe(document.name);
  });
  it('merges the entries of another person, and keeps them through undo', async () => {
    const theirs = stored({ version: 4, changedBy: 'Bram', document: { ...document, notes: 'wet deck' } });
    const server = serverThat({ ok: false, reason: 'stale', problem: 'stale', current: theirs }, saved(5));
    const hook = open();
    act(() => hook.now().write(named('Hill')));
    await keeps(hook);
    expect([hook.now().notebook.name, hook.now().notebook.notes]).toEqual(['Hill', 'wet deck']);
    expect(hook.joined).toHaveBeenCalledWith('Bram');
    expect(server.sent.at(-1)?.input).toMatchObject({ version: 4, document: { name: 'Hill', notes: 'wet deck' } });
    act(() => hook.now().history.undo());
    expect([hook.now().notebook.name, hook.now().notebook.notes]).toEqual([document.name, 'wet deck']);
  });
  it('asks if both changed the same field, and saves either', async () => {
    const theirs = stored({ version: 4, changedBy: 'Bram', document: { ...document, name: 'Theirs' } });
    const server = serverThat({ ok: false, reason: 'stale', problem: 'stale', current: theirs });
    const hook = open();
    act(() => hook.now().write(named('Mine')));
    await waitFor(() => expect(hook.now().clash?.theirs.changedBy).toBe('Bram'), { timeout: 3000 });
    server.answer(saved(5));
    act(() => void hook.now().settle('mine'));
    await keeps(hook);
    expect(server.sent.at(-1)?.input).toMatchObject({ version: 4, document: { name: 'Mine' } });
  });
});
