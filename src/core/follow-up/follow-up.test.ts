import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FOLLOW_UP_AFTER, NO_FOLLOW_UP } from '../job';
import type { MeterReading } from '../machine';
import { forecastUse, followUpRules, openFollowUps, plannedDue, readRules, USUAL_RULES, type Answered, type MachineRecord } from '.';

const CLOSED = '2026-09-01T10:00:00.000Z';
const DAY_MS = 86_400_000;
const read = (at: string, value: number, unit: MeterReading['unit'] = 'h'): MeterReading => ({ at: `${at}T10:00:00Z`, value, unit });
const days = (iso: string) => (Date.parse(iso) - Date.parse(CLOSED)) / DAY_MS;

describe('forecast of a due date', () => {
  it('follows the machine’s own use', () => {
    // 70 h in 70 days: 7 h a week.
    const log = [read('2026-06-23', 100), read('2026-09-01', 170)];
    const forecast = forecastUse({ value: 25, unit: 'h' }, CLOSED, log);
    expect([Math.round(days(forecast.at)), forecast.by]).toEqual([25, 'meter']);
  });
  it('goes on from the last reading, and is due at the reading that shows its use', () => {
    // 70 h in 70 days, then 10 h of the 25 h by 11 September.
    const log = [read('2026-06-23', 100), read('2026-09-01', 170), read('2026-09-11', 180)];
    expect(days(forecastUse({ value: 25, unit: 'h' }, CLOSED, log).at)).toBeCloseTo(25, 0);
    const shown = forecastUse({ value: 25, unit: 'h' }, CLOSED, [...log, read('2026-09-13', 200)]);
    expect(shown).toMatchObject({ at: '2026-09-13T10:00:00Z', earliest: '2026-09-13T10:00:00Z', by: 'reached' });
  });
  it('uses an assumed use without readings, with a wider range', () => {
    const assumed = forecastUse({ value: 25, unit: 'h' }, CLOSED, []);
    expect([assumed.by, Math.round(days(assumed.at))]).toEqual(['assumed', 35]);
    const measured = forecastUse({ value: 25, unit: 'h' }, CLOSED, [read('2026-03-01', 0), read('2026-09-01', (184 / 7) * 5)]);
    const width = (f: typeof assumed) => days(f.latest) / days(f.earliest);
    expect(width(assumed)).toBeGreaterThan(1.5 * width(measured));
  });
  it('in miles reads an odometer in kilometres, and never an hour meter', () => {
    const km = [read('2026-08-01', 1000, 'km'), read('2026-09-01', 1310, 'km')];
    expect(days(forecastUse({ value: 500, unit: 'mi' }, CLOSED, km).at)).toBeCloseTo((500 * 1.609344) / (310 / 31), 3);
    expect(forecastUse({ value: 500, unit: 'mi' }, CLOSED, [read('2026-08-01', 10), read('2026-09-01', 80)]).by).toBe('assumed');
  });
  it('never puts a date before the start, and keeps its three dates in order, for any log', () => {
    const reading = fc.record({ at: fc.integer({ min: -400, max: 60 }), value: fc.integer({ min: 0, max: 3000 }) });
    fc.assert(
      fc.property(fc.array(reading, { maxLength: 8 }), fc.constantFrom(...FOLLOW_UP_AFTER), (log, after) => {
        const readings = log.map(({ at, value }): MeterReading => ({
          at: new Date(Date.parse(CLOSED) + at * DAY_MS).toISOString(),
          value,
          unit: 'h',
        }));
        const { at, earliest, latest } = plannedDue(after, CLOSED, readings);
        const order = [Date.parse(CLOSED), Date.parse(earliest), Date.parse(at), Date.parse(latest)];
        expect(order).toEqual([...order].sort((a, b) => a - b));
      }),
      { seed: 7, numRuns: 300 },
    );
  });
  it('holds the true date in its range about four times in five, for uneven use with seasons and few readings', () => {
    // Seeded machines: a rate of their own, a yearly swing, idle weeks, and days of work of different length.
    let seed = 11;
    const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
    const counted = { all: 0, inside: 0 };
    for (let machine = 0; machine < 600; machine++) {
      const perWeek = 2 * Math.exp(2.2 * random());
      const swing = 0.5 * random();
      const phase = 365 * random();
      const lump = 1 + 6 * random();
      const used = [0];
      let idle = 0;
      for (let d = 1; d < 900; d++) {
        if (random() < 0.01) idle = 7 + 14 * random();
        idle -= 1;
        const rate = (perWeek / 7) * (1 + swing * Math.sin((2 * Math.PI * (d + phase)) / 365));
        const works = idle <= 0 && random() < rate / lump;
        used.push(used[d - 1]! + (works ? lump * (0.4 + 1.2 * random()) : 0));
      }
      const start = 200 + Math.floor(150 * random());
      const at = (d: number) => new Date(Date.parse(CLOSED) + d * DAY_MS).toISOString();
      const log = [start - 180, start - Math.floor(20 + 100 * random()), start].map((d) => ({
        at: at(d),
        value: used[d]!,
        unit: 'h' as const,
      }));
      const reached = used.findIndex((u) => u >= used[start]! + 25);
      const forecast = forecastUse({ value: 25, unit: 'h' }, at(start), log);
      if (reached < 0 || forecast.by !== 'meter') continue;
      counted.all++;
      if (
        Date.parse(at(reached)) >= Date.parse(forecast.earliest) - DAY_MS &&
        Date.parse(at(reached)) <= Date.parse(forecast.latest) + DAY_MS
      )
        counted.inside++;
    }
    expect(counted.all).toBeGreaterThan(400);
    const share = counted.inside / counted.all;
    expect(share).toBeGreaterThan(0.72);
    expect(share).toBeLessThan(0.93);
  });
});

const LAST = { number: 210, open: false, closedAt: CLOSED, plan: NO_FOLLOW_UP, next: '', belt: null };
const MACHINE: MachineRecord = { log: [], drives: [], last: LAST, worked: [], trials: [], answers: [] };
const answered = (source: string, answer: Answered['answer'], at = '2026-10-01T10:00:00.000Z', until: string | null = null): Answered => ({
  source,
  answer,
  at,
  until,
});
const sources = (machine: Partial<MachineRecord>, rules = USUAL_RULES) =>
  openFollowUps({ ...MACHINE, ...machine }, rules, 14).map((f) => [f.source, f.due.at.slice(0, 10)]);

describe('open follow-ups of a machine', () => {
  const plan = { after: ['first-day', '25-h'] as const, at: ['tension'] as const };
  const planned = { ...LAST, plan: { after: [...plan.after], at: [...plan.at] } };
  it('are those of the closing line, until the next job', () => {
    expect(sources({ last: planned }).map(([s]) => s)).toEqual(['plan:210:first-day', 'plan:210:25-h']);
    expect(sources({ last: { ...planned, open: true, closedAt: null } })).toEqual([]);
    expect(sources({ last: null })).toEqual([]);
  });
  it('hold a run-in check of a new belt, unless an earlier check is planned or the rule is off', () => {
    expect(sources({ last: { ...LAST, belt: '4L480' } })).toEqual([['run-in:210', '2026-09-12']]);
    expect(sources({ last: { ...planned, belt: '4L480' } }).map(([s]) => s)).not.toContain('run-in:210');
    expect(sources({ last: { ...LAST, belt: '4L480' } }, { ...USUAL_RULES, runInHours: null })).toEqual([]);
  });
  it('end when they are done or waived, and move when they are postponed', () => {
    const one = { last: { ...LAST, plan: { after: ['first-day' as const], at: ['tension' as const] } } };
    expect(sources({ ...one, answers: [answered('plan:210:first-day', 'done')] })).toEqual([]);
    expect(sources({ ...one, answers: [answered('plan:210:first-day', 'waived')] })).toEqual([]);
    const until = '2026-12-24T12:00:00.000Z';
    expect(sources({ ...one, answers: [answered('plan:210:first-day', 'postponed', CLOSED, until)] })).toEqual([
      ['plan:210:first-day', '2026-12-24'],
    ]);
  });
  describe('with an interval', () => {
    const drives = [{ id: 4, name: 'Dredge pump', kind: 'banded' as const }];
    const worked = [{ driveId: 4, closedAt: CLOSED, fitted: true }];
    const hours = (source: string) => sources({ drives, worked }).find(([s]) => s === source);
    it('start with the work on the drive: first the short interval of a new belt', () => {
      expect(hours('interval:4')).toEqual(['interval:4', '2026-09-29']);
      expect(sources({ drives, worked: [{ ...worked[0]!, fitted: false }] })).toEqual([['interval:4', '2027-06-08']]);
      expect(sources({ drives })).toEqual([]);
    });
    it('start again with an answer, and an answer before the last work counts no more', () => {
      expect(sources({ drives, worked, answers: [answered('interval:4', 'done')] })).toEqual([['interval:4', '2027-07-08']]);
      expect(sources({ drives, worked, answers: [answered('interval:4', 'done', '2026-08-01T10:00:00.000Z')] })).toEqual([
        ['interval:4', '2026-09-29'],
      ]);
    });
    it('in months are due on the same day, or on the last of a shorter month', () => {
      const rules = { ...USUAL_RULES, intervals: [{ kind: 'banded' as const, every: 6, unit: 'months' as const, first: null, with: '' }] };
      const closed = [{ driveId: 4, closedAt: '2026-08-31T10:00:00.000Z', fitted: false }];
      expect(sources({ drives, worked: closed }, rules)).toEqual([['interval:4', '2027-02-28']]);
    });
  });
  it('hold the next season of the kind of drive, each year again', () => {
    const drives = [{ id: 1, name: 'Deck', kind: 'deck-lever' as const }];
    expect(sources({ drives })).toEqual([['season:mowing:2027', '2027-03-01']]);
    expect(sources({ drives, answers: [answered('season:mowing:2027', 'done')] })).toEqual([['season:mowing:2028', '2028-03-01']]);
    // Work in January counts for March.
    expect(sources({ drives, last: { ...LAST, closedAt: '2027-01-20T10:00:00.000Z' } })).toEqual([['season:mowing:2028', '2028-03-01']]);
    expect(sources({ drives: [{ ...drives[0]!, kind: 'cvt' as const }] })).toEqual([]);
  });
  it('hold the trial of a substitute after its days', () => {
    expect(sources({ trials: [{ entryId: 9, belt: '4L475', number: 210, closedAt: CLOSED }] })).toEqual([['trial:9', '2026-09-15']]);
  });
});

describe('rules', () => {
  it('refuse what cannot be due, with one sentence', () => {
    const problem = (change: object) => followUpRules.safeParse({ ...USUAL_RULES, ...change }).error?.issues[0]?.message;
    expect(problem({ runInHours: 0 })).toBe('The run-in time must be above 0.');
    const twice = [...USUAL_RULES.intervals, ...USUAL_RULES.intervals];
    expect(problem({ intervals: twice })).toBe('Enter one interval for each kind of drive.');
    expect(problem({ seasons: [{ ...USUAL_RULES.seasons[0], day: 31 }] })).toBe('The day must be at most 28.');
    expect(problem({ seasons: [{ ...USUAL_RULES.seasons[0], kinds: [] }] })).toBe('Choose at least one kind of drive for the season.');
  });
  it('are the usual ones if none are stored, or they are unreadable', () => {
    expect(readRules(null)).toBe(USUAL_RULES);
    expect(readRules({ runInHours: 'x' })).toBe(USUAL_RULES);
    expect(readRules({ ...USUAL_RULES, runInHours: 4 }).runInHours).toBe(4);
  });
});
