import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoDrive } from '../../drive/sample-drives';
import { answerJob, replayEvents, struckOut, validateJob, type JobEvent } from '.';

const rider = demoDrive('orchard-rider');
const hog = demoDrive('slipway-wood-hog');

/** Answers a job on the orchard rider. */
const answer = (events: readonly unknown[], more: Record<string, unknown> = {}) => {
  const read = validateJob({
    format: 'taut-sheave/job',
    version: 1,
    kind: 'deck-lever',
    drive: rider,
    complaints: ['slow-weak'],
    events,
    ...more,
  });
  if (!read.ok) throw new Error(`${read.problem.path}: ${read.problem.message}`);
  const result = answerJob(read.job);
  if (!result.ok) throw new Error(`${result.problem.path}: ${result.problem.message}`);
  return result.answer;
};
const problemOf = (events: readonly unknown[], more: Record<string, unknown> = {}) => {
  const read = validateJob({ format: 'taut-sheave/job', version: 1, kind: 'deck-lever', drive: rider, events, ...more });
  return read.ok ? null : read.problem;
};
const labels = (events: readonly unknown[], more = {}) =>
  answer(events, more).replayed.events.map((e) => `${e.condition} ${e.label}${e.current ? '' : ' stale'}`);

const ADJUSTED = { change: 'adjusted', adjuster: 'cable', to: 4 };
const PUSH = { reading: { method: 'deflection', at: 'crank>spindle', value: 6, deflection: 5 } };

describe('conditions', () => {
  it('calls everything before the first change as found', () => {
    expect(labels([{ time: 'engage', seconds: 2.5 }, { seen: 'brake-on' }, PUSH])).toEqual(['0 as-found', '0 as-found', '0 as-found']);
  });
  it('starts a condition with each change, and shares it where nothing was observed between', () => {
    expect(
      labels([
        { time: 'engage', seconds: 2.5 },
        ADJUSTED,
        { change: 'clamped' },
        { time: 'engage', seconds: 1 },
        { ...ADJUSTED, to: 5 },
        { time: 'engage', seconds: 0.7 },
      ]),
    ).toEqual(['0 as-found stale', '1 final', '1 final', '1 after-adjusting stale', '2 final', '2 final']);
  });
  it('starts the first condition with a change that comes before any observation', () => {
    expect(labels([ADJUSTED, { time: 'stop', seconds: 2 }])).toEqual(['1 final', '1 final']);
  });
  it('starts none with a part removed, refitted, new or stored, nor with a declined repair', () => {
    const parts = ['off', 'on', 'new', 'stored'].map((change) => ({ change, item: 'Belt cover' }));
    expect(new Set(labels([...parts, { left: 'idler-tip' }]))).toEqual(new Set(['0 as-found']));
    expect(answer([ADJUSTED, ...parts, { change: 'clamped' }]).replayed.condition).toBe(1);
  });
});

describe('what a change makes stale', () => {
  const TAKEN = [
    PUSH,
    { time: 'engage', seconds: 2 },
    { time: 'stop', seconds: 4 },
    { seen: 'slack' },
    { check: 'brake-released', result: 'good' },
    { aligned: 0.1, limit: 0.5 },
    { check: 'idler-tip', result: 'bad' },
  ];
  const staleAfter = (change: unknown) => {
    const { events } = answer([...TAKEN, change]).replayed;
    return ['tension', 'engage', 'stop', 'slack', 'brake', 'alignment', 'finding'].filter((_, i) => !events[i]!.current);
  };
  const ALL = ['tension', 'engage', 'stop', 'slack', 'brake'];
  it.each<[Record<string, unknown>, string[]]>([
    [ADJUSTED, ALL],
    [{ change: 'clamped' }, ['tension', 'alignment']],
    [{ change: 'freed', check: 'arm-travel' }, ALL],
    [{ change: 'cleaned', part: 'pulley' }, ['engage', 'stop']],
    [{ change: 'belt', belt: 'blade', length: 1219, reference: 'outside' }, ALL],
    ...['belt', 'spring', 'cable', 'arm', 'idler', 'clutch'].map((part): [Record<string, unknown>, string[]] => [
      { change: 'replaced', part },
      ALL,
    ]),
    [{ change: 'repaired', part: 'pulley' }, [...ALL, 'alignment']],
    [{ change: 'repaired', part: 'brake' }, ['stop', 'slack', 'brake']],
    [{ change: 'replaced', check: 'idler-tip' }, ALL],
    [{ change: 'repaired', check: 'brake-lining' }, ['stop', 'slack', 'brake']],
    [{ change: 'replaced', check: 'spindle-rock' }, [...ALL, 'alignment']],
    [{ change: 'off', item: 'Cover' }, []],
  ])('%j', (change, stale) => {
    expect(staleAfter(change)).toEqual(stale);
  });
  it('includes the alignment where the adjuster moves a driver or driven pulley', () => {
    const on = (adjuster: string) =>
      replayEvents(hog, [
        { type: 'aligned', degrees: 0.1, limit: 0.25 },
        { type: 'change', change: 'adjusted', adjuster, to: 3 },
      ]).events[0]!.current;
    expect(on(hog.adjusters.find((a) => a.tensioner !== undefined)!.id)).toBe(false);
  });
});

describe('readings', () => {
  it('combines the current ones alone, on the drive as it is now', () => {
    const before = { reading: { method: 'deflection', at: 'crank>spindle', value: 3, deflection: 5 } };
    const after = { reading: { method: 'deflection', at: 'spindle>crank', value: 9, deflection: 5 } };
    const both = answer([before, ADJUSTED, after]);
    const alone = answer([ADJUSTED, after]);
    expect(both.tension.used).toEqual([2]);
    expect(both.tension.combined).toEqual(alone.tension.combined);
    expect(both.drive.adjusters).toEqual({ cable: 4 });
  });
  it('has no tension where none is current', () => {
    expect(answer([PUSH, ADJUSTED]).tension).toEqual({ used: [], combined: null });
    expect(answer([PUSH, ADJUSTED]).replayed.dueReadings).toEqual(['tension']);
  });
  it('returns the pitch length of a fitted belt', () => {
    const fitted = answer([{ change: 'belt', belt: 'blade', length: 1206.5, reference: 'outside' }]);
    // A 4L belt has its pitch line 3.3 mm below the top.
    expect(fitted.drive.belts['blade']).toBeCloseTo(1206.5 - 2 * Math.PI * 3.3, 6);
  });
});

describe('findings', () => {
  const statuses = (events: readonly unknown[]) => answer(events).replayed.findings.map((f) => `${f.check} ${f.result} ${f.status}`);
  const BAD = { check: 'idler-tip', result: 'bad' };
  const GOOD = { check: 'idler-tip', result: 'good' };
  const REPLACED = { change: 'replaced', check: 'idler-tip' };
  it.each([
    [[GOOD], []],
    [[BAD], ['idler-tip bad open']],
    [[BAD, REPLACED], ['idler-tip bad repaired']],
    [[BAD, REPLACED, GOOD], ['idler-tip bad closed']],
    [[BAD, REPLACED, { check: 'idler-tip', result: 'watch' }], ['idler-tip watch open']],
    [[BAD, { left: 'idler-tip' }], ['idler-tip bad left']],
    [[BAD, { left: 'idler-tip' }, REPLACED], ['idler-tip bad repaired']],
    [[{ check: 'brake-released', result: 'bad' }, { seen: 'brake-on' }], ['brake-released bad closed']],
  ])('%j', (events, expected) => {
    expect(statuses(events)).toEqual(expected);
  });
  it('needs a check again after the repair of its finding', () => {
    expect(answer([BAD, REPLACED]).replayed.dueChecks.map((f) => f.check)).toEqual(['idler-tip']);
    expect(answer([BAD, REPLACED, GOOD]).replayed.dueChecks).toEqual([]);
  });
});

describe('hand-back', () => {
  const open = (events: readonly unknown[], more = {}) => answer(events, more).handBack;
  const SAFE = [{ time: 'stop', seconds: 3 }, { seen: 'brake-on' }];
  it('is allowed with a stop time in its limit and the brake seen on', () => {
    expect(open(SAFE)).toEqual({ allowed: true, open: [] });
  });
  it('is barred by what is missing, in one order', () => {
    expect(open([{ change: 'off', item: 'Belt cover' }])).toEqual({
      allowed: false,
      open: ['stop-time-missing', 'brake-not-confirmed', 'parts-off'],
    });
  });
  it.each([
    [[{ time: 'stop', seconds: 6 }, { seen: 'brake-on' }], {}, ['stop-time-over']],
    [[{ time: 'stop', seconds: 6 }, { seen: 'brake-on' }], { facts: { stopLimit: 7 } }, []],
    [[{ seen: 'brake-on' }], { facts: { stopLimit: null } }, []],
    [[{ time: 'stop', seconds: 3 }, { seen: 'brake-off' }], {}, ['brake-off']],
    [
      [
        { time: 'stop', seconds: 3 },
        { check: 'brake-released', result: 'good' },
      ],
      {},
      [],
    ],
    // The stop time and the brake belong to the condition before.
    [[...SAFE, ADJUSTED], {}, ['stop-time-missing', 'brake-not-confirmed']],
    [[{ check: 'idler-tip', result: 'bad' }, ...SAFE], {}, ['finding-open']],
    [[PUSH, { change: 'clamped' }, ...SAFE], {}, ['tension-due']],
  ])('%j %j', (events, more, expected) => {
    expect(open(events, more).open).toEqual(expected);
  });
  it('needs slack confirmed where a fitted belt stays tight by calculation', () => {
    const short = { change: 'belt', belt: 'blade', length: 1180, reference: 'outside' };
    expect(open([short, ...SAFE]).open).toEqual(['slack-not-confirmed']);
    expect(open([short, ...SAFE, { seen: 'tight' }]).open).toEqual(['slack-not-confirmed']);
    expect(open([short, ...SAFE, { seen: 'slack' }]).open).toEqual([]);
    expect(open([{ ...short, length: 1219.2 }, ...SAFE]).open).toEqual([]);
  });
  it('counts each removal of a part', () => {
    const off = { change: 'off', item: 'Keeper bolt' };
    expect(answer([off, off, { change: 'on', item: 'Keeper bolt' }]).replayed.off).toEqual(['Keeper bolt']);
    expect(answer([off, { change: 'new', item: 'Keeper bolt' }]).replayed.off).toEqual([]);
    expect(answer([off, { change: 'stored', item: 'Keeper bolt' }]).replayed.off).toEqual([]);
  });
});

describe('bad input', () => {
  it.each([
    [[{ check: 'no-such', result: 'good' }], 'events[0].check'],
    [[{ check: 'cvt-width', result: 'good' }], 'events[0].check'],
    [[{ check: 'idler-tip', result: 'fine' }], 'events[0].result'],
    [[{ time: 'stop', seconds: 0 }], 'events[0].seconds'],
    [[{ change: 'belt', belt: 'blade', length: -3, reference: 'outside' }], 'events[0].length'],
    [[{ change: 'belt', belt: 'none', length: 3, reference: 'outside' }], 'events[0].belt'],
    [[{ change: 'adjusted', adjuster: 'none', to: 3 }], 'events[0].adjuster'],
    [[{ change: 'adjusted', adjuster: 'cable', to: 99 }], 'events[0].to'],
    [[{ change: 'freed' }], 'events[0]'],
    [[{ change: 'painted' }], 'events[0].change'],
    [[{ seen: 'brake-on' }, { undo: 1 }], 'events[1].undo'],
    [[{ undo: 0 }], 'events[0].undo'],
    [[{ seen: 'brake-on' }, { undo: 0 }, { undo: 0 }], 'events[2].undo'],
    [[{ reading: { method: 'tap', at: 'crank>nowhere', value: 30 } }], 'events[0].reading.at'],
    [[{ reading: { method: 'tap', at: 'crank>spindle', value: -1 } }], 'events[0].reading'],
    [[{ left: 'nothing' }], 'events[0].left'],
    [[{}], 'events[0]'],
    [['off'], 'events[0]'],
  ])('%j at %s', (events, path) => {
    const problem = problemOf(events);
    expect(problem?.path).toBe(path);
    expect(problem?.message.length).toBeGreaterThan(5);
  });
  it('names the place in the head of the file', () => {
    expect(problemOf([], { kind: 'boat' })?.path).toBe('kind');
    expect(problemOf([], { belt: 'none' })?.path).toBe('belt');
    expect(problemOf([], { complaints: ['none'] })?.path).toBe('complaints[0]');
    expect(problemOf([], { drive: { format: 'x' } })?.path).toMatch(/^drive\./);
    expect(problemOf([], { facts: { stopLimit: 0 } })?.path).toBe('facts.stopLimit');
  });
});

/** Events of a job at random, without undo. */
const anyEvent: fc.Arbitrary<JobEvent> = fc.oneof(
  fc.record({
    type: fc.constant('time' as const),
    time: fc.constantFrom('engage', 'stop'),
    seconds: fc.double({ min: 0.1, max: 9, noNaN: true }),
  }),
  fc.record({ type: fc.constant('seen' as const), seen: fc.constantFrom('brake-on', 'brake-off', 'slack', 'tight') }),
  fc.record({
    type: fc.constant('check' as const),
    check: fc.constantFrom('idler-tip', 'arm-travel', 'brake-released', 'spring-hooks'),
    part: fc.constantFrom(null, 'one'),
    result: fc.constantFrom('good', 'watch', 'bad'),
  }),
  fc.record({ type: fc.constant('aligned' as const), degrees: fc.constantFrom(0.1, 1), limit: fc.constant(0.5) }),
  fc.record({
    type: fc.constant('change' as const),
    change: fc.constant('adjusted' as const),
    adjuster: fc.constant('cable'),
    to: fc.integer({ min: 0, max: 16 }),
  }),
  fc.record({ type: fc.constant('change' as const), change: fc.constant('clamped' as const) }),
  fc.record({
    type: fc.constant('change' as const),
    change: fc.constantFrom('freed', 'cleaned', 'repaired', 'replaced'),
    found: fc.constantFrom({ check: 'idler-tip', part: 'one' }, { check: 'arm-travel', part: null }),
    on: fc.constant(null),
  }),
  fc.record({
    type: fc.constant('change' as const),
    change: fc.constantFrom('off', 'on', 'new', 'stored'),
    item: fc.constantFrom('Cover', 'Bolt'),
  }),
) as fc.Arbitrary<JobEvent>;

/** Replay without event indexes, which undo events shift. */
const saying = ({ events, ...rest }: ReturnType<typeof replayEvents>) => ({
  ...rest,
  events: events.map(({ condition, label, current }) => ({ condition, label, current })),
});

describe('properties', () => {
  it('is the same after an event is struck out as if it had never been', () => {
    fc.assert(
      fc.property(fc.array(anyEvent, { minLength: 1, maxLength: 25 }), fc.nat(), fc.nat(), (events, which, when) => {
        const index = which % events.length;
        const at = index + 1 + (when % (events.length - index));
        const with_: JobEvent[] = [...events.slice(0, at), { type: 'undo', index }, ...events.slice(at)];
        const struck = struckOut(with_);
        if (!Array.isArray(struck)) throw new Error('there is an event to strike out');
        expect(saying(replayEvents(rider, with_, struck))).toEqual(
          saying(
            replayEvents(
              rider,
              events.filter((_, i) => i !== index),
            ),
          ),
        );
      }),
    );
  });
  it('is the same with an undo struck out as without it', () => {
    fc.assert(
      fc.property(fc.array(anyEvent, { minLength: 1, maxLength: 12 }), (events) => {
        const twice: JobEvent[] = [...events, { type: 'undo', index: 0 }, { type: 'undo', index: events.length }];
        const struck = struckOut(twice) as boolean[];
        expect(saying(replayEvents(rider, twice, struck))).toEqual(saying(replayEvents(rider, events)));
      }),
    );
  });
  it('does not depend on the order in which checks of independent stations come', () => {
    const checks: JobEvent[] = ['idler-tip', 'arm-travel', 'spring-hooks', 'keeper-gap'].map((check, i) => ({
      type: 'check',
      check,
      part: null,
      result: i % 2 === 0 ? 'bad' : 'watch',
    }));
    const settled = (events: readonly JobEvent[]) => {
      const { findings, ...rest } = saying(replayEvents(rider, events));
      return { ...rest, findings: [...findings].sort((a, b) => a.check.localeCompare(b.check)) };
    };
    fc.assert(
      fc.property(fc.shuffledSubarray(checks, { minLength: checks.length }), (order) => {
        expect(settled(order)).toEqual(settled(checks));
      }),
    );
  });
  it('agrees with conditions and staleness computed event by event', () => {
    // By definition, for one event at a time: no running state.
    const conditionAt = (events: readonly JobEvent[], at: number) => {
      const observes = (e: JobEvent) => e.type !== 'change' && e.type !== 'left';
      const begins = (e: JobEvent) => e.type === 'change' && !['off', 'on', 'new', 'stored'].includes(e.change);
      return events.slice(0, at + 1).filter((e, i) => {
        if (!begins(e)) return false;
        const before = events.slice(0, i).findLastIndex(begins);
        return before < 0 || events.slice(before, i).some(observes);
      }).length;
    };
    const SETTING = ['reading', 'engage', 'stop', 'seen'];
    const stales = (e: JobEvent): string[] => {
      if (e.type !== 'change') return [];
      if (e.change === 'adjusted' || e.change === 'freed') return SETTING;
      if (e.change === 'clamped') return ['reading', 'aligned'];
      if (e.change === 'cleaned') return ['engage', 'stop'];
      return e.change === 'repaired' || e.change === 'replaced' ? SETTING : [];
    };
    const sort = (e: JobEvent) =>
      e.type === 'time' ? e.time : e.type === 'check' ? (e.check === 'brake-released' ? 'seen' : 'check') : e.type;
    fc.assert(
      fc.property(fc.array(anyEvent, { maxLength: 20 }), (events) => {
        const expected = events.map((e, i) => {
          const condition = conditionAt(events, i);
          const current = !events.slice(i + 1).some((later) => stales(later).includes(sort(e)));
          return { condition, label: condition === 0 ? 'as-found' : current ? 'final' : 'after-adjusting', current };
        });
        expect(saying(replayEvents(rider, events)).events).toEqual(expected);
      }),
    );
  });
});
