import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { BARE_FINDING } from '@/core/job';
import { STACK_TEMPLATES, stackFaults, withMoved, type Stack } from '@/core/stack';
import { serverThat, show } from '@/ui/test-shell';
import { aJob, ticketLine } from '../test-job';
import { StackCard } from './stack-card';

vi.mock('../../shell/shell-context', () => ({ useMayChange: () => true }));
const pulley = { id: 'arm-idler', label: 'Arm idler' };
const { stack: right } = STACK_TEMPLATES[0]!;
const wrong = withMoved(right, 2, 3);

const found = (check: 'stack-order' | 'idler-binds', result: 'good' | 'bad') =>
  ticketLine('look', 'finding', { ...BARE_FINDING, ref: crypto.randomUUID(), check, part: pulley, result });

function cardOf(stack: Stack, entries: ReturnType<typeof found>[]) {
  const server = serverThat({ ok: true, value: { entryId: 9, stage: 'look' } });
  const went = vi.fn();
  const save = vi.fn(() => Promise.resolve(true));
  show(<StackCard {...{ pulley, stack, save }} faults={stackFaults(stack)} job={aJob({ entries })} onGo={went} />);
  return { ...server, went, save };
}
const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));

describe('the card of a stack on its job', () => {
  it('records a fault with its repair, saves the drawing and returns to the job', async () => {
    const { sent, went, save } = cardOf(wrong, []);
    await press('Record the stack fault');
    await waitFor(() => expect(went).toHaveBeenCalledWith('fit'));
    expect(sent.map((s) => s.input)).toMatchObject([
      { number: 213, entry: { type: 'finding', body: { check: 'stack-order', result: 'bad', part: pulley } } },
    ]);
    const { body } = (sent[0]!.input as { entry: { body: { act: string; note: string } } }).entry;
    expect([body.act, body.note]).toEqual([expect.stringContaining('Assemble the stack'), expect.stringContaining('idler')]);
    expect(save).toHaveBeenCalledOnce();
  });
  it('asks to rebuild the machine while a recorded fault is still drawn', () => {
    cardOf(wrong, [found('stack-order', 'bad')]);
    expect(screen.queryByRole('button')).toBeNull();
    expect(screen.getByText(/Rebuild the stack on the machine/)).toBeTruthy();
  });
  it('records every open finding at the pulley as repaired, and closes the one that the drawing shows', async () => {
    const { sent, went } = cardOf(right, [found('stack-order', 'bad'), found('idler-binds', 'bad')]);
    await press('Record the stack as rebuilt');
    await waitFor(() => expect(went).toHaveBeenCalledWith('look'));
    expect(sent.map((s) => (s.input as { entry: { type: string; body: object } }).entry)).toMatchObject([
      { type: 'changed', body: { change: 'repaired', found: { check: 'stack-order', part: pulley } } },
      { type: 'changed', body: { change: 'repaired', found: { check: 'idler-binds', part: pulley } } },
      { type: 'finding', body: { check: 'stack-order', result: 'good' } },
    ]);
  });
  it('returns to the repairs where nothing is left to check', async () => {
    const { went } = cardOf(right, [found('stack-order', 'bad')]);
    await press('Record the stack as rebuilt');
    await waitFor(() => expect(went).toHaveBeenCalledWith('fit'));
  });
  it('stays where the server refuses a line', async () => {
    const { answer, went, save } = cardOf(right, [found('stack-order', 'bad')]);
    answer({ ok: false, reason: 'refused', problem: 'The job is closed.' });
    await press('Record the stack as rebuilt');
    await waitFor(() => expect((screen.getByRole('button', { name: /^Record/ }) as HTMLButtonElement).disabled).toBe(false));
    expect(went).not.toHaveBeenCalled();
    expect(save).not.toHaveBeenCalled();
  });
  it('offers nothing on a closed job', () => {
    serverThat({ ok: true });
    show(<StackCard {...{ pulley, stack: right }} faults={[]} save={vi.fn()} job={aJob({ status: 'closed' })} onGo={vi.fn()} />);
    expect(screen.queryByRole('button')).toBeNull();
  });
});
