import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoDrive } from '../drive/sample-drives';
import {
  absentParts,
  driveKindOf,
  factNow,
  FACTS,
  factOf,
  factSchema,
  factsOfDrive,
  factWords,
  isFact,
  meterAt,
  readLimits,
  stopLimitOf,
  USUAL_LIMITS,
  type Facts,
  type MeterReading,
} from '.';

const known = (values: Partial<Record<(typeof FACTS)[number]['id'], string | number | readonly string[]>>): Facts =>
  Object.fromEntries(Object.entries(values).map(([id, value]) => [id, { value, by: 'Ines', at: '2026-10-17T08:00:00Z' }]));

describe('facts of a machine and its drives', () => {
  it('is one question each, with a default until it is known', () => {
    expect(new Set(FACTS.map((f) => f.id)).size).toBe(FACTS.length);
    for (const fact of FACTS) {
      expect(fact.question, fact.id).toMatch(/\?$/);
      expect(fact.untilKnown, fact.id).toMatch(/.{5}\.$/);
      expect(factSchema(fact).safeParse({ no: 'answer' }).success, fact.id).toBe(false);
      if (fact.kind === 'choice' && fact.safe !== null) expect(fact.choices.map((c) => c.id) as string[]).toContain(fact.safe);
    }
    expect(isFact('brake')).toBe(true);
    expect(isFact('colour')).toBe(false);
    expect(isFact('toString')).toBe(false);
  });
  it('is as it was answered, else the safe side, else nothing', () => {
    expect(factNow(known({ threads: 'steel' }), 'threads')).toBe('steel');
    expect(factNow({}, 'threads')).toBe('aluminium');
    expect(factNow({}, 'deck-on-reach')).toBe('no');
    expect(factNow({}, 'power')).toBeNull();
    expect(factNow({}, 'guards')).toEqual([]);
  });
  it.each<[string, string, unknown, boolean]>([
    ['one of those offered', 'power', 'diesel', true],
    ['none of those offered', 'power', 'steam', false],
    ['a number', 'clamp-draw', 0.4, true],
    ['a number below nothing', 'clamp-draw', -0.1, false],
    ['a number in words', 'clamp-draw', 'a bit', false],
    ['lines', 'guards', ['Left cover, 3 bolts'], true],
    ['a line of nothing', 'guards', ['  '], false],
    ['more lines than anybody reads', 'guards', Array.from({ length: 41 }, (_, i) => `Cover ${i}`), false],
  ])('an answer that is %s is taken or refused with a sentence', (_, id, value, taken) => {
    const read = factSchema(factOf(id as 'power')).safeParse(value);
    expect(read.success).toBe(taken);
    if (!read.success) expect(read.error.issues[0]!.message).toMatch(/^[A-Z].{8,}[.]$/);
  });
  it('is printed in words, never by its id', () => {
    for (const fact of FACTS) if (fact.kind === 'choice') for (const { id, label } of fact.choices) expect(factWords(fact, id)).toBe(label);
    expect(factWords(factOf('guards'), ['Left cover', 'Right cover'])).toBe('Left cover; Right cover');
    expect(factWords(factOf('clamp-draw'), 0.4)).toBe('0.4');
  });
});

describe('what a drawing answers itself', () => {
  it.each<[string, Record<string, string>]>([
    ['orchard-rider', { brake: 'on-arm', 'take-up': 'sprung-arm', engage: 'lever-cable' }],
    ['slipway-wood-hog', { 'take-up': 'twin-rods' }],
    ['harbour-snow-thrower', { brake: 'on-arm', 'take-up': 'sprung-arm', engage: 'lever-cable' }],
    ['kelp-lane-mower', { 'take-up': 'sprung-slide' }],
    ['hill-track-utility', { engage: 'centrifugal' }],
    ['airstrip-tug', { engage: 'always-on' }],
    ['rescue-skiff', {}],
  ])('%s', (name, facts) => {
    const found = factsOfDrive(demoDrive(name));
    expect(Object.fromEntries(Object.entries(found).map(([id, k]) => [id, k.value]))).toEqual(facts);
  });
  it('is nothing of a tensioner that is locked, or carries nothing', () => {
    const drive = demoDrive('orchard-rider');
    for (const tensioner of [{ locked: 1 }, { carries: [] }]) {
      const changed = { ...drive, tensioners: drive.tensioners.map((t) => ({ ...t, ...tensioner })) } as typeof drive;
      expect(factsOfDrive(changed)['take-up']).toBeUndefined();
    }
  });
});

describe('the parts that a drive lacks', () => {
  const deck = demoDrive('orchard-rider');
  it.each<[string, Record<string, string>, string[]]>([
    ['nothing is answered: a drawn lever excludes an electric clutch alone', {}, ['electric-clutch']],
    ['it is engaged by a rod', { engage: 'lever-rod' }, ['cable', 'electric-clutch']],
    ['it is engaged by a cable and has no brake', { engage: 'lever-cable', brake: 'none' }, ['rod', 'electric-clutch', 'brake']],
    ['it has an electric clutch', { engage: 'electric-clutch' }, ['cable', 'rod']],
    ['its secondary has a cam', { secondary: 'cam' }, ['electric-clutch', 'drum']],
    ['its secondary has a drum', { secondary: 'drum' }, ['electric-clutch']],
  ])('%s', (_, told, parts) => {
    expect(absentParts(deck, known(told)).sort()).toEqual([...parts].sort());
  });
  it('none where neither a drawing nor an answer is there', () => {
    expect(absentParts(null, {})).toEqual([]);
  });
});

describe('the kind of drive that trouble is sought in', () => {
  type Kinded = Parameters<typeof driveKindOf>[0];
  const deck: Kinded = { kind: 'mower-deck', belts: [] };
  const other: Kinded = { kind: 'other', belts: [] };
  it.each<[string, Kinded, Facts, string]>([
    ['a deck of which nothing is known', deck, {}, 'deck-lever'],
    ['a deck with an electric clutch', deck, known({ engage: 'electric-clutch' }), 'deck-clutch'],
    [
      'a deck that slides on its springs, with a clutch, too',
      deck,
      known({ 'take-up': 'sprung-deck', engage: 'electric-clutch' }),
      'sliding-deck',
    ],
    ['a deck with a clamped idler', deck, known({ 'take-up': 'clamp-idler' }), 'reel'],
    ['something else of which nothing is known', other, {}, 'accessory'],
    ['something else on twin rods', other, known({ 'take-up': 'twin-rods' }), 'banded'],
    ['something else on an eccentric', other, known({ 'take-up': 'eccentric' }), 'banded'],
    ['something else with a sprung arm', other, known({ 'take-up': 'sprung-arm' }), 'deck-lever'],
    ['a variable drive, whatever tightens it', { kind: 'cvt', belts: [] }, known({ 'take-up': 'twin-rods' }), 'cvt'],
    ['a PTO', { kind: 'pto', belts: [] }, {}, 'pto'],
    ['a thrower', { kind: 'snow-thrower', belts: [] }, {}, 'snow-thrower'],
  ])('%s', (_, drive, facts, kind) => {
    expect(driveKindOf(drive, facts)).toBe(kind);
  });
  it('a set of belts is a banded drive, one of them is not', () => {
    const [belt] = demoDrive('slipway-wood-hog').belts;
    const of = (count: number) => driveKindOf({ kind: 'other', belts: [{ ...belt!, count }] }, {});
    expect([of(1), of(2), of(4)]).toEqual(['accessory', 'banded', 'banded']);
  });
});

describe('the stop time that a machine is held to', () => {
  const limits = { ...USUAL_LIMITS, stop: { 'walk-behind': 3, 'ride-on': 5, auger: 4 } };
  it.each<[string, Facts, number | null]>([
    ['of its class', known({ class: 'ride-on' }), 5],
    ['the shortest of all while its class is not known', {}, 3],
    ['none where it has none to keep', known({ class: 'none' }), null],
  ])('%s', (_, facts, seconds) => {
    expect(stopLimitOf(facts, limits)).toBe(seconds);
  });
  it('is the default if the stored one is unreadable', () => {
    expect([{}, known({ class: 'ride-on' })].map((facts) => stopLimitOf(facts, USUAL_LIMITS))).toEqual([3, 5]);
    expect(readLimits({ stop: { 'ride-on': 'soon' } })).toEqual(USUAL_LIMITS);
    expect(readLimits({ stop: { 'ride-on': 4 } }).stop['ride-on']).toBe(4);
    expect(readLimits(null)).toEqual(USUAL_LIMITS);
  });
});

describe('what a meter showed at a moment', () => {
  const at = (day: number) => new Date(Date.UTC(2026, 0, 1) + day * 86_400_000).toISOString();
  const log: MeterReading[] = [
    { at: at(0), value: 400, unit: 'h' },
    { at: at(10), value: 420, unit: 'h' },
    { at: at(20), value: 3, unit: 'h' },
    { at: at(30), value: 13, unit: 'h' },
  ];
  it.each<[string, number, number | null]>([
    ['before the first reading: that one', -5, 400],
    ['half way between two: half of it', 5, 410],
    ['at a reading: that one', 10, 420],
    ['while it was swapped: what it showed last', 15, 420],
    ['on the new one', 25, 8],
    ['after the last: that one', 99, 13],
  ])('%s', (_, day, value) => {
    expect(meterAt(log, 'h', at(day))).toBe(value);
  });
  it('is empty in a unit without readings', () => {
    expect(meterAt(log, 'km', at(5))).toBeNull();
    expect(meterAt([], 'h', at(5))).toBeNull();
  });
  it('is between its neighbouring readings, in any stored order', () => {
    const rising = fc
      .array(fc.tuple(fc.integer({ min: 1, max: 50 }), fc.integer({ min: 0, max: 90 })), { minLength: 2, maxLength: 8 })
      .map((steps) => {
        let [day, value] = [0, 100];
        return steps.map(([days, more]): MeterReading => ({ at: at((day += days)), value: (value += more), unit: 'h' }));
      });
    fc.assert(
      fc.property(rising, fc.double({ min: 0, max: 400, noNaN: true }), (readings, day) => {
        const value = meterAt(readings.toReversed(), 'h', at(day))!;
        expect(value).toBe(meterAt(readings, 'h', at(day)));
        const before = readings.filter((r) => r.at <= at(day)).at(-1) ?? readings[0]!;
        const after = readings.find((r) => r.at > at(day)) ?? readings.at(-1)!;
        expect(value).toBeGreaterThanOrEqual(before.value - 1e-9);
        expect(value).toBeLessThanOrEqual(after.value + 1e-9);
      }),
    );
  });
});
