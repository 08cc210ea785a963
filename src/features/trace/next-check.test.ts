import { describe, expect, it } from 'vitest';
import { trace, vocabulary, type FaultEvent, type SetupId } from '@/core/fault';
import { BARE_FINDING, NOTHING_ASKED, type Asked, type RecordLine } from '@/core/job';
import { nextCheck } from './next-check';

const line = (type: string, body: object): RecordLine => ({ type, body, at: '2026-11-20T09:00:00Z', by: 'Bram', withdrawn: false });
const asked = (more: Partial<Asked> = {}) => line('asked', { ...NOTHING_ASKED, complaints: ['thrown-releasing'], ...more });
const good = (check: string) => line('finding', { ...BARE_FINDING, ref: crypto.randomUUID(), check, part: null, result: 'good' });
const words = vocabulary();
const traced = (history: FaultEvent[], setups: SetupId[] = []) => ({
  trace: trace(words, { kind: 'deck-lever', complaint: ['thrown-releasing'], history, setups }),
});
type Answer = Parameters<typeof nextCheck>[0];
const next = (of: object, lines: RecordLine[], how: 'asked' | 'made' = 'made') => nextCheck(of as Answer, lines, how);
/** The brake is found off and repaired, with the belt off: tracing advises no further check for the cause. */
const repaired: FaultEvent[] = [{ check: 'brake-released', result: 'bad' }];
const OPEN: SetupId[] = ['belt-covers', 'belt'];

describe('the next check of tracing', () => {
  it('is the first that is worth its minutes, by how it is made', () => {
    const answer = traced([]);
    expect(next(answer, [asked()])?.why).toBe('cause');
    expect(next(answer, [asked()], 'asked')?.check).not.toBe(next(answer, [asked()])?.check);
    expect(next({ trace: { status: 'contradiction', conflicts: [] } }, [asked()])).toBeNull();
  });
  it('asks when the complaint started once, also if the customer does not know', () => {
    const only = { trace: { status: 'ok', stop: null, open: [], next: [{ check: 'began-belt', bits: 1, minutes: 1, score: 5 }] } };
    expect(next(only, [asked()], 'asked')?.check).toBe('began-belt');
    expect(next(only, [asked({ began: 'unknown' })], 'asked')).toBeNull();
  });
  it('goes on after the cause is known, with every part that the open covers show', () => {
    const answer = traced(repaired, OPEN);
    expect(answer.trace.status === 'ok' && answer.trace.stop).toBeTruthy();
    const lines = [asked()];
    const offered: string[] = [];
    for (let one = next(answer, lines); one; one = next(answer, lines)) {
      expect(one.why).toBe('open');
      offered.push(one.check);
      lines.push(good(one.check));
    }
    // A bearing that is worn and a stack that clamps its shell.
    expect(offered).toEqual(expect.arrayContaining(['idler-tip', 'idler-spin', 'idler-binds', 'spindle-rock']));
    expect(offered.length).toBeLessThan(16);
  });
  it('lists nothing more with the covers on', () => expect(next(traced(repaired), [asked()])).toBeNull());
});
