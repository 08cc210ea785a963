import { act, renderHook, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { useDraft } from '@/client/draft';
import { useHistory } from '@/client/history';
import { useLatest } from '@/client/latest';
import { FindField, Pager, useListing, type ListAsk } from './listing';
import { Lookup, type Choice } from './lookup';
import { NumberField } from './number-field';
import { useRead } from '@/client/reads';
import { show, Stage } from './test-shell';
import { Staleness } from './staleness';
import { Moment, timesIn } from './when';

describe('a number field', () => {
  function Field({
    onValue,
    start = null as number | null,
    ...rest
  }: {
    onValue?: (v: number | null) => void;
    start?: number | null;
    min?: number;
    max?: number;
  }) {
    const [value, setValue] = useState<number | null>(start);
    return (
      <NumberField
        label="Centre"
        dimension="length"
        value={value}
        onValue={(v) => {
          setValue(v);
          onValue?.(v);
        }}
        {...rest}
      />
    );
  }
  it('accepts typed text when it is left, and shows it in the other unit', async () => {
    const took = vi.fn();
    show(<Field onValue={took} />);
    await userEvent.type(screen.getByLabelText('Centre'), '51 3/8 in');
    await userEvent.tab();
    expect(took.mock.calls.at(-1)?.[0]).toBeCloseTo(1304.925, 6);
  });
  it('changes nothing on a refusal, keeps the text and shows the reason', async () => {
    const took = vi.fn();
    show(<Field onValue={took} start={200} />);
    const field = screen.getByLabelText('Centre');
    await userEvent.clear(field);
    await userEvent.type(field, '12 bananas');
    await userEvent.tab();
    expect((field as HTMLInputElement).value).toBe('12 bananas');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    // A value passed on during a pause is withdrawn.
    expect(took.mock.calls.length === 0 || took.mock.calls.at(-1)?.[0] === 200).toBe(true);
  });
  it('keeps within its bounds', async () => {
    const took = vi.fn();
    show(<Field onValue={took} min={0} max={100} />);
    await userEvent.type(screen.getByLabelText('Centre'), '250');
    await userEvent.tab();
    expect(took).not.toHaveBeenCalledWith(250);
    expect(screen.getByLabelText('Centre').getAttribute('aria-invalid')).toBe('true');
  });
});

describe('the latest answer', () => {
  const deferred = () => {
    const waiting: { request: number; resolve: (v: string) => void; reject: (e: Error) => void }[] = [];
    const run = (request: number) => new Promise<string>((resolve, reject) => void waiting.push({ request, resolve, reject }));
    return { waiting, run };
  };
  it('of many requests while one is under way only the last is run', async () => {
    const { waiting, run } = deferred();
    const hook = renderHook(({ request }) => useLatest(request, run), { initialProps: { request: 1 } });
    for (const request of [2, 3, 4]) hook.rerender({ request });
    expect(waiting.map((w) => w.request)).toEqual([1]);
    await act(async () => waiting[0]?.resolve('one'));
    expect(hook.result.current).toMatchObject({ answer: 'one', pending: true });
    expect(waiting.map((w) => w.request)).toEqual([1, 4]);
    await act(async () => waiting[1]?.resolve('four'));
    expect(hook.result.current).toMatchObject({ answer: 'four', pending: false, failed: false });
  });
  it('one that breaks off frees the screen, keeps the last answer and can be asked again', async () => {
    const { waiting, run } = deferred();
    const hook = renderHook(({ request }) => useLatest(request, run), { initialProps: { request: 1 } });
    await act(async () => waiting[0]?.resolve('one'));
    hook.rerender({ request: 2 });
    await act(async () => waiting[1]?.reject(new Error('worker gone')));
    expect(hook.result.current).toMatchObject({ answer: 'one', pending: false, failed: true });
    act(() => hook.result.current.again());
    await act(async () => waiting[2]?.resolve('two'));
    expect(hook.result.current).toMatchObject({ answer: 'two', failed: false });
  });
  it('asks nothing while there is nothing to ask', () => {
    const run = vi.fn();
    renderHook(() => useLatest<number, string>(null, run));
    expect(run).not.toHaveBeenCalled();
  });
});

describe('drafts', () => {
  function Draft({ name }: { name: string }) {
    const [text, setText, clear] = useDraft(name);
    return (
      <>
        <input aria-label="draft" value={text} onChange={(e) => setText(e.target.value)} />
        <button onClick={clear}>saved</button>
      </>
    );
  }
  const field = () => screen.getByLabelText('draft') as HTMLInputElement;
  it('are restored after a reload, for their author only, and deleted when they are saved', async () => {
    const first = show(<Draft name="note" />);
    await userEvent.type(field(), 'Groove shiny');
    first.unmount();
    const other = show(<Draft name="note" />);
    expect(field().value).toBe('');
    other.unmount();
    const again = show(<Draft name="note" />, { owner: first.owner });
    expect(field().value).toBe('Groove shiny');
    await userEvent.click(screen.getByText('saved'));
    again.unmount();
    show(<Draft name="note" />, { owner: first.owner });
    expect(field().value).toBe('');
  });
  it('that no longer read are passed over, and break no screen', () => {
    const view = show(<Draft name="other" />);
    view.unmount();
    for (const junk of ['{"half', '7', '{"v":1,"value":{"not":"text"}}', '{"v":99,"value":"later"}']) {
      localStorage.setItem(`taut-of-${view.owner}-other`, junk);
      const again = show(<Draft name="other" />, { owner: view.owner });
      expect(field().value).toBe('');
      again.unmount();
    }
  });
});

describe('what is read', () => {
  function Read({ load, first }: { load: () => Promise<{ ok: true; value: string } | { ok: false; problem: string }>; first?: string }) {
    const reading = useRead(['thing', String(load)], load, { first });
    return (
      <>
        <p>{reading.value ?? 'nothing yet'}</p>
        <Staleness reading={reading} what="The thing" />
      </>
    );
  }
  it('is shown, and stays with its age when the server no longer answers', async () => {
    let up = true;
    const load = async () => {
      if (!up) throw new TypeError('Failed to fetch');
      return { ok: true as const, value: 'from the server' };
    };
    show(<Read load={load} first="from the page" />);
    expect(screen.getByText('from the page')).toBeTruthy();
    up = false;
    // No message before an error.
    expect(screen.queryByRole('alert')).toBeNull();
  });
  it('shows a refusal with a retry that succeeds', async () => {
    let up = false;
    const load = async () => (up ? { ok: true as const, value: 'there' } : { ok: false as const, problem: 'You are signed out.' });
    show(<Read load={load} />);
    const alert = await screen.findByText(/You are signed out\. The thing is not loaded yet\./);
    up = true;
    await userEvent.click(within(alert.closest('[role=alert]') as HTMLElement).getByRole('button', { name: 'Try again' }));
    expect(await screen.findByText('there')).toBeTruthy();
    expect(screen.queryByText(/signed out/)).toBeNull();
  });
});

const UNASKED: ListAsk = { find: '', page: 1 };

describe('lists and lookups', () => {
  const all = Array.from({ length: 7 }, (_, i) => `Machine ${i}`);
  const load = async ({ find, page }: ListAsk) => {
    const hits = all.filter((n) => n.includes(find));
    return { ok: true as const, value: { rows: hits.slice((page - 1) * 3, page * 3), total: hits.length, size: 3 } };
  };
  const first = { rows: all.slice(0, 3), total: 7, size: 3 };
  function List({ answer = load }: { answer?: typeof load }) {
    const listing = useListing('machines', first, UNASKED, answer);
    return (
      <>
        <FindField label="Find" listing={listing} />
        <ul>
          {listing.rows.map((r) => (
            <li key={r}>{r}</li>
          ))}
        </ul>
        <Pager listing={listing} />
      </>
    );
  }
  const rows = () => screen.getAllByRole('listitem').map((li) => li.textContent);
  it('pages back and forth, and shows the position, also in the address', async () => {
    show(<List />);
    await userEvent.click(screen.getByRole('button', { name: 'After' }));
    await waitFor(() => expect(rows()).toEqual(['Machine 3', 'Machine 4', 'Machine 5']));
    expect(screen.getByText('4 to 6 of 7')).toBeTruthy();
    expect(window.location.search).toBe('?page=2');
    await userEvent.click(screen.getByRole('button', { name: 'Before' }));
    await waitFor(() => expect(rows()[0]).toBe('Machine 0'));
    expect(window.location.search).toBe('');
  });
  it('what was listed stays while the next is looked for, and when it cannot be', async () => {
    let up = true;
    const answer = vi.fn(async (ask: ListAsk) => {
      if (!up) throw new TypeError('Failed to fetch');
      return load(ask);
    });
    show(<List answer={answer} />);
    await userEvent.type(screen.getByLabelText('Find'), '6');
    await waitFor(() => expect(rows()).toEqual(['Machine 6']));
    up = false;
    // Replaced in one keystroke: an empty field in between would be looked for, too.
    await userEvent.type(screen.getByLabelText('Find'), '5', { initialSelectionStart: 0, initialSelectionEnd: 1 });
    expect(await screen.findByText(/shows earlier data/)).toBeTruthy();
    expect(rows()).toEqual(['Machine 6']);
    up = true;
    await userEvent.click(screen.getByRole('button', { name: 'Try again' }));
    await waitFor(() => expect(rows()).toEqual(['Machine 5']));
  });
  it('finds one of many by typing, and reports an unknown name', async () => {
    const chosen = vi.fn();
    const find = async (text: string) => ({
      ok: true as const,
      value: all.map((label, id): Choice => ({ id, label })).filter((c) => c.label.includes(text)),
    });
    show(<Lookup label="Machine" value={null} onChoose={chosen} of="machines" find={find} />);
    await userEvent.type(screen.getByRole('combobox'), '4');
    await userEvent.click(await screen.findByRole('option', { name: 'Machine 4' }));
    expect(chosen).toHaveBeenCalledWith({ id: 4, label: 'Machine 4' });
    await userEvent.clear(screen.getByRole('combobox'));
    await userEvent.type(screen.getByRole('combobox'), 'zebra');
    expect(await screen.findByText('Nothing has this name.')).toBeTruthy();
  });
});

describe('times', () => {
  it('are those of the shop’s zone, also over a change of day and of summer time', () => {
    const at = '2026-07-01T22:30:00Z';
    expect([timesIn('UTC').dayAndTime(at), timesIn('Pacific/Auckland').dayAndTime(at), timesIn('America/St_Johns').dayAndTime(at)]).toEqual(
      ['1 Jul 2026, 22:30', '2 Jul 2026, 10:30', '1 Jul 2026, 20:00'],
    );
    expect(timesIn('Europe/London').clock('2026-12-01T09:00:00Z')).toBe('09:00');
    expect(timesIn('Europe/London').clock('2026-07-01T09:00:00Z')).toBe('10:00');
  });
  it('are written so that programs read them too', () => {
    show(<Moment at="2026-11-26T14:05:00Z" as="clock" />);
    expect(screen.getByText('14:05').getAttribute('datetime')).toBe('2026-11-26T14:05:00Z');
  });
});

describe('undo by keys', () => {
  it('Ctrl Z undoes and with Shift redoes, but not while a field has the keys', async () => {
    const hook = renderHook(() => useHistory('a'), { wrapper: ({ children }) => <Stage owner={1}>{children}</Stage> });
    act(() => hook.result.current.write(() => 'b'));
    await userEvent.keyboard('{Control>}z{/Control}');
    expect(hook.result.current.now).toBe('a');
    await userEvent.keyboard('{Control>}{Shift>}z{/Shift}{/Control}');
    expect(hook.result.current.now).toBe('b');
    const field = document.body.appendChild(document.createElement('input'));
    field.focus();
    await userEvent.keyboard('{Control>}z{/Control}');
    expect(hook.result.current.now).toBe('b');
    field.remove();
  });
});

it('keeps the converted value visible until a pressed button has its click', async () => {
  const pressed = vi.fn();
  const user = userEvent.setup();
  function Form() {
    const [mm, setMm] = useState<number | null>(null);
    return (
      <>
        <NumberField dimension="length" label="Length" value={mm} onValue={setMm} optional />
        <button onClick={() => pressed(mm)}>Keep</button>
      </>
    );
  }
  show(<Form />);
  await user.type(screen.getByLabelText('Length'), '2 in');
  expect(screen.getByText('= 50.8 mm')).toBeTruthy();
  await user.pointer({ keys: '[MouseLeft>]', target: screen.getByRole('button', { name: 'Keep' }) });
  expect(document.activeElement).not.toBe(screen.getByLabelText('Length'));
  expect(screen.getByText('= 50.8 mm')).toBeTruthy();
  await user.pointer({ keys: '[/MouseLeft]', target: screen.getByRole('button', { name: 'Keep' }) });
  expect(pressed).toHaveBeenCalledWith(50.8);
  await waitFor(() => expect(screen.queryByText('= 50.8 mm')).toBeNull());
});
