import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import type { CheckId } from '@/core/fault';
import { NOTHING_ASKED, type Stage } from '@/core/job';
import { FINDING } from '@/core/job/test-job';
import type { Facts } from '@/core/machine';
import { serverThat, show } from '@/ui/test-shell';
import { RIDER_DRIVE } from '../../test-records';
import { useJobCommands } from '../job-commands';
import { aJob, madeSafe, ticketLine as line } from '../test-job';
import { useJobContext } from '../use-job-context';
import { lineNow } from './line-now';
import { OpenedLineProvider, useOpenedLine } from './run-context';
import { secureStage } from '../stages/secure';
import { StageView } from './stage-view';
import type { Job } from '@/contract/records';

vi.mock('next/navigation', async () => (await import('../../test-features')).navigation);
vi.mock('../../queries/ask', async () => (await import('../../test-features')).queriesThat({}));
vi.mock('../../shell/shell-context', () => ({ useMayChange: () => true, useShell: () => ({ role: 'owner' }) }));
const nothingYet = vi.hoisted(() => () => ({ answer: null, of: null, pending: false, failed: false, again: () => undefined }));
vi.mock('@/client/solver', () => ({ usePose: nothingYet, useTension: nothingYet }));

const known = (values: Record<string, string>): Facts =>
  Object.fromEntries(Object.entries(values).map(([id, value]) => [id, { value, by: 'Ines', at: '2026-10-17T08:00:00Z' }]));
/** No two tests share a job, so that stored drafts of one are nothing to the next. */
let numbers = 1;
const job = (more: Partial<Job> = {}): Job =>
  aJob({
    number: numbers++,
    facts: { machine: known({ power: 'petrol', turn: 'cw', spins: 'blade', class: 'ride-on' }), drive: known({ engage: 'lever-cable' }) },
    ...more,
  });
const asked = line('ask', 'asked', { ...NOTHING_ASKED, complaints: ['slow-weak'] });
const skippedTimes = line('ask', 'skipped', { line: 'times-found', words: 'Time engagement and stop as found', why: 'Unsafe.' });
const cable = (...steps: string[]) => [
  line('fit', 'procedure', { procedure: 'cable', name: 'Engagement cable adjustment', why: '' }),
  ...steps.map((step) =>
    line('look', 'step', { procedure: 'cable', step, words: step, outcome: 'done', why: '', readings: [], torque: '' }),
  ),
];

/** The Make safe stage, with a way to open its line again. */
function SafeAgain({ of }: { of: Job }) {
  const commands = useJobCommands(of, vi.fn());
  const jobContext = useJobContext(of, [RIDER_DRIVE]);
  const { open } = useOpenedLine();
  return (
    <>
      <button onClick={() => open('safety')}>Open safety lines</button>
      <secureStage.Panel
        {...{ job: of, at: 'secure', commands, jobContext, drives: [RIDER_DRIVE], unreadable: [], writable: true, mayChange: true }}
      />
    </>
  );
}

function At({ of, stage, go }: { of: Job; stage: Stage; go: (stage: Stage) => void }) {
  const commands = useJobCommands(of, go);
  const jobContext = useJobContext(of, [RIDER_DRIVE]);
  return (
    <StageView {...{ job: of, at: stage, commands, jobContext, drives: [RIDER_DRIVE], unreadable: [], writable: true, mayChange: true }} />
  );
}
/** A job on screen with a ticket and a stage that can change. */
function at(stage: Stage, of: Job) {
  const went = vi.fn();
  const element = (s: Stage, j: Job) => (
    <OpenedLineProvider>
      <At of={j} stage={s} go={went} />
    </OpenedLineProvider>
  );
  const { again } = show(element(stage, of));
  return { went, becomes: (j: Job, s: Stage = stage) => again(element(s, j)) };
}
const now = () => within(screen.getByRole('region', { name: 'Now' }));
const ok = { ok: true, value: { entryId: 90 } };

/** Skips the line of Now, as a person does. */
async function skipNow(): Promise<void> {
  await userEvent.click(now().getByRole('button', { name: 'Skip this step…' }));
  await userEvent.type(now().getByLabelText('Reason for skipping'), 'Unsafe.');
  await userEvent.click(now().getByRole('button', { name: 'Skip' }));
}

describe('a stage as it opens', () => {
  it('shows the current line, its position in the list, and the next lines', () => {
    at('ask', job());
    expect(now().getByText('Record the complaint')).toBeTruthy();
    expect(now().getByText(/^Step 1 of \d+$/)).toBeTruthy();
    expect(screen.getByText('Time engagement and stop as found', { selector: 'strong' })).toBeTruthy();
  });
  it('shows where the job continues if nothing is open here', async () => {
    const { went } = at('ask', job({ entries: [asked, skippedTimes] }));
    expect(now().getByText('Nothing is open in Intake.')).toBeTruthy();
    await userEvent.click(now().getByRole('button', { name: 'Continue with Make safe' }));
    expect(went).toHaveBeenCalledWith('secure');
  });
  it('waits for the open steps before it, also those of another stage', () => {
    at('set', job({ entries: [asked, skippedTimes, madeSafe(), ...cable('find-adjuster')] }));
    expect(now().getByText(/Inspect/)).toBeTruthy();
  });
  it('shows the safety lines once, also while their line is open again', async () => {
    show(
      <OpenedLineProvider>
        <SafeAgain of={job({ entries: [asked, skippedTimes, madeSafe()] })} />
      </OpenedLineProvider>,
    );
    expect(screen.getAllByText(/^Made safe by/)).toHaveLength(1);
    await userEvent.click(screen.getByRole('button', { name: 'Open safety lines' }));
    expect(now().getByText(/^Made safe by/)).toBeTruthy();
    expect(screen.getAllByText(/^Made safe by/)).toHaveLength(1);
  });
  it('works on the machine only once it is made safe', () => {
    at('set', job({ entries: [asked, skippedTimes, ...cable('find-adjuster')] }));
    expect(now().getByText('Make the machine safe')).toBeTruthy();
  });
});

describe('working through it', () => {
  it('skips a step with its reason, and not without', async () => {
    const { sent } = serverThat(ok);
    at('ask', job({ entries: [asked] }));
    await userEvent.click(now().getByRole('button', { name: 'Skip this step…' }));
    const skip = now().getByRole('button', { name: 'Skip' }) as HTMLButtonElement;
    expect(skip.disabled).toBe(true);
    await userEvent.type(now().getByLabelText('Reason for skipping'), 'It throws its belt.');
    await userEvent.click(skip);
    await waitFor(() =>
      expect(sent[0]?.input).toMatchObject({
        stage: 'ask',
        entry: { type: 'skipped', body: { line: 'times-found', why: 'It throws its belt.' } },
      }),
    );
  });
  it('goes on to the next stage once the last step of a stage is done, and Back returns to that step', async () => {
    serverThat(ok);
    const of = job({ entries: [asked] });
    const { went, becomes } = at('ask', of);
    await skipNow();
    becomes({ ...of, entries: [asked, skippedTimes] });
    await waitFor(() => expect(went).toHaveBeenCalledWith('secure'));
    becomes({ ...of, entries: [asked, skippedTimes] }, 'secure');
    await userEvent.click(now().getByRole('button', { name: 'Back' }));
    expect(went).toHaveBeenLastCalledWith('ask');
  });
  it('opens the choice of the procedure after a check finds a fault', async () => {
    serverThat(ok);
    const traced = (stage: Stage, entries: Job['entries'], check: CheckId) => (
      <OpenedLineProvider>
        <Traced of={job({ number: 7, entries })} stage={stage} check={check} go={went} />
      </OpenedLineProvider>
    );
    const went = vi.fn();
    const before = [
      asked,
      skippedTimes,
      madeSafe(),
      line('look', 'finding', { ...FINDING, check: 'brake-released', part: null, result: 'good' }),
    ];
    const { again } = show(traced('look', before, 'spring-stretches'));
    await userEvent.click(now().getAllByRole('radio', { name: 'Does not stretch' })[0]!);
    const slack = line('look', 'finding', { ...FINDING, check: 'spring-stretches', part: null, result: 'bad' });
    again(traced('look', [...before, slack], 'springs-alike'));
    await waitFor(() => expect(went).toHaveBeenCalledWith('fit'));
  });
  it('stays where a step was done elsewhere on the page', async () => {
    const of = job({ entries: [asked] });
    const { went, becomes } = at('ask', of);
    becomes({ ...of, entries: [asked, skippedTimes] });
    await waitFor(() => expect(now().getByText('Nothing is open in Intake.')).toBeTruthy());
    expect(went).not.toHaveBeenCalled();
  });
  it('stays where more of the same can follow: another check by hand, another reading', async () => {
    const entries = [asked, skippedTimes, line('look', 'setup', { setup: 'belt', up: true })];
    const of = job({ entries });
    const { went, becomes } = at('look', of);
    expect(now().getByText('Inspect the drive by hand')).toBeTruthy();
    becomes({ ...of, entries: [...entries, line('look', 'finding', { ...FINDING, part: null, result: 'good' })] });
    await waitFor(() => expect(now().getByText('Nothing is open in Inspect.')).toBeTruthy());
    expect(went).not.toHaveBeenCalled();
  });
  it('stays after a line was struck out', async () => {
    const of = job({ entries: [asked, skippedTimes] });
    const { went, becomes } = at('ask', of);
    becomes({ ...of, entries: [asked, { ...skippedTimes, withdrawn: true }] });
    await waitFor(() => expect(now().getByText('Time engagement and stop as found')).toBeTruthy());
    expect(went).not.toHaveBeenCalled();
  });
  it('opens any step out of its turn, and leaves it once it is done', async () => {
    const of = job();
    const { becomes } = at('ask', of);
    await userEvent.click(screen.getByRole('button', { name: /^All steps/ }));
    await userEvent.click(
      within(screen.getByRole('region', { name: 'Steps of Intake' })).getByRole('button', { name: /^Time engagement/ }),
    );
    expect(now().getByText('Time engagement and stop as found')).toBeTruthy();
    becomes({ ...of, entries: [skippedTimes] });
    await waitFor(() => expect(now().getByText('Record the complaint')).toBeTruthy());
  });
  it('keeps open a step that was done when it was opened', async () => {
    const of = job({ entries: [asked] });
    const { becomes } = at('ask', of);
    await userEvent.click(screen.getByRole('button', { name: /^All steps/ }));
    await userEvent.click(
      within(screen.getByRole('region', { name: 'Steps of Intake' })).getByRole('button', { name: /^Record the complaint/ }),
    );
    becomes({ ...of, title: 'Read again' });
    expect(now().getByText('Record the complaint')).toBeTruthy();
    expect(now().getByText(/^Done/)).toBeTruthy();
  });
  it('lists skipped steps with their reason', async () => {
    at('ask', job({ entries: [asked, skippedTimes] }));
    await userEvent.click(screen.getByRole('button', { name: /^All steps/ }));
    expect(within(screen.getByRole('region', { name: 'Steps of Intake' })).getByText(/Reason: Unsafe\./)).toBeTruthy();
  });
});

describe('a step of the procedure', () => {
  const brakeOn = line('look', 'finding', { ...FINDING, check: 'brake-released', part: null, result: 'good' });
  const upTo = (...steps: string[]) => [asked, skippedTimes, madeSafe(), brakeOn, ...cable('not-started', 'find-adjuster', ...steps)];
  it('has its own check, with a result that answers it', async () => {
    const { sent } = serverThat(ok);
    const of = job({ entries: upTo() });
    const { becomes } = at('look', of);
    expect(now().getByText(/^Check the belt for cracks/)).toBeTruthy();
    await userEvent.click(now().getByRole('radio', { name: 'In good order' }));
    await waitFor(() =>
      expect(sent[0]?.input).toMatchObject({ entry: { type: 'finding', body: { check: 'belt-surface', result: 'good' } } }),
    );
    becomes({
      ...of,
      entries: [...of.entries, line('look', 'finding', { ...FINDING, check: 'belt-surface', part: null, result: 'good' })],
    });
    await waitFor(() => expect(now().getByText(/^Move the arm/)).toBeTruthy());
  });
  it('removes no parts other than those of its procedure', () => {
    at('look', job({ entries: upTo() }));
    expect(now().queryByRole('button', { name: /^(It is|They are) off$/ })).toBeNull();
  });
  it('names what is missing where it is done by hand', () => {
    at('look', job({ entries: upTo() }));
    expect(now().getByRole('button', { name: 'Done without a recorded check' })).toBeTruthy();
  });
});

describe('a line with a verdict', () => {
  const deckOn = line('fit', 'procedure', { procedure: 'deck-on', name: 'Deck belt', why: '' });
  const before = ['deck-lowest', 'photo-route', 'covers-off', 'trap-off', 'belt-off', 'walk-in-place'];
  const after = ['side-by-side', 'stack-renewed', 'belt-on', 'trap-on', 'three-things', 'arm-first', 'sight-idlers', 'finger-round'];
  const steps = [...before, ...after, 'spring-unhooked', 'spring-hooked'].map((step) =>
    line('fit', 'step', { procedure: 'deck-on', step, words: step, outcome: 'done', why: '', readings: [], torque: '' }),
  );
  const moved = line('set', 'changed', {
    ...{ change: 'adjusted', adjuster: { id: 'cable', label: 'Cable bracket' }, to: 4, placeIn: 'length', turned: '' },
  });
  const reading = line('set', 'reading', {
    ...{ belt: 'blade', method: 'tension', at: 'engine>spindle', where: 'Engine to spindle', value: 150, deflectionMm: null },
    ...{ belts: null, clamped: false, without: [], sdN: null, tensionN: 150 },
  });
  it('stays in view once it is read, and goes on by hand', async () => {
    const of = job({ entries: [asked, skippedTimes, madeSafe(), deckOn, ...steps, moved] });
    const { becomes } = at('set', of);
    expect(now().getByText(/^Measure the tension. If it is outside/)).toBeTruthy();
    const { fetched } = serverThat(ok);
    let answers = (_: Response) => {};
    fetched.mockImplementationOnce(() => new Promise((answered) => (answers = answered)));
    await userEvent.click(now().getByRole('button', { name: 'Done without a reading' }));
    becomes({ ...of, entries: [...of.entries, reading] });
    await waitFor(() => expect(now().getByRole('button', { name: 'Continue' })).toBeTruthy());
    // The server answers after the line is on the ticket.
    await waitFor(() => expect(fetched).toHaveBeenCalled());
    await act(async () => {
      answers(Response.json(ok));
      await new Promise((passed) => setTimeout(passed, 100));
    });
    expect(now().getByText(/^Measure the tension. If it is outside/)).toBeTruthy();
    await userEvent.click(now().getByRole('button', { name: 'Continue' }));
    expect(now().queryByText(/^Measure the tension. If it is outside/)).toBeNull();
  });
});

describe('the question when it started', () => {
  it('is one, and its answer is written with what was asked before', async () => {
    const { sent } = serverThat(ok);
    const of = job({ entries: [asked, skippedTimes] });
    show(
      <OpenedLineProvider>
        <WithCheck of={of} />
      </OpenedLineProvider>,
    );
    expect(now().getByText('When did it start?')).toBeTruthy();
    expect(now().queryByRole('radio', { name: 'Not asked' })).toBeNull();
    await userEvent.click(now().getByRole('radio', { name: 'Customer does not know' }));
    await waitFor(() =>
      expect(sent[0]?.input).toMatchObject({ entry: { type: 'asked', body: { began: 'unknown', complaints: ['slow-weak'] } } }),
    );
  });
});

/** A stage with a traced check. */
function Traced({ of, stage, check, go }: { of: Job; stage: Stage; check: CheckId; go: (stage: Stage) => void }) {
  const commands = useJobCommands(of, go);
  const jobContext = useJobContext(of, [RIDER_DRIVE]);
  const list = jobContext.runList?.({ check, minutes: 1, why: 'cause' }) ?? null;
  const props = { job: of, at: stage, commands, jobContext, drives: [RIDER_DRIVE], unreadable: [], writable: true, mayChange: true };
  return <StageView {...props} list={list} />;
}

/** Intake with a question that tracing asks next. */
function WithCheck({ of }: { of: Job }) {
  const commands = useJobCommands(of, vi.fn());
  const jobContext = useJobContext(of, [RIDER_DRIVE]);
  const list = jobContext.runList?.({ check: 'began-part', minutes: 1, why: 'cause' as const }) ?? null;
  const props = {
    job: of,
    at: 'ask' as const,
    commands,
    jobContext,
    drives: [RIDER_DRIVE],
    unreadable: [],
    writable: true,
    mayChange: true,
  };
  return <StageView {...props} list={list} />;
}

describe('the line that a stage opens with', () => {
  const lineOf = (id: string, stage: Stage, state: 'done' | 'now' | 'later', kind: 'step' | 'test') => ({
    id,
    stage,
    state,
    work: kind === 'step' ? { kind, procedure: 'cable', step: id } : { kind },
    title: id,
    minutes: null,
    reason: '',
    required: true,
  });
  it('is its first open one', () => {
    const list = {
      lines: [lineOf('a', 'look', 'done', 'test'), lineOf('b', 'look', 'now', 'test'), lineOf('c', 'look', 'later', 'test')],
      now: null,
    };
    expect(lineNow(list, 'look')?.id).toBe('b');
    expect(lineNow(list, 'fit')).toBeNull();
  });
  it('is an earlier step of the procedure, where the stage’s own is a later one', () => {
    const list = { lines: [lineOf('cover off', 'fit', 'now', 'step'), lineOf('rollers', 'look', 'later', 'step')], now: null };
    expect(lineNow(list, 'look')?.id).toBe('cover off');
    // Closing the record does not wait for other lines.
    const record = { lines: [lineOf('cover off', 'fit', 'now', 'step'), lineOf('record', 'book', 'later', 'step')], now: null };
    expect(lineNow(record, 'book')?.id).toBe('record');
  });
});
