import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { vocabulary } from '@/core/fault';
import {
  codeText,
  drawMachine,
  MODELS,
  moveProblem,
  newPracticeSession,
  nextByTracing,
  playOn,
  resultOf,
  type Played,
} from '@/core/practice';
import { serverThat, show } from '@/ui/test-shell';
import { reviewPracticeSession, type ReviewRequest } from '@/services/practice-review';
import { answerTrace, type TraceRequest } from '@/services/trace';
import { practiceDrive } from './drives';
import { PracticeScreen } from './practice-screen';
import { SessionScreen } from './session-screen';
import type { PracticeSummary, StoredPracticeSession } from '@/contract/records';

vi.mock('next/navigation', async () => (await import('../test-features')).navigation);
vi.mock('../shell/shell-context', () => ({ useMayChange: () => true, useShell: () => ({ role: 'viewer', name: 'Wren' }) }));
const went = vi.hoisted(() => ({ to: [] as string[] }));
vi.mock('../shell/go', () => ({ useGo: () => (href: string) => went.to.push(href) }));
vi.mock('../queries/ask', async () =>
  (await import('../test-features')).queriesThat({ 'faults.of-shop': () => ({ confirmed: [], corrections: [] }) }),
);
vi.mock('@/client/solver', () => ({
  usePose: () => ({ answer: null, pending: false }),
  useFacts: (request: unknown) => ({ answer: request === null ? null : [], pending: false }),
  useTrace: (request: TraceRequest | null) => ({ answer: request && answerTrace(request), pending: false, failed: false, again: vi.fn() }),
  useWhatIf: () => ({ answer: null, pending: false }),
  useReview: (request: ReviewRequest) => ({ answer: reviewPracticeSession(request), pending: false, failed: false, again: vi.fn() }),
}));
vi.mock('@/ui/plate/plate', () => ({ Plate: () => null }));

const words = vocabulary();
let ids = 0;
const aRound = (more: Partial<StoredPracticeSession> = {}, seed = 4242): StoredPracticeSession => ({
  id: ++ids,
  code: codeText({ machine: 'OR', seed }),
  machine: drawMachine(words, 'deck-lever', seed),
  played: [],
  helped: false,
  startedAt: '2026-11-20T08:00:00Z',
  finishedAt: null,
  result: null,
  ...more,
});
/** Moves of tracing on a machine until the end. */
function byTracing({ machine }: StoredPracticeSession): Played[] {
  const played: Played[] = [];
  let session = newPracticeSession(machine);
  while (!session.gone && played.length < 60) {
    const move = nextByTracing(words, session.now);
    expect(moveProblem(words, session, move)).toBeNull();
    played.push({ move, result: resultOf(words, machine, session, move) });
    session = playOn(words, session, played.at(-1)!);
  }
  return played;
}
const stage = (name: string) => userEvent.click(screen.getByRole('link', { name: new RegExp(`^${name}`) }));
const clock = () => screen.getByRole('status', { name: 'Shop minutes so far' }).textContent;

/** Two checks of a minute each. */
async function lookAtTwo() {
  await stage('Inspect');
  for (const check of [/^Sight the idler/, /^Slack when released/]) {
    await userEvent.click(screen.getByRole('button', { name: check }));
    await userEvent.click(screen.getByRole('button', { name: /^Check it/ }));
  }
}

describe('a round', () => {
  it('is marked as simulated, shows the complaint and no fault, and answers a check for its minutes', async () => {
    const { sent } = serverThat({ ok: true, value: null });
    const session = aRound();
    show(<SessionScreen session={session} />);
    expect(screen.getByText(/Simulated: practice, not a job/)).toBeTruthy();
    expect(clock()).toBe('0 min');
    for (const fault of session.machine.faults) expect(screen.queryByText(words.causes.find((c) => c.id === fault)!.label)).toBeNull();
    expect(screen.queryByText('Likely causes')).toBeNull();
    const asked = screen.getByRole('region', { name: 'Ask and try' });
    await userEvent.click(within(asked).getByRole('button', { name: /^Started slowly/ }));
    await userEvent.click(within(asked).getByRole('button', { name: 'Check it, 0.5 min' }));
    expect(clock()).toBe('0.5 min');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ kind: 'practice.move', input: { id: session.id, at: 0, move: { look: 'began-slowly' } } });
    expect(screen.getByRole('complementary', { name: 'Ticket' }).textContent).toMatch(/started slowly/i);
  });
  it('goes on without a network, each move once and in order', async () => {
    serverThat(null);
    show(<SessionScreen session={aRound()} />);
    await lookAtTwo();
    expect(clock()).toBe('2 min');
    expect(screen.getAllByRole('button', { name: /^Check again/ }).length).toBeGreaterThan(0);
  });
  it('takes off all that a group needs in one press, each once, and puts it back', async () => {
    const { sent } = serverThat({ ok: true, value: null });
    show(<SessionScreen session={aRound()} />);
    await stage('Inspect');
    const group = () => screen.getByRole('region', { name: 'Belt covers off, Belt off' });
    await userEvent.click(within(group()).getByRole('button', { name: 'They are off' }));
    expect(clock()).toBe('17 min');
    await waitFor(() => expect(sent.map((s) => (s.input as { at: number }).at)).toEqual([0, 1]));
    await userEvent.click(within(group()).getByRole('button', { name: 'Back on' }));
    expect(clock()).toBe('17 min');
    expect(within(group()).getByRole('button', { name: 'They are off' })).toBeTruthy();
  });
  it('takes the minutes of a refused move back', async () => {
    serverThat({ ok: false, reason: 'refused', problem: 'This round has moved on elsewhere.' });
    show(<SessionScreen session={aRound()} />);
    await stage('Test');
    await userEvent.click(screen.getByRole('button', { name: 'Run test' }));
    await waitFor(() => expect(screen.getByText('This round has moved on elsewhere.')).toBeTruthy());
    await waitFor(() => expect(clock()).toBe('0 min'));
  });
  it('drops a queued move that was refused, with the moves after it', async () => {
    const server = serverThat(null);
    show(<SessionScreen session={aRound()} />);
    await lookAtTwo();
    expect(clock()).toBe('2 min');
    server.answer({ ok: false, reason: 'refused', problem: 'This round has moved on elsewhere.' });
    window.dispatchEvent(new Event('online'));
    await waitFor(() => expect(clock()).toBe('0 min'));
  });
  it('repairs a finding by its name, tests it, and hands back after the complaint is fixed', async () => {
    const { sent } = serverThat({ ok: true, value: null });
    const session = aRound();
    show(<SessionScreen session={session} />);
    await stage('Fit');
    expect(screen.getByText(/No check was bad yet/)).toBeTruthy();
    for (const fault of session.machine.faults) {
      const { label } = words.causes.find((c) => c.id === fault)!;
      await userEvent.clear(screen.getByLabelText('Find a repair'));
      await userEvent.type(screen.getByLabelText('Find a repair'), label.slice(0, 20));
      await userEvent.click(screen.getByRole('button', { name: `Repair: ${label}` }));
    }
    await userEvent.click(screen.getByRole('button', { name: 'Run the test' }));
    expect(screen.queryByRole('button', { name: 'Hand back machine' })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Run test' }));
    expect(screen.getByText(/The complaint did not show/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Hand back machine' }));
    await waitFor(() =>
      expect(sent.map((s) => s.kind)).toEqual([...session.machine.faults.map(() => 'practice.move'), 'practice.move', 'practice.finish']),
    );
  });
  it('shows the advice of tracing on request, and records that', async () => {
    const { sent } = serverThat({ ok: true, value: null });
    const session = aRound();
    const view = show(<SessionScreen session={session} />);
    await userEvent.click(screen.getByRole('button', { name: 'What would tracing do?' }));
    await waitFor(() => expect(sent[0]).toMatchObject({ kind: 'practice.hint' }));
    view.unmount();
    show(<SessionScreen session={{ ...session, id: ++ids, helped: true }} />);
    await stage('Inspect');
    expect(screen.getByText('Likely causes')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'What would tracing do?' })).toBeNull();
  });
});

describe('a round that is over', () => {
  const over = { finishedAt: '2026-11-20T09:00:00Z', result: { minutes: 1, ownMinutes: 1, found: 1, needless: 0, leftIn: 0 } };
  it('shows the faults, and finds nothing better than the moves of tracing', () => {
    const session = aRound(over);
    show(<SessionScreen session={{ ...session, played: byTracing(session) }} />);
    expect(screen.getByText(/^Handed back after/)).toBeTruthy();
    expect(screen.getByText(/Faults:/).textContent).toContain(
      words.causes.find((c) => c.id === session.machine.faults[0])!.label.toLowerCase(),
    );
    expect(screen.queryByText(/^Better was/)).toBeNull();
    expect(screen.getByRole('button', { name: 'Try this machine again' })).toBeTruthy();
  });
  it('is shared by its address, or by its code where nothing can be copied', async () => {
    const session = aRound(over);
    const user = userEvent.setup();
    show(<SessionScreen session={session} />);
    await user.click(screen.getByRole('button', { name: 'Share this machine' }));
    expect(await screen.findByText(/The address is copied/)).toBeTruthy();
    expect(await navigator.clipboard.readText()).toContain(`/practice?code=${encodeURIComponent(session.code)}`);
    vi.spyOn(navigator.clipboard, 'writeText').mockRejectedValueOnce(new Error('not allowed'));
    await user.click(screen.getByRole('button', { name: 'Share this machine' }));
    expect(await screen.findByText(new RegExp(`The code is ${session.code}`))).toBeTruthy();
  });
  it('shows a better move next to a worse one, with the reason', () => {
    const session = aRound(over);
    show(<SessionScreen session={{ ...session, played: [{ move: { prove: true }, result: 'still' }] }} />);
    expect(screen.getByText(/^Stopped after 6 min/)).toBeTruthy();
    expect(screen.getByText(/^Better: /)).toBeTruthy();
    expect(screen.getByText(/Nothing was repaired since the last run.*(shop minutes for each|% likely)/)).toBeTruthy();
    expect(screen.getByText('No fault was repaired.')).toBeTruthy();
  });
});

describe('the place', () => {
  const summary = (n: number, minutes: number, more: Partial<PracticeSummary> = {}): PracticeSummary => ({
    id: n,
    code: codeText({ machine: 'HS', seed: n }),
    helped: false,
    startedAt: '2026-11-20T08:00:00Z',
    finishedAt: '2026-11-20T09:00:00Z',
    result: { minutes, ownMinutes: 50, found: 1, needless: 1, leftIn: 1 },
    ...more,
  });
  it('has a drawn machine for every kind of drive', () => {
    for (const { letters } of MODELS) expect(practiceDrive(letters).pulleys.length).toBeGreaterThan(1);
    show(<PracticeScreen rounds={[]} />);
    for (const { name } of MODELS) expect(screen.getByRole('button', { name: new RegExp(`^${name}`) })).toBeTruthy();
    expect(screen.getByText(/No session is finished yet/)).toBeTruthy();
  });
  it('starts a new machine of the kind chosen, and the one that a code names', async () => {
    const { sent } = serverThat({ ok: true, value: { id: 77 } });
    show(<PracticeScreen rounds={[]} />);
    await userEvent.click(screen.getByRole('button', { name: /^Slipway chipper/ }));
    await waitFor(() => expect(went.to).toEqual(['/practice/77']));
    expect(sent[0]).toMatchObject({ kind: 'practice.start', input: { code: expect.stringMatching(/^SC \w{3} \w{3}$/) } });
    await userEvent.type(screen.getByLabelText('Its code'), 'or 4ac 6cb{enter}');
    expect(screen.getByText(/One character of this code is wrong/)).toBeTruthy();
    expect(sent).toHaveLength(1);
    await userEvent.clear(screen.getByLabelText('Its code'));
    await userEvent.type(screen.getByLabelText('Its code'), 'or 4ac 6ca{enter}');
    await waitFor(() => expect(sent).toHaveLength(2));
  });
  it('offers a machine that another person shared', async () => {
    const { sent } = serverThat({ ok: true, value: { id: 78 } });
    show(<PracticeScreen rounds={[]} code="OR 4AC 6CA" />);
    await userEvent.click(screen.getByRole('button', { name: 'Start practice' }));
    await waitFor(() => expect(sent[0]).toMatchObject({ input: { code: 'OR 4AC 6CA' } }));
  });
  it('reports a missing network, and stays', async () => {
    serverThat(null);
    went.to.length = 0;
    show(<PracticeScreen rounds={[]} />);
    await userEvent.click(screen.getByRole('button', { name: 'Any machine' }));
    await waitFor(() => expect(screen.getByRole('alert').textContent).toMatch(/not saved and not queued/));
    expect(went.to).toEqual([]);
  });
  it('shows the trend of sessions without help', () => {
    // Latest first: 60 min late, 150 early, compared with 50. One helped, one ended early.
    const rounds = [60, 60, 60, 150, 150, 150].map((m, i) => summary(20 - i, m));
    show(
      <PracticeScreen
        rounds={[
          summary(31, 500, { helped: true }),
          summary(30, 5, { result: { minutes: 5, ownMinutes: 50, found: 0, needless: 0, leftIn: 2 } }),
          ...rounds,
          summary(9, 0, { finishedAt: null, result: null }),
        ]}
      />,
    );
    expect(screen.getByText(/you take 1\.2 times the minutes of tracing\. In your first 3 sessions it was 3\.0 times/)).toBeTruthy();
    expect(within(screen.getByRole('region', { name: 'Under way' })).getAllByRole('link')).toHaveLength(1);
    expect(screen.getByText(/8 sessions: 7 of 16 faults repaired, 7 unnecessary repairs/)).toBeTruthy();
  });
});
