import { describe, expect, it } from 'vitest';
import {
  compileDrive,
  assessBelt,
  lengthWindow,
  newMatcher,
  readCandidate,
  settingsThatRun,
  withBeltSeatOffset,
  evaluateLength,
  validateDrive,
  type MatchedBelt,
  type ReasonCode,
} from '@/core/drive';
import { DEMO_DRIVES, demoDrive } from '@/core/drive/sample-drives';
import { unitsFor } from '@/ui/units';
import { readShelfCsv, readShelfFields, writeShelfCsv } from '@/formats/shelf-csv';
import { freshId, newPart, withoutPulley, type PartList } from './drives/editor-model';
import { completed, fieldsOf, valueAt, withValue } from './drives/part-fields';
import { TEMPLATES } from './drives/templates';
import { askedFor, beltName, inGroups, inOrder, isExact, ownOutsideMm, piecesOf } from '@/services/candidates';
import { placeMarks } from './match/ruler-marks';
import { rescueSentence, whySentence, type WhyContext } from './match/messages';
import { verdictWord } from '@/ui/verdict';

const LISTS: readonly PartList[] = ['pulleys', 'belts', 'tensioners', 'springs', 'adjusters', 'brakes', 'keepers', 'states'];

describe('marks on the ruler', () => {
  const mark = (id: string, name: string, x: number) => ({ id, name, x });
  it('belts of one length share a mark that names them, the chosen one first', () => {
    const marks = [mark('a', '4L480', 300), mark('b', '13x1170Li', 301), mark('c', '4L480', 300)];
    const [placed, ...more] = placeMarks(marks, 'b', 800);
    expect(more).toEqual([]);
    expect([placed!.shown.id, placed!.label!.text]).toEqual(['b', '13x1170Li, 4L480']);
    expect(placeMarks(marks, null, 800)[0]!.shown.id).toBe('a');
    const many = placeMarks([...marks, mark('d', 'AX46', 302), mark('e', 'A46', 302)], 'b', 800)[0]!;
    expect(many.label!.text).toBe('13x1170Li, 4L480 +2');
  });
  it('places names without overlap on the ruler, with the chosen one always named', () => {
    for (let seed = 1; seed < 60; seed++) {
      const marks = Array.from({ length: 40 }, (_, i) => mark(`${i}`, `BX${100 + i}`.repeat(1 + (i % 2)), (seed * 37 * (i + 1)) % 700));
      const chosen = `${seed % 40}`;
      const placed = placeMarks(marks, chosen, 700);
      expect(placed.flatMap((p) => p.marks)).toHaveLength(40);
      const at = placed.find((p) => p.shown.id === chosen)!;
      expect(at.label!.text).toContain(at.shown.name);
      const boxes = placed.flatMap((p) => (p.label ? [{ ...p.label, half: (p.label.text.length * 7.8) / 2 }] : []));
      boxes.forEach((a, i) => {
        expect(a.x - a.half).toBeGreaterThanOrEqual(0);
        expect(a.x + a.half).toBeLessThanOrEqual(700);
        boxes.slice(i + 1).forEach((b) => a.row === b.row && expect(Math.abs(a.x - b.x)).toBeGreaterThanOrEqual(a.half + b.half));
      });
    }
  });
});

describe('templates', () => {
  it.each(TEMPLATES.map((t) => [t.key, t] as const))('%s is a drive that can be solved', (_, template) => {
    const read = validateDrive(template.make());
    expect(read.ok).toBe(true);
    if (read.ok) expect(compileDrive(read.drive).ok).toBe(true);
  });
  it.each(TEMPLATES.filter((t) => t.key !== 'blank' && t.key !== 'cvt').map((t) => [t.key, t] as const))(
    '%s runs on its own belt in both states',
    (_, template) => {
      const read = validateDrive(template.make());
      if (!read.ok) throw new Error();
      const made = compileDrive(read.drive);
      if (!made.ok) throw new Error();
      for (const belt of read.drive.belts) {
        const matcher = newMatcher(made.compiled, belt.id)!;
        const own = readCandidate({ id: 'own', designation: belt.designation! }, matcher.section);
        if (!own.ok) throw new Error(own.problem);
        const judged = assessBelt(matcher, lengthWindow(matcher), 'own', own);
        // On bolted centres stretch is taken up by hand: the rods have travel left for it.
        const bolted = read.drive.tensioners.every((t) => t.locked === true);
        const open = judged.reasons.filter((r) => r !== 'hard-to-mount' && !(bolted && r === 'no-stretch-reserve'));
        expect([judged.failures, open]).toEqual([[], []]);
      }
    },
  );
});

describe('editing', () => {
  const start = demoDrive('orchard-rider');
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
  it('leaves no reference to a deleted pulley', () => {
    const without = withoutPulley(start, 'arm-idler');
    expect(JSON.stringify([without.belts, without.tensioners, without.keepers])).not.toContain('arm-idler');
  });
});

describe('fields of a part', () => {
  it('reads back what it writes, and removes an empty branch', () => {
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
  it('finds for every field of every part of the demo drives an existing or optional place', () => {
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
    stretched: [],
    tooShort: true,
    tooLong: false,
    count: 1,
    mountingSlackMm: -4,
    engaged: {
      position: -41,
      atStop: null,
      tension: 283,
      running: 200,
      floorN: 71,
      wetFloorN: 130,
      loadKnown: true,
      ceilingN: 260,
      ceilingFrom: 'spindle',
      brakeOn: true,
      stopUnderLoad: false,
    },
    disengaged: { position: -9, slack: 0, stretchMm: 1.49, tension: 31, brakeOn: true, brakeMargin: 2 },
    others: [{ belt: 'bar', tension: 120, running: 60, floor: 150, grips: false, letsGo: false, slack: 0 }],
  };
  const codes: ReasonCode[] = [
    'rides-proud',
    'bottoms-out',
    'wrong-angle',
    'cannot-bend-back',
    'held-back-too-tight',
    'cannot-drive-back',
    'wrong-count',
    'brake-stays-off',
    'still-stretched',
    'too-little-slack',
    'slips',
    'at-stop',
    'does-not-settle',
    'other-belt-slips',
    'other-belt-stays-tight',
    'short-end-of-tolerance',
    'long-end-of-tolerance',
    'no-stretch-reserve',
    'load-unknown',
    'brake-stays-on',
    'over-ceiling',
    'cannot-be-mounted',
    'hard-to-mount',
    'collides',
    'length-not-judged',
  ];
  const metric = unitsFor({ system: 'metric', inchDenominator: 16 });
  const context: WhyContext = {
    drive: demoDrive('orchard-rider'),
    beltId: 'blade',
    window: { shortestMm: 1211, longestMm: 1225.7, releaseMinMm: 1211, gripMaxMm: 1225.7, intervals: [[1211, 1225.7]] },
    asksForRelease: true,
  };
  it.each(codes)('%s is a sentence in either unit system, never in both', (code) => {
    const metric = whySentence({ ...belt, reasons: [code] }, unitsFor({ system: 'metric', inchDenominator: 16 }), context);
    const inch = whySentence({ ...belt, reasons: [code] }, unitsFor({ system: 'inch', inchDenominator: 16 }), context);
    expect(metric).toMatch(/^[A-Z0-9].*\.$/);
    expect(metric).not.toMatch(/\d (in|lb)\b/);
    expect(inch).not.toMatch(/\d (mm|N)\b/);
  });
  it('shows the numbers', () => {
    expect(whySentence({ ...belt, reasons: ['still-stretched'] }, metric, context)).toBe(
      'Released, 1.5 mm of stretch stays in the belt: the brake is on but the belt drags.',
    );
  });
});

describe('reasons are true', () => {
  const metric = unitsFor({ system: 'metric', inchDenominator: 16 });
  const judged = (name: string, beltId: string, mm: number) => {
    const drive = demoDrive(name);
    const made = compileDrive(drive);
    if (!made.ok) throw new Error();
    const matcher = newMatcher(made.compiled, beltId)!;
    const window = lengthWindow(matcher);
    const read = readCandidate({ id: 'x', lengthMm: mm, reference: 'outside' }, matcher.section);
    if (!read.ok) throw new Error(read.problem);
    const belt = assessBelt(matcher, window, 'x', { ...read, count: drive.belts.find((b) => b.id === beltId)!.count ?? 1 });
    const context: WhyContext = { drive, beltId, window, asksForRelease: matcher.letsGo };
    return { belt, matcher, window, drive, why: whySentence(belt, metric, context) };
  };
  it('names the fault after stretch, not the end of travel', () => {
    const { why, belt, drive } = judged('orchard-rider', 'blade', 1219.2);
    expect(why).toContain('After 0.7% of stretch it no longer grips.');
    expect(why).not.toMatch(/travel/);
    expect(belt.engaged.position! - drive.tensioners[0]!.min).toBeGreaterThan(10);
  });
  it('states how much too short a belt is, without stops', () => {
    const { why } = judged('orchard-rider', 'blade', 1150);
    expect(why).toMatch(/^61\.0 mm too short\./);
    expect(why).not.toMatch(/stop|grip/);
  });
  it('states how much too long a belt is', () => {
    expect(judged('orchard-rider', 'blade', 1300).why).toMatch(/^74\.3 mm too long\./);
  });
  it('has no word about release in a drive without release', () => {
    for (const mm of [1080, 1110, 1120, 1134, 1150, 1200]) {
      const { why, belt } = judged('lighthouse-generator', 'accessory', mm);
      expect(`${why} ${verdictWord(belt.verdict, false)}`).not.toMatch(/release/i);
    }
    expect(verdictWord('too-short', false)).toBe('Too short');
  });
  it('names the bearing that is overloaded', () => {
    const drive = demoDrive('lighthouse-generator');
    expect(judged('lighthouse-generator', 'accessory', 1095).why).toMatch(
      new RegExp(`limit of the bearing of (${drive.pulleys.map((p) => p.label).join('|')})\\.|too short to fit`),
    );
  });
  it('an adjuster that would make it run is named with its places', () => {
    const { matcher, belt, drive } = judged('orchard-rider', 'blade', 1226);
    expect(belt.verdict).toBe('too-long');
    const settings = settingsThatRun(matcher, 1226);
    expect(rescueSentence(settings, drive, metric)).toMatch(/^Would run with Cable bracket at \d+\.\d mm to \d+\.\d mm \(now 0\.0 mm\)\.$/);
    const [from, to] = settings[0]!.ranges[0]!;
    for (const [position, runs] of [
      [from - 0.05, false],
      [from + 0.05, true],
      [to - 0.05, true],
      [to + 0.05, false],
    ] as const) {
      expect([position, evaluateLength(matcher, 1226, { adjusters: { cable: position } }).failures.length === 0]).toEqual([position, runs]);
    }
    expect(rescueSentence([{ adjuster: 'cable', ranges: [] }], drive, metric)).toBeNull();
  });
  it('a belt that sits 0.8 mm lower moves both ends of the window by about 2π times as much', () => {
    const { window } = judged('orchard-rider', 'blade', 1219.2);
    const made = compileDrive(withBeltSeatOffset(demoDrive('orchard-rider'), 'blade', 0.8));
    if (!made.ok) throw new Error();
    const worn = lengthWindow(newMatcher(made.compiled, 'blade')!);
    for (const moved of [window.shortestMm! - worn.shortestMm!, window.longestMm! - worn.longestMm!]) {
      expect(moved).toBeGreaterThan(4.5);
      expect(moved).toBeLessThan(7.5);
    }
    expect(withBeltSeatOffset(demoDrive('orchard-rider'), 'blade', 0.8, 'crank').pulleys.map((p) => p.ride)).toEqual([
      -0.8,
      undefined,
      undefined,
    ]);
  });
});

describe('what is on the shelf in groups', () => {
  it('what runs, what nearly does, and the rest with a count', () => {
    const window = { shortestMm: 1211, longestMm: 1225, releaseMinMm: 1211, gripMaxMm: 1225, intervals: [] };
    const of = (id: string, verdict: MatchedBelt['verdict'], outsideMm: number) =>
      ({ id, verdict, outsideMm, tooShort: verdict === 'too-short', tooLong: verdict === 'too-long' }) as MatchedBelt;
    const groups = inGroups(
      [
        of('a', 'fits', 1219),
        of('far', 'too-long', 1300),
        of('b', 'too-long', 1240),
        of('c', 'too-short', 1206),
        of('d', 'wrong-section', 1219),
        of('e', 'too-long', 1290),
      ],
      window,
      { e: [{ adjuster: 'cable', ranges: [[6, 9]] }] },
    );
    expect(groups.run.map((b) => b.id)).toEqual(['a']);
    expect(groups.near.map((b) => b.id)).toEqual(['c', 'b', 'e']);
    expect(groups.hopeless.map((b) => b.id)).toEqual(['far', 'd']);
  });
  it('two belts that differ never look the same', () => {
    const belt = { designation: null, section: 'A', lengthTyped: '1201 mm', lengthReference: 'inside' as const };
    expect(beltName(belt)).not.toBe(beltName({ ...belt, lengthReference: 'outside' }));
  });
});

describe('what is exact and what a substitute', () => {
  const drive = demoDrive('orchard-rider');
  it('compares section and length, not the name', () => {
    expect(ownOutsideMm(drive, 'blade')).toBeCloseTo(1219.2, 9);
    expect(isExact(drive, 'blade', { section: '4L', outsideMm: 1219.2, count: 1 })).toBe(true);
    expect(isExact(drive, 'blade', { section: 'A', outsideMm: 1219.2, count: 1 })).toBe(false);
    expect(isExact(drive, 'blade', { section: '4L', outsideMm: 1206.5, count: 1 })).toBe(false);
    expect(askedFor(demoDrive('airstrip-mower'), 'deck', unitsFor({ system: 'metric', inchDenominator: 16 }))).toBe('B105');
    expect(askedFor(drive, 'blade', unitsFor({ system: 'inch', inchDenominator: 16 }))).toBe('4L 48 in outside');
  });
  it('one belt on a drive of three is not exact: it takes three matched ones, or one banded piece', () => {
    const three = demoDrive('slipway-wood-hog');
    const own = ownOutsideMm(three, 'band')!;
    const single = { section: 'B', outsideMm: own, count: 1 };
    expect(piecesOf(three, 'band', single)).toBe(3);
    expect(isExact(three, 'band', single, 1)).toBe(false);
    expect(isExact(three, 'band', single, 3)).toBe(true);
    const banded = { section: 'B', outsideMm: own, count: 3 };
    expect(piecesOf(three, 'band', banded)).toBe(1);
    expect(isExact(three, 'band', banded, 1)).toBe(true);
  });
  it('sorts an exact belt that runs first, and an empty bin after one in stock', () => {
    const of = (id: string, section: string, verdict: MatchedBelt['verdict']) =>
      ({ id, section, outsideMm: 1219.2, verdict, count: 1 }) as MatchedBelt;
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
  it('imports an export without change', () => {
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
