import { describe, expect, it } from 'vitest';
import { trace, validateCase, vocabulary } from '../fault';
import type { RecordLine } from './kind';
import { buildFaultCase, NOTHING_ASKED } from '.';
import { FINDING, PROVED } from './test-job';

let id = 0;
const line = (type: string, body: object, more: Partial<RecordLine> = {}): RecordLine =>
  ({ id: ++id, type, body, at: '2026-11-20T09:00:00Z', by: 'Bram', withdrawn: false, stage: 'look', ...more }) as unknown as RecordLine;
const asked = (...complaints: string[]) => line('asked', { ...NOTHING_ASKED, complaints });
const found = (check: string, result: string, part: string | null = null) =>
  line('finding', { ...FINDING, ref: crypto.randomUUID(), check, result, part: part === null ? null : { id: part, label: part } });
const timed = (what: string, seconds: number, limitS: number | null = null) =>
  line('timed', { what, seconds, when: 'found', limitS, how: 'typed', sdS: null });
const mended = (cause: string, when: string) => line('mended', { cause, when, kind: 'deck-lever' });
const proved = (belt: string) => line('proved', { ...PROVED, belt });
const of = (lines: readonly RecordLine[], facts: Parameters<typeof buildFaultCase>[3] = []) =>
  buildFaultCase(lines, 'deck-lever', ['belt-covers'], facts)!;

describe('the case of a ticket', () => {
  it('is none until a complaint of this kind of drive is named', () => {
    expect(buildFaultCase([], 'deck-lever', [], [])).toBeNull();
    expect(buildFaultCase([asked('cvt-no-top')], 'deck-lever', [], [])).toBeNull();
    expect(buildFaultCase([asked('cvt-no-top', 'runs-on')], 'deck-lever', [], [])!.complaint).toEqual(['runs-on']);
  });
  it('takes times and findings in order, the worst of several parts, without unreached or struck-out ones', () => {
    const { history, setups } = of([
      asked('thrown-releasing'),
      timed('engagement', 1.2),
      timed('stop', 6, 5),
      found('idler-tip', 'good', 'arm-idler'),
      found('idler-tip', 'bad', 'flat-idler'),
      found('idler-spin', 'not-reached', 'arm-idler'),
      line('finding', { ...FINDING, check: 'cable', result: 'bad', part: null }, { withdrawn: true }),
    ]);
    expect(history).toEqual([
      { check: 'engagement-time', result: 'watch' },
      { check: 'engages-grabbing', result: 'good' },
      { check: 'stop-time', result: 'bad' },
      { check: 'idler-tip', result: 'good' },
      { check: 'idler-tip', result: 'bad' },
    ]);
    expect(setups).toEqual(['belt-covers']);
  });
  it('takes a measured width as the check of the width, unless two ribs contradict each other or a log was imported', () => {
    const width = (widths: number[], more: object = {}) =>
      line('width', {
        ...{ belt: { id: 'cvt', label: 'CVT belt' }, meter: 2400, fittedAt: 0, unit: 'mi', method: 'rib-top', widths, zeroMm: 0 },
        ...{ minimumMm: 28.6, newMm: 31, on: null, ...more },
      });
    const results = (entry: RecordLine) => buildFaultCase([asked('cvt-no-top'), entry], 'cvt', [], [])!.history;
    expect(results(width([30.1, 30.12, 30.08]))).toEqual([{ check: 'cvt-width', result: 'good' }]);
    expect(results(width([28.9, 28.92, 28.88]))).toEqual([{ check: 'cvt-width', result: 'watch' }]);
    expect(results(width([28.3, 28.31, 28.3]))).toEqual([{ check: 'cvt-width', result: 'bad' }]);
    expect(results(width([30.1, 28.3]))).toEqual([]);
    expect(results(width([28.3, 28.31, 28.3], { on: '2026-05-01' }))).toEqual([]);
  });
  it('puts repairs before intake first, with the complaint after them; a repair here clears earlier findings', () => {
    const { history } = of([
      asked('thrown-releasing'),
      found('idler-tip', 'bad', 'a'),
      mended('idler-tips', 'here'),
      proved('comes-off'),
      mended('keeper-off', 'before'),
      found('idler-tip', 'good', 'a'),
      proved('stays'),
    ]);
    expect(history).toEqual([
      { fixed: 'keeper-off' },
      { prove: 'still' },
      { check: 'idler-tip', result: 'bad' },
      { fixed: 'idler-tips' },
      { prove: 'still' },
      { check: 'idler-tip', result: 'good' },
      { prove: 'gone' },
    ]);
  });
  it('does not count a test that still shows the complaint as a cure, even if the belt stays on', () => {
    const still = line('proved', { ...PROVED, complaint: 'still' });
    const gone = line('proved', { ...PROVED, belt: 'not-tried', complaint: 'gone' });
    expect(of([asked('runs-on'), still, gone]).history).toEqual([{ prove: 'still' }, { prove: 'gone' }]);
  });
  it('uses the start of the fault and the place of the belt only once they are answered', () => {
    const with_ = (more: object) => of([line('asked', { ...NOTHING_ASKED, complaints: ['thrown-releasing'], ...more })]).history;
    expect(with_({})).toEqual([]);
    expect(with_({ began: 'after-part' })).toEqual([
      { check: 'began-belt', result: 'good' },
      { check: 'began-part', result: 'bad' },
      { check: 'began-blow', result: 'good' },
      { check: 'began-storage', result: 'good' },
      { check: 'began-slowly', result: 'good' },
    ]);
    expect(with_({ beltEnded: 'below' })).toEqual([{ check: 'ended-height', result: 'bad' }]);
    expect(with_({ beltEnded: 'far-side' })).toEqual([{ check: 'ended-height', result: 'good' }]);
    expect(with_({ beltEnded: 'broken' })).toEqual([]);
  });
  it('after another part the stack is likelier than it was, and slow wear is not', () => {
    const chance = (began: string, cause: string) => {
      const traced = trace(vocabulary(), of([line('asked', { ...NOTHING_ASKED, complaints: ['thrown-releasing'], began })]));
      return traced.status === 'ok' ? traced.causes.find((c) => c.id === cause)!.probability : NaN;
    };
    expect(chance('after-part', 'stack-height')).toBeGreaterThan(2 * chance('slowly', 'stack-height'));
    expect(chance('slowly', 'idler-tips')).toBeGreaterThan(chance('after-part', 'idler-tips'));
  });
  it('gaps measured are evidence of a keeper, and readings with a belt off of what was left off', () => {
    const gap = (mm: number) =>
      line('clearance', { what: 'keeper', part: { id: 'k', label: 'Finger' }, lever: 'engaged', mm, lowMm: 1, highMm: 9 });
    expect(of([asked('thrown-releasing'), gap(12), gap(3)]).history).toEqual([
      { check: 'keeper-gap-computed', result: 'bad' },
      { check: 'keeper-gap-computed', result: 'good' },
    ]);
    const reading = (without: object[]) => line('reading', { belt: 'b', state: 'engaged', method: 'push', without });
    const pto = (lines: readonly RecordLine[]) => buildFaultCase(lines, 'pto', [], [])!.history;
    expect(pto([asked('slow-weak'), reading([{ id: 'x', label: 'Other' }])])).toEqual([{ check: 'attachment-computed', result: 'bad' }]);
    // A deck has nothing of that.
    expect(of([asked('slow-weak'), reading([])]).history).toEqual([]);
  });
  it('what the drive’s own numbers say comes last, and every case is one that the command line takes', () => {
    const lines = [
      asked('runs-on', 'short-life'),
      found('brake-released', 'bad'),
      mended('brake-not-landing', 'here'),
      proved('not-tried'),
    ];
    const made = of(lines, [{ check: 'grip-computed', result: 'bad' }]);
    expect(made.history.at(-1)).toEqual({ check: 'grip-computed', result: 'bad' });
    const file = { format: 'taut-sheave/case', version: 1, ...made };
    expect(validateCase(file, vocabulary())).toEqual({ ok: true, case: made });
    const traced = trace(vocabulary(), made);
    if (traced.status !== 'ok') throw new Error('it contradicts itself');
    expect(['belt-too-long', 'set-too-slack', 'adjuster-used-up']).toContain(traced.causes[0]!.id);
    expect(traced.causes[0]!.for.join()).toMatch(/does not grip/);
  });
});
