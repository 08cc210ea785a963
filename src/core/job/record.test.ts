import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CheckId, SetupId } from '../fault';
import {
  intakeOf,
  findingsOf,
  leftIn,
  loadsOnJob,
  NOTHING_ASKED,
  provedOf,
  setupsUp,
  stepsWritten,
  removedParts,
  partsStillOff,
  timedOf,
  type RecordLine,
  type TypedBody,
} from '.';
import { FINDING, PROVED } from './test-job';

const SETUP_IDS: readonly SetupId[] = ['belt-covers', 'belt', 'idler'];
const ITEMS = ['Cover screws', 'Switch leads'];
const CHECK_IDS: readonly CheckId[] = ['idler-tip', 'brake-released', 'belt-width'];
const ref = (i: number) => `0f3b2f6e-5d3c-4f57-9d0a-6a1f0d1f7c${String(10 + i)}`;

/** Lines as a job at the bay writes them, in any order. */
const anyBody: fc.Arbitrary<TypedBody> = fc.oneof(
  fc.record({ type: fc.constant('setup' as const), body: fc.record({ setup: fc.constantFrom(...SETUP_IDS), up: fc.boolean() }) }),
  fc.record({
    type: fc.constant('tally' as const),
    body: fc.record({
      item: fc.constantFrom(...ITEMS),
      count: fc.integer({ min: 1, max: 4 }),
      way: fc.constantFrom('off' as const, 'on' as const),
      note: fc.constant(''),
    }),
  }),
  fc.record({
    type: fc.constant('finding' as const),
    body: fc
      .record({
        i: fc.integer({ min: 0, max: 5 }),
        check: fc.constantFrom(...CHECK_IDS),
        result: fc.constantFrom('good' as const, 'bad' as const),
      })
      .map(({ i, check, result }) => ({ ...FINDING, ref: ref(i), check, result })),
  }),
  fc.record({
    type: fc.constant('decision' as const),
    body: fc.record({
      finding: fc.integer({ min: 0, max: 5 }).map(ref),
      act: fc.constant('Replace the idler'),
      priceCents: fc.constant(2400),
      answer: fc.constantFrom('asked' as const, 'approved' as const, 'declined' as const),
    }),
  }),
  fc.record({
    type: fc.constant('timed' as const),
    body: fc.record({
      what: fc.constantFrom('stop' as const, 'engagement' as const),
      seconds: fc.integer({ min: 1, max: 9 }),
      when: fc.constantFrom('found' as const, 'proved' as const),
      limitS: fc.constant(5),
      how: fc.constant('typed' as const),
      sdS: fc.constant(null),
    }),
  }),
  fc.record({
    type: fc.constant('mended' as const),
    body: fc.record({
      cause: fc.constantFrom('idler-tips' as const, 'belt-worn' as const),
      when: fc.constantFrom('here' as const, 'before' as const, 'left' as const),
      agreed: fc.boolean(),
      kind: fc.constant('deck-lever' as const),
    }),
  }),
  fc.constant<TypedBody>({ type: 'asked', body: { ...NOTHING_ASKED, complaints: ['slow-weak'] } }),
  fc.constant<TypedBody>({ type: 'proved', body: PROVED }),
);
const record = (entries: readonly TypedBody[], withdrawn: readonly boolean[] = []): RecordLine[] =>
  entries.map((entry, i) => ({
    ...entry,
    withdrawn: withdrawn[i] ?? false,
    at: new Date(Date.UTC(2026, 10, 26, 9, i)).toISOString(),
    by: i % 2 === 0 ? 'Ines Tarrow' : 'Bram Oakhollow',
  }));
const anyRecord = fc.array(fc.tuple(anyBody, fc.boolean()), { maxLength: 24 }).map((lines) =>
  record(
    lines.map(([body]) => body),
    lines.map(([, withdrawn]) => withdrawn),
  ),
);
/** All current values, read from the entries. */
const allOf = (lines: readonly RecordLine[]) => ({
  asked: intakeOf(lines),
  found: [...findingsOf(lines)],
  left: leftIn(lines),
  loads: loadsOnJob(lines),
  off: removedParts(lines),
  proved: provedOf(lines),
  steps: [...stepsWritten(lines, 'deck-on')],
  tally: [...partsStillOff(lines)],
  times: (['stop', 'engagement'] as const).map((what) => timedOf(lines, what, 'found')),
  up: [...setupsUp(lines)],
});

describe('current values of a ticket', () => {
  it('equals the record without the struck-out lines', () => {
    fc.assert(
      fc.property(anyRecord, (lines) => {
        expect(allOf(lines)).toEqual(allOf(lines.filter((l) => !l.withdrawn)));
      }),
    );
  });
  it('counts hardware as a sum: off less on, and nothing of what comes out even', () => {
    fc.assert(
      fc.property(anyRecord, (lines) => {
        const tally = partsStillOff(lines);
        for (const item of ITEMS) {
          const sum = lines.reduce((n, l) => {
            if (l.type !== 'tally' || l.withdrawn) return n;
            const body = l.body as { item: string; count: number; way: 'off' | 'on' };
            return body.item === item ? n + (body.way === 'off' ? body.count : -body.count) : n;
          }, 0);
          expect(tally.get(item) ?? 0).toBe(sum);
          expect(tally.has(item)).toBe(sum !== 0);
        }
      }),
    );
  });
  it('has removed the part removed last, regardless of earlier changes', () => {
    fc.assert(
      fc.property(anyRecord, (lines) => {
        const up = setupsUp(lines);
        for (const setup of SETUP_IDS) {
          const last = lines.findLast((l) => !l.withdrawn && l.type === 'setup' && (l.body as { setup: SetupId }).setup === setup);
          expect(up.has(setup)).toBe(last !== undefined && (last.body as { up: boolean }).up);
        }
        expect(removedParts(lines)).toHaveLength(partsStillOff(lines).size + up.size);
      }),
    );
  });
  it("has the customer's last answer for a finding, and the last finding of each part", () => {
    fc.assert(
      fc.property(anyRecord, (lines) => {
        const standing = lines.filter((l) => !l.withdrawn);
        for (const found of findingsOf(lines).values()) {
          const last = standing.findLast((l) => l.type === 'finding' && (l.body as { check: string }).check === found.check)!;
          expect(found).toMatchObject({ result: (last.body as { result: string }).result, at: last.at, by: last.by });
          const said = standing.findLast((l) => l.type === 'decision' && (l.body as { finding: string }).finding === found.ref);
          expect(found.answer).toBe(said ? (said.body as { answer: string }).answer : FINDING.answer);
        }
      }),
    );
  });
  it('declines only the last declined repairs that were not made since', () => {
    const mended = (when: 'here' | 'before' | 'left'): TypedBody => ({
      type: 'mended',
      body: { cause: 'idler-tips', when, agreed: false, kind: 'deck-lever' },
    });
    expect(leftIn(record([mended('left')]))).toEqual(['idler-tips']);
    expect(leftIn(record([mended('left'), mended('here')]))).toEqual([]);
    expect(leftIn(record([mended('left'), mended('here')], [false, true]))).toEqual(['idler-tips']);
  });
});
