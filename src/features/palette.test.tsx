import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { LengthWindow, MatchedBelt } from '@/core/drive';
import { show } from '@/ui/test-shell';
import { WindowRuler } from './match/window-ruler';
import { Palette } from './shell/palette';
import { went } from './test-features';

const found = vi.hoisted(() => ({ ask: async (_input: { find: string }): Promise<object> => ({ ok: true, value: [] }) }));
vi.mock('next/navigation', async () => (await import('./test-features')).navigation);
vi.mock('./queries/ask', () => ({ ask: (_name: string, input: { find: string }) => found.ask(input) }));

describe('the palette', () => {
  const machine = { kind: 'Machine', label: 'Orchard rider', detail: 'Isla', href: '/machines/1' };
  const job = { kind: 'Job', label: '213 Slips', detail: 'Orchard rider', href: '/jobs/213' };
  const open = () => {
    const close = vi.fn();
    const run = vi.fn();
    show(<Palette open onClose={close} commands={[{ label: 'Go to Stock', detail: '', run }]} />);
    return { close, run, field: screen.getByRole('combobox') };
  };
  beforeEach(() => went.splice(0));

  it('lists the rows of the server, names before mentions, and opens one by Enter', async () => {
    found.ask = async () => ({ ok: true, value: [job, machine] });
    const { field, close } = open();
    await userEvent.type(field, 'orchard');
    await waitFor(() => expect(screen.getAllByRole('option')).toHaveLength(2));
    expect(screen.getAllByRole('option')[0]?.textContent).toContain('MachineOrchard rider');
    await userEvent.keyboard('{Enter}');
    await waitFor(() => expect(went).toEqual(['/machines/1']));
    expect(close).toHaveBeenCalled();
  });
  it('Enter before the answer waits for it', async () => {
    let answer: (value: object) => void = () => undefined;
    found.ask = () => new Promise((resolve) => (answer = resolve));
    const { field } = open();
    await userEvent.type(field, 'orchard{Enter}');
    expect(went).toEqual([]);
    await new Promise((resolve) => setTimeout(resolve, 250));
    answer({ ok: true, value: [machine] });
    await waitFor(() => expect(went).toEqual(['/machines/1']));
  });
  it('lists actions without a server, and moves through rows by the keys', async () => {
    found.ask = async () => {
      throw new TypeError('Failed to fetch');
    };
    const { field, run } = open();
    await userEvent.type(field, 'zebra');
    expect(await screen.findByText(/The server does not answer/)).toBeTruthy();
    await userEvent.clear(field);
    await userEvent.type(field, 'stock');
    await userEvent.keyboard('{ArrowDown}{ArrowUp}{Enter}');
    await waitFor(() => expect(run).toHaveBeenCalled());
  });
});

describe('the ruler', () => {
  const window: LengthWindow = { shortestMm: 1212, longestMm: 1226, releaseMinMm: 1212, gripMaxMm: 1226, intervals: [[1212, 1226]] };
  const belt = (id: string, outsideMm: number, verdict = 'fits') => ({ id, name: id, belt: { id, outsideMm, verdict } as MatchedBelt });
  it('has a mark for every belt, and a press on one chooses it', async () => {
    const choose = vi.fn();
    const { container } = show(
      <WindowRuler
        window={window}
        spread={null}
        marks={[belt('4L475', 1206.5, 'too-short'), belt('4L480', 1219.2)]}
        chosen="4L480"
        onChoose={choose}
        letsGo
      />,
    );
    expect(container.textContent).toContain('4L480');
    const marks = screen.getAllByRole('button');
    await userEvent.click(marks[0] as HTMLElement);
    expect(choose).toHaveBeenCalledWith('4L475');
  });
  it('is drawn also where no length works at all', () => {
    const none: LengthWindow = { shortestMm: null, longestMm: null, releaseMinMm: null, gripMaxMm: null, intervals: [] };
    const { container } = show(<WindowRuler window={none} spread={null} marks={[]} chosen={null} onChoose={vi.fn()} letsGo={false} />);
    expect(container.querySelector('svg')).not.toBeNull();
  });
});
