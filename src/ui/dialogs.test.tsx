import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { ClashDialog } from './clash-dialog';
import { ConfirmDialog } from './confirm-dialog';
import { FormDialog } from './form-dialog';
import { ListedRows } from './listed-rows';
import type { Listing } from './listing';
import { PhotoButton } from './photo-button';
import { show } from './test-shell';

const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));

describe('a confirmation', () => {
  const open = (shown = true) => {
    const [act, close] = [vi.fn(), vi.fn()];
    show(
      <ConfirmDialog open={shown} title="Remove it?" action="Remove it" leave="Cancel" removes onConfirm={act} onClose={close}>
        It goes for good.
      </ConfirmDialog>,
    );
    return { act, close };
  };
  it('is answered by its two buttons, and by Escape as by leaving it', async () => {
    const { act, close } = open();
    await press('Remove it');
    await press('Cancel');
    await userEvent.keyboard('{Escape}');
    expect([act.mock.calls.length, close.mock.calls.length]).toEqual([1, 2]);
  });
  it('is not there before it is asked', () => {
    open(false);
    expect(screen.queryByRole('dialog')).toBeNull();
  });
});

describe('two people’s changes', () => {
  const points = Array.from({ length: 13 }, (_, i) => `Pulley ${i} differs`);
  it('are listed as far as a screen holds them, and the rest is counted', () => {
    show(
      <ClashDialog title="Another user changed this" points={points} onTheirs={vi.fn()} onMine={vi.fn()}>
        Ines saved it.
      </ClashDialog>,
    );
    expect(screen.getAllByRole('listitem')).toHaveLength(11);
    expect(screen.getByText('and 3 more')).toBeTruthy();
  });
  it('where one must be chosen, Escape chooses none', async () => {
    const [theirs, mine] = [vi.fn(), vi.fn()];
    show(
      <ClashDialog title="Another user changed this" points={[]} onTheirs={theirs} onMine={mine}>
        Ines saved it.
      </ClashDialog>,
    );
    await userEvent.keyboard('{Escape}');
    expect(screen.getByRole('dialog')).toBeTruthy();
    await press('Use their version');
    await press('Save my version');
    expect([theirs.mock.calls.length, mine.mock.calls.length]).toEqual([1, 1]);
  });
  it('where the choice can wait it has its button', async () => {
    const later = vi.fn();
    show(
      <ClashDialog title="t" points={[]} onTheirs={vi.fn()} onMine={vi.fn()} later={{ words: 'Continue drawing', onClose: later }}>
        x
      </ClashDialog>,
    );
    await press('Continue drawing');
    expect(later).toHaveBeenCalled();
  });
});

describe('a form in a dialog', () => {
  it('is sent by Enter and by its button, and by neither while it is being sent', async () => {
    const submit = vi.fn((e: { preventDefault: () => void }) => e.preventDefault());
    const form = (busy: boolean) => (
      <FormDialog title="Add" submit="Add it" onSubmit={submit} busy={busy} onClose={vi.fn()}>
        <input aria-label="Name" />
      </FormDialog>
    );
    const view = show(form(false));
    await userEvent.type(screen.getByLabelText('Name'), 'Isla{Enter}');
    await press('Add it');
    expect(submit).toHaveBeenCalledTimes(2);
    view.again(form(true));
    expect((screen.getByRole('button', { name: 'Add it' }) as HTMLButtonElement).disabled).toBe(true);
  });
});

describe('a list of the server’s', () => {
  const listing = (more: Partial<Listing<{ id: number; name: string }>>): Listing<{ id: number; name: string }> => ({
    rows: [],
    total: 0,
    size: 50,
    ask: { find: '', page: 1 },
    busy: false,
    blank: false,
    setFind: vi.fn(),
    setPage: vi.fn(),
    reading: { value: undefined, busy: false, held: false, problem: null, readAt: null, again: vi.fn() },
    ...more,
  });
  const open = (of: Listing<{ id: number; name: string }>) =>
    show(
      <ListedRows
        listing={of}
        find="Find a drive"
        one="drive"
        columns="1fr"
        empty={<p>Nothing drawn yet</p>}
        row={(r) => ({ key: r.id, href: `/drives/${r.id}`, cells: [r.name] })}
      />,
    );
  it('shows the purpose of an empty list, and no search', () => {
    open(listing({ blank: true }));
    expect([screen.queryByText('Nothing drawn yet') !== null, screen.queryByLabelText('Find a drive')]).toEqual([true, null]);
  });
  it('shows the search text if nothing is found', () => {
    open(listing({ ask: { find: 'zebra', page: 1 } }));
    expect(screen.getByText('No drive matches “zebra”.')).toBeTruthy();
  });
  it('reports nothing as missing while it is loading', () => {
    open(listing({ ask: { find: 'zebra', page: 1 }, busy: true }));
    expect(screen.queryByText(/No drive matches/)).toBeNull();
  });
  it('its rows lead on, and the next page is asked for', async () => {
    const of = listing({ rows: [{ id: 7, name: 'Rider' }], total: 90 });
    open(of);
    expect(screen.getByRole('link', { name: 'Rider' }).getAttribute('href')).toBe('/drives/7');
    await press('After');
    expect(of.setPage).toHaveBeenCalledWith(2);
  });
});

describe('a picture to be taken', () => {
  it('passes on the file, and accepts the same again', async () => {
    const taken = vi.fn();
    show(<PhotoButton words="Picture" camera disabled={false} onFile={taken} />);
    const input = screen.getByLabelText('Photo from the camera') as HTMLInputElement;
    expect(input.getAttribute('capture')).toBe('environment');
    const file = new File(['x'], 'idler.png', { type: 'image/png' });
    await userEvent.upload(input, file);
    await userEvent.upload(input, file);
    expect(taken).toHaveBeenCalledTimes(2);
  });
});
