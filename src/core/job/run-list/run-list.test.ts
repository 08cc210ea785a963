import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoDrive } from '../../drive/sample-drives';
import type { CheckId } from '../../fault';
import { USUAL_LIMITS, type Facts } from '../../machine';
import {
  knownMachine,
  NOTHING_ASKED,
  openHolds,
  PARTS_LIST,
  partsListWords,
  PROCEDURES,
  runListInput,
  runListOf,
  stagesOf,
  STAGES,
  stepsOf,
  waitingAt,
  type NextCheck,
  type RecordLine,
  type RunList,
  type Stage,
} from '..';
import { BOOKED_BELT, FINDING, PROVED } from '../test-job';

const rider = demoDrive('orchard-rider');

let minute = 0;
const line = (stage: Stage, type: string, body: object, withdrawn = false): RecordLine => ({
  type,
  stage,
  body,
  withdrawn,
  at: new Date(Date.UTC(2026, 10, 26, 9, minute++)).toISOString(),
  by: 'Bram',
});
const known = (values: Record<string, string>): Facts =>
  Object.fromEntries(Object.entries(values).map(([fact, value]) => [fact, { value, by: 'Bram', at: '2026-11-26T09:00:00Z' }]));

interface Of {
  readonly drive?: typeof rider | null;
  readonly beltId?: string;
  readonly facts?: Facts;
  readonly next?: NextCheck | null;
  readonly closed?: boolean;
  readonly safe?: boolean | null;
}
const machineOf = ({ drive = rider, facts = {} }: Of) =>
  knownMachine({ drive, facts: { machine: facts, drive: {} }, limits: USUAL_LIMITS });
const listOf = (lines: readonly RecordLine[], of: Of = {}): RunList =>
  runListOf(
    runListInput(
      { lines, drive: of.drive === undefined ? rider : of.drive, beltId: of.beltId ?? 'blade', closed: of.closed ?? false },
      machineOf(of),
      {
        next: of.next ?? null,
        safe: of.safe ?? null,
      },
    ),
  );
const stateOf = (list: RunList, id: string) => list.lines.find((l) => l.id === id)?.state;

const ASKED = line('ask', 'asked', { ...NOTHING_ASKED, complaints: ['slow-weak'], words: 'Slips.' });
const timed = (what: 'engagement' | 'stop', seconds: number, when: 'found' | 'proved' = 'found') =>
  line(when === 'found' ? 'ask' : 'prove', 'timed', { what, seconds, when, limitS: null, how: 'stopwatch', sdS: null });
const secured = (of: Of = {}) =>
  line('secure', 'secured', {
    list: 'full',
    cautions: machineOf(of).cautions.map(({ id, words }) => ({ id, words, at: '2026-11-26T09:00:00Z' })),
  });
const chosen = (procedure: string) => line('fit', 'procedure', { procedure, name: procedure, why: '' });
const step = (procedure: string, id: string, outcome: 'done' | 'skipped' = 'done') =>
  line('look', 'step', { procedure, step: id, words: id, outcome, why: outcome === 'done' ? '' : 'No room.', readings: [], torque: '' });
const finding = (check: CheckId, result: 'good' | 'bad', part: { id: string; label: string } | null = null) =>
  line('look', 'finding', { ...FINDING, check, part, result, act: '', priceCents: null });
const moved = (to: number) =>
  line('set', 'changed', { change: 'adjusted', adjuster: { id: 'cable', label: 'Cable bracket' }, to, placeIn: 'length', turned: '' });
const push = (clamped = false) =>
  line('set', 'reading', {
    belt: 'blade',
    state: 'engaged',
    method: 'deflection',
    at: 'crank>spindle',
    where: 'Engine to blade',
    value: 6,
    deflectionMm: 5,
    belts: null,
    placeIn: null,
    without: [],
    tensionN: 180,
    sdN: 15,
    clamped,
  });

describe('the order of the list', () => {
  it.each(PROCEDURES.map((p) => [p.id, p] as const))('keeps the steps of %s in their true order', (_, procedure) => {
    const list = listOf([ASKED, chosen(procedure.id)]);
    const steps = list.lines.flatMap((l) => (l.work.kind === 'step' ? [l.work.step] : []));
    const meant = stepsOf(procedure, { facts: machineOf({}).facts, found: [] });
    expect(new Set(steps)).toEqual(new Set(meant.map((s) => s.id)));
    // Intake, safety, test and record have places of their own; all work on the machine keeps the procedure's order.
    const own = new Set(['ask', 'secure', 'prove', 'book']);
    for (const stages of [(s: Stage) => !own.has(s), (s: Stage) => s === 'ask', (s: Stage) => s === 'secure', (s: Stage) => s === 'prove'])
      expect(steps.filter((id) => stages(meant.find((s) => s.id === id)!.stage))).toEqual(
        meant.filter((s) => stages(s.stage)).map((s) => s.id),
      );
  });
  it('starts with the complaint, the times as found, safety and the first check', () => {
    const order = listOf([], { next: { check: 'arm-travel', minutes: 1, why: 'cause' as const } }).lines.map((l) => l.id);
    expect(order.slice(0, 4)).toEqual(['complaint', 'times-found', 'safety', 'brake']);
    expect(order.at(-1)).toBe('close');
  });
  it('opens the cover of a variable drive before anything inside is checked', () => {
    const drive = demoDrive('hill-track-utility');
    const list = listOf([ASKED, secured({ drive }), chosen('cvt-sheaves')], { drive, beltId: drive.belts[0]!.id });
    const at = (id: string) => list.lines.findIndex((l) => l.id === `step:cvt-sheaves/${id}`);
    expect(at('cover')).toBeLessThan(at('rollers'));
    expect(list.lines.some((l) => l.id === 'times-found' && l.state !== 'not-needed')).toBe(false);
  });
});

describe('the state of a line', () => {
  it('is now for the first open one and next for the second, done for what is written', () => {
    const list = listOf([ASKED]);
    expect([list.now?.id, stateOf(list, 'complaint'), stateOf(list, 'safety')]).toEqual(['times-found', 'done', 'next']);
  });
  it('is open again once its line is struck out', () => {
    expect(listOf([{ ...ASKED, withdrawn: true }]).now?.id).toBe('complaint');
  });
  it('is skipped with its reason, and done where it was done after all', () => {
    const skip = line('ask', 'skipped', { line: 'times-found', words: 'Time it', why: 'It throws its belt.' });
    const list = listOf([ASKED, skip]);
    expect(list.lines.find((l) => l.id === 'times-found')).toMatchObject({ state: 'skipped', reason: 'It throws its belt.' });
    expect(stateOf(listOf([ASKED, skip, timed('engagement', 2), timed('stop', 3)]), 'times-found')).toBe('done');
  });
  it('is not needed for times as found once the machine was changed', () => {
    expect(stateOf(listOf([ASKED, moved(4)]), 'times-found')).toBe('not-needed');
    expect(stateOf(listOf([line('ask', 'asked', { ...NOTHING_ASKED, arrives: 'apart' })]), 'times-found')).toBe('not-needed');
  });
  it('is again for safety after a run or on another day', () => {
    expect(stateOf(listOf([ASKED, secured()], { safe: false }), 'safety')).toBe('again');
    expect(stateOf(listOf([ASKED, secured()], { safe: true }), 'safety')).toBe('done');
  });
  it('needs the tension again after a change, and times and test', () => {
    const lines = [ASKED, timed('engagement', 2.4), timed('stop', 4), secured(), push(), moved(4)];
    const list = listOf(lines);
    expect(['tension', 'times', 'test'].map((id) => stateOf(list, id))).toEqual(['again', 'later', 'later']);
    const measured = listOf([...lines, push()]);
    expect(stateOf(measured, 'tension')).toBe('done');
    const tested = [...lines, push(), timed('engagement', 0.6, 'proved'), timed('stop', 3, 'proved'), line('prove', 'proved', PROVED)];
    expect(['times', 'test'].map((id) => stateOf(listOf(tested), id))).toEqual(['done', 'done']);
    expect(['tension', 'test'].map((id) => stateOf(listOf([...tested, moved(5)]), id))).toEqual(['again', 'again']);
  });
  it('follows a finding from its repair to its check', () => {
    const idler = { id: 'arm-idler', label: 'Idler' };
    const bad = finding('idler-tip', 'bad', idler);
    const repaired = line('fit', 'changed', { change: 'replaced', found: { check: 'idler-tip', part: idler }, on: null });
    const repair = 'repair:idler-tip/arm-idler';
    const again = 'again:idler-tip/arm-idler';
    expect(listOf([bad]).lines.some((l) => l.id === again)).toBe(false);
    expect(stateOf(listOf([bad, repaired]), repair)).toBe('done');
    expect(listOf([bad, repaired]).lines.some((l) => l.id === again)).toBe(true);
    const closed = listOf([bad, repaired, finding('idler-tip', 'good', idler)]);
    expect(closed.lines.some((l) => l.id === again || l.id === repair)).toBe(false);
  });
  it('leads from a repair to its check, and then to the time', () => {
    const arm = finding('arm-travel', 'bad');
    const freed = line('fit', 'changed', { change: 'freed', found: { check: 'arm-travel', part: null }, on: null });
    const ids = listOf([ASKED, timed('engagement', 2), arm, freed]).lines.map((l) => l.id);
    const order = ['repair:arm-travel/', 'again:arm-travel/', 'times-freed', 'tension'].map((id) => ids.indexOf(id));
    expect(order).toEqual([...order].sort((a, b) => a - b));
    expect(Math.min(...order)).toBeGreaterThan(0);
  });
  it.each(['Take up the cable at its bracket', 'Take it up at its bracket'])(
    'repairs “%s” by the adjuster, and checks again after the setting',
    (act) => {
      const slack = line('look', 'finding', {
        ...{ ...FINDING, check: 'spring-stretches', part: null, result: 'bad', priceCents: null },
        act,
      });
      const found = listOf([ASKED, slack]);
      expect(found.lines.some((l) => l.id.startsWith('repair:'))).toBe(false);
      expect(found.lines.find((l) => l.id === 'tension')).toMatchObject({ state: 'later', reason: expect.stringContaining(act) });
      const adjusted = listOf([ASKED, slack, moved(4)]);
      expect(adjusted.lines.find((l) => l.id === 'again:spring-stretches/')).toMatchObject({ stage: 'set', state: 'again' });
      const closed = listOf([ASKED, slack, moved(4), finding('spring-stretches', 'good')]);
      expect(closed.lines.some((l) => l.id === 'again:spring-stretches/')).toBe(false);
      // Without a drawing there is no recommended setting, so the repair is listed.
      expect(listOf([ASKED, slack], { drive: null }).lines.some((l) => l.id === 'repair:spring-stretches/')).toBe(true);
      const renewed = line('look', 'finding', {
        ...FINDING,
        check: 'spring-stretches',
        part: null,
        result: 'bad',
        act: 'Replace the spring',
      });
      expect(listOf([ASKED, renewed, moved(4)]).lines.find((l) => l.id === 'repair:spring-stretches/')?.state).toBe('later');
    },
  );
  it('needs a belt where the belt is broken or was found bad', () => {
    expect(stateOf(listOf([ASKED]), 'belt')).toBe('not-needed');
    expect(stateOf(listOf([ASKED, finding('belt-surface', 'bad')]), 'belt')).toBe('later');
    expect(stateOf(listOf([line('ask', 'asked', { ...NOTHING_ASKED, beltEnded: 'broken' })]), 'belt')).toBe('later');
    expect(stateOf(listOf([ASKED, finding('belt-surface', 'bad'), line('match', 'belt-booked', BOOKED_BELT)]), 'belt')).toBe('done');
  });
  it('lists the check of tracing', () => {
    const list = listOf([ASKED, timed('engagement', 2), timed('stop', 3), secured(), finding('brake-released', 'good')], {
      next: { check: 'spring-stretches', minutes: 1, why: 'cause' as const },
    });
    expect(list.now).toMatchObject({ id: 'check:spring-stretches', minutes: 1, stage: 'look' });
  });
  it('needs the procedure first once a fault is found, and continues tracing after it', () => {
    const next = { check: 'springs-alike' as const, minutes: 3, why: 'cause' as const };
    const before = [ASKED, timed('engagement', 2), timed('stop', 3), secured(), finding('brake-released', 'good')];
    expect(listOf(before, { next }).now?.id).toBe('check:springs-alike');
    const order = listOf([...before, finding('spring-stretches', 'bad')], { next });
    expect(order.now?.id).toBe('procedure');
    expect(order.lines.filter((l) => l.id === 'check:springs-alike')).toHaveLength(1);
  });
});

describe('what is checked first', () => {
  const braked = [ASKED, timed('engagement', 2), timed('stop', 6.5), secured()];
  const next = { check: 'arm-travel' as const, minutes: 1, why: 'cause' as const };
  it('is where the brake is, with the stop time over its limit or the brake unknown and the belt on', () => {
    expect(listOf(braked, { next }).now).toMatchObject({ id: 'brake', reason: 'The stop time is over its limit.' });
    const inTime = [ASKED, timed('engagement', 2), timed('stop', 2.5), secured()];
    expect(listOf(inTime, { next }).now).toMatchObject({ id: 'brake', reason: expect.stringContaining('unknown') });
    expect(listOf([...inTime, finding('brake-released', 'good')], { next }).now?.id).toBe('check:arm-travel');
    expect(listOf([...inTime, line('look', 'setup', { setup: 'belt', up: true })], { next }).now?.id).toBe('check:arm-travel');
  });
  it('is the brake again once a change can have moved it', () => {
    const list = listOf([...braked, finding('brake-released', 'good'), moved(4)]);
    expect(list.lines.find((l) => l.id === 'brake')).toMatchObject({ stage: 'set', state: 'again' });
  });
  it('is the engagement time after a part was freed, before anything is adjusted', () => {
    const freed = line('fit', 'changed', { change: 'freed', found: { check: 'arm-travel', part: null }, on: null });
    const list = listOf([...braked, finding('brake-released', 'good'), finding('arm-travel', 'bad'), freed]);
    const at = (id: string) => list.lines.findIndex((l) => l.id === id);
    expect(stateOf(list, 'times-freed')).toMatch(/now|again/);
    expect(at('times-freed')).toBeLessThan(at('tension'));
    expect(
      listOf([...braked, finding('arm-travel', 'bad'), freed, timed('engagement', 0.6)]).lines.some((l) => l.id === 'times-freed'),
    ).toBe(false);
  });
  it('is the holding link where nothing turns at all', () => {
    const drive = demoDrive('kelp-lane-mower');
    const dead = line('ask', 'asked', { ...NOTHING_ASKED, complaints: ['dead'] });
    const of = { drive, beltId: drive.belts[0]!.id, facts: known({ 'take-up': 'sprung-deck' }), next };
    const list = listOf([dead, timed('engagement', 2), timed('stop', 3), secured(of)], of);
    expect(machineOf(of).kind).toBe('sliding-deck');
    expect(list.now?.id).toBe('link');
  });
});

describe('a reading answers the steps that need it', () => {
  const cable = [ASKED, chosen('cable')];
  it('answers the step as found by a reading as found, and a later one by a later reading', () => {
    const found = [ASKED, timed('engagement', 2.4), timed('stop', 4), chosen('cable')];
    const state = (lines: RecordLine[], id: string) =>
      stateOf(listOf(lines, { facts: known({ engage: 'lever-cable' }) }), `step:cable/${id}`);
    expect([state(found, 'time-found'), state(found, 'still-slow')]).toEqual(['done', 'later']);
    const after = [...found, moved(4), timed('engagement', 0.7, 'proved')];
    expect(state(after, 'still-slow')).toBe('done');
  });
  it('answers a step that is a check by its result, in the condition that it is about', () => {
    const state = (lines: RecordLine[], id: string) =>
      stateOf(listOf(lines, { facts: known({ engage: 'lever-cable' }) }), `step:cable/${id}`);
    expect(state([...cable, finding('arm-travel', 'good')], 'free-arm')).toBe('done');
    // After the bracket was moved, the brake as found is out of date.
    expect(state([...cable, finding('brake-released', 'good'), moved(4)], 'brake-lands')).toBe('later');
    expect(state([...cable, moved(4), finding('brake-released', 'good')], 'brake-lands')).toBe('done');
  });
  it('answers the steps that set by one adjustment, and a check made on several parts by all of them', () => {
    const state = (lines: RecordLine[], id: string) => stateOf(listOf(lines), `step:cable/${id}`);
    expect(['choose-setting', 'move-bracket'].map((id) => state([...cable, moved(4)], id))).toEqual(['done', 'done']);
    expect(state([...cable, step('cable', 'choose-setting'), { ...moved(4), withdrawn: true }], 'move-bracket')).not.toBe('done');
    const drive = demoDrive('airstrip-mower');
    const leans = drive.pulleys.flatMap((p) =>
      p.role === 'idler' ? [finding('idler-lean', 'good', { id: p.id, label: p.label ?? p.id })] : [],
    );
    const sighted = (lines: RecordLine[]) =>
      stateOf(listOf([ASKED, chosen('deck-on'), ...lines], { drive, beltId: 'deck' }), 'step:deck-on/sight-idlers');
    expect(leans.length).toBeGreaterThan(1);
    expect(sighted(leans.slice(1))).not.toBe('done');
    expect(sighted(leans)).toBe('done');
  });
  it('takes the machine as found for the machine as set where the setting was left as is', () => {
    const left = line('set', 'tension-decided', {
      ...{ belt: 'blade', act: 'leave', advised: 'leave', because: 'it holds', to: null, hoursGained: null, savedCents: null, reason: '' },
    });
    const found = [ASKED, timed('engagement', 0.6), timed('stop', 3), chosen('cable'), finding('brake-released', 'good')];
    const states = (lines: RecordLine[]) =>
      ['choose-setting', 'move-bracket', 'brake-lands', 'still-slow'].map((id) =>
        stateOf(listOf(lines, { facts: known({ engage: 'lever-cable' }) }), `step:cable/${id}`),
      );
    expect(states([...found, left])).toEqual(['done', 'done', 'done', 'done']);
    expect(states(found)).not.toContain('done');
    // A later adjustment needs its own check and time.
    expect(states([...found, left, moved(4)]).slice(2)).not.toContain('done');
  });
  it('takes an inspection step as done by a bad result, and a setting step by a good one alone', () => {
    const state = (lines: RecordLine[], id: string) => stateOf(listOf(lines), `step:cable/${id}`);
    expect(state([...cable, finding('belt-surface', 'bad')], 'belt-sound')).toBe('done');
    expect(state([...cable, moved(4), finding('brake-released', 'bad')], 'brake-lands')).not.toBe('done');
  });
  it('lists the hold points that are neither confirmed nor answered', () => {
    const procedure = PROCEDURES.find((p) => p.id === 'cable')!;
    const open = (lines: RecordLine[]) =>
      openHolds(listOf(lines), [procedure]).flatMap((l) => (l.work.kind === 'step' ? [l.work.step] : []));
    const all = open(cable);
    expect(all).toEqual(procedure.steps.filter((s) => s.hold).map((s) => s.id));
    expect(open([...cable, step('cable', 'belt-sound', 'skipped')])).toEqual(all);
    expect(open([...cable, step('cable', 'not-started')])).toEqual(all.filter((id) => id !== 'not-started'));
    expect(open([...cable, moved(4), finding('brake-released', 'good')])).toEqual(
      all.filter((id) => id !== 'choose-setting' && id !== 'brake-lands'),
    );
  });
  it('does not answer a step as found after the machine was changed', () => {
    const late = [ASKED, chosen('cable'), moved(4), timed('engagement', 0.7)];
    expect(stateOf(listOf(late), 'step:cable/time-found')).toBe('not-needed');
  });
});

describe('a machine that arrives dismantled', () => {
  const apart = line('ask', 'asked', { ...NOTHING_ASKED, arrives: 'apart' });
  it('lists what is removed at Intake, and the parts count starts with that list', () => {
    expect(listOf([ASKED]).lines.some((l) => l.id === 'arrived')).toBe(false);
    expect(listOf([apart]).now?.id).toBe('arrived');
    const list = listOf([apart, line('ask', 'tally', { item: 'Deck bolts', count: 6, way: 'off', note: '' })]);
    expect(stateOf(list, 'arrived')).toBe('done');
    expect(list.lines.find((l) => l.id === 'parts')?.reason).toBe('Still removed: 6 deck bolts.');
  });
});

describe('the parts list of a drive', () => {
  const facts = known({});
  const listed: Facts = { ...facts, 'parts-list': { value: ['1 × shim 0.5 mm', '6 × balls'], by: 'Bram', at: '2026-11-26T09:00:00Z' } };
  it('is checked before work starts, once there is a procedure', () => {
    expect(listOf([ASKED], { facts: listed }).lines.some((l) => l.id === 'parts-list')).toBe(false);
    const list = listOf([ASKED, chosen('deck-off')], { facts: listed });
    const at = (id: string) => list.lines.findIndex((l) => l.id === id);
    expect(at('procedure')).toBeGreaterThanOrEqual(0);
    expect(at('parts-list')).toBeGreaterThan(at('procedure'));
    expect(at('parts-list')).toBeLessThan(list.lines.findIndex((l) => l.stage === 'fit' && l.work.kind === 'step'));
    expect(listOf([ASKED, chosen('cable')]).lines.some((l) => l.id === 'parts-list')).toBe(false);
  });
  it('is done by its check, which names what is missing', () => {
    const words = partsListWords(['1 × shim 0.5 mm', '6 × balls'], new Set(['6 × balls']));
    const checked = line('look', 'step', { ...PARTS_LIST, words, outcome: 'done', why: '', readings: [], torque: '' });
    const done = listOf([ASKED, chosen('cable'), checked], { facts: listed }).lines.find((l) => l.id === 'parts-list');
    expect(done).toMatchObject({ state: 'done', reason: 'Parts list checked (2 lines). Missing: 1 × shim 0.5 mm.' });
    expect(partsListWords(['6 × balls'], new Set(['6 × balls']))).toBe('Parts list checked (1 line): all there.');
  });
});

describe('a drive that is taken off the machine', () => {
  it('is not run, timed or tested any more', () => {
    const states = (...lines: RecordLine[]) => {
      const list = listOf([ASKED, chosen('attachment-off'), ...lines]);
      return ['times', 'test'].map((id) => stateOf(list, id));
    };
    expect(states()).not.toContain('not-needed');
    expect(states(step('attachment-off', 'rolled-out', 'skipped'))).not.toContain('not-needed');
    expect(states(step('attachment-off', 'rolled-out'))).toEqual(['not-needed', 'not-needed']);
  });
});

describe('work on a part', () => {
  const height = (step: string, value: number) =>
    line('fit', 'step', {
      ...{ procedure: 'bearings', step, words: step, outcome: 'done', why: '', torque: '' },
      readings: [{ what: 'Height above the deck', value, in: 'length', state: null }],
    });
  it('joins the procedure of the drive while its belt is off, and does not replace it', () => {
    for (const order of [
      ['deck-off', 'bearings', 'blades'],
      ['bearings', 'deck-off', 'blades'],
    ]) {
      const list = listOf([ASKED, ...order.map(chosen)]);
      const ids = list.lines.map((l) => l.id);
      const inOrder = [
        ...['step:deck-off/deck-out', 'step:deck-off/walk-off', 'step:bearings/wire', 'step:bearings/height-again'],
        ...['step:blades/blade-off', 'step:blades/blade-on', 'belt', 'step:deck-off/belt-round'],
      ];
      expect(ids.filter((id) => inOrder.includes(id))).toEqual(inOrder);
      expect(list.lines.find((l) => l.id === 'procedure')?.reason).toBe(
        'Deck belt, deck off; Spindle or idler bearings replaced; Blades off and on',
      );
    }
  });
  it('is enough for a job of its own', () => {
    const list = listOf([ASKED, chosen('blades')]);
    expect(stateOf(list, 'procedure')).toBe('done');
    expect(list.lines.some((l) => l.id === 'inspect')).toBe(false);
  });
  it('asks again for a height that differs, until it agrees', () => {
    const state = (...lines: RecordLine[]) => stateOf(listOf([ASKED, chosen('bearings'), ...lines]), 'step:bearings/height-again');
    expect(state(height('height-found', 41), height('height-again', 41.5))).toBe('done');
    const differs = [height('height-found', 41), height('height-again', 44)];
    expect(state(...differs)).toBe('again');
    expect(state(...differs, height('height-again', 41.2))).toBe('done');
    // A difference as found is a finding: it is not measured again.
    const tips = line('look', 'step', {
      ...{ procedure: 'blades', step: 'tips-found', words: 'Tips', outcome: 'done', why: '', torque: '' },
      readings: ['first', 'second'].map((which, i) => ({
        what: `Height of the ${which} tip`,
        value: 80 + 6 * i,
        in: 'length',
        state: null,
      })),
    });
    expect(stateOf(listOf([ASKED, chosen('blades'), tips]), 'step:blades/tips-found')).toBe('done');
  });
  it('shows its hold points at the hand-back next to those of the drive', () => {
    const procedures = ['cable', 'blades'].map((id) => PROCEDURES.find((p) => p.id === id)!);
    const open = openHolds(listOf([ASKED, ...procedures.map((p) => chosen(p.id))]), procedures).map((l) => l.id);
    expect(open).toContain('step:blades/blade-drops');
    expect(open).toContain('step:cable/not-started');
  });
});

describe('stage states', () => {
  const states = (lines: readonly RecordLine[], of: Of = {}) => stagesOf(listOf(lines, of), lines);
  it('starts with Intake under way and nothing done', () => {
    expect(states([])).toEqual({ ...Object.fromEntries(STAGES.map((s) => [s, 'waiting'])), ask: 'under-way' });
  });
  it('is never done with a required line open, for any moves on the ticket', () => {
    const claimed = line('secure', 'stage', { state: 'done', why: '' });
    expect(states([ASKED, claimed]).secure).not.toBe('done');
    expect(states([ASKED, timed('engagement', 2), timed('stop', 3), secured()]).secure).toBe('done');
  });
  it('is half where some of it is done, crossed where the rest was skipped', () => {
    expect(states([ASKED]).ask).toBe('under-way');
    expect(states([ASKED, line('ask', 'skipped', { line: 'times-found', words: 'Time it', why: 'Unsafe.' })]).ask).toBe('skipped');
    expect(states([ASKED, line('prove', 'stage', { state: 'skipped', why: 'The owner tests it.' })]).prove).toBe('skipped');
  });
  it('is held until it is resumed', () => {
    const held = line('match', 'stage', { state: 'held', why: 'Waits for the boat.' });
    const worn = finding('belt-surface', 'bad');
    expect(states([ASKED, worn, held]).match).toBe('held');
    expect(states([ASKED, worn, held, line('match', 'stage', { state: 'under-way', why: '' })]).match).not.toBe('held');
  });
  it('holds for every prefix of a whole job: a stage that is over has nothing waiting', () => {
    const whole = [
      ASKED,
      timed('engagement', 2.4),
      timed('stop', 4),
      secured(),
      chosen('cable'),
      ...['not-started', 'find-adjuster', 'belt-sound', 'free-arm', 'cable-sound', 'spring-lengths', 'choose-setting'].map((id) =>
        step('cable', id),
      ),
      finding('brake-released', 'good'),
      moved(4),
      step('cable', 'move-bracket'),
      step('cable', 'brake-lands'),
      push(),
      finding('brake-released', 'good'),
      timed('engagement', 0.6, 'proved'),
      timed('stop', 3, 'proved'),
      line('prove', 'proved', PROVED),
      step('cable', 'order-belt', 'skipped'),
    ];
    fc.assert(
      fc.property(fc.nat({ max: whole.length }), fc.boolean(), (n, closed) => {
        const lines = whole.slice(0, n);
        const list = listOf(lines, { closed });
        const stages = stagesOf(list, lines);
        for (const stage of STAGES) {
          const waiting = waitingAt(list, stage).filter((l) => l.required);
          expect(['done', 'skipped'].includes(stages[stage])).toBe(
            waiting.length === 0 && (stages[stage] === 'done' || stages[stage] === 'skipped'),
          );
          if (stages[stage] === 'done') expect(waiting).toEqual([]);
        }
        expect(list.lines.filter((l) => l.state === 'now').length).toBe(list.now === null ? 0 : 1);
      }),
    );
    expect(stagesOf(listOf(whole), whole)).toMatchObject({
      ask: 'done',
      secure: 'done',
      look: 'done',
      fit: 'done',
      set: 'done',
      prove: 'done',
    });
  });
});
