import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoDrive } from '../../drive/sample-drives';
import type { CheckId } from '../../fault';
import type { RecordLine } from '../kind';
import { findingsOf } from '../record';
import { replayTicket } from '../replayed';
import { BOOKED_BELT, FINDING, PROVED } from '../test-job';
import { ticketEvents, type JobEvent } from '.';

const rider = demoDrive('orchard-rider');
let minute = 0;
const line = (type: string, body: object, withdrawn = false): RecordLine => ({
  type,
  body,
  withdrawn,
  at: new Date(Date.UTC(2026, 10, 26, 9, minute++)).toISOString(),
  by: 'Bram',
});
const IDLER = { id: 'arm-idler', label: 'Idler' };
const finding = (check: CheckId, result: string, more: object = {}) =>
  line('finding', { ...FINDING, check, part: null, act: '', result, ...more });
const timed = (what: 'engagement' | 'stop', seconds: number) =>
  line('timed', { what, seconds, when: 'found', limitS: null, how: 'typed', sdS: null });
const reading = (method: string, value: number, more: object = {}) =>
  line('reading', {
    belt: 'blade',
    state: 'engaged',
    method,
    at: method === 'marks' ? 'cable' : 'crank>spindle',
    where: 'Long span',
    value,
    deflectionMm: method === 'deflection' ? 5 : null,
    belts: null,
    placeIn: null,
    without: [],
    tensionN: 150,
    sdN: 10,
    clamped: false,
    ...more,
  });
const moved = (to: number) =>
  line('changed', { change: 'adjusted', adjuster: { id: 'cable', label: 'Cable bracket' }, to, placeIn: 'length', turned: '' });
const mended = (cause: string, when = 'here') => line('mended', { cause, when, agreed: false, kind: 'deck-lever' });
const events = (lines: readonly RecordLine[]) => ticketEvents(lines, 'blade').events;
const replay = (lines: readonly RecordLine[]) => replayTicket(lines, rider, 'blade').replayed;

describe('events of a ticket', () => {
  it('are none for notes, pictures and struck-out lines', () => {
    expect(
      events([line('note', { text: 'x' }), line('picture', { documentId: 1, shows: 'x', about: '' }), { ...moved(3), withdrawn: true }]),
    ).toEqual([]);
  });
  it('are times, readings and what was seen', () => {
    expect(events([timed('engagement', 2.4), timed('stop', 4), line('proved', { ...PROVED, slack: 'slack' })])).toEqual([
      { type: 'time', time: 'engage', seconds: 2.4 },
      { type: 'time', time: 'stop', seconds: 4 },
      { type: 'seen', seen: 'brake-on' },
      { type: 'seen', seen: 'slack' },
    ]);
    expect(events([reading('tap', 54)])).toEqual([
      { type: 'reading', reading: { method: 'tap', at: ['crank', 'spindle'], hz: 54 }, belt: 'blade' },
    ]);
    expect(events([line('proved', { ...PROVED, brake: 'not-seen', slack: 'not-felt' })])).toEqual([]);
  });
  it('know that clamps were tightened before a reading with everything tight, once', () => {
    const changes = (lines: RecordLine[]) => events(lines).filter((e) => e.type === 'change').length;
    expect(changes([reading('tap', 50), reading('tap', 52, { clamped: true }), reading('tap', 53, { clamped: true })])).toBe(1);
    expect(changes([reading('tap', 52, { clamped: true }), moved(3), reading('tap', 55, { clamped: true })])).toBe(3);
  });
  it('take a mark that was read at another place for a change, the first one for a place', () => {
    expect(replay([reading('marks', 9)])).toMatchObject({ condition: 0, adjusters: { cable: 9 } });
    expect(replay([reading('marks', 9), reading('marks', 9.01)]).condition).toBe(0);
    expect(replay([reading('tap', 50), reading('marks', 9), reading('marks', 3)])).toMatchObject({ condition: 1, adjusters: { cable: 3 } });
  });
  it('count a check of one direction as the good answer of the other', () => {
    const check = (lines: RecordLine[]) => replay(lines).findings.map((f) => `${f.check} ${f.status}`);
    expect(check([finding('belt-length', 'bad')])).toEqual(['belt-length open']);
    expect(check([finding('belt-length', 'bad'), finding('belt-length-short', 'bad')])).toEqual([
      'belt-length closed',
      'belt-length-short open',
    ]);
  });
  it('say nothing of what was not reached', () => expect(events([finding('idler-spin', 'not-reached')])).toEqual([]));
  it('show the released belt by its check', () => {
    expect(replay([finding('slack-released', 'good')]).released).toBe('slack');
    expect(replay([finding('slack-released', 'bad')]).released).toBe('tight');
  });
  it('separate the parts of a check', () => {
    const two = [
      finding('idler-tip', 'bad', { part: IDLER }),
      finding('idler-tip', 'bad', { part: { id: 'other', label: 'Other' } }),
      line('changed', { change: 'replaced', found: { check: 'idler-tip', part: IDLER }, on: null }),
    ];
    expect(replay(two).findings.map((f) => [f.part, f.status])).toEqual([
      ['arm-idler', 'repaired'],
      ['other', 'open'],
    ]);
  });
  it('repair every open finding that a repaired cause explains, and close it by its check', () => {
    const bad = finding('brake-released', 'bad');
    const status = (lines: RecordLine[]) => [...findingsOf(lines).values()].map((f) => f.status);
    expect(status([bad])).toEqual(['open']);
    expect(status([bad, mended('brake-not-landing')])).toEqual(['repaired']);
    expect(status([bad, mended('brake-not-landing'), line('proved', PROVED)])).toEqual(['closed']);
    expect(status([bad, mended('brake-not-landing', 'before')])).toEqual(['open']);
    expect(status([bad, mended('brake-not-landing', 'left')])).toEqual(['left']);
  });
  it('leave in what the customer declined, by the finding or by a later decision', () => {
    const declined = finding('idler-spin', 'bad', { act: 'Replace the idler', answer: 'declined' });
    expect(replay([declined]).findings[0]!.status).toBe('left');
    const asked = finding('idler-spin', 'bad', { act: 'Replace the idler' });
    const decision = line('decision', { finding: FINDING.ref, answer: 'declined', act: 'Replace the idler', priceCents: null });
    expect(replay([asked, decision]).findings[0]!.status).toBe('left');
  });
  it('fit the belt that was used, by its outside length', () => {
    expect(replay([line('belt-booked', BOOKED_BELT)])).toMatchObject({
      belts: { blade: { length: 1219.2, reference: 'outside' } },
      beltReplaced: true,
    });
  });
  it('count removed parts and covers', () => {
    const tally = (way: string, count: number) => line('tally', { item: 'Hanger pins', count, way, note: 'x' });
    expect(replay([tally('off', 3), tally('on', 2), line('setup', { setup: 'belt-covers', up: true })]).off).toEqual([
      'Hanger pins',
      'Belt covers off',
    ]);
    expect(replay([tally('off', 2), tally('replaced', 2)]).off).toEqual([]);
  });
  it('know that a step which tightens clamps does so', () => {
    const step = (id: string, outcome: string) =>
      line('step', { procedure: 'twin-rods', step: id, words: id, outcome, why: '', readings: [], torque: '' });
    expect(replay([step('tighten', 'done')]).lastChange).toBe('clamped');
    expect(replay([step('tighten', 'skipped'), step('align', 'done')]).condition).toBe(0);
  });
});

describe('the condition of a line', () => {
  it('is the condition it was written in, and null for a line that shows nothing of the machine', () => {
    const { placeOf, conditionOf } = replayTicket(
      [timed('stop', 4), line('note', { text: 'x' }), moved(4), timed('stop', 3)],
      rider,
      'blade',
    );
    expect([0, 1, 2, 3].map((i) => placeOf(i)?.label ?? null)).toEqual(['as-found', null, 'final', 'final']);
    expect(placeOf(0)?.current).toBe(false);
    expect([0, 1, 2, 3].map(conditionOf)).toEqual([0, 0, 1, 1]);
  });
});

describe('striking out', () => {
  const anyLine = fc.oneof(
    fc
      .constantFrom('engagement', 'stop')
      .chain((what) => fc.double({ min: 0.2, max: 9, noNaN: true }).map((s) => timed(what as 'stop', s))),
    fc.integer({ min: 0, max: 16 }).map(moved),
    fc.double({ min: 20, max: 80, noNaN: true }).map((hz) => reading('tap', hz)),
    fc.integer({ min: 0, max: 16 }).map((at) => reading('marks', at)),
    fc
      .tuple(
        fc.constantFrom<CheckId>('idler-tip', 'brake-released', 'arm-travel', 'slack-released'),
        fc.constantFrom('good', 'watch', 'bad'),
      )
      .map(([check, result]) => finding(check, result)),
    fc
      .constantFrom('freed', 'cleaned', 'repaired', 'replaced')
      .map((change) => line('changed', { change, found: { check: 'idler-tip', part: null }, on: null })),
    fc.constant(line('proved', PROVED)),
    fc.constant(line('belt-booked', BOOKED_BELT)),
  );
  /** Events without the lines that they come from. */
  const amounts = (lines: readonly RecordLine[]): readonly JobEvent[] => events(lines);
  it('any line is the same as never having written it', () => {
    fc.assert(
      fc.property(fc.array(anyLine, { minLength: 1, maxLength: 15 }), fc.nat(), (lines, which) => {
        const at = which % lines.length;
        const struck = lines.map((l, i) => (i === at ? { ...l, withdrawn: true } : l));
        const without = lines.filter((_, i) => i !== at);
        expect(amounts(struck)).toEqual(amounts(without));
        expect(replay(struck)).toEqual(replay(without));
        expect([...findingsOf(struck)]).toEqual([...findingsOf(without)]);
      }),
    );
  });
});
