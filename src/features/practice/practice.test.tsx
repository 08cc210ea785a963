import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { vocabulary } from '@/core/fault';
import { codeText, drawMachine, MODELS, moveProblem, newRound, nextByTracing, playOn, resultOf, type Played } from '@/core/practice';
import type { PracticeRound, PracticeSummary } from '@/db';
import { serverThat, show } from '@/ui/test-shell';
import { reviewRound, type ReviewRequest } from '@/workers/practice-service';
import { answerTrace, type TraceRequest } from '@/workers/trace-service';
import { practiceDrive } from './drives';
import { PracticeScreen } from './practice-screen';
import { RoundScreen } from './round-screen';

vi.mock('next/navigation', async () => (await import('../test-features')).navigation);
vi.mock('../shell/shell-context', () => ({ useMayChange: () => true, useShell: () => ({ role: 'viewer', name: 'Wren' }) }));
const went = vi.hoisted(() => ({ to: [] as string[] }));
vi.mock('../shell/go', () => ({ useGo: () => (href: string) => went.to.push(href) }));
vi.mock('./actions', () => ({ readRound: async () => ({ ok: false, problem: 'not asked here' }) }));
vi.mock('../trace/actions', () => ({ readShopBase: async () => ({ ok: true, value: { confirmed: [], corrections: [] } }) }));
vi.mock('@/ui/solver', () => ({
  usePose: () => ({ answer: null, pending: false }),
  useFacts: (request: unknown) => ({ answer: request === null ? null : [], pending: false }),
  useTrace: (request: TraceRequest | null) => ({ answer: request && answerTrace(request), pending: false, failed: false, again: vi.fn() }),
  useWhatIf: () => ({ answer: null, pending: false }),
  useReview: (request: ReviewRequest) => ({ answer: reviewRound(request), pending: false, failed: false, again: vi.fn() }),
}));
vi.mock('@/ui/plate/plate', () => ({ Plate: () => null }));

const words = vocabulary();
let ids = 0;
const aRound = (more: Partial<PracticeRound> = {}, seed = 4242): PracticeRound => ({
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
/** What tracing does on a machine until it is done. */
function byTracing({ machine }: PracticeRound): Played[] {
  const played: Played[] = [];
  let round = newRound(machine);
  while (!round.gone && played.length < 60) {
    const move = nextByTracing(words, round.now);
    expect(moveProblem(words, round, move)).toBeNull();
    played.push({ move, result: resultOf(words, machine, round, move) });
    round = playOn(words, round, played.at(-1)!);
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
  it('says that it is simulated, tells the complaint and no fault, and answers a check for its minutes', async () => {
    const { sent } = serverThat({ ok: true, value: null });
    const round = aRound();
    show(<RoundScreen round={round} />);
    expect(screen.getByText(/Simulated: practice, no job/)).toBeTruthy();
    expect(clock()).toBe('0 min');
    for (const fault of round.machine.faults) expect(screen.queryByText(words.causes.find((c) => c.id === fault)!.label)).toBeNull();
    expect(screen.queryByText('Likely causes')).toBeNull();
    const asked = screen.getByRole('region', { name: 'Ask and try' });
    await userEvent.click(within(asked).getByRole('button', { name: /^Started slowly/ }));
    await userEvent.click(within(asked).getByRole('button', { name: 'Check it, 0.5 min' }));
    expect(clock()).toBe('0.5 min');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ kind: 'practice.move', input: { id: round.id, at: 0, move: { look: 'began-slowly' } } });
    expect(screen.getByRole('complementary', { name: 'Ticket' }).textContent).toMatch(/started slowly/i);
  });
  it('goes on without a network, each move once and in order', async () => {
    serverThat(null);
    show(<RoundScreen round={aRound()} />);
    await lookAtTwo();
    expect(clock()).toBe('2 min');
    expect(screen.getAllByRole('button', { name: /^Check again/ }).length).toBeGreaterThan(0);
  });
  it('takes off all that a group needs in one press, each once, and puts it back', async () => {
    const { sent } = serverThat({ ok: true, value: null });
    show(<RoundScreen round={aRound()} />);
    await stage('Inspect');
    const group = () => screen.getByRole('region', { name: 'Belt covers off, Belt off' });
    await userEvent.click(within(group()).getByRole('button', { name: 'They are off' }));
    expect(clock()).toBe('17 min');
    await waitFor(() => expect(sent.map((s) => (s.input as { at: number }).at)).toEqual([0, 1]));
    await userEvent.click(within(group()).getByRole('button', { name: 'Back on' }));
    expect(clock()).toBe('17 min');
    expect(within(group()).getByRole('button', { name: 'They are off' })).toBeTruthy();
  });
  it('what the server refuses is taken back from the clock', async () => {
    serverThat({ ok: false, reason: 'refused', problem: 'This round has moved on elsewhere.' });
    show(<RoundScreen round={aRound()} />);
    await stage('Test');
    await userEvent.click(screen.getByRole('button', { name: 'Run it and watch' }));
    await waitFor(() => expect(screen.getByText('This round has moved on elsewhere.')).toBeTruthy());
    await waitFor(() => expect(clock()).toBe('0 min'));
  });
  it('what is refused once it had waited is taken back too, with what stands on it', async () => {
    const server = serverThat(null);
    show(<RoundScreen round={aRound()} />);
    await lookAtTwo();
    expect(clock()).toBe('2 min');
    server.answer({ ok: false, reason: 'refused', problem: 'This round has moved on elsewhere.' });
    window.dispatchEvent(new Event('online'));
    await waitFor(() => expect(clock()).toBe('0 min'));
  });
  it('mends what is found by its name, proves it, and is handed back once the complaint is gone', async () => {
    const { sent } = serverThat({ ok: true, value: null });
    const round = aRound();
    show(<RoundScreen round={round} />);
    await stage('Fit');
    expect(screen.getByText(/No check was bad yet/)).toBeTruthy();
    for (const fault of round.machine.faults) {
      const { label } = words.causes.find((c) => c.id === fault)!;
      await userEvent.clear(screen.getByLabelText('Find a repair'));
      await userEvent.type(screen.getByLabelText('Find a repair'), label.slice(0, 20));
      await userEvent.click(screen.getByRole('button', { name: `Repair: ${label}` }));
    }
    await userEvent.click(screen.getByRole('button', { name: 'Run the test' }));
    expect(screen.queryByRole('button', { name: 'Hand it back' })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Run it and watch' }));
    expect(screen.getByText(/The complaint did not show/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Hand it back' }));
    await waitFor(() =>
      expect(sent.map((s) => s.kind)).toEqual([...round.machine.faults.map(() => 'practice.move'), 'practice.move', 'practice.finish']),
    );
  });
  it('tells what tracing says only to whoever asks, and then it is written that they did', async () => {
    const { sent } = serverThat({ ok: true, value: null });
    const round = aRound();
    const view = show(<RoundScreen round={round} />);
    await userEvent.click(screen.getByRole('button', { name: 'What would tracing do?' }));
    await waitFor(() => expect(sent[0]).toMatchObject({ kind: 'practice.hint' }));
    view.unmount();
    show(<RoundScreen round={{ ...round, id: ++ids, helped: true }} />);
    await stage('Inspect');
    expect(screen.getByText('Likely causes')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'What would tracing do?' })).toBeNull();
  });
});

describe('a round that is over', () => {
  const over = { finishedAt: '2026-11-20T09:00:00Z', result: { minutes: 1, ownMinutes: 1, found: 1, needless: 0, leftIn: 0 } };
  it('tells what was wrong, and finds nothing better than tracing’s own moves', () => {
    const round = aRound(over);
    show(<RoundScreen round={{ ...round, played: byTracing(round) }} />);
    expect(screen.getByText(/^Handed back after/)).toBeTruthy();
    expect(screen.getByText(/Faults:/).textContent).toContain(
      words.causes.find((c) => c.id === round.machine.faults[0])!.label.toLowerCase(),
    );
    expect(screen.queryByText(/^Better was/)).toBeNull();
    expect(screen.getByRole('button', { name: 'Try this machine again' })).toBeTruthy();
  });
  it('is shared by its address, or by its code where nothing can be copied', async () => {
    const round = aRound(over);
    const user = userEvent.setup();
    show(<RoundScreen round={round} />);
    await user.click(screen.getByRole('button', { name: 'Share this machine' }));
    expect(await screen.findByText(/The address is copied/)).toBeTruthy();
    expect(await navigator.clipboard.readText()).toContain(`/practice?code=${encodeURIComponent(round.code)}`);
    vi.spyOn(navigator.clipboard, 'writeText').mockRejectedValueOnce(new Error('not allowed'));
    await user.click(screen.getByRole('button', { name: 'Share this machine' }));
    expect(await screen.findByText(new RegExp(`The code is ${round.code}`))).toBeTruthy();
  });
  it('shows beside a worse move what was better, and why', () => {
    const round = aRound(over);
    show(<RoundScreen round={{ ...round, played: [{ move: { prove: true }, result: 'still' }] }} />);
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
  it('a machine that somebody sent stands ready', async () => {
    const { sent } = serverThat({ ok: true, value: { id: 78 } });
    show(<PracticeScreen rounds={[]} code="OR 4AC 6CA" />);
    await userEvent.click(screen.getByRole('button', { name: 'Practise on it' }));
    await waitFor(() => expect(sent[0]).toMatchObject({ input: { code: 'OR 4AC 6CA' } }));
  });
  it('without a network says so, and goes nowhere', async () => {
    serverThat(null);
    went.to.length = 0;
    show(<PracticeScreen rounds={[]} />);
    await userEvent.click(screen.getByRole('button', { name: 'Any machine' }));
    await waitFor(() => expect(screen.getByRole('alert').textContent).toMatch(/not saved and not queued/));
    expect(went.to).toEqual([]);
  });
  it('tells whether it gets better, by rounds that were one’s own', () => {
    // The latest first: 60 min of late, 150 of early, beside 50; one helped, one given up.
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
