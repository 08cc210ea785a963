import { describe, expect, it } from 'vitest';
import { consentFor, handBackOf, leftIn, type RecordLine } from '.';
import { FINDING, PROVED } from './test-job';

const line = (type: string, body: object): RecordLine =>
  ({ type, body, at: '2026-11-20T09:00:00Z', by: 'Bram', withdrawn: false }) as RecordLine;
const found = (check: string, more: object = {}) =>
  line('finding', { ...FINDING, ref: crypto.randomUUID(), check, result: 'bad', part: null, priceCents: null, ...more });
const mended = (cause: string, when: string) => line('mended', { cause, when, agreed: false, kind: 'deck-lever' });

describe('whether the customer is asked first', () => {
  it('uses a known price, regardless of the usual cost of its parts', () => {
    expect(consentFor([found('idler-tip', { priceCents: 14_999 })], 'idler-tips', 15_000).needed).toBe(false);
    expect(consentFor([found('idler-tip', { priceCents: 15_000 })], 'idler-tips', 15_000).needed).toBe(true);
    expect(consentFor([found('shaft-true', { priceCents: 500 })], 'shaft-bent', 15_000).needed).toBe(false);
  });
  it('uses the usual cost of its parts without a price; a finding of another cause has no effect', () => {
    expect(consentFor([], 'shaft-bent', 15_000)).toEqual({ needed: true, said: 'not-asked' });
    expect(consentFor([], 'unknown', 15_000).needed).toBe(true);
    expect(consentFor([found('brake-lining', { priceCents: 90_000, answer: 'approved' })], 'idler-tips', 15_000)).toEqual({
      needed: false,
      said: 'not-asked',
    });
  });
  it('a no counts over a yes, and either over what waits', () => {
    const said = (...answers: string[]) =>
      consentFor(
        ['arm-side-play', 'idler-lean'].flatMap((check, i) => (answers[i] ? [found(check, { answer: answers[i] })] : [])),
        'arm-slack',
        15_000,
      ).said;
    expect([said('waiting', 'approved'), said('approved', 'declined'), said('asked', 'waiting')]).toEqual([
      'approved',
      'declined',
      'waiting',
    ]);
  });
});

describe('what is left in by the customer’s word', () => {
  it('stays on the ticket until it is repaired, and prevents fit to use', () => {
    const lines = [mended('spindle-worn', 'left'), line('proved', PROVED)];
    expect(leftIn(lines)).toEqual(['spindle-worn']);
    expect(handBackOf({ lines, stopLimitS: null, drive: null, beltId: null })).toMatchObject({
      best: 'belt-stays',
      leftIn: ['spindle-worn'],
    });
    expect(
      handBackOf({
        lines: [mended('spindle-worn', 'left'), mended('spindle-worn', 'here'), line('proved', PROVED)],
        stopLimitS: null,
        drive: null,
        beltId: null,
      }),
    ).toMatchObject({ best: 'sound', leftIn: [] });
  });
});
