import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  entryKindOf,
  ENTRY_KINDS,
  ENTRY_TYPES,
  isEntryType,
  kindOf,
  NEW_STAGES,
  NOTHING_ASKED,
  currentStage,
  openAtHandBack,
  readBody,
  truncate,
  stageAfter,
  STAGE_STATES,
  type BeltBooked,
  type Stages,
  type TypedBody,
} from '.';
import { BOOKED_BELT, CONFIRMED, FINDING, PROVED, UNPROVED } from './test-job';

const all = (state: Stages['look']): Stages => ({
  ask: state,
  secure: state,
  look: state,
  match: state,
  fit: state,
  set: state,
  prove: state,
  book: state,
});

const booked: BeltBooked = { ...BOOKED_BELT, drive: { id: 1, version: 3, beltId: 'blade' } };

describe('what comes next', () => {
  it('a job waits for its first stage that is not over, held or not', () => {
    const stages = { ...NEW_STAGES, ask: 'done', secure: 'done', look: 'skipped', match: 'held' } as const;
    expect(currentStage(stages)).toBe('match');
    expect(currentStage(all('done'))).toBeNull();
  });
  it('work goes on after the stage that was moved, round to what was left, and to what is held only at the end', () => {
    expect(stageAfter({ ...all('waiting'), look: 'done' }, 'look')).toBe('match');
    expect(stageAfter({ ...all('done'), secure: 'waiting' }, 'book')).toBe('secure');
    expect(stageAfter({ ...all('done'), fit: 'held', prove: 'waiting' }, 'match')).toBe('prove');
    expect(stageAfter({ ...all('done'), fit: 'held' }, 'match')).toBe('fit');
    expect(stageAfter(all('done'), 'look')).toBeNull();
  });
  it('reports open stages at hand-back, except the hand-back itself', () =>
    expect(openAtHandBack({ ...all('done'), match: 'held', set: 'waiting', book: 'under-way' })).toEqual(['match', 'set']));
});

describe('entries of a ticket', () => {
  const examples: readonly TypedBody[] = [
    { type: 'note', body: { text: 'Groove shiny.' } },
    { type: 'stage', body: { state: 'skipped', why: 'seen last week' } },
    { type: 'belt-booked', body: booked },
    { type: 'closing', body: UNPROVED },
    { type: 'reopening', body: {} },
    { type: 'asked', body: { ...NOTHING_ASKED, complaints: ['slow-weak'], words: 'Slips.', hoursBetween: 3 } },
    { type: 'timed', body: { what: 'stop', seconds: 4.2, when: 'found', limitS: 5, how: 'stopwatch', sdS: null } },
    { type: 'secured', body: { list: 'full', cautions: [CONFIRMED] } },
    { type: 'running', body: { cautions: [CONFIRMED] } },
    { type: 'finding', body: FINDING },
    { type: 'decision', body: { finding: FINDING.ref, answer: 'approved', act: 'Replace the idler', priceCents: 2400 } },
    { type: 'setup', body: { setup: 'belt', up: true } },
    { type: 'skipped', body: { line: 'times-found', words: 'Time engagement and stop as found', why: 'It throws its belt.' } },
    { type: 'changed', body: { change: 'clamped' } },
    { type: 'proved', body: PROVED },
    { type: 'procedure', body: { procedure: 'cable', name: 'Engagement cable adjustment', why: 'it has an adjuster' } },
    {
      type: 'step',
      body: {
        procedure: 'cable',
        step: 'move-bracket',
        words: 'Bracket moved.',
        outcome: 'done',
        why: '',
        readings: [{ what: 'Slot left', value: 7.5, in: 'length', state: null }],
        torque: '9 N·m, page 12',
      },
    },
    { type: 'tally', body: { item: 'Hanger pins', count: 4, way: 'off', note: '' } },
    { type: 'picture', body: { documentId: 12, shows: 'Idler: bearing', about: 'finding idler-tip idler' } },
    {
      type: 'reading',
      body: {
        belt: 'blade',
        state: 'engaged',
        method: 'deflection',
        at: 'crank>spindle',
        where: 'Engine pulley to Blade spindle',
        value: 12,
        deflectionMm: 6.6,
        belts: null,
        placeIn: null,
        without: [{ id: 'pto', label: 'PTO belt' }],
        tensionN: 190,
        sdN: 17,
        clamped: false,
      },
    },
    {
      type: 'alignment',
      body: {
        belt: 'blade',
        reference: { id: 'crank', label: 'Engine pulley' },
        pulley: { id: 'spindle', label: 'Blade spindle' },
        by: 'straight-edge',
        gaps: { near: 0, far: 1.5, above: null, below: null },
        rimMm: 150,
        widerByMm: 0,
        offsetMm: 0.75,
        skewDeg: 0.57,
        leanDeg: null,
        worstDeg: 0.6,
        limitDeg: 0.5,
        when: 'tight',
        cut: 'lowest',
        track: 'stays',
      },
    },
    {
      type: 'tension-basis',
      body: {
        belt: 'blade',
        loads: [
          { id: 'spindle', label: 'Blade spindle', kw: 3.3, guess: { by: 'blades', bladeMm: 530, blades: 1, grass: 'heavy' } },
          { id: 'pump', label: 'Pump', kw: 2, guess: null },
        ],
        ownTargetN: 210,
        manual: null,
        newBelt: true,
      },
    },
    { type: 'clearance', body: { what: 'keeper', part: { id: 'k', label: 'Finger' }, lever: 'engaged', mm: 3, lowMm: 1.5, highMm: 7.9 } },
    {
      type: 'tension-decided',
      body: {
        belt: 'blade',
        act: 'adjust',
        advised: 'adjust',
        because: 'it engages softly',
        to: { id: 'bracket', label: 'Cable bracket', position: 5, placeIn: 'length' },
        hoursGained: 80,
        savedCents: 3120,
        reason: '',
      },
    },
    { type: 'mended', body: { cause: 'idler-tips', when: 'here', agreed: false, kind: 'deck-lever' } },
    {
      type: 'riding',
      body: {
        belt: { id: 'b', label: 'Drive belt' },
        from: 900,
        to: 2400,
        unit: 'km',
        shares: { crawl: 0.6, trail: 0.4, haul: 0, fast: 0 },
        wet: 0.15,
        dust: 0,
      },
    },
    {
      type: 'warranty',
      body: {
        belt: { id: 'b', label: 'Drive belt' },
        covers: 'breakage',
        until: '2027-01-31',
        atMost: 3000,
        unit: 'km',
        words: '',
        wetInside: false,
      },
    },
    { type: 'cvt-part', body: { part: 'roller', values: [24.9, 24.8], limitMm: 24.5, page: '41' } },
    {
      type: 'width',
      body: {
        belt: { id: 'cvt-belt', label: 'Drive belt' },
        meter: 2140,
        fittedAt: 900,
        unit: 'km',
        method: 'rib-top',
        widths: [29.8, 29.84],
        zeroMm: 0.02,
        minimumMm: 28.6,
        newMm: null,
        on: null,
      },
    },
    { type: 'part-fitted', body: { partId: 3, name: 'Flat idler 82', number: 'KR-82-F', bin: 'D4', quantity: 2, priceCents: 2400 } },
  ];
  it('there is an example of every kind', () => expect(examples.map((e) => e.type).sort()).toEqual([...ENTRY_TYPES].sort()));
  it.each(examples.map((e) => [e.type, e] as const))('%s is read back as stored, and has a name', (type, entry) => {
    const read = readBody(type, kindOf(type).form.version, JSON.parse(JSON.stringify(entry.body)));
    expect(read).toEqual({ ok: true, value: entry });
    expect(entryKindOf(entry).name.length).toBeGreaterThan(0);
  });
  it.each(examples.map((e) => [e.type, e] as const))('%s: reports an invalid body without an exception', (type) => {
    for (const body of [null, 7, 'text', [], { text: 9, state: 'asleep', verdict: 'so so' }]) {
      const read = readBody(type, kindOf(type).form.version, body);
      // A reopening has no content, so any object is valid.
      if (type === 'reopening' && typeof body === 'object' && body !== null && !Array.isArray(body)) continue;
      expect(read.ok).toBe(false);
    }
  });
  it('reports an unknown kind with its text', () => {
    expect(isEntryType('toString')).toBe(false);
    expect(readBody('sonnet', 1, { lines: 14 })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('sonnet'),
      text: expect.stringContaining('14'),
    });
  });
  it('a booking takes its pieces from the shelf', () => {
    const acts = entryKindOf({ type: 'belt-booked', body: booked });
    expect([acts.shelf, acts.undoable, acts.status]).toEqual([{ shelfBeltId: 7, by: -2 }, true, null]);
    expect(acts.takenBack).toBe('4L480 is back in B2.');
  });
  it('closing ends the job, reopening opens it, and neither is struck out', () => {
    const closed = entryKindOf({ type: 'closing', body: UNPROVED });
    const again = entryKindOf({ type: 'reopening', body: {} });
    expect([closed.status, closed.undoable, again.status, again.undoable]).toEqual(['closed', false, 'open', false]);
  });
  it('skipping and holding ask why; what moves belts and parts or holds a picture is the server’s to write', () => {
    for (const state of STAGE_STATES)
      expect(ENTRY_KINDS.stage.refuse?.({ state, why: '' })?.field).toBe(state === 'skipped' || state === 'held' ? 'why' : undefined);
    expect(ENTRY_TYPES.filter((t) => !kindOf(t).fromDevice)).toEqual(['picture', 'belt-booked', 'part-fitted']);
  });
});

describe('bookings from before their form had a second version', () => {
  const { place: _place, runningN: _r, ceilingN: _c, window: _w, letsGo: _l, pieces: _p, drive: _d, ...first } = booked;
  it.each([
    ['the first, which said least', first, {}],
    [
      'with pieces and what is left under load',
      { ...first, pieces: 2, runningN: 120, letsGo: false },
      { pieces: 2, runningN: 120, letsGo: false },
    ],
    ['a substitute, in words', { ...first, substitute: true, insteadOf: '4L470' }, { substitute: true, insteadOf: { words: '4L470' } }],
  ])('%s', (_, kept, expected) => {
    const read = readBody('belt-booked', 1, kept);
    expect(read).toMatchObject({
      ok: true,
      value: {
        body: {
          belt: '4L480',
          place: null,
          pieces: 1,
          runningN: null,
          letsGo: true,
          ceilingN: null,
          drive: null,
          insteadOf: null,
          ...expected,
        },
      },
    });
  });
  it('reports truncated text', () => expect(readBody('belt-booked', 1, { belt: '4L480' }).ok).toBe(false));
});

describe('truncated text', () => {
  it('is complete if there is room, and is cut between words with a mark otherwise', () => {
    expect(truncate('Plug lead off, key out', 40)).toBe('Plug lead off, key out');
    expect(truncate('Plug lead off, key out, deck down. Engagement spring is loaded.', 40)).toBe('Plug lead off, key out, deck down. …');
    fc.assert(fc.property(fc.string(), fc.integer({ min: 4, max: 80 }), (text, most) => truncate(text, most).length <= most));
  });
});
