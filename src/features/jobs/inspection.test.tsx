import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { CAUSES } from '@/core/fault';
import { NEW_STAGES, replayTicket, checkGroups, type Found, type OrderedCheck } from '@/core/job';
import { FINDING } from '@/core/job/test-job';
import { readDriveFile } from '@/formats/drive-file';
import { Choices } from '@/ui/choices';
import { serverThat, show } from '@/ui/test-shell';
import { useJobCommands, type JobCommands } from './job-commands';
import { PartsCountPanel } from './procedure/parts-count';
import { ConfirmList } from './stages/confirm-list';
import { CheckCard } from './stages/look/check-card';
import { Stopwatch } from './stages/stopwatch';
import type { JobContext } from './use-job-context';
import { aJob } from './test-job';
import rider from '../../../demo/drives/orchard-rider.drive.json';
import type { Job, TicketEntry } from '@/contract/records';

vi.mock('next/navigation', async () => (await import('../test-features')).navigation);

const line = (id: number, entry: object): TicketEntry =>
  ({ id, stage: 'look', by: 'Bram', at: '2026-11-26T09:30:00Z', withdrawn: false, ...entry }) as TicketEntry;
const job = (entries: readonly TicketEntry[] = []): Job => aJob({ entries });
const ok = { ok: true, value: { entryId: 9 } };

function WithCommands({ of, children }: { of: Job; children: (commands: JobCommands) => React.ReactNode }) {
  return children(useJobCommands(of, vi.fn()));
}
const withCommands = (of: Job, render: (commands: JobCommands) => React.ReactNode) => show(<WithCommands of={of}>{render}</WithCommands>);
const bodyOf = (sent: { readonly input: unknown } | undefined) => (sent?.input as { entry: { body: Record<string, unknown> } }).entry.body;

describe('a list to be confirmed', () => {
  const list = (
    <ConfirmList
      name="before-run-213-prove"
      label="Before it runs"
      action="It may run"
      result="it may run"
      cautions={[
        { id: 'a', group: 'support', words: 'Guards on.', why: 'x' },
        { id: 'b', group: 'around', words: 'Feet clear.', why: 'y' },
      ]}
      onWrite={vi.fn().mockResolvedValue(true)}
    />
  );
  it('keeps ticks through a reload, and deletes them once they are saved', async () => {
    const first = show(list);
    await userEvent.click(screen.getByRole('checkbox', { name: /Guards on/ }));
    first.unmount();
    const second = show(list, { owner: first.owner });
    expect(screen.getByRole('checkbox', { name: /Guards on/ }).getAttribute('aria-checked')).toBe('true');
    await userEvent.click(screen.getByRole('button', { name: 'It may run' }));
    second.unmount();
    show(list, { owner: first.owner });
    expect(screen.getByText('2 of 2 to confirm.')).toBeTruthy();
  });
  it('confirms the lines of a group that are left in one tap, each with its own time', async () => {
    const write = vi.fn().mockResolvedValue(true);
    const caution = (id: string, group: 'power' | 'moving') => ({ id, group, words: `${id}.`, why: 'x' });
    show(
      <ConfirmList
        name="grouped"
        label="Made safe"
        action="It is made safe"
        result="it is made safe"
        cautions={[caution('a', 'power'), caution('b', 'power'), caution('c', 'moving')]}
        onWrite={write}
      />,
    );
    await userEvent.click(screen.getByRole('checkbox', { name: /^a\./ }));
    await userEvent.click(screen.getByRole('button', { name: 'Confirm all 2: Power' }));
    expect(screen.getByText('1 of 3 to confirm.')).toBeTruthy();
    // A group of one line has no second control.
    expect(screen.queryByRole('button', { name: /^Confirm all 1/ })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'It is made safe' }));
    expect((write.mock.calls[0]![0] as { id: string }[]).map((c) => c.id)).toEqual(['a', 'b']);
  });
  it('writes the whole list with the last group that is open', async () => {
    const write = vi.fn().mockResolvedValue(true);
    const caution = (id: string, group: 'power' | 'moving') => ({ id, group, words: `${id}.`, why: 'x' });
    show(
      <ConfirmList
        name="last-group"
        label="Made safe"
        action="It is made safe"
        result="it is made safe"
        cautions={[caution('a', 'power'), caution('b', 'power'), caution('c', 'moving'), caution('d', 'moving')]}
        onWrite={write}
      />,
    );
    expect(screen.queryByRole('button', { name: /: it is made safe$/ })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Confirm all 2: Parts, springs and heat' }));
    expect(write).not.toHaveBeenCalled();
    await userEvent.click(screen.getByRole('button', { name: 'Confirm all 2: it is made safe' }));
    const [confirmed] = write.mock.calls[0] as [{ id: string; at: string }[]];
    expect(confirmed.map((c) => c.id)).toEqual(['a', 'b', 'c', 'd']);
    expect(confirmed.every((c) => !Number.isNaN(Date.parse(c.at)))).toBe(true);
    await waitFor(() => expect(screen.getByText('4 of 4 to confirm.')).toBeTruthy());
  });
  it('repeats ticks that are half a day old', async () => {
    const first = show(list);
    vi.setSystemTime(new Date(Date.now() - 5 * 3_600_000));
    await userEvent.click(screen.getByRole('checkbox', { name: /Guards on/ }));
    vi.useRealTimers();
    first.unmount();
    show(list, { owner: first.owner });
    expect(screen.getByText('2 of 2 to confirm.')).toBeTruthy();
  });
  it('writes each line that was confirmed with its time, and none that was not', async () => {
    const write = vi.fn().mockResolvedValue(true);
    show(
      <ConfirmList
        name="made-safe"
        label="Made safe"
        action="It is made safe"
        result="it is made safe"
        notes={{ b: 'Spring 18 N.' }}
        cautions={[
          { id: 'a', group: 'power', words: 'Engine off.', why: 'x' },
          { id: 'b', group: 'moving', words: 'Springs known.', why: 'y' },
          { id: 'c', group: 'moving', words: 'Cool.', why: 'z' },
        ]}
        onWrite={write}
      />,
    );
    expect((screen.getByRole('button', { name: 'It is made safe' }) as HTMLButtonElement).disabled).toBe(true);
    await userEvent.click(screen.getByRole('checkbox', { name: /Engine off/ }));
    await userEvent.click(screen.getByRole('checkbox', { name: /Springs known/ }));
    await userEvent.click(screen.getByRole('checkbox', { name: /Cool/ }));
    expect(screen.getByText('All confirmed.')).toBeTruthy();
    await userEvent.click(screen.getByRole('checkbox', { name: /Cool/ }));
    await userEvent.click(screen.getByRole('button', { name: 'It is made safe' }));
    const [confirmed] = write.mock.calls[0] as [{ id: string; words: string; at: string }[]];
    expect(confirmed.map((c) => [c.id, c.words])).toEqual([
      ['a', 'Engine off.'],
      ['b', 'Springs known. Spring 18 N.'],
    ]);
    expect(confirmed.every((c) => !Number.isNaN(Date.parse(c.at)))).toBe(true);
  });
});

describe('the stopwatch', () => {
  it('takes a time by two taps, held to its limit', async () => {
    const { sent } = serverThat(ok);
    withCommands(job(), (commands) => <Stopwatch job={job()} at="prove" commands={commands} what="stop" when="proved" limitS={5} />);
    await userEvent.click(screen.getByRole('button', { name: 'Start timing (lever released)' }));
    await userEvent.click(await screen.findByRole('button', { name: 'Stop timing (all parts stopped)' }));
    await waitFor(() => expect(bodyOf(sent[0])).toMatchObject({ what: 'stop', when: 'proved', limitS: 5, how: 'stopwatch', sdS: null }));
    expect(bodyOf(sent[0])['seconds']).toBeGreaterThanOrEqual(0.1);
  });
  it('refuses an invalid typed time next to its field, and sends nothing', async () => {
    const { sent } = serverThat(ok);
    withCommands(job(), (commands) => <Stopwatch job={job()} at="prove" commands={commands} what="stop" when="proved" limitS={5} />);
    await userEvent.click(screen.getByRole('button', { name: 'Enter time' }));
    await userEvent.type(screen.getByLabelText('Stop time, s'), 'long');
    await userEvent.click(screen.getByRole('button', { name: 'Save time' }));
    expect(screen.getByText('Enter a time from 0.1 to 600 s.')).toBeTruthy();
    expect(sent).toEqual([]);
    await userEvent.clear(screen.getByLabelText('Stop time, s'));
    await userEvent.type(screen.getByLabelText('Stop time, s'), '4,2 s');
    await userEvent.click(screen.getByRole('button', { name: 'Save time' }));
    await waitFor(() => expect(bodyOf(sent[0])).toMatchObject({ seconds: 4.2, how: 'typed', sdS: null }));
  });
  it('reports a machine that runs on', () => {
    const timed = line(1, { type: 'timed', body: { what: 'stop', seconds: 6.1, when: 'proved', limitS: 5, how: 'stopwatch', sdS: null } });
    withCommands(job([timed]), (commands) => (
      <Stopwatch job={job([timed])} at="prove" commands={commands} what="stop" when="proved" limitS={5} />
    ));
    expect(screen.getByText(/Over the limit of 5 s/)).toBeTruthy();
  });
});

describe('a check', () => {
  const read = readDriveFile(JSON.stringify(rider));
  if (!read.ok) throw new Error('the demo drive does not read');
  const { drive } = read;
  const item = checkGroups('deck-lever', [], drive)
    .flatMap((g) => g.checks)
    .find((c) => c.check.id === 'idler-tip') as OrderedCheck;
  const jobContext: JobContext = {
    drive,
    drawn: drive,
    facts: {},
    kind: 'deck-lever',
    absent: [],
    stopLimitS: 5,
    cautions: [],
    securing: { state: 'never' },
    matchDrive: drive,
    replayed: replayTicket([], drive, null),
    list: null,
    hand: { best: 'sound', unfit: [], known: [], leftIn: [] },
    runList: null,
    stages: NEW_STAGES,
  };
  const card = (found: Map<string, never> | Map<string, Found> = new Map()) =>
    withCommands(job(), (commands) => (
      <CheckCard job={job()} at="look" commands={commands} jobContext={jobContext} item={item} kind="deck-lever" found={found} writable />
    ));
  it('proposes the repair of the confirmed cause for a bad result', async () => {
    const { sent } = serverThat(ok);
    card();
    await userEvent.click(screen.getByRole('radio', { name: 'Tips' }));
    await waitFor(() => expect(bodyOf(sent[0])).toMatchObject({ check: 'idler-tip', result: 'bad', part: { id: drive.pulleys[2]!.id } }));
    expect(bodyOf(sent[0])['act']).toBe(CAUSES.find((c) => c.id === 'idler-tips')!.repair.name);
  });
  it('answers in the other direction by one more choice, as a finding with its own causes', async () => {
    const { sent } = serverThat(ok);
    const tension = checkGroups('deck-lever', [], drive)
      .flatMap((g) => g.checks)
      .find((c) => c.check.id === 'tension-engaged') as OrderedCheck;
    withCommands(job(), (commands) => (
      <CheckCard
        job={job()}
        at="look"
        commands={commands}
        jobContext={jobContext}
        item={tension}
        kind="deck-lever"
        found={new Map()}
        writable
      />
    ));
    expect(screen.getAllByRole('radio').map((r) => r.textContent)).toEqual([
      'In its range',
      'At an end of its range',
      'Below its range',
      'Above its range',
      'Not reached',
    ]);
    await userEvent.click(screen.getByRole('radio', { name: 'Above its range' }));
    await waitFor(() => expect(bodyOf(sent[0])).toMatchObject({ check: 'tension-high', result: 'bad', part: null }));
    expect(bodyOf(sent[0])['act']).not.toBe('');
  });
  it('a price that is none is refused, and what was typed stays', async () => {
    const { sent } = serverThat(ok);
    const part = item.parts[0]!;
    card(
      new Map([
        [
          `idler-tip/${part.id}`,
          { ...FINDING, part: { id: part.id, label: part.label }, at: '2026-11-26T09:30:00Z', by: 'Bram', status: 'open' },
        ],
      ]),
    );
    expect(screen.getByText(/^Means: idler bearing tips/)).toBeTruthy();
    const price = screen.getByLabelText('Price, EUR') as HTMLInputElement;
    await userEvent.clear(price);
    await userEvent.type(price, 'dear');
    await userEvent.click(screen.getByRole('button', { name: 'Save finding' }));
    expect(price.getAttribute('aria-invalid')).toBe('true');
    expect(price.value).toBe('dear');
    expect(sent).toEqual([]);
  });
});

describe('what is off the machine', () => {
  it('in store since an earlier job are refitted from there', async () => {
    const { sent } = serverThat(ok);
    const part = { item: 'Drive module', count: 1, note: 'autumn, rack 2', job: 205, at: '2026-04-13T09:00:00Z' };
    withCommands(aJob({ storedParts: [part] }), (commands) => (
      <PartsCountPanel {...{ job: aJob({ storedParts: [part] }), at: 'fit', commands }} writable />
    ));
    await userEvent.click(screen.getByRole('button', { name: 'Refitted: 1 drive module: autumn, rack 2 (job 205)' }));
    await waitFor(() => expect(sent.map((s) => bodyOf(s)['way'])).toEqual(['stored', 'on']));
  });
  it('are counted back on in one step, the part removed last first', async () => {
    const { sent } = serverThat(ok);
    const off = job([
      line(1, { type: 'setup', body: { setup: 'belt-covers', up: true } }),
      line(2, { type: 'setup', body: { setup: 'belt', up: true } }),
      line(3, { type: 'tally', body: { item: 'Cover screws', count: 3, way: 'off', note: '' } }),
    ]);
    withCommands(off, (commands) => <PartsCountPanel job={off} at="fit" commands={commands} writable />);
    await userEvent.click(screen.getByRole('button', { name: 'All parts refitted' }));
    await waitFor(() => expect(sent).toHaveLength(3));
    expect(sent.map((s) => bodyOf(s))).toEqual([
      { item: 'Cover screws', count: 3, way: 'on', note: '' },
      { setup: 'belt', up: false },
      { setup: 'belt-covers', up: false },
    ]);
  });
  it('a part that is not refitted names what replaced it, or until when it is stored', async () => {
    const { sent } = serverThat(ok);
    const off = job([line(1, { type: 'tally', body: { item: 'Shear pins', count: 2, way: 'off', note: '' } })]);
    withCommands(off, (commands) => <PartsCountPanel job={off} at="fit" commands={commands} writable />);
    await userEvent.click(screen.getByRole('button', { name: 'Not refitted: 2 shear pins' }));
    const save = screen.getByRole('button', { name: 'Save' });
    await userEvent.click(save);
    expect(await screen.findByText('Name the part that replaced it.')).toBeTruthy();
    expect(sent).toEqual([]);
    await userEvent.click(screen.getByRole('radio', { name: 'Stored, refitted later' }));
    await userEvent.type(screen.getByLabelText('Stored until, and where'), 'April, bin C4');
    await userEvent.click(save);
    await waitFor(() =>
      expect(sent.map((s) => bodyOf(s))).toEqual([{ item: 'Shear pins', count: 2, way: 'stored', note: 'April, bin C4' }]),
    );
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });
  it('refuses an invalid count next to its field, and sends nothing', async () => {
    const { sent } = serverThat(ok);
    withCommands(job(), (commands) => <PartsCountPanel job={job()} at="fit" commands={commands} writable />);
    await userEvent.clear(screen.getByLabelText('How many'));
    await userEvent.type(screen.getByLabelText('How many'), 'a few');
    await userEvent.type(screen.getByLabelText('Part'), 'Pins');
    expect(screen.getByText('Enter a whole number from 1 to 999.')).toBeTruthy();
    expect((screen.getByRole('button', { name: 'Add part' }) as HTMLButtonElement).disabled).toBe(true);
    expect(sent).toEqual([]);
  });
});

describe('one of a few', () => {
  function Three() {
    const [at, setAt] = useState<'a' | 'b' | 'c' | null>(null);
    return (
      <Choices
        label="Which"
        options={[
          { id: 'a', label: 'First' },
          { id: 'b', label: 'Second' },
          { id: 'c', label: 'Third' },
        ]}
        value={at}
        onChoose={setAt}
      />
    );
  }
  it('is chosen by a tap, and moved by the arrow keys round its ends', async () => {
    show(<Three />);
    const group = within(screen.getByRole('radiogroup', { name: 'Which' }));
    const chosen = () => group.getAllByRole('radio').find((r) => r.getAttribute('aria-checked') === 'true')?.textContent;
    await userEvent.click(group.getByRole('radio', { name: 'Third' }));
    expect(chosen()).toBe('Third');
    await userEvent.keyboard('{ArrowRight}');
    expect(chosen()).toBe('First');
    await userEvent.keyboard('{ArrowLeft}{ArrowLeft}');
    expect(chosen()).toBe('Second');
  });
});
