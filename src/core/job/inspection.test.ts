import { describe, expect, it } from 'vitest';
import { checkOf, type CheckId, type DriveKind, type DrivePart } from '../fault';
import { driveKindOf, factsOfDrive, type Facts } from '../machine';
import { demoDrive } from '../drive/sample-drives';
import {
  intakeOf,
  cautionsFor,
  coverLeftOff,
  findingsOf,
  foundAt,
  handBackOf,
  kindOf,
  limitOf,
  mayEnd,
  NO_FOLLOW_UP,
  NOTHING_ASKED,
  partsCount,
  readBody,
  resultBy,
  securingOf,
  setupsUp,
  stepsWritten,
  removedParts,
  partsStillOff,
  timedOf,
  usualFollowUp,
  pulleysOf,
  checkGroups,
  type FollowUpAfter,
  type FollowUpCheck,
  type RecordLine,
  type TypedBody,
} from '.';
import type { Tallied } from './entries/procedure';
import { BOOKED_BELT, CONFIRMED, FINDING, PROVED, UNPROVED } from './test-job';

const line = (entry: TypedBody, more: Partial<RecordLine> = {}): RecordLine => ({
  ...entry,
  withdrawn: false,
  at: '2026-11-26T09:00:00Z',
  by: 'Bram Odell',
  ...more,
});
const known = (values: Record<string, string>): Facts =>
  Object.fromEntries(Object.entries(values).map(([fact, value]) => [fact, { value, by: 'Bram', at: '2026-11-26T09:00:00Z' }]));
const day = (iso: string) => iso.slice(0, 10);
const NOW = '2026-11-26T15:00:00Z';

describe('current values of a ticket', () => {
  it('is the last entry that is not struck out', () => {
    const said = (words: string, more = {}) => line({ type: 'asked', body: { ...NOTHING_ASKED, words } }, more);
    expect(intakeOf([])).toBeNull();
    expect(intakeOf([said('slips'), said('smokes')])?.words).toBe('smokes');
    expect(intakeOf([said('slips'), said('smokes', { withdrawn: true })])?.words).toBe('slips');
  });
  it('separates times as found from final times', () => {
    const time = (seconds: number, when: 'found' | 'proved') =>
      line({ type: 'timed', body: { what: 'stop', seconds, when, limitS: 5, how: 'stopwatch', sdS: null } });
    const lines = [time(9, 'found'), time(4, 'proved'), time(3.5, 'proved')];
    expect([timedOf(lines, 'stop', 'found')?.seconds, timedOf(lines, 'stop', 'proved')?.seconds]).toEqual([9, 3.5]);
    expect(timedOf(lines, 'engagement', 'proved')).toBeNull();
  });
  it('replaces a finding by a later one of the same check and part, with the last answer of the customer', () => {
    const other = { ...FINDING, ref: '7b0a4f0e-9d25-4b6e-8d5e-2f9f1a7b9c22', part: { id: 'two', label: 'Second idler' } };
    const lines = [
      line({ type: 'finding', body: { ...FINDING, result: 'watch' } }),
      line({ type: 'finding', body: other }),
      line({ type: 'finding', body: FINDING }),
      line({ type: 'decision', body: { finding: FINDING.ref, answer: 'declined', act: 'Replace the idler', priceCents: 1900 } }),
    ];
    const found = [...findingsOf(lines).values()];
    expect(found.map((f) => [f.part?.label, f.result, f.answer, f.priceCents])).toEqual([
      ['Idler', 'bad', 'declined', 1900],
      ['Second idler', 'bad', 'not-asked', 2400],
    ]);
  });
  it('a step done again counts its rounds, of its own procedure alone', () => {
    const step = (procedure: string, outcome: 'done' | 'skipped') =>
      line({ type: 'step', body: { procedure, step: 'tension', words: 'Tension.', outcome, why: 'x', readings: [], torque: '' } });
    const written = stepsWritten([step('cable', 'done'), step('cable', 'done'), step('reel', 'done'), step('cable', 'skipped')], 'cable');
    expect(written.get('tension')).toMatchObject({ rounds: 2, outcome: 'skipped' });
  });
});

describe('made safe', () => {
  const secured = (ids: string[], list: 'full' | 'after-run' = 'full', at = '2026-11-26T09:00:00Z') =>
    line({ type: 'secured', body: { list, cautions: ids.map((id) => ({ ...CONFIRMED, id })) } }, { at });
  const ran = line({ type: 'running', body: { cautions: [CONFIRMED] } });
  const state = (lines: RecordLine[]) => securingOf(lines, ['a', 'b'], day, NOW).state;
  it('needs the whole list on the day, by any number of hands', () => {
    expect(state([])).toBe('never');
    expect(securingOf([secured(['a'])], ['a', 'b'], day, NOW)).toEqual({ state: 'part', missing: ['b'] });
    expect(state([secured(['a']), secured(['b'])])).toBe('secured');
    expect(state([secured(['a', 'b'], 'full', '2026-11-25T09:00:00Z')])).toBe('other-day');
    expect(state([{ ...secured(['a', 'b']), withdrawn: true }])).toBe('never');
  });
  it('a run ends it until the short list is confirmed; that alone secures nothing', () => {
    expect(securingOf([secured(['a', 'b']), ran], ['a', 'b'], day, NOW)).toEqual({ state: 'after-run', short: true });
    expect(state([secured(['a', 'b']), ran, secured(['x'], 'after-run')])).toBe('secured');
    for (const before of [[], [secured(['a'])], [secured(['a', 'b'], 'full', '2026-11-25T09:00:00Z')]])
      expect(securingOf([...before, ran], ['a', 'b'], day, NOW)).toEqual({ state: 'after-run', short: false });
    expect(state([ran, secured(['a', 'b'])])).toBe('secured');
    expect(state([ran, secured(['x'], 'after-run')])).toBe('never');
  });
  it('takes the worse value for an unknown fact', () => {
    const ids = (list: Parameters<typeof cautionsFor>[0], facts: Record<string, string>) =>
      cautionsFor(list, known(facts)).map((c) => c.id);
    expect(ids('full', {})).toEqual(expect.arrayContaining(['lead-off', 'battery-off', 'isolator-locked', 'one-way', 'what-turns']));
    expect(ids('full', { power: 'mains', turn: 'either', spins: 'none' })).toEqual(
      expect.arrayContaining(['isolator-locked', 'capacitors']),
    );
    expect(ids('full', { power: 'mains', turn: 'either', spins: 'none' })).not.toEqual(expect.arrayContaining(['lead-off']));
    expect(ids('full', { turn: 'either' })).not.toContain('one-way');
    // The driven part is unknown, so the lines for propellers show too.
    expect(ids('full', {})).toEqual(expect.arrayContaining(['propeller-off', 'can-fall']));
    expect(ids('running', {})).toContain('propeller-plane');
    expect(ids('full', { spins: 'blade' })).not.toContain('propeller-off');
  });
  it('a powered test has neutral, parking brake, fresh air, eyes and ears', () => {
    const words = cautionsFor('running', known({ power: 'petrol', class: 'ride-on', spins: 'blade' }), { kind: 'deck-lever' })
      .map((c) => c.words)
      .join(' ');
    for (const part of ['neutral', 'parking brake', 'outdoors', 'eye and ear protection']) expect(words).toContain(part);
  });
  it('blades are blocked and gloves worn, and what can fall is supported before its bolt comes out', () => {
    const words = cautionsFor('full', known({ spins: 'blade' }), { kind: 'deck-lever' }).map((c) => c.words);
    expect(words).toContain('Block the blades, reel or auger. To turn the drive by hand, wear cut-resistant gloves.');
    expect(words.some((w) => /before you loosen its bolt\. It can fall or swing/.test(w))).toBe(true);
  });
  it('omits lines that the machine cannot have', () => {
    const ids = (list: Parameters<typeof cautionsFor>[0], kind: DriveKind) => cautionsFor(list, {}, { kind }).map((c) => c.id);
    for (const id of ['raised', 'stands-still', 'pto-off', 'supported']) expect(ids('full', 'accessory')).not.toContain(id);
    for (const id of ['raised', 'what-turns', 'pto-off', 'propeller-off']) expect(ids('full', 'cvt')).not.toContain(id);
    expect(ids('full', 'deck-lever')).toContain('raised');
    expect(ids('running', 'cvt')).toContain('wheels-off-ground');
    expect(ids('running', 'deck-lever')).not.toContain('wheels-off-ground');
  });
  it('a check with the key on has its own list', () => {
    expect(cautionsFor('key-on', known({ power: 'petrol' })).map((c) => c.id)).toEqual(['cannot-start', 'clutch-clear']);
  });
  it('names the one missing cover of a watched run, and needs every other guard', () => {
    const lines = cautionsFor('running', {}, { coverOff: 'Belt cover' });
    expect(lines.map((c) => c.id)).not.toContain('guards-on');
    expect(lines.filter((c) => c.words.includes('“Belt cover”'))).toHaveLength(2);
    expect(lines.map((c) => c.id)).toEqual(expect.arrayContaining(['where-to-stand', 'eyes-ears', 'low-speed']));
  });
  it('no list ever offers to defeat a switch', () => {
    for (const facts of [{}, { class: 'ride-on' }, { class: 'walk-behind' }])
      for (const { id, words } of cautionsFor('running', known(facts)))
        if (/switch|lever/.test(words)) expect([id, /Do not bridge|Never tie/.test(words)]).toEqual([id, true]);
  });
});

describe('what is off the machine', () => {
  const tally = (item: string, count: number, way: Tallied['way'], note = '') => line({ type: 'tally', body: { item, count, way, note } });
  const setup = (up: boolean) => line({ type: 'setup', body: { setup: 'belt', up } });
  it('is counted off and on by its name, and prevents the test while the counts differ', () => {
    const lines = [tally('Hanger pins', 4, 'off'), tally('Hanger pins', 3, 'on'), setup(true)];
    expect([...partsStillOff(lines)]).toEqual([['Hanger pins', 1]]);
    expect([...setupsUp(lines)]).toEqual(['belt']);
    expect(removedParts(lines)).toEqual(['1 hanger pins', 'belt (off for inspection)']);
    const refuse = (on: RecordLine[]) =>
      kindOf('proved').refuseOn?.(PROVED, { lines: on, stopLimitS: 5, drive: null, beltId: null, role: 'owner' });
    expect(refuse(lines)).toContain('1 hanger pins');
    expect(refuse([...lines, tally('Hanger pins', 1, 'on'), setup(false)])).toBeNull();
    expect(removedParts([tally('Pins', 2, 'on')])).toEqual(['2 pins too many']);
  });
  it('is not a part that was replaced, or is stored until later; a new one takes nothing away', () => {
    const removed = [tally('Shear pins', 2, 'off'), tally('Front bumper', 1, 'off'), tally('Bumper bolts', 4, 'off')];
    const after = [
      ...removed,
      tally('Shear pins', 2, 'replaced', 'two pins from stock'),
      tally('Front bumper', 1, 'stored', 'spring, with the deck'),
      tally('Bumper bolts', 3, 'on'),
      tally('Split washers', 4, 'new'),
    ];
    const { off, stored } = partsCount(after);
    expect([...off]).toEqual([['Bumper bolts', 1]]);
    expect([...stored]).toEqual([['Front bumper', { count: 1, note: 'spring, with the deck' }]]);
    expect(removedParts(after)).toEqual(['1 bumper bolts']);
    // Refitted from storage on this job, it is neither off nor stored.
    const later = partsCount([...after, tally('Front bumper', 1, 'on')]);
    expect([later.stored.size, [...later.off]]).toEqual([0, [['Bumper bolts', 1]]]);
  });
  it('a machine can arrive without a part: stored, never removed here, and no bar to the hand-back', () => {
    const lines = [tally('Mower deck', 1, 'stored', 'April, boat shed')];
    expect(removedParts(lines)).toEqual([]);
    expect(partsCount(lines).stored.get('Mower deck')).toEqual({ count: 1, note: 'April, boat shed' });
  });
  it('needs to hear what replaced a part, or until when it is stored', () => {
    const refuse = (way: Tallied['way']) => kindOf('tally').refuse?.({ item: 'Pins', count: 1, way, note: '' });
    expect(refuse('replaced')).toMatchObject({ field: 'note' });
    expect(refuse('stored')).toMatchObject({ field: 'note' });
    expect([refuse('off'), refuse('on'), refuse('new')]).toEqual([null, null, null]);
  });
  it('allows a watched run with one cover off, and with nothing else off', () => {
    expect(coverLeftOff([tally('Belt cover', 1, 'off')])).toBe('Belt cover');
    expect(coverLeftOff([tally('Belt cover', 1, 'off'), tally('Hanger pins', 2, 'off')])).toBeNull();
    expect(coverLeftOff([tally('Hanger pins', 2, 'off')])).toBeNull();
    expect(coverLeftOff([tally('Belt cover', 1, 'off'), tally('Belt cover', 1, 'on')])).toBeNull();
  });
});

describe('how a job may end', () => {
  const hand = (lines: readonly RecordLine[], stopLimitS: number | null = 5) =>
    handBackOf({ lines, stopLimitS, drive: null, beltId: null });
  const stop = (seconds: number) =>
    line({ type: 'timed', body: { what: 'stop', seconds, when: 'proved', limitS: 5, how: 'stopwatch', sdS: null } });
  const proof = (more: object = {}) => line({ type: 'proved', body: { ...PROVED, ...more } });
  it('hands back an exceptional belt only with slack and brake confirmed by hand', () => {
    const tight = line({ type: 'belt-booked', body: { ...BOOKED_BELT, verdict: 'too-short' as const, letsGo: true } });
    const end = (more: object, first = tight) => hand([first, proof(more), stop(4)]);
    expect(end({})).toMatchObject({ best: 'unfit', unfit: ['slack-not-confirmed'] });
    expect(end({ slack: 'tight' })).toMatchObject({ best: 'unfit', unfit: ['belt-stays-tight'] });
    expect(end({ slack: 'slack' })).toMatchObject({ best: 'sound', unfit: [] });
    expect(end({ slack: 'slack', brake: 'not-seen' })).toMatchObject({ best: 'unfit', unfit: ['brake-not-seen'] });
    // A belt that releases, or is always tight, needs no confirmation. A tight belt is never fit to use.
    const plain = line({ type: 'belt-booked', body: { ...BOOKED_BELT, verdict: 'fits' as const } });
    expect(end({}, plain)).toMatchObject({ best: 'sound' });
    expect(end({ slack: 'tight' }, plain)).toMatchObject({ best: 'unfit' });
    const always = line({ type: 'belt-booked', body: { ...BOOKED_BELT, verdict: 'too-short' as const, letsGo: false } });
    expect(end({}, always)).toMatchObject({ best: 'sound' });
  });
  it('is fit to use only with belt, brake and stop time confirmed and no known bad part', () => {
    expect(hand([proof(), stop(4)])).toMatchObject({ best: 'sound', unfit: [] });
    expect(hand([proof()], null).best).toBe('sound');
  });
  it('needs no run of a drive that was taken off the machine, but every other part', () => {
    const chosen = line({ type: 'procedure', body: { procedure: 'attachment-off', name: 'Attachment off', why: '' } });
    const step = (id: string) =>
      line({
        type: 'step',
        body: { procedure: 'attachment-off', step: id, words: id, outcome: 'done', why: '', readings: [], torque: '' },
      });
    const tally = (way: 'off' | 'stored') => line({ type: 'tally', body: { item: 'Springs', count: 2, way, note: 'autumn, rack 2' } });
    // The choice alone removes nothing.
    expect(hand([chosen])).toMatchObject({ best: 'unfit', unfit: ['not-proved', 'stop-not-timed'] });
    expect(hand([chosen, step('rolled-out')])).toMatchObject({ best: 'sound', unfit: [] });
    expect(hand([chosen, step('rolled-out'), tally('off')])).toMatchObject({ best: 'unfit', unfit: ['parts-off'] });
    expect(hand([chosen, step('rolled-out'), tally('stored')]).best).toBe('sound');
    expect(hand([chosen, step('rolled-out'), line({ type: 'finding', body: { ...FINDING, answer: 'declined' } })]).best).toBe('belt-stays');
  });
  it.each([
    ['nothing was proved', [], ['not-proved', 'stop-not-timed']],
    ['the stop was not timed', [proof()], ['stop-not-timed']],
    ['it runs on', [proof(), stop(5.1)], ['stop-too-long']],
    ['the brake stays off', [proof({ brake: 'does-not-land' }), stop(4)], ['brake-not-landing']],
    ['the brake was not seen', [proof({ brake: 'not-seen' }), stop(4)], ['brake-not-seen']],
    ['the belt comes off', [proof({ belt: 'comes-off' }), stop(4)], ['belt-comes-off']],
  ] as const)('not fit to use where %s', (_, lines, unfit) => {
    const of = hand(lines);
    expect(of).toMatchObject({ best: 'unfit', unfit });
    expect([mayEnd(of, 'sound'), mayEnd(of, 'belt-stays'), mayEnd(of, 'unfit')]).toEqual([false, false, true]);
  });
  it('known-bad parts that stay in leave “the belt stays on”', () => {
    const left = line({ type: 'finding', body: { ...FINDING, answer: 'declined' } });
    const found = line({ type: 'finding', body: { ...FINDING, answer: 'approved' } });
    const replaced = line({
      type: 'changed',
      body: { change: 'replaced', found: { check: FINDING.check, part: FINDING.part }, on: null, note: '' },
    });
    expect(hand([proof(), stop(4), left]).best).toBe('belt-stays');
    // Approved is not repaired yet.
    expect(hand([found, proof(), stop(4)]).best).toBe('belt-stays');
    expect(hand([found, replaced, proof(), stop(4)]).best).toBe('sound');
    expect(hand([proof({ machine: 'known-bad' }), stop(4)]).best).toBe('belt-stays');
  });
  it('counts nothing that was seen or timed before the last change', () => {
    const adjusted = line({
      type: 'changed',
      body: { change: 'adjusted', adjuster: { id: 'cable', label: 'Cable bracket' }, to: 4, placeIn: 'length', turned: '' },
    });
    expect(hand([proof(), stop(4), adjusted]).unfit).toEqual(['changed-since-test', 'brake-not-seen', 'stop-not-timed']);
    expect(hand([adjusted, proof(), stop(4)]).unfit).toEqual([]);
  });
  it('needs slack confirmed where a fitted belt stays tight on the drive as it is now, as the command states it', () => {
    const drive = demoDrive('orchard-rider');
    const of = (outsideMm: number, more: object = {}) =>
      handBackOf({
        lines: [
          line({ type: 'belt-booked', body: { ...BOOKED_BELT, verdict: 'fits' as const, outsideMm } }),
          proof({ slack: 'not-felt', ...more }),
          stop(4),
        ],
        stopLimitS: 5,
        drive,
        beltId: 'blade',
      }).unfit;
    expect(of(1219.2)).toEqual([]);
    expect(of(1180)).toEqual(['slack-not-confirmed']);
    expect(of(1180, { slack: 'slack' })).toEqual([]);
  });
  it('is barred while a part is removed', () => {
    const off = line({ type: 'tally', body: { item: 'Belt cover', count: 1, way: 'off', note: '' } });
    expect(hand([proof(), stop(4), off]).unfit).toEqual(['parts-off']);
  });
  it("needs an owner's signature and a reason without a test", () => {
    const closing = kindOf('closing');
    const on = (role: 'owner' | 'technician', lines: RecordLine[] = []) => ({ lines, stopLimitS: 5, drive: null, beltId: null, role });
    expect(closing.refuseOn?.(UNPROVED, on('technician'))).toContain('owner');
    expect(closing.refuseOn?.(UNPROVED, on('owner'))).toBeNull();
    expect(closing.refuse?.({ ...UNPROVED, why: '' })?.field).toBe('why');
    expect(closing.refuseOn?.({ ...UNPROVED, ending: 'sound' }, on('owner'))).toContain('not fit to use');
    expect(closing.refuseOn?.({ ...UNPROVED, ending: 'sound' }, on('technician', [proof(), stop(4)]))).toBeNull();
  });
  it('reads a closing from before endings and follow-ups existed', () => {
    const first = readBody('closing', 1, { text: 'Done.' });
    expect(first).toMatchObject({ ok: true, value: { body: { text: 'Done.', ending: null, why: '', look: NO_FOLLOW_UP, next: '' } } });
    const second = readBody('closing', 2, { text: 'Done.', ending: 'sound', why: '', next: 'In a week.' });
    expect(second).toMatchObject({ ok: true, value: { body: { ending: 'sound', look: NO_FOLLOW_UP, next: 'In a week.' } } });
  });
  it('has both a time and a subject, or is empty', () => {
    const refuse = (after: FollowUpAfter[], at: FollowUpCheck[]) =>
      kindOf('closing').refuse?.({ ...UNPROVED, look: { after, at } }) ?? null;
    expect(refuse([], [])).toBeNull();
    expect(refuse(['first-day'], ['tension'])).toBeNull();
    expect(refuse(['first-day'], [])).toMatchObject({ field: 'at' });
    expect(refuse([], ['keepers'])).toMatchObject({ field: 'after' });
  });
  it('proposes the usual follow-up of the work: none without work, width for a CVT, clamps and alignment for locked tension', () => {
    const by = (procedure: string) => [line({ type: 'procedure', body: { procedure, name: procedure, why: 'Asked for.' } })];
    expect(usualFollowUp([], 'deck-lever')).toEqual(NO_FOLLOW_UP);
    const booked = line({ type: 'belt-booked', body: BOOKED_BELT });
    expect(usualFollowUp([booked], 'deck-lever')).toEqual({ after: ['first-day', '25-h'], at: ['tension', 'clamps', 'keepers'] });
    expect(usualFollowUp([{ ...booked, withdrawn: true }], 'deck-lever')).toEqual(NO_FOLLOW_UP);
    expect(usualFollowUp(by('cvt-belt'), 'cvt').at).toEqual(['width']);
    for (const locked of ['twin-rods', 'accessory', 'eccentric', 'reel', 'preload-marks', 'reel-tension'])
      expect(usualFollowUp(by(locked), 'banded')).toMatchObject({
        after: ['first-hour', 'first-day', 'oil-change'],
        at: expect.arrayContaining(['alignment']),
      });
  });
});

describe('the station walk', () => {
  const drive = demoDrive('orchard-rider');
  const kind = driveKindOf(drive, factsOfDrive(drive));
  it('is of this kind of drive, by setups, fewest first, each check once', () => {
    expect(kind).toBe('deck-lever');
    const groups = checkGroups(kind, [], drive);
    expect(groups[0]?.setups).toEqual([]);
    const minutes = groups.map((g) => g.setups.reduce((sum, s) => sum + s.minutes, 0));
    expect(minutes).toEqual([...minutes].sort((a, b) => a - b));
    const ids = groups.flatMap((g) => g.checks.map((c) => c.check.id));
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids).not.toContain('cvt-width');
    expect(ids).not.toContain('engagement-time');
  });
  it('measures the height of flat idlers, too, and the wear of grooves alone', () => {
    const on = (id: CheckId) =>
      checkGroups(kind, [], drive)
        .flatMap((g) => g.checks)
        .find((c) => c.check.id === id)!
        .parts.map((p) => p?.id);
    expect(on('groove-height')).toEqual(drive.pulleys.map((p) => p.id));
    expect(on('groove-wear')).toEqual(drive.pulleys.filter((p) => p.face !== 'flat').map((p) => p.id));
    expect(on('groove-wear').length).toBeLessThan(drive.pulleys.length);
  });
  it('combines both directions in one check, and skips missing parts', () => {
    const ids = (absent: readonly DrivePart[]) =>
      checkGroups(kind, [], drive, new Map(), absent).flatMap((g) => g.checks.map((c) => c.check.id));
    expect(ids([])).toContain('tension-engaged');
    for (const other of ['tension-high', 'belt-length-short']) expect(ids([])).not.toContain(other);
    expect(ids([])).toEqual(expect.arrayContaining(['cable', 'brake-released']));
    for (const id of ['cable', 'brake-released', 'brake-lining']) expect(ids(['cable', 'brake'])).not.toContain(id);
  });
  it('holds one finding of two directions: the later answer replaces the earlier one', () => {
    const at = (check: CheckId, result: 'good' | 'bad') => line({ type: 'finding', body: { ...FINDING, check, part: null, result } });
    const low = [at('tension-engaged', 'bad')];
    const high = [...low, at('tension-high', 'bad')];
    const back = [...high, at('tension-engaged', 'good')];
    const of = (lines: RecordLine[]) => {
      const found = foundAt(findingsOf(lines), 'tension-engaged', null);
      return [findingsOf(lines).size, found?.check, found?.result];
    };
    expect(of(low)).toEqual([1, 'tension-engaged', 'bad']);
    expect(of(high)).toEqual([1, 'tension-high', 'bad']);
    expect(of(back)).toEqual([1, 'tension-engaged', 'good']);
  });
  it('starts with the most useful check of the complaint', () => {
    const first = checkGroups(kind, ['slow-weak'], drive)[0]!.checks.map((c) => c.check.id);
    expect(first.indexOf('arm-travel')).toBeLessThan(first.indexOf('keeper-gap'));
  });
  it('orders by tracing within equal setups', () => {
    const traced = new Map([
      ['guards-complete', 0],
      ['comes-back', 1],
    ]);
    const [first] = checkGroups(kind, ['slow-weak'], drive, traced);
    expect(first!.checks.slice(0, 2).map((c) => c.check.id)).toEqual(['guards-complete', 'comes-back']);
    const plain = checkGroups(kind, ['slow-weak'], drive)[0]!.checks.map((c) => c.check.id);
    expect(first!.checks.slice(2).map((c) => c.check.id)).toEqual(plain.filter((id) => !traced.has(id)));
  });
  it('points at the pulleys of a check on the drawing, and at none where it has no place', () => {
    const at = (id: CheckId) => pulleysOf(checkOf(id), drive);
    const [engine, blade, idler] = drive.pulleys.map((p) => p.id);
    expect(at('idler-tip')).toEqual([idler]);
    expect(at('brake-released')).toEqual([idler]);
    expect(at('arm-travel')).toEqual([idler]);
    expect(at('spindle-rock')).toEqual([blade]);
    expect(at('shaft-true')).toEqual([engine]);
    expect(at('how-engaged')).toEqual([]);
    expect(pulleysOf(checkOf('brake-released'), { ...drive, brakes: [] })).toEqual([]);
  });
  it('names the parts that a check is made on, by their numbers on the drawing', () => {
    const tip = checkGroups(kind, [], drive)
      .flatMap((g) => g.checks)
      .find((c) => c.check.id === 'idler-tip')!;
    expect(tip.parts).toEqual([{ id: drive.pulleys[2]!.id, label: drive.pulleys[2]!.label, number: 3 }]);
  });
  it('a number is held to its limit', () => {
    const keeper = limitOf(checkOf('keeper-gap'), drive, 5);
    expect(keeper).toEqual({ value: 7.9, is: 'most' });
    expect([resultBy(8, keeper), resultBy(7, keeper)]).toEqual(['bad', 'good']);
    const slack = limitOf(checkOf('slack-released'), drive, 5);
    expect([resultBy(2, slack), resultBy(4, slack)]).toEqual(['bad', 'good']);
    expect(limitOf(checkOf('stop-time'), drive, null)).toBeNull();
    expect(resultBy(8, null)).toBeNull();
  });
});
