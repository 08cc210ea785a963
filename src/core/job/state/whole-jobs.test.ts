import { describe, expect, it } from 'vitest';
import { demoDrive } from '../../drive/sample-drives';
import { USUAL_LIMITS, type Facts } from '../../machine';
import { NOTHING_ASKED } from '../entries/asked';
import { handBackOf } from '../hand-back';
import type { RecordLine } from '../kind';
import { replayTicket } from '../replayed';
import { knownMachine, runListInput, runListOf } from '../run-list';
import { FINDING, PROVED } from '../test-job';

let minute = 0;
const line = (type: string, body: object): RecordLine => ({
  type,
  body,
  withdrawn: false,
  at: new Date(Date.UTC(2026, 10, 26, 9, minute++)).toISOString(),
  by: 'Bram',
});
const known = (values: Record<string, string>): Facts =>
  Object.fromEntries(Object.entries(values).map(([fact, value]) => [fact, { value, by: 'Bram', at: '2026-11-26T09:00:00Z' }]));

/** A machine with its drive, on which a ticket is replayed. */
function machine(name: string, belt: string, facts: Record<string, string>) {
  const drive = demoDrive(name);
  const of = knownMachine({ drive, facts: { machine: known(facts), drive: {} }, limits: USUAL_LIMITS });
  return {
    at: (lines: readonly RecordLine[]) => {
      const { replayed, placeOf } = replayTicket(lines, drive, belt);
      const list = runListOf(runListInput({ lines, drive, beltId: belt, closed: false }, of));
      return {
        replayed,
        current: lines.flatMap((l, i) => ((l.type === 'reading' || l.type === 'alignment') && placeOf(i)?.current ? [i] : [])),
        labels: lines.flatMap((_, i) => placeOf(i)?.label ?? []),
        state: (id: string) => list.lines.find((l) => l.id === id)?.state,
        hand: handBackOf({ lines, stopLimitS: of.stopLimitS, drive, beltId: belt }),
      };
    },
  };
}

describe('a bed that is squared, tensioned by flats and read again', () => {
  const { at } = machine('slipway-wood-hog', 'band', { 'take-up': 'twin-rods' });
  const aligned = (worstDeg: number) =>
    line('alignment', {
      ...{ belt: 'band', reference: { id: 'drum', label: 'Drum' }, pulley: { id: 'engine', label: 'Engine' }, by: 'string' },
      ...{ gaps: { near: 0, far: 1, above: null, below: null }, rimMm: 300, widerByMm: 0, offsetMm: 0.5, skewDeg: worstDeg },
      ...{ leanDeg: null, worstDeg, limitDeg: 0.25, when: 'found', cut: 'any', track: null },
    });
  const tap = (hz: number, clamped = false) =>
    line('reading', {
      ...{ belt: 'band', state: 'engaged', method: 'tap', at: 'engine>drum', where: 'Long span', value: hz, deflectionMm: null },
      ...{ belts: null, placeIn: null, without: [], tensionN: hz * 30, sdN: 20, clamped },
    });
  const rods = (to: number, turned: string) =>
    line('changed', { change: 'adjusted', adjuster: { id: 'rods', label: 'Twin rods' }, to, placeIn: 'length', turned });
  const asked = line('asked', { ...NOTHING_ASKED, complaints: ['squeals'] });
  const chosen = line('procedure', { procedure: 'twin-rods', name: 'Twin rods', why: '' });
  const found = [asked, chosen, aligned(0.45), tap(26)];
  const squared = [...found, rods(3, 'left 1 flat'), aligned(0.1)];
  const tensioned = [...squared, rods(6, 'left 7 flats, right 7 flats'), tap(34)];
  const tight = line('step', {
    ...{ procedure: 'twin-rods', step: 'tighten', words: 'Tight.', outcome: 'done', why: '', readings: [], torque: '41 N·m' },
  });

  it('reopens the alignment while it is over its limit', () => {
    expect(at(found).state('alignment')).toBe('later');
    expect(at(squared).state('alignment')).toBe('done');
  });
  it('needs the alignment again after the flats that tension it, since the rods carry the engine', () => {
    expect(at(tensioned).replayed.dueReadings).toEqual(['alignment']);
    expect(at(tensioned).state('alignment')).toBe('again');
    expect(at(tensioned).replayed.adjusters).toEqual({ rods: 6 });
  });
  it('needs both again after the bolts are tight, and uses only later readings', () => {
    expect(at([...tensioned, aligned(0.12), tight]).replayed.dueReadings).toEqual(['tension', 'alignment']);
    const whole = [...tensioned, aligned(0.12), tight, aligned(0.15), tap(33, true)];
    const done = at(whole);
    expect(done.replayed.dueReadings).toEqual([]);
    expect(done.replayed.alignment).toEqual({ degrees: 0.15, limit: 0.25 });
    expect(done.labels.filter((l) => l === 'as-found')).toHaveLength(2);
    expect(done.labels.slice(-2)).toEqual(['final', 'final']);
    expect(done.current).toEqual([whole.length - 2, whole.length - 1]);
  });
});

describe('a belt thrown on release, with a second and a third fault', () => {
  const { at } = machine('airstrip-mower', 'deck', { engage: 'lever-cable', brake: 'on-arm' });
  const idler = { id: demoDrive('airstrip-mower').pulleys.find((p) => p.role === 'idler')!.id, label: 'Idler' };
  const found = (check: string, result: 'good' | 'bad', part: typeof idler | null = null, act = '') =>
    line('finding', { ...FINDING, ref: crypto.randomUUID(), check, part, result, act });
  const work = (change: 'repaired' | 'replaced', check: string, part: typeof idler | null) =>
    line('changed', { change, found: { check, part }, on: null });
  const timed = (what: 'engagement' | 'stop', seconds: number) =>
    line('timed', { what, seconds, when: 'proved', limitS: 5, how: 'stopwatch', sdS: null });
  const opened = [
    line('asked', { ...NOTHING_ASKED, complaints: ['thrown-releasing'] }),
    timed('stop', 7),
    found('brake-released', 'bad'),
    line('setup', { setup: 'belt', up: true }),
    found('idler-tip', 'bad', idler, 'Replace the idler'),
    found('stack-order', 'bad', idler, 'Assemble the stack as in the diagram'),
  ];
  const brakeOnly = [...opened, work('repaired', 'brake-released', null)];
  const all = [...brakeOnly, work('replaced', 'idler-tip', idler), work('repaired', 'stack-order', idler)];
  const closed = [
    ...all,
    found('idler-tip', 'good', idler),
    found('stack-order', 'good', idler),
    line('setup', { setup: 'belt', up: false }),
    found('brake-released', 'good'),
    timed('engagement', 0.6),
    timed('stop', 3),
    line('proved', PROVED),
  ];

  it('keeps the other faults open after the first repair', () => {
    expect(at(brakeOnly).state(`repair:idler-tip/${idler.id}`)).not.toBe('done');
    expect(at(brakeOnly).hand.known.map((f) => f.check)).toEqual(expect.arrayContaining(['idler-tip', 'stack-order']));
    expect(at([...brakeOnly, line('proved', PROVED)]).hand.best).toBe('unfit');
  });
  it('needs each repaired part again, and treats earlier times as history', () => {
    const { replayed, state } = at(all);
    expect(replayed.dueChecks.map((f) => f.check)).toEqual(expect.arrayContaining(['idler-tip', 'stack-order', 'brake-released']));
    expect(replayed.times).toEqual({ engage: null, stop: null });
    expect(state('times')).toBe('later');
  });
  it('ends fit to use once every finding was seen good and the machine was timed', () => {
    const { replayed, hand } = at(closed);
    expect(replayed.findings.map((f) => f.status)).toEqual(['closed', 'closed', 'closed']);
    expect(hand).toMatchObject({ best: 'sound', unfit: [], known: [] });
  });
});
