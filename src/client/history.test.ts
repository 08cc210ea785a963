import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { startHistory, step, type History, type HistoryStep } from './history';

const write = (value: string, key?: string): HistoryStep<string> => ({ type: 'write', change: () => value, key });
const after = (start: string, ...steps: readonly HistoryStep<string>[]): History<string> => steps.reduce(step, startHistory(start));

describe('a history', () => {
  it('joins consecutive letters to one entry, and starts another for another field', () => {
    const typed = after('', write('O', 'name'), write('Or', 'name'), write('Orc', 'name'), write('Orc, x', 'notes'));
    const back = step(typed, { type: 'undo' });
    expect(back.now).toBe('Orc');
    expect(step(back, { type: 'undo' }).now).toBe('');
    expect(step(step(step(back, { type: 'undo' }), { type: 'redo' }), { type: 'redo' }).now).toBe('Orc, x');
  });
  it('counts one drag as one step and two as two, with the entries between them', () => {
    const drags = after('0', write('1', 'move'), write('2', 'move'), { type: 'settle' }, write('3', 'move'), write('4', 'move'));
    expect(drags.past).toEqual(['0', '2']);
  });
  it('a new entry forgets what was undone; one that changes nothing is none', () => {
    const now = after('a', write('b'), { type: 'undo' }, write('c'));
    expect([now.now, now.future]).toEqual(['c', []]);
    expect(step(now, { type: 'write', change: (same) => same })).toBe(now);
    for (const type of ['undo', 'redo'] as const) expect(step(startHistory('a'), { type }).now).toBe('a');
  });
  it('another’s change comes in under every entry, so that no undo takes it out', () => {
    const now = after('a', write('b'), write('c'), { type: 'undo' }, { type: 'rebase', by: (v) => `${v}!` });
    expect([now.past, now.now, now.future]).toEqual([['a!'], 'b!', ['c!']]);
  });
  it('undone as often as written it is back at the start, and redone as it was', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ minLength: 1 }), { maxLength: 30 }), (values) => {
        const distinct = values.map((v, i) => `${i}${v}`);
        const written = after('', ...distinct.map((v) => write(v)));
        const undone = distinct.reduce((h) => step(h, { type: 'undo' }), written);
        expect(undone.now).toBe('');
        expect(distinct.reduce((h) => step(h, { type: 'redo' }), undone)).toEqual(written);
      }),
    );
  });
});
