import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Drive } from '@/core/drive';
import { NOTHING_ASKED, STAGES, cautionsFor, type Stage } from '@/core/job';
import { BOOKED_BELT, FINDING, PROVED } from '@/core/job/test-job';
import { USUAL_LIMITS, type Facts } from '@/core/machine';
import { oncePer } from '@/ui/test-memo';
import { serverThat, show } from '@/ui/test-shell';
import { solverService, type MatchRequest } from '@/services/solver';
import type { EntryRequest } from '@/services/entry-angles';
import type { TensionRequest } from '@/services/tension';
import type { TraceAnswer, TraceRequest } from '@/services/trace';
import { useJobCommands } from './job-commands';
import { STAGE_MODULES } from './stages/registry';
import { useJobContext } from './use-job-context';
import { RIDER_DRIVE } from '../test-records';
import { aJob, madeSafe, ticketLine } from './test-job';
import type { Job, TicketEntry } from '@/contract/records';

vi.mock('next/navigation', async () => (await import('../test-features')).navigation);
vi.mock('../shell/shell-context', () => ({ useMayChange: () => true, useShell: () => ({ role: role.now }) }));
vi.mock('../queries/ask', async () =>
  (await import('../test-features')).queriesThat({
    'parts.choose': () => [{ id: 5, label: 'Flat idler 82', detail: '3 in stock' }],
    'faults.of-shop': () => ({ confirmed: [], corrections: [] }),
    'tension.past': () => ({ readings: [], epochs: [] }),
  }),
);
vi.mock('@/client/solver', () => ({
  useTrace: (request: TraceRequest | null) => ({
    answer: request && !tracing.late ? (tracing.says ?? traceOf(request)) : null,
    pending: tracing.late,
    failed: false,
    again: vi.fn(),
  }),
  useWhatIf: () => ({ answer: null, pending: false }),
  useFacts: () => ({ answer: null, pending: false, failed: false, again: vi.fn() }),
  usePose: () => ({ answer: null, pending: false }),
  useMatch: (request: MatchRequest) => {
    matched.last = request;
    return { answer: null, pending: false };
  },
  useTension: (request: TensionRequest) => ({
    answer: tensionOf(request),
    of: request,
    pending: false,
    failed: false,
    again: vi.fn(),
  }),
  askTension: (request: TensionRequest) => Promise.resolve(tensionOf(request)),
  useEntries: (request: EntryRequest | null) => ({ answer: request && solverService.entries(request), pending: false }),
  askEntries: (request: EntryRequest) => Promise.resolve(solverService.entries(request)),
}));
vi.mock('@/ui/plate/plate', () => ({ Plate: () => null }));

const tensionOf = oncePer(solverService.tension);
const traceOf = oncePer(solverService.trace);
/** True while an answer is pending, and the answer if it does not come from the engine. */
const tracing = vi.hoisted(() => ({ late: false, says: null as TraceAnswer | null }));
const matched = vi.hoisted(() => ({ last: null as MatchRequest | null }));
const role = vi.hoisted(() => ({ now: 'owner' as string }));
const known = (values: Record<string, string>): Facts =>
  Object.fromEntries(Object.entries(values).map(([id, value]) => [id, { value, by: 'Ines', at: '2026-10-17T08:00:00Z' }]));
const RIDER = known({ power: 'petrol', turn: 'cw', spins: 'blade', class: 'ride-on' });
/** No two tests share a job, so that stored drafts of one are nothing to the next. */
let numbers = 1;
const job = (more: Partial<Job> = {}): Job =>
  aJob({
    number: numbers++,
    facts: { machine: RIDER, drive: known({ engage: 'lever-cable', 'deck-on-reach': 'yes' }) },
    ...more,
  });
const line = ticketLine;
const timed = (seconds: number) => line('prove', 'timed', { what: 'stop', seconds, when: 'proved', limitS: 5, how: 'typed' });

function At({ of, stage, writable }: { of: Job; stage: Stage; writable: boolean }) {
  const { Panel } = STAGE_MODULES[stage];
  const commands = useJobCommands(of, went);
  const jobContext = useJobContext(of, [RIDER_DRIVE]);
  return <Panel {...{ job: of, at: stage, commands, jobContext, drives: [RIDER_DRIVE], unreadable: [], writable, mayChange: writable }} />;
}
const went = vi.fn();
const at = (stage: Stage, of: Job, { owner, writable = true }: { owner?: number; writable?: boolean } = {}) =>
  show(<At of={of} stage={stage} writable={writable} />, owner === undefined ? {} : { owner });
const now = () => screen.getByRole('region', { name: 'Now' });
const press = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));
const choose = (name: string | RegExp) => userEvent.click(screen.getByRole('radio', { name }));
const ok = { ok: true, value: { entryId: 90 } };
/** Sent entries of one type. Commands of an earlier test may arrive in between. */
const entries = (sent: readonly { readonly kind: string; readonly input: unknown }[], ...of: readonly string[]) =>
  sent
    .filter((s) => s.kind === 'job.write')
    .map((s) => (s.input as { entry: { type: string; body: Record<string, unknown> } }).entry)
    .filter((e) => of.includes(e.type));

describe('every stage', () => {
  it.each(STAGES.map((s) => [s]))('%s is readable without write access, and offers no changes', (stage) => {
    at(stage, job(), { writable: false });
    expect(screen.getAllByRole('heading').length).toBeGreaterThan(0);
    expect(screen.queryByRole('button', { name: / is done$/ })).toBeNull();
    expect(screen.queryByLabelText(/^Note/)).toBeNull();
  });
  it.each(STAGES.filter((s) => s !== 'book' && s !== 'prove').map((s) => [s]))('%s can be passed over, with a reason', async (stage) => {
    const { sent } = serverThat(ok);
    at(stage, job());
    await press(/^Note, skip or hold/);
    await press('Skip stage…');
    await userEvent.type(screen.getByLabelText(/^Reason for skipping the rest of /), 'Seen last week');
    await press('Skip stage');
    await waitFor(() => expect(entries(sent, 'stage')[0]).toEqual({ type: 'stage', body: { state: 'skipped', why: 'Seen last week' } }));
  });
});

describe('Ask', () => {
  const isChosen = (name: string) => screen.getByRole('button', { name }).getAttribute('aria-pressed') === 'true';
  it('starts with the complaint chosen where the words of the job name only one', () => {
    at('ask', job({ title: 'Squeals' }));
    expect(isChosen('Squeals or chirps')).toBe(true);
  });
  it('leaves the choice open where the words name several, or none', () => {
    at('ask', job({ title: 'Smokes and squeals' }));
    expect(['Squeals or chirps', 'Smokes or smells'].map(isChosen)).toEqual([false, false]);
  });
  it('never changes a complaint that was saved', async () => {
    at('ask', job({ number: 9101, title: 'Squeals', entries: [line('ask', 'asked', { ...NOTHING_ASKED, complaints: ['smokes'] })] }));
    await press(/^Complaint and history/);
    expect(isChosen('Smokes or smells')).toBe(true);
    expect(isChosen('Squeals or chirps')).toBe(false);
  });
  it('offers what the customer’s words name, and writes what was chosen and typed', async () => {
    const { sent } = serverThat(ok);
    at('ask', job({ title: 'Season check' }));
    await userEvent.type(screen.getByLabelText('In the customer’s words'), 'It smokes and slips ');
    expect(screen.getByRole('button', { name: 'Smokes or smells' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Jumps out of engagement' })).toBeNull();
    await press('Smokes or smells');
    await press(/^History/);
    await choose('Slowly');
    await press('Save complaint');
    await waitFor(() =>
      expect(entries(sent, 'asked')[0]).toMatchObject({
        type: 'asked',
        body: { words: 'It smokes and slips ', complaints: ['smokes'], began: 'slowly' },
      }),
    );
  });
  it('keeps the input while another stage is open', async () => {
    const of = job();
    const first = at('ask', of);
    await userEvent.type(screen.getByLabelText('In the customer’s words'), 'Squeals, since the');
    first.unmount();
    at('ask', of, { owner: first.owner });
    expect((screen.getByLabelText('In the customer’s words') as HTMLInputElement).value).toBe('Squeals, since the');
  });
  it('times nothing of a machine that arrived dismantled', () => {
    const asked = (arrives: 'whole' | 'apart') => job({ entries: [line('ask', 'asked', { ...NOTHING_ASKED, arrives })] });
    const whole = at('ask', asked('whole'));
    expect(within(now()).getByRole('group', { name: 'Before it runs' })).toBeTruthy();
    whole.unmount();
    at('ask', asked('apart'));
    expect(screen.queryByRole('group', { name: 'Before it runs' })).toBeNull();
    expect(within(now()).getByText('Next: Make the machine safe')).toBeTruthy();
  });
  it('confirms the list of a powered test again in one tap where nothing was changed since', async () => {
    const ran = line('ask', 'running', {
      cautions: cautionsFor('running', RIDER, { kind: 'deck-lever' }).map(({ id, words }) => ({ id, words, at: new Date().toISOString() })),
    });
    const safe = line('secure', 'secured', { list: 'after-run', cautions: [] });
    const asked = line('ask', 'asked', { ...NOTHING_ASKED, complaints: ['runs-on'] });
    const { sent } = serverThat(ok);
    const first = at('ask', job({ entries: [asked, ran, safe] }));
    await userEvent.click(within(now()).getByRole('button', { name: 'Confirm all lines again' }));
    await waitFor(() => expect((entries(sent, 'running')[0]!.body['cautions'] as unknown[]).length).toBeGreaterThan(3));
    first.unmount();
    at('ask', job({ entries: [asked, ran, safe, line('set', 'changed', { change: 'clamped' })] }));
    expect(screen.queryByRole('button', { name: 'Confirm all lines again' })).toBeNull();
  });
});

describe('Secure', () => {
  it('requests missing facts once, and lists the lines for this machine', async () => {
    at('secure', job({ facts: { machine: {}, drive: {} } }));
    expect(within(screen.getByRole('region', { name: 'Facts of this machine' })).getAllByRole('radiogroup')).toHaveLength(3);
    expect(screen.getByRole('group', { name: 'Made safe' })).toBeTruthy();
  });
  it('shows the direction for turning by hand in large type', () => {
    at('secure', job());
    expect(screen.getByText(/clockwise only/)).toBeTruthy();
    expect(screen.queryByRole('region', { name: 'Facts of this machine' })).toBeNull();
  });
  it('after a run one tap makes it safe again, and no list is asked for', async () => {
    const { sent } = serverThat(ok);
    const secured = line('secure', 'secured', {
      list: 'full',
      cautions: cautionsFor('full', RIDER).map(({ id, words }) => ({ id, words, at: new Date().toISOString() })),
    });
    at('secure', job({ entries: [secured, line('prove', 'running', { cautions: [] })] }));
    expect(screen.queryByRole('group', { name: 'Made safe' })).toBeNull();
    await press('Stopped, lead off, PTO off');
    await waitFor(() => expect(entries(sent, 'secured')[0]).toMatchObject({ type: 'secured', body: { list: 'after-run' } }));
  });
  it('after a run of a machine that was never made safe the whole list comes, with one line more', async () => {
    at('secure', job({ entries: [line('ask', 'running', { cautions: [] })] }));
    expect(screen.queryByRole('button', { name: 'Stopped, lead off, PTO off' })).toBeNull();
    const list = within(screen.getByRole('group', { name: 'Made safe' }));
    expect(list.getAllByRole('checkbox')).toHaveLength(cautionsFor('full', RIDER, { kind: 'deck-lever' }).length + 1);
    expect(list.getByRole('checkbox', { name: /Wait until all parts have stopped/ })).toBeTruthy();
  });
});

describe('Inspect', () => {
  it('what comes off is counted once for all checks that need it, and remembered as off', async () => {
    const { sent } = serverThat(ok);
    at('look', job());
    await press(/^Every check/);
    const [off] = screen.getAllByRole('button', { name: /^(They are|It is) off$/ });
    await userEvent.click(off!);
    await waitFor(() => expect(entries(sent, 'setup')[0]).toMatchObject({ type: 'setup', body: { up: true } }));
  });
  describe('the order of the walk', () => {
    const asked = line('ask', 'asked', { ...NOTHING_ASKED, complaints: ['slow-weak'] });
    /** As if one check saved most. */
    const best = (check: string) =>
      (tracing.says = { trace: { status: 'ok', causes: [], stop: null, open: [], next: [{ check, bits: 1, minutes: 1, score: 2 }] } });
    const first = () => document.querySelector('section li [aria-expanded]')?.textContent;
    const offered = () => screen.queryAllByRole('button', { name: /^(They are|It is) off$/ }).length;
    afterEach(() => {
      tracing.late = false;
      tracing.says = null;
      vi.useRealTimers();
    });
    it('is ready before anything can be pressed, and stays in place after later answers', async () => {
      const of = job({ entries: [asked] });
      tracing.late = true;
      const { again } = at('look', of);
      await press(/^Every check/);
      expect(screen.getByLabelText('Sorting the checks')).toBeTruthy();
      expect(offered()).toBe(0);
      tracing.late = false;
      best('adjuster-place');
      again(<At of={of} stage="look" writable />);
      await waitFor(() => expect(first()).toMatch(/^Adjuster/));
      best('arm-travel');
      again(<At of={of} stage="look" writable />);
      expect(first()).toMatch(/^Adjuster/);
    });
    it('does not block: without an answer the checks appear', async () => {
      vi.useFakeTimers();
      tracing.late = true;
      at('look', job({ entries: [asked] }));
      fireEvent.click(screen.getByRole('button', { name: /^Every check/ }));
      expect(offered()).toBe(0);
      await act(() => vi.advanceTimersByTimeAsync(5_100));
      expect(offered()).toBeGreaterThan(0);
    });
  });
  it('shows a finding next to its check, with its picture', () => {
    const found = line('look', 'finding', { ...FINDING, check: 'idler-tip', part: { id: 'arm-idler', label: 'Tension idler' } });
    const picture = line('look', 'picture', { documentId: 12, shows: 'Tension idler: push and tip', about: 'finding idler-tip arm-idler' });
    at('look', job({ entries: [found, picture] }));
    return press(/^Every check/)
      .then(() => userEvent.click(screen.getByRole('button', { name: /push and tip/ })))
      .then(() => {
        expect(screen.getByRole('img', { name: 'Tension idler: push and tip' }).getAttribute('src')).toBe('/api/documents/12');
        expect((screen.getByLabelText('Repair') as HTMLInputElement).value).toBe('Replace the idler');
      });
  });
});

describe('Fit', () => {
  it('proposes the matching procedure first with its reason, and saves the chosen one', async () => {
    const { sent } = serverThat(ok);
    at('fit', job());
    const [first] = screen.getAllByRole('button', { name: /^Use procedure:/ });
    expect(first!.getAttribute('aria-label')).toBe('Use procedure: Deck belt, deck on');
    await userEvent.click(first!);
    await waitFor(() => expect(entries(sent, 'procedure')[0]).toMatchObject({ type: 'procedure', body: { procedure: 'deck-on' } }));
  });
  const stepDone = (step: string) =>
    line('look', 'step', { procedure: 'deck-on', step, words: step, outcome: 'done', why: '', readings: [], torque: '' });
  const worked = (more: TicketEntry[] = []) =>
    job({
      entries: [
        madeSafe(),
        line('fit', 'procedure', { procedure: 'deck-on', name: 'Deck belt, deck on', why: '' }),
        stepDone('photo-route'),
        stepDone('arm-first'),
        ...more,
      ],
    });
  it('opens with the step that comes first in the procedure, also one of Inspect', () => {
    at('fit', job({ entries: [madeSafe(), line('fit', 'procedure', { procedure: 'deck-on', name: 'Deck belt, deck on', why: '' })] }));
    expect(within(now()).getByText(/Inspect/)).toBeTruthy();
  });
  it('a finding that was replaced is on the ticket as a change, with its part', async () => {
    const { sent } = serverThat(ok);
    const bad = line('look', 'finding', { ...FINDING, answer: 'approved' });
    at('fit', job({ entries: [line('fit', 'skipped', { line: 'procedure', words: 'Choose', why: 'Short.' }), bad] }));
    await userEvent.click(within(now()).getByRole('button', { name: 'Replaced' }));
    await waitFor(() =>
      expect(entries(sent, 'changed')[0]).toEqual({
        type: 'changed',
        body: { change: 'replaced', found: { check: FINDING.check, part: FINDING.part }, on: null },
      }),
    );
  });
  it('a step done counts what came off with it; one skipped asks why', async () => {
    const { sent } = serverThat(ok);
    at('fit', worked());
    await userEvent.clear(screen.getByLabelText('Cover screws off, how many'));
    await userEvent.type(screen.getByLabelText('Cover screws off, how many'), '3');
    await press('Done');
    await waitFor(() =>
      expect(entries(sent, 'step', 'tally')).toMatchObject([
        { type: 'step', body: { step: 'covers-off', outcome: 'done' } },
        { type: 'tally', body: { item: 'Cover screws', count: 3, way: 'off' } },
        { type: 'tally', body: { item: 'Belt covers', count: 1, way: 'off' } },
      ]),
    );
  });
  it('what was entered at a step outlives that another page came between', async () => {
    const of = worked();
    const first = at('fit', of);
    await userEvent.clear(screen.getByLabelText('Cover screws off, how many'));
    await userEvent.type(screen.getByLabelText('Cover screws off, how many'), '7');
    first.unmount();
    at('fit', of, { owner: first.owner });
    expect((screen.getByLabelText('Cover screws off, how many') as HTMLInputElement).value).toBe('7');
  });
  it('shows the tool that did not reach last time', async () => {
    const facts = {
      machine: RIDER,
      drive: {
        ...known({ engage: 'lever-cable' }),
        'barred-tools': { value: ['Ratchet fouls the frame'], by: 'Bram', at: '2026-10-17T08:00:00Z' },
      },
    };
    at('fit', { ...worked(), facts });
    await press(/^Procedure/);
    expect(screen.getByText(/Last time: Ratchet fouls the frame/)).toBeTruthy();
  });
});

describe('Test', () => {
  const engaged = line('prove', 'timed', { what: 'engagement', seconds: 0.6, when: 'proved', limitS: null, how: 'typed' });
  it('saves the result of the run, and keeps the cycle count until then', async () => {
    const of = job({ entries: [engaged, timed(3)] });
    const { sent } = serverThat(ok);
    const first = at('prove', of);
    for (let i = 0; i < 3; i++) await press('Engage and release cycle');
    first.unmount();
    at('prove', of, { owner: first.owner });
    expect(screen.getByText('3 of 5')).toBeTruthy();
    for (let i = 0; i < 2; i++) await press('Engage and release cycle');
    await choose('Stays on');
    await choose('Seen on');
    await choose('In good order');
    await press('Save test result');
    await waitFor(() => expect(entries(sent, 'proved')[0]).toEqual({ type: 'proved', body: PROVED }));
  });
  it('asks after what was complained of, where something was; there still, the machine is not called sound', async () => {
    const { sent } = serverThat(ok);
    const of = job({ entries: [line('ask', 'asked', { ...NOTHING_ASKED, complaints: ['runs-on'] }), engaged, timed(3)] });
    const first = at('prove', of);
    expect(screen.getByText(/^Complaint: /)).toBeTruthy();
    await choose('Stays on');
    await choose('Still present');
    await choose('Seen on');
    await choose('In good order');
    await press('Save test result');
    await waitFor(() => expect(entries(sent, 'proved')[0]).toMatchObject({ body: { belt: 'stays', complaint: 'still' } }));
    first.unmount();
    at('book', { ...of, entries: [...of.entries, line('prove', 'proved', { ...PROVED, complaint: 'still' })] });
    expect(screen.queryByRole('radio', { name: /sound/i })).toBeNull();
  });
  it('is blocked while parts are off the machine, and names them', () => {
    at('prove', job({ entries: [line('fit', 'tally', { item: 'Hanger pins', count: 2, way: 'off' })] }));
    expect(within(now()).getByText(/^Still removed: 2 hanger pins/)).toBeTruthy();
    expect(screen.queryByRole('group', { name: 'Before it runs' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Save test result' })).toBeNull();
  });
  it('reports a stop time over the limit of the shop unchanged', () => {
    const limits = { ...USUAL_LIMITS, stop: { ...USUAL_LIMITS.stop, 'ride-on': 3 } };
    at('prove', job({ limits, entries: [line('prove', 'proved', PROVED), timed(4)] }));
    expect(screen.getByText(/Do not hand back this machine/)).toBeTruthy();
  });
});

describe('Set', () => {
  it('a reading goes on the ticket with the tension it meant, and stands with those that are there', async () => {
    const { sent } = serverThat(ok);
    const body = { belt: 'blade', state: 'engaged', method: 'spring-length', at: 'engage', where: 'Engagement spring', value: 203.1 };
    const there = line('set', 'reading', {
      ...body,
      deflectionMm: null,
      belts: null,
      placeIn: null,
      without: [],
      tensionN: 190,
      sdN: 14,
      clamped: false,
    });
    at('set', job({ entries: [there] }));
    await press(/^Tension and settings/);
    await press(/^Readings/);
    await press(/^Take a reading/);
    expect(within(screen.getByRole('region', { name: 'Readings' })).getByText(/^Spring length, Engagement spring/)).toBeTruthy();
    await press('Save reading');
    expect(screen.getByText('Enter the reading first.')).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Tap frequency, Hz'), '54');
    await userEvent.click(screen.getByRole('checkbox', { name: 'Measured with everything tight' }));
    await press('Save reading');
    await waitFor(() =>
      expect(entries(sent, 'reading')[0]).toMatchObject({
        type: 'reading',
        body: { belt: 'blade', method: 'tap', at: 'spindle>crank', value: 54, deflectionMm: null, clamped: true },
      }),
    );
  });
  it('gaps to a straight edge become an alignment on the ticket, with what each span enters by', async () => {
    const { sent } = serverThat(ok);
    at('set', job());
    await press(/^Alignment/);
    await press('Save alignment');
    expect(screen.getByText('Measure the gap at the near and at the far rim first.')).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Near rim'), '0');
    await userEvent.type(screen.getByLabelText('Far rim'), '3');
    expect(await screen.findByText(/its far rim back/)).toBeTruthy();
    expect(screen.getByText(/Over its limit of 0\.5°/)).toBeTruthy();
    await press('Save alignment');
    await waitFor(() => expect(entries(sent, 'alignment')).toHaveLength(1));
    const { body } = entries(sent, 'alignment')[0]!;
    expect(body).toMatchObject({
      reference: { id: 'crank' },
      gaps: { near: 0, far: 3, above: null, below: null },
      offsetMm: 1.5,
      when: 'found',
    });
    expect(body['worstDeg']).toBeGreaterThan(0.5);
  });
  it('saves a load and the manual’s target', async () => {
    const { sent } = serverThat(ok);
    at('set', job());
    await press(/^Tension and settings/);
    await press(/^Signs, loads/);
    await press(/^Load assumptions/);
    await userEvent.type(screen.getByLabelText('Target from the manual, per belt'), '210');
    await choose('By its blades');
    await press('Use these loads');
    await waitFor(() => expect(entries(sent, 'tension-basis')).toHaveLength(1));
    expect(entries(sent, 'tension-basis')[0]!.body).toMatchObject({
      ownTargetN: 210,
      loads: [{ id: 'spindle', guess: { by: 'blades', blades: 1 } }],
    });
  });
  it('saves the gap at a belt keeper', async () => {
    const { sent } = serverThat(ok);
    at('set', job());
    await press(/^Keepers, belt stops and latch/);
    await userEvent.type(screen.getByLabelText('Gap to the belt'), '3');
    await press('Save gap');
    await waitFor(() => expect(entries(sent, 'clearance')[0]!.body).toMatchObject({ what: 'keeper', mm: 3, lever: 'engaged' }));
  });
  it('moves the adjuster as advised in one tap, and keeps the earlier reading separate', async () => {
    const read = {
      belt: 'blade',
      state: 'engaged',
      method: 'tap',
      at: 'spindle>crank',
      where: 'Long span',
      value: 45,
      deflectionMm: null,
      belts: null,
      placeIn: null,
      without: [],
      tensionN: 60,
      sdN: 6,
      clamped: false,
    };
    const { sent } = serverThat(ok);
    const of = job({ entries: [line('set', 'reading', read)] });
    const first = at('set', of);
    await press(/^Tension and settings/);
    await press(/^Moved to /);
    await waitFor(() => expect(entries(sent, 'changed')[0]!.body).toMatchObject({ change: 'adjusted', adjuster: { id: 'cable' } }));
    first.unmount();
    const { body } = entries(sent, 'changed')[0]!;
    at('set', { ...of, entries: [...of.entries, line('set', 'changed', body)] });
    expect(within(now()).getByText('Measure the tension again')).toBeTruthy();
    expect(within(screen.getByRole('region', { name: 'Advice' })).getByText('As found')).toBeTruthy();
    // The reading before the change is not combined with anything.
    expect(screen.queryByRole('button', { name: /^Readings/ })).toBeNull();
  });
  it('needs a reason if a decision differs from the recommendation', async () => {
    const { sent } = serverThat(ok);
    at(
      'set',
      job({ entries: [timed(3), line('ask', 'timed', { what: 'engagement', seconds: 0.5, when: 'found', limitS: null, how: 'typed' })] }),
    );
    await press(/^Tension and settings/);
    await press(/^Leave, adjust or replace/);
    await choose('Replace the belt');
    await press('Save decision');
    expect(screen.getByText(/Enter a reason for the ticket/)).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Reason'), 'Cracked under the cover.');
    await press('Save decision');
    await waitFor(() =>
      expect(entries(sent, 'tension-decided')[0]!.body).toMatchObject({ act: 'replace', advised: 'leave', savedCents: null }),
    );
  });
  it('uses the loads of a job in Match, and saves them with the drive', async () => {
    const load = { id: 'spindle', label: 'Blade spindle', guess: null };
    const basis = (kw: number) =>
      line('set', 'tension-basis', { belt: 'blade', loads: [{ ...load, kw }], ownTargetN: null, newBelt: false });
    const of = job({ entries: [basis(1), basis(2.75)] });
    const first = at('match', of);
    const spindle = () => matched.last!.drive.pulleys.find((p) => p.id === 'spindle')!;
    expect(spindle().powerKw).toBe(2.75);
    first.unmount();
    const { sent } = serverThat({ ok: true, value: { id: 1, version: 2 } });
    at('set', of);
    await press(/^Tension and settings/);
    await press(/^Signs, loads/);
    await press(/^Load assumptions/);
    await press('Save these loads with the drive');
    await waitFor(() => expect(sent.filter((s) => s.kind === 'drive.save')).toHaveLength(1));
    const { version, document } = sent.find((s) => s.kind === 'drive.save')!.input as { version: number; document: Drive };
    expect(version).toBe(RIDER_DRIVE.version);
    expect(document.pulleys.find((p) => p.id === 'spindle')!.powerKw).toBe(2.75);
    expect(document).toEqual({ ...RIDER_DRIVE.document, pulleys: document.pulleys });
  });
  it('reports a tension by feel before the stage is done', async () => {
    const felt = {
      belt: 'blade',
      state: 'engaged',
      method: 'twist',
      at: 'spindle>crank',
      where: 'Long span',
      value: 30,
      deflectionMm: null,
      belts: null,
    };
    at('set', job({ entries: [line('set', 'reading', { ...felt, placeIn: null, without: [], tensionN: 190, sdN: 70, clamped: false })] }));
    await press(/^Tension and settings/);
    await press(/^Readings/);
    expect(screen.getByText(/Measured by feel only/)).toBeTruthy();
  });
  it('the belt that was booked is the one that is judged, a substitute too', async () => {
    const booked = line('match', 'belt-booked', { ...BOOKED_BELT, outsideMm: 1195, pieces: 1 });
    const own = at('set', job());
    await press(/^Tension and settings/);
    const before = screen.getByRole('img', { name: /^Static tension/ }).getAttribute('aria-label');
    own.unmount();
    at('set', job({ entries: [booked] }));
    expect(within(now()).getByText('Set the tension')).toBeTruthy();
    expect(screen.getByRole('img', { name: /^Static tension/ }).getAttribute('aria-label')).not.toBe(before);
  });
});

describe('Book', () => {
  const proved = [line('prove', 'proved', PROVED), timed(3)];
  it('closes a tested job as fit to use, with the closing line and the follow-up', async () => {
    const { sent } = serverThat(ok);
    at('book', job({ entries: proved }));
    expect(screen.getByRole('radio', { name: 'Fit to use' }).getAttribute('aria-checked')).toBe('true');
    // The proposed line is replaced by typing.
    expect((screen.getByLabelText('Closing line for the customer') as HTMLTextAreaElement).value).toBe('In the test run it stops in 3 s.');
    await userEvent.clear(screen.getByLabelText('Closing line for the customer'));
    expect((screen.getByRole('button', { name: /^Close job/ }) as HTMLButtonElement).disabled).toBe(true);
    await userEvent.type(screen.getByLabelText('Closing line for the customer'), 'New belt.');
    await userEvent.type(screen.getByLabelText('Notes for the follow-up'), 'Bring the bagger.');
    await press('Keepers');
    // Sample finding without a time.
    expect(screen.getByText('Enter when to check again, or delete what to check.')).toBeTruthy();
    expect((screen.getByRole('button', { name: /^Close job/ }) as HTMLButtonElement).disabled).toBe(true);
    await press('After the first day');
    await press('Tension');
    await press(/^Close job/);
    await waitFor(() =>
      expect(entries(sent, 'closing')[0]).toEqual({
        type: 'closing',
        body: {
          text: 'New belt.',
          ending: 'sound',
          why: '',
          look: { after: ['first-day'], at: ['tension', 'keepers'] },
          next: 'Bring the bagger.',
        },
      }),
    );
  });
  it('closes an untested job only as not fit to use: by an owner, with a reason', async () => {
    role.now = 'technician';
    const first = at('book', job());
    await userEvent.type(screen.getByLabelText('Closing line for the customer'), 'Fetched early.');
    expect((screen.getByRole('button', { name: /^Close job/ }) as HTMLButtonElement).disabled).toBe(true);
    first.unmount();
    role.now = 'owner';
    const { sent } = serverThat(ok);
    at('book', job());
    await userEvent.type(screen.getByLabelText('Closing line for the customer'), 'Fetched early.');
    expect((screen.getByRole('button', { name: /^Close job/ }) as HTMLButtonElement).disabled).toBe(true);
    await userEvent.type(screen.getByLabelText(/^Reason for returning the machine/), 'The boat leaves.');
    await press(/^Close job/);
    await waitFor(() =>
      expect(entries(sent, 'closing')[0]).toMatchObject({ type: 'closing', body: { ending: 'unfit', why: 'The boat leaves.' } }),
    );
  });
  it('adds belts, parts and approved repairs, without declined and struck-out ones', () => {
    const fitted = { partId: 3, name: 'Flat idler', number: '', bin: 'D1', quantity: 2, priceCents: 1000 };
    const lines = [
      ...proved,
      line('match', 'belt-booked', { ...BOOKED_BELT, pieces: 2, priceCents: 1480 }),
      line('fit', 'part-fitted', fitted),
      { ...line('fit', 'part-fitted', fitted), withdrawn: true },
      line('look', 'finding', { ...FINDING, answer: 'approved', priceCents: 550 }),
      line('look', 'finding', {
        ...FINDING,
        ref: '0f3b2f6e-5d3c-4f57-9d0a-6a1f0d1f7c12',
        check: 'idler-spin',
        answer: 'declined',
        priceCents: 9900,
      }),
    ];
    at('book', job({ entries: lines }));
    expect(within(screen.getByRole('region', { name: 'Decisions and total' })).getByText('€55.10')).toBeTruthy();
  });
  it('a part is found on the shelf and taken from it for the job', async () => {
    const { sent } = serverThat(ok);
    const of = job({ entries: proved });
    at('book', of);
    await press(/^Parts used/);
    await userEvent.type(screen.getByRole('combobox', { name: 'Part' }), 'flat');
    await userEvent.click(await screen.findByRole('option', { name: /Flat idler 82/ }));
    await userEvent.clear(screen.getByLabelText('How many'));
    await userEvent.type(screen.getByLabelText('How many'), '0');
    expect((screen.getByRole('button', { name: 'Take from stock' }) as HTMLButtonElement).disabled).toBe(true);
    await userEvent.clear(screen.getByLabelText('How many'));
    await userEvent.type(screen.getByLabelText('How many'), '2');
    await press('Take from stock');
    await waitFor(() =>
      expect(sent[0]).toMatchObject({ kind: 'job.fit-part', input: { number: of.number, stage: 'book', partId: 5, quantity: 2 } }),
    );
  });
});
