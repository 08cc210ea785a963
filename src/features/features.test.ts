import { describe, expect, it } from 'vitest';
import { compileDrive, validateDrive, type MatchedBelt, type ReasonCode } from '@/core/drive';
import { DEMO_DRIVES, demoDrive } from '@/core/drive/sample-drives';
import { unitsFor } from '@/ui/units';
import { readShelfCsv, readShelfFields, writeShelfCsv } from '@/formats/shelf-csv';
import { begin, edit, freshId, newPart, withoutPulley, type PartList } from './drives/editor-model';
import { completed, fieldsOf, valueAt, withValue } from './drives/part-fields';
import { TEMPLATES } from './drives/templates';
import { nextStage } from './jobs/stages';
import { askedFor, inOrder, isExact, ownOutsideMm } from './match/candidates';
import { whySentence } from './match/words';

const LISTS: readonly PartList[] = ['pulleys', 'belts', 'tensioners', 'springs', 'adjusters', 'brakes', 'keepers', 'states'];

describe('templates', () => {
  it.each(TEMPLATES.map((t) => [t.key, t] as const))('%s is a drive that can be solved', (_, template) => {
    const read = validateDrive(template.make());
    expect(read.ok).toBe(true);
    if (read.ok) expect(compileDrive(read.drive).ok).toBe(true);
  });
});

describe('editing', () => {
  const start = demoDrive('orchard-rider');
  it('undo and redo walk the same path both ways', () => {
    let state = begin(start);
    for (const name of ['a', 'b', 'c']) state = edit(state, { type: 'change', drive: { ...state.drive, name } });
    state = edit(edit(state, { type: 'undo' }), { type: 'undo' });
    expect(state.drive.name).toBe('a');
    state = edit(state, { type: 'redo' });
    expect([state.drive.name, state.future.length]).toEqual(['b', 1]);
    state = edit(state, { type: 'change', drive: { ...state.drive, name: 'd' } });
    expect(state.future).toEqual([]);
  });
  it('one drag is one step of undo, two drags are two', () => {
    let state = begin(start);
    const drag = (x: number) => (state = edit(state, { type: 'change', drive: { ...state.drive, name: String(x) }, key: 'move-a' }));
    [1, 2, 3].forEach(drag);
    state = edit(state, { type: 'settle' });
    [4, 5].forEach(drag);
    expect(state.past).toHaveLength(2);
    expect(edit(state, { type: 'undo' }).drive.name).toBe('3');
  });
  it('undo with nothing to undo changes nothing', () => expect(edit(begin(start), { type: 'undo' }).drive).toBe(start));
  it.each(LISTS)('a new one of %s leaves a valid drive', (list) => {
    for (const name of DEMO_DRIVES) {
      const next = newPart(demoDrive(name), list);
      const read = validateDrive(next);
      expect([name, read.ok ? [] : read.problems]).toEqual([name, []]);
    }
  });
  it('ids stay fresh after parts are taken off', () => {
    const two = newPart(newPart({ ...start, pulleys: [] }, 'pulleys'), 'pulleys');
    const one = withoutPulley(two, two.pulleys[0]!.id);
    expect(one.pulleys.map((p) => p.id)).not.toContain(freshId(one, 'pulleys', 'pulley'));
  });
  it('a pulley taken off leaves no trace that names it', () => {
    const without = withoutPulley(start, 'arm-idler');
    expect(JSON.stringify([without.belts, without.tensioners, without.keepers])).not.toContain('arm-idler');
  });
});

describe('fields of a part', () => {
  it('reads back what it puts, and an emptied branch goes', () => {
    const part = { id: 'a', from: { body: 'frame' } };
    const put = withValue(part, 'from.leverTravel.dx', 5);
    expect(valueAt(put, 'from.leverTravel.dx')).toBe(5);
    expect(withValue(put, 'from.leverTravel.dx', undefined)).toEqual(part);
    expect(withValue({ carries: ['x', 'y'] }, 'carries.0', 'z')).toEqual({ carries: ['z', 'y'] });
  });
  it('completes what belongs together', () => {
    expect(completed({ length: { value: 3 } })).toEqual({ length: { value: 3, reference: 'outside' } });
    expect(completed({ length: { reference: 'outside' } })).toEqual({});
    expect(completed({ from: { leverTravel: { dx: 4 } } })).toEqual({ from: { leverTravel: { dx: 4, dy: 0 } } });
    expect(completed({ from: { body: 'frame', adjuster: { direction: 4 } } })).toEqual({ from: { body: 'frame' } });
  });
  it('every field of every part of the demo drives has a place that exists or may be left out', () => {
    for (const name of DEMO_DRIVES) {
      const drive = demoDrive(name);
      for (const list of LISTS) {
        for (const part of drive[list] as readonly Record<string, unknown>[]) {
          for (const field of fieldsOf(drive, list)) {
            if (field.when && !field.when(part)) continue;
            const known = valueAt(part, field.path) !== undefined;
            expect([list, field.path, known || field.optional || field.input.kind === 'choice' || field.path === 'label']).toEqual([
              list,
              field.path,
              true,
            ]);
          }
        }
      }
    }
  });
});

describe('words for a verdict', () => {
  const belt: MatchedBelt = {
    id: 'x',
    verdict: 'too-short',
    reasons: [],
    chance: 0,
    section: '4L',
    designation: '4L475',
    outsideMm: 1206.5,
    toleranceMm: 5,
    widthDifferenceMm: 4,
    failures: [],
    engaged: { position: -41, atStop: null, tension: 283, floorN: 71, loadKnown: true, ceilingN: null },
    disengaged: { position: -9, slack: 0, stretchMm: 1.49, tension: 31, brakeOn: true },
  };
  const codes: ReasonCode[] = [
    'rides-proud',
    'bottoms-out',
    'wrong-angle',
    'cannot-bend-back',
    'cannot-drive-back',
    'wrong-count',
    'brake-stays-off',
    'still-stretched',
    'too-little-slack',
    'slips',
    'at-stop',
    'does-not-settle',
    'short-end-of-tolerance',
    'long-end-of-tolerance',
    'no-stretch-reserve',
    'load-unknown',
  ];
  it.each(codes)('%s is a sentence in either unit system, never in both', (code) => {
    const metric = whySentence({ ...belt, reasons: [code] }, unitsFor({ system: 'metric', inchDenominator: 16 }));
    const inch = whySentence({ ...belt, reasons: [code] }, unitsFor({ system: 'inch', inchDenominator: 16 }));
    expect(metric).toMatch(/^[A-Z0-9].*\.$/);
    expect(metric).not.toMatch(/\d (in|lb)\b/);
    expect(inch).not.toMatch(/\d (mm|N)\b/);
  });
  it('says the numbers', () => {
    expect(whySentence({ ...belt, reasons: ['still-stretched'] }, unitsFor({ system: 'metric', inchDenominator: 16 }))).toBe(
      'Released, 1.5 mm of stretch is left in the belt: the brake lands but the belt drags.',
    );
  });
});

describe('what is exact and what a substitute', () => {
  const drive = demoDrive('orchard-rider');
  it('goes by section and length, not by name', () => {
    expect(ownOutsideMm(drive, 'blade')).toBeCloseTo(1219.2, 9);
    expect(isExact(drive, 'blade', { section: '4L', outsideMm: 1219.2 })).toBe(true);
    expect(isExact(drive, 'blade', { section: 'A', outsideMm: 1219.2 })).toBe(false);
    expect(isExact(drive, 'blade', { section: '4L', outsideMm: 1206.5 })).toBe(false);
    expect(askedFor(demoDrive('airstrip-mower'), 'deck', unitsFor({ system: 'metric', inchDenominator: 16 }))).toBe('B103');
    expect(askedFor(drive, 'blade', unitsFor({ system: 'inch', inchDenominator: 16 }))).toBe('4L 48 in outside');
  });
  it('puts an exact belt that runs first, and an empty bin after one to hand', () => {
    const of = (id: string, section: string, verdict: MatchedBelt['verdict']) =>
      ({ id, section, outsideMm: 1219.2, verdict }) as MatchedBelt;
    const sorted = inOrder(
      drive,
      'blade',
      [of('sub', 'A', 'fits'), of('gone', 'A', 'fits'), of('exact', '4L', 'marginal'), of('no', '4L', 'too-long')],
      (id) => (id === 'gone' ? 0 : 1),
    );
    expect(sorted.map((b) => b.id)).toEqual(['exact', 'sub', 'gone', 'no']);
  });
});

describe('shelf rows', () => {
  it('a number and a measured belt are read, defaults filled', () => {
    expect(readShelfFields({ designation: '4L480' }, 'in')).toMatchObject({
      ok: true,
      fields: { section: '4L', quantity: 1, bin: '', priceCents: null },
    });
    expect(readShelfFields({ section: 'a', length: '47 7/8', price: '6.5' }, 'in')).toMatchObject({
      ok: true,
      fields: { designation: null, section: 'A', lengthTyped: '47 7/8 in', lengthReference: 'outside', priceCents: 650 },
    });
  });
  it.each([
    [{ designation: 'zz' }, 'designation'],
    [{ designation: '48 in' }, 'designation'],
    [{}, 'section'],
    [{ section: 'A' }, 'length'],
    [{ designation: 'A46', quantity: '1.5' }, 'quantity'],
    [{ designation: 'A46', price: '-2' }, 'price'],
    [{ section: 'A', length: '48', reference: 'middle' }, 'reference'],
  ])('%j is refused at its field', (cells, field) => {
    expect(readShelfFields(cells, 'in')).toMatchObject({ ok: false, field });
  });
  it('what is given out is taken in again the same', () => {
    const first = readShelfCsv(
      'designation,section,length,reference,quantity,bin,price,note\n4L480,,,,3,B2,14.80,"Aramid, dry"\n,A,47 7/8,inside,1,B5,6.00,\n',
      'in',
    );
    if (!first.ok) throw new Error(first.problem);
    const rows = first.rows.flatMap((r) => (r.ok ? [r.fields] : []));
    const again = readShelfCsv(writeShelfCsv(rows), 'mm');
    expect(again.ok && again.rows.flatMap((r) => (r.ok ? [r.fields] : []))).toEqual(rows);
  });
});

it('the next stage is the first that is neither done nor skipped', () => {
  const stages = {
    secure: 'done',
    look: 'skipped',
    match: 'held',
    fit: 'waiting',
    set: 'waiting',
    prove: 'waiting',
    book: 'waiting',
  } as const;
  expect(nextStage(stages)).toBe('match');
  expect(nextStage({ secure: 'done', look: 'done', match: 'done', fit: 'done', set: 'done', prove: 'done', book: 'done' })).toBeNull();
});
