import { fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { procedureOf } from '@/core/job';
import { show } from '@/ui/test-shell';
import type { JobCommands } from '../job-commands';
import { aJob, ticketLine } from '../test-job';
import type { JobContext } from '../use-job-context';
import { PartsListCheck } from './parts-list-check';
import { StepCard } from './step-card';
import type { StageProps } from '../stages/module';
import type { TicketEntry } from '@/contract/records';

vi.mock('next/navigation', async () => (await import('../../test-features')).navigation);

/** Opens a step and returns the entries that it writes. */
function open(procedureId: string, stepId: string, entries: readonly TicketEntry[] = []) {
  const write = vi.fn(async (..._: unknown[]) => true);
  const procedure = procedureOf(procedureId)!;
  show(
    <StepCard
      job={aJob({ entries, driveId: null })}
      at="fit"
      commands={{ write } as unknown as JobCommands}
      jobContext={{ facts: {} } as JobContext}
      procedure={procedure}
      step={procedure.steps.find((s) => s.id === stepId)!}
      written={undefined}
      onOver={vi.fn()}
    />,
  );
  return () => write.mock.calls.map((call) => [call[1], call[2]] as [string, Record<string, unknown>]);
}
const press = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));
const type = (label: string | RegExp, text: string) => fireEvent.change(screen.getByLabelText(label), { target: { value: text } });

describe('a step that compares two readings', () => {
  it('shows the difference with its limit, and what a larger one means', async () => {
    open('blades', 'tips-found');
    type('Height of the first tip', '80 mm');
    fireEvent.blur(screen.getByLabelText('Height of the first tip'));
    expect(screen.queryByText(/Difference/)).toBeNull();
    type('Height of the second tip', '82 mm');
    expect(await screen.findByText(/Difference: .*within the limit of/)).toBeTruthy();
    type('Height of the second tip', '86 mm');
    expect(await screen.findByText(/over the limit of .* The blade or the spindle is bent\./)).toBeTruthy();
  });
  it('takes the first one from the step that read it', () => {
    const body = { procedure: 'cvt-sheaves', step: 'rollers', words: 'Rollers', outcome: 'done', why: '', torque: '' };
    const out = ticketLine('look', 'step', { ...body, readings: [{ what: 'Rollers out', value: 6, in: 'count', state: null }] });
    open('cvt-sheaves', 'rollers-in', [out]);
    type('Rollers in', '5');
    expect(screen.getByText(/Difference: 1, over the limit of 0\. A roller is missing/)).toBeTruthy();
  });
});

describe('parts that are put into store', () => {
  it('need their place, which is on the ticket with their number', async () => {
    const written = open('attachment-off', 'belt-off');
    await press('Done');
    expect(screen.getByRole('alert').textContent).toBe('Enter until when the parts are stored, and where.');
    expect(written()).toEqual([]);
    type('Stored until, and where', 'winter, rack 4');
    await press('Done');
    expect(written().map(([kind]) => kind)).toEqual(['step', 'tally']);
    expect(written()[1]![1]).toEqual({ item: 'Attachment belt', count: 1, way: 'stored', note: 'winter, rack 4' });
  });
  it('need none where this machine has none of them', async () => {
    const written = open('attachment-off', 'belt-off');
    type(/Attachment belt into store/, '0');
    await press('Done');
    expect(written().map(([kind]) => kind)).toEqual(['step']);
  });
});

describe('the parts list of a drive', () => {
  const check = (write: JobCommands['write'], over = vi.fn()) => {
    const facts = { 'parts-list': { value: ['1 × shim 0.5 mm', '6 × balls'], by: 'Bram', at: '2026-11-26T09:00:00Z' } };
    const props = { job: aJob({ number: 771 }), at: 'look', commands: { write }, jobContext: { facts } } as unknown as StageProps;
    return show(<PartsListCheck {...props} onOver={over} />);
  };
  it('writes what is missing', async () => {
    const write = vi.fn(async (..._: unknown[]) => true);
    const over = vi.fn();
    check(write as never, over);
    await userEvent.click(screen.getByRole('checkbox', { name: '6 × balls' }));
    await press('Save: 1 of 2 missing');
    expect(write.mock.calls[0]![2]).toMatchObject({ words: 'Parts list checked (2 lines). Missing: 1 × shim 0.5 mm.', outcome: 'done' });
    expect(over).toHaveBeenCalledOnce();
  });
});

describe('a ring of bolts', () => {
  const bolt = (n: number) => press(new RegExp(`^${n}(?:,|$)`));
  it('names the next one crosswise, counts them, and writes their order', async () => {
    const written = open('twin-rods', 'tighten');
    expect(screen.getByText(/Next: number 1/)).toBeTruthy();
    await bolt(1);
    expect(screen.getByText('Next: number 3. 1 of 4 are tightened.')).toBeTruthy();
    await press('Done');
    expect(screen.getByRole('alert').textContent).toBe('3 of 4 are not tightened yet.');
    for (const n of [3, 2, 4]) await bolt(n);
    expect(screen.getByText('All 4 are tightened.')).toBeTruthy();
    await press('Done');
    expect(written()[0]![1].readings).toEqual([
      { what: 'Mount bolts tightened in the order', value: '1, 3, 2, 4', in: 'words', state: null },
    ]);
  });
  it('takes another number of bolts, and a tap again loosens one', async () => {
    open('twin-rods', 'tighten');
    type('Mount bolts, how many', '5');
    await bolt(1);
    await bolt(1);
    expect(screen.getByText('Next: number 1. 0 of 5 are tightened.')).toBeTruthy();
  });
});
