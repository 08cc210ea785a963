import { renderHook, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { NEW_STAGES, type BeltBooked, type Stages } from '@/core/job';
import { BOOKED_BELT, UNPROVED } from '@/core/job/test-job';
import { serverThat, show, Stage } from '@/ui/test-shell';
import type { BeltChoice } from '../match/use-match-view';
import { useJobCommands } from './job-commands';
import { EntryLine } from './entry-line';
import { UseBeltDialog } from './stages/match/use-belt-dialog';
import { NoteField } from './stages/note-field';
import { StageMoves } from './stages/stage-moves';
import { Ticket } from './ticket';
import { aJob } from './test-job';
import type { JobContext } from './use-job-context';
import type { Job, ShelfBelt, TicketEntry } from '@/contract/records';

vi.mock('next/navigation', async () => (await import('../test-features')).navigation);

const job = (more: Partial<Job> = {}): Job => aJob({ driveId: null, beltId: null, ...more });
const booked: BeltBooked = {
  ...BOOKED_BELT,
  pieces: 1,
  substitute: true,
  insteadOf: { designation: null, section: '4L', length: { value: 1193.8, reference: 'outside' } },
  reason: 'Boat on Thursday',
};
const line = (id: number, entry: object, more: object = {}) =>
  ({ id, stage: 'match', by: 'Bram', at: '2026-11-20T09:30:00Z', withdrawn: false, ...entry, ...more }) as TicketEntry;
const ok = (value: unknown = {}) => ({ ok: true, value });

describe('lines of a ticket', () => {
  it.each<[string, object, RegExp]>([
    ['a note', { type: 'note', body: { text: 'Groove shiny.' } }, /^Groove shiny\.$/],
    ['a skipped stage', { type: 'stage', body: { state: 'skipped', why: 'seen last week' } }, /^skipped: seen last week$/],
    ['a stage done', { type: 'stage', body: { state: 'done', why: '' } }, /^done$/],
    [
      'a closing line',
      { type: 'closing', body: UNPROVED },
      /^Not fit to use\. New belt\. Returned anyway: Fetched before it could be run\.$/,
    ],
    ['a reopening', { type: 'reopening', body: {} }, /^Job reopened$/],
    [
      'a booking, with what it stands in for in this person’s units',
      { type: 'belt-booked', body: booked },
      /^4L480 used from B2, €14\.80\. .*As drawn: 152 N engaged at rest, 133 N under load, slips below 71 N, 11\.0 mm slack when released\. Substitute for 4L 1193\.8 mm outside\. Reason: Boat on Thursday$/,
    ],
    [
      'one from before loads were known',
      { type: 'belt-booked', body: { ...booked, runningN: null, insteadOf: { words: '4L470' } } },
      /152 N engaged at rest, slips.*Substitute for 4L470/,
    ],
  ])('%s', (_, entry, text) => {
    const { container } = show(<EntryLine entry={line(1, entry)} />);
    expect(container.textContent).toMatch(text);
  });
  it('reports an unreadable line, and offers its text', () => {
    show(<EntryLine entry={line(1, { type: 'unreadable', problem: 'This note cannot be read.', text: '{"words":1}' })} />);
    expect(screen.getByText(/This note cannot be read\./)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Save its text' })).toBeTruthy();
  });
});

describe('a ticket', () => {
  const entries = [
    line(1, { type: 'note', body: { text: 'Groove shiny.' } }),
    line(2, { type: 'stage', body: { state: 'done', why: '' } }),
    line(3, { type: 'note', body: { text: 'Wrong one' } }, { withdrawn: true }),
  ];
  it('strikes out lines that allow it, and shows them struck out', async () => {
    const back = vi.fn();
    show(<Ticket job={job({ entries })} onStrikeOut={back} />);
    expect(screen.getAllByRole('button', { name: /^Strike out/ })).toHaveLength(2);
    await userEvent.click(screen.getByRole('button', { name: 'Strike out: Groove shiny.' }));
    expect(back).toHaveBeenCalledWith(entries[0]);
    expect(screen.getByText('struck out')).toBeTruthy();
  });
  it('of a closed job, or for a viewer, offers nothing', () => {
    show(<Ticket job={job({ entries, status: 'closed' })} onStrikeOut={null} />);
    expect(screen.queryByRole('button', { name: /^Strike out/ })).toBeNull();
  });
});

/** Commands of a job as its stages receive them. */
function withCommands(element: (commands: ReturnType<typeof useJobCommands>) => React.ReactElement, of: Job = job(), go = vi.fn()) {
  function Held() {
    return element(useJobCommands(of, go));
  }
  return { go, ...show(<Held />) };
}

describe('a stage', () => {
  const jobContextOf = (stages: Partial<Stages>) => ({ stages: { ...NEW_STAGES, ...stages } }) as JobContext;
  it('needs the reason of a skip first, and continues at the next open stage', async () => {
    const { sent } = serverThat(ok({ entryId: 9 }));
    const of = job({ stages: { ...NEW_STAGES, look: 'done' } });
    const { go } = withCommands((commands) => <StageMoves at="secure" commands={commands} jobContext={jobContextOf({})} />, of);
    await userEvent.click(screen.getByRole('button', { name: 'Skip stage…' }));
    expect((screen.getByRole('button', { name: 'Skip stage' }) as HTMLButtonElement).disabled).toBe(true);
    expect(sent).toEqual([]);
    await userEvent.type(screen.getByLabelText('Reason for skipping the rest of Make safe'), 'Deck is off');
    await userEvent.click(screen.getByRole('button', { name: 'Skip stage' }));
    await waitFor(() => expect(sent[0]?.input).toMatchObject({ entry: { body: { state: 'skipped', why: 'Deck is off' } } }));
    await waitFor(() => expect(go).toHaveBeenCalledWith('match', 'secure'));
    expect(await screen.findByText('Make safe: skipped.')).toBeTruthy();
  });
  it('is never called done by a button', () => {
    for (const state of ['waiting', 'under-way', 'held', 'skipped'] as const) {
      const { unmount } = withCommands((commands) => (
        <StageMoves at="secure" commands={commands} jobContext={jobContextOf({ secure: state })} />
      ));
      expect(screen.queryByRole('button', { name: /done/i })).toBeNull();
      unmount();
    }
  });
  it('a note refused stays in its field with why; written it leaves it, and can be undone', async () => {
    const server = serverThat({ ok: false, reason: 'refused', problem: 'Job 213 is closed. Reopen it to write on its ticket.' });
    withCommands((commands) => <NoteField job={job()} at="look" commands={commands} placeholder="" />);
    const field = screen.getByLabelText('Note for the ticket') as HTMLTextAreaElement;
    await userEvent.type(field, 'Groove shiny');
    await userEvent.click(screen.getByRole('button', { name: 'Save note' }));
    expect(await screen.findByText(/Job 213 is closed/)).toBeTruthy();
    expect(field.value).toBe('Groove shiny');
    server.answer(ok({ entryId: 4 }), ok({ said: 'Note struck out.' }));
    await userEvent.click(screen.getByRole('button', { name: 'Save note' }));
    expect(await screen.findByText('Written on the ticket.')).toBeTruthy();
    expect(field.value).toBe('');
    await userEvent.click(screen.getByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(server.sent.at(-1)).toMatchObject({ kind: 'job.take-back', input: { number: 213, entryId: 4 } }));
  });
  it('shows a line written without a network as queued, and clears the field', async () => {
    serverThat(null);
    withCommands((commands) => (
      <>
        <NoteField job={job()} at="look" commands={commands} placeholder="" />
        <Ticket job={job()} onStrikeOut={commands.strikeOut} />
      </>
    ));
    await userEvent.type(screen.getByLabelText('Note for the ticket'), 'Groove shiny');
    await userEvent.click(screen.getByRole('button', { name: 'Save note' }));
    expect(await screen.findByText('saved on this device, not sent')).toBeTruthy();
    expect(screen.getByText('Note on job 213: Groove shiny')).toBeTruthy();
    expect((screen.getByLabelText('Note for the ticket') as HTMLTextAreaElement).value).toBe('');
  });
  it('shows the effect of a belt use on the stock', async () => {
    const server = serverThat(ok({ entryId: 5 }));
    const { result } = renderHook(() => useJobCommands(job(), vi.fn()), {
      wrapper: ({ children }) => <Stage owner={77}>{children}</Stage>,
    });
    expect(await result.current.book({ name: '4L480', bin: 'B2', shelfBeltId: 7, shelfVersion: 3 }, 'boat')).toBe(true);
    expect(server.sent[0]).toMatchObject({ kind: 'job.book', input: { number: 213, shelfBeltId: 7, shelfVersion: 3, reason: 'boat' } });
    expect(await screen.findByText('4L480 used from B2.')).toBeTruthy();
  });
});

describe('booking a belt', () => {
  const shelf: ShelfBelt = {
    id: 7,
    designation: '4L480',
    section: '4L',
    lengthMm: null,
    lengthReference: null,
    lengthTyped: null,
    quantity: 2,
    bin: 'B2',
    priceCents: 1480,
    supplierNote: '',
    wanted: 0,
    version: 3,
  };
  const choice = (more: Partial<BeltChoice> = {}, verdict = 'fits') =>
    ({ shelf, matched: { verdict }, exact: true, insteadOf: '4L470', pieces: 1, why: '', letsGo: true, ...more }) as BeltChoice;
  it('uses the exact belt without a reason', async () => {
    const book = vi.fn(async () => undefined);
    show(<UseBeltDialog choice={choice()} onClose={vi.fn()} onBook={book} />);
    expect(screen.getByRole('dialog').textContent).toMatch(/This takes 1 from B2, and leaves 1; €14\.80 on the ticket\./);
    await userEvent.click(screen.getByRole('button', { name: 'Use this belt' }));
    expect(book).toHaveBeenCalledWith('');
  });
  it.each([
    ['a substitute', choice({ exact: false }), 'Reason for the substitute', /needs 4L470/],
    ['one that does not run', choice({}, 'too-long'), 'Reason', /does not work on this drive as drawn/],
  ] as const)('%s asks why', async (_, chosen, label, says) => {
    const book = vi.fn(async () => undefined);
    show(<UseBeltDialog choice={chosen} onClose={vi.fn()} onBook={book} />);
    expect(screen.getByRole('dialog').textContent).toMatch(says);
    const go = screen.getByRole('button', { name: 'Use this belt' }) as HTMLButtonElement;
    expect(go.disabled).toBe(true);
    await userEvent.type(screen.getByLabelText(label), 'Boat on Thursday');
    await userEvent.click(go);
    expect(book).toHaveBeenCalledWith('Boat on Thursday');
  });
});
