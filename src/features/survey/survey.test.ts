import { describe, expect, it } from 'vitest';
import { solveNotebook, notebookFor, proposeMeasures, validateNotebook, type NotebookSolution, type Notebook } from '@/core/survey';
import { demoDrive, measured } from '@/lab/survey-notebooks';
import { unitsFor } from '@/ui/units';
import { TEMPLATES } from '../drives/templates';
import { askedFor, freeSpot, freshId, withArm, withoutArm, withoutPlace, withoutSpring, withPoint, withSides } from './changes';
import { withTyped } from './saved-field';
import { mergeNotebooks } from './merge';
import { nextActionOf } from './next';
import { startHistory, step as turn } from '@/client/history';
import { previewOf } from './preview';
import { progressOf, STEPS } from './progress';
import { withStopTapped } from './route-by-tapping';
import {
  againstRestWords,
  closingSentence,
  doubtSentence,
  entryName,
  findingSentence,
  measureHow,
  measureTitle,
  missingSentence,
  sideSentence,
  triangleSentence,
  wornWords,
} from './messages';

const units = unitsFor({ system: 'metric', inchDenominator: 16 });
const look = (notebook: Notebook): NotebookSolution => {
  const read = solveNotebook(notebook);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.look;
};
const rider = demoDrive('orchard-rider');
const fresh = notebookFor(rider);
const whole = measured(rider);

describe('the one thing to do next', () => {
  const next = (notebook: Notebook) => nextActionOf(notebook, look(notebook));
  const sized: Notebook = { ...fresh, pulleys: whole.pulleys };
  const pulleyIds = new Set(whole.pulleys.map((p) => p.id));
  it('walks from pulleys over sizes, route and distances to the drive', () => {
    expect(nextActionOf({ ...fresh, pulleys: [] }, null)).toEqual({ kind: 'pulleys' });
    expect(next(fresh)).toEqual({ kind: 'diameter', pulley: fresh.pulleys[0]!.id });
    expect(next({ ...sized, belts: sized.belts.map((b) => ({ ...b, route: [] })) })).toEqual({ kind: 'route', belt: 'blade' });
    expect(next(sized)).toMatchObject({ kind: 'measure', measure: { id: fresh.measures[0]!.id } });
    expect(next({ ...whole, sides: [] })).toMatchObject({ kind: 'side' });
    const bare = { ...whole, sides: [], points: [], arms: [], springs: [], keepers: [] };
    const taped = { ...bare, measures: bare.measures.filter((m) => 'between' in m && m.between.every((p) => pulleyIds.has(p))) };
    const asked = next(taped);
    if (asked.kind !== 'images') throw new Error(asked.kind);
    expect(asked.images).toHaveLength(2);
    expect(next(withSides(taped, asked.images[0]!.sides)).kind).not.toBe('images');
    expect(next({ ...whole, springs: whole.springs.map((s) => ({ ...s, freeLength: null })) })).toMatchObject({
      kind: 'missing',
      missing: { what: 'spring-length' },
    });
    expect(next(whole)).toMatchObject({ kind: 'make' });
  });
  it('does not request an excluded measurement, and advises another if that leaves something undetermined', () => {
    const id = whole.measures.find((m) => 'between' in m && m.between.includes('engage-from'))!.id;
    expect(next({ ...whole, measures: whole.measures.map((m) => (m.id === id ? { ...m, skipped: true } : m)) })).toMatchObject({
      kind: 'advice',
      advice: { kind: 'centres' },
    });
  });
  it('a contradiction comes before everything, with the likeliest culprit', () => {
    const more: Notebook = {
      ...whole,
      measures: [
        ...whole.measures,
        { id: 'again', kind: 'centres', between: ['crank', 'spindle'], value: Math.hypot(60, 420) },
        { id: 'spare', kind: 'outside', between: ['crank', 'spindle'], value: Math.hypot(60, 420) + 114.3 },
      ],
    };
    const slipped = { ...more, measures: more.measures.map((m) => (m.id === 'crank-spindle' ? { ...m, value: m.value! + 25 } : m)) };
    expect(next(slipped)).toMatchObject({ kind: 'suspect', reading: { measure: { id: 'crank-spindle' } } });
  });
});

describe('changes keep the notebook whole', () => {
  const sound = (notebook: Notebook) => {
    const read = validateNotebook(notebook);
    expect(read.ok ? [] : read.problems).toEqual([]);
    // Everything that is named must be there: the survey refuses a sheet that speaks of what is not.
    expect(solveNotebook(notebook).ok).toBe(true);
    expect(notebook.springs.every((s) => [s.from.point, s.to.point].every((id) => notebook.points.some((p) => p.id === id)))).toBe(true);
    expect(
      notebook.springs.every((s) => [s.from.body, s.to.body].every((id) => id === 'frame' || notebook.arms.some((a) => a.id === id))),
    ).toBe(true);
  };
  it.each(whole.pulleys.map((p) => p.id))('without pulley %s', (id) => {
    const next = withoutPlace({ ...whole, pulleys: whole.pulleys.map((p) => ({ ...p, sameAs: p.id === id ? null : id })) }, id);
    sound(next);
    expect(JSON.stringify(next.measures.map((m) => ('between' in m ? m.between : [])))).not.toContain(`"${id}"`);
  });
  it.each(whole.points.map((p) => p.id))('without point %s', (id) => sound(withoutPlace(whole, id)));
  it('without its arm, with its springs on the frame', () => sound(withoutArm(whole, 'arm')));
  it.each(whole.springs.map((s) => s.id))('without spring %s and its points', (id) => {
    const next = withoutSpring(whole, id);
    sound(next);
    expect(next.points.length).toBeLessThan(whole.points.length);
  });
  it('requests distances for a pulley in the place of another', () => {
    const spot = freeSpot(whole);
    const next = askedFor({ ...whole, pulleys: [...whole.pulleys, { ...whole.pulleys[1]!, id: 'new', sketch: spot }] });
    expect(next.measures.filter((m) => 'between' in m && m.between.includes('new')).length).toBeGreaterThanOrEqual(2);
    expect(proposeMeasures(next)).toEqual([]);
    expect(withPoint(next, 'P', spot).notebook.points.length).toBe(whole.points.length + 1);
  });
  it('pulleys put down one after the other land on free ground, none on another or on a point', () => {
    let next = whole;
    for (let i = 0; i < 12; i++) {
      const spot = freeSpot(next);
      for (const p of next.pulleys)
        expect(Math.hypot(p.sketch.x - spot.x, p.sketch.y - spot.y)).toBeGreaterThan((p.outsideDiameter ?? 0) / 2 + 100);
      for (const p of next.points) expect(Math.hypot(p.sketch.x - spot.x, p.sketch.y - spot.y)).toBeGreaterThan(100);
      next = { ...next, pulleys: [...next.pulleys, { ...whole.pulleys[1]!, id: `new-${i}`, outsideDiameter: null, sketch: spot }] };
    }
    expect(freeSpot({ ...whole, pulleys: [], points: [] })).toEqual({ x: 0, y: 0 });
  });
  it('an arm that stood elsewhere is asked for its other ends; readings already taken stay', () => {
    const arm = { ...fresh.arms[0]!, stood: 'engaged' as const };
    const turned = withArm(fresh, arm).arms[0]!;
    expect(new Set(turned.ends.map((e) => e.at))).toEqual(new Set(['released', 'brake']));
    const taken = withArm(fresh, { ...turned, ends: turned.ends.map((e) => ({ ...e, value: 200 })), brake: null }).arms[0]!;
    expect(taken.ends.some((e) => e.at === 'brake' && e.value === 200)).toBe(true);
  });
});

describe('what was written by hand', () => {
  it('is saved by its place, deleted when emptied, and refused if it is too long', () => {
    const one = withTyped(fresh, 'measure-a', '12 3/8');
    expect(withTyped(one, 'measure-b', '4 ft').typed).toEqual({ 'measure-a': '12 3/8', 'measure-b': '4 ft' });
    expect(withTyped(one, 'measure-a', '').typed).toEqual({});
    expect(withTyped(one, 'measure-a', 'x'.repeat(61)).typed).toEqual({});
    expect(validateNotebook(one)).toMatchObject({ ok: true, notebook: { typed: { 'measure-a': '12 3/8' } } });
  });
  it('is empty in an older notebook', () => {
    const { typed: _none, ...before } = fresh;
    expect(validateNotebook(before)).toMatchObject({ ok: true, notebook: { typed: {} } });
  });
});

describe('a route tapped on the drawing', () => {
  const bare: Notebook = { ...fresh, belts: fresh.belts.map((b) => ({ ...b, route: [] })) };
  const route = (notebook: Notebook) => notebook.belts[0]!.route.map((s) => `${s.pulley} ${s.contact}`);
  it('takes pulleys in order, the back on a flat idler; the last tapped again comes off', () => {
    const two = withStopTapped(withStopTapped(bare, 'blade', 'crank'), 'blade', 'arm-idler');
    expect(route(two)).toEqual(['crank v', 'arm-idler back']);
    expect(route(withStopTapped(two, 'blade', 'arm-idler'))).toEqual(['crank v']);
    expect(route(withStopTapped(two, 'blade', 'crank'))).toEqual(route(two));
    expect(withStopTapped(two, 'none', 'spindle')).toEqual(two);
  });
});

describe('what the plate shows', () => {
  it('sketch, then what is measured, then the drive itself', () => {
    const sketch = previewOf(fresh, look(fresh), true);
    expect([sketch.marks.length, sketch.loose.size, sketch.drive.pulleys[1]!.x]).toEqual([fresh.points.length, 0, -60]);
    const open = previewOf(fresh, look(fresh), false);
    expect(open.loose.size).toBeGreaterThan(0);
    const made = previewOf(whole, look(whole), false);
    expect([made.marks, made.loose.size, made.drive.springs.length]).toEqual([[], 0, rider.springs.length]);
  });
});

describe('words', () => {
  const kinds = [
    { id: '1', kind: 'centres', between: ['crank', 'spindle'], value: 1 },
    { id: '2', kind: 'outside', between: ['crank', 'spindle'], value: 1 },
    { id: '3', kind: 'inside', between: ['crank', 'arm-pivot'], value: 1 },
    { id: '4', kind: 'from-edge', of: 'crank', edge: 'deck edge', value: 1 },
    { id: '5', kind: 'along-edge', of: 'crank', edge: 'deck edge', value: 1 },
    { id: '6', kind: 'in-line', of: 'crank', between: ['spindle', 'arm-idler'], value: 1 },
    { id: '7', kind: 'angle', at: 'crank', between: ['spindle', 'arm-idler'], value: 1 },
    { id: '8', kind: 'belt', belt: 'blade', reference: 'outside', value: 1 },
  ] as Notebook['measures'];
  it('has a title and a place of the tape for every kind of measurement, by names and never by ids', () => {
    const titles = kinds.map((m) => measureTitle(whole, m));
    expect(new Set(titles).size).toBe(kinds.length);
    for (const text of [...titles, ...kinds.map((m) => measureHow(whole, m))])
      expect(text).not.toMatch(/crank|arm-idler|arm-pivot|undefined/);
  });
  it('every finding, doubt, missing part and closing verdict is a sentence', () => {
    const sentences = [
      ...(
        [
          'arm-reading-unchecked',
          'second-place',
          'ends-coincide',
          'spring-slack',
          'spring-bad',
          'tightens-the-wrong-way',
          'brake-outside-travel',
          'cannot-teach',
          'keeper-left-out',
        ] as const
      ).map((code) =>
        findingSentence(whole, { code, of: code.startsWith('spring') ? 'engage' : 'arm', mm: 12, text: 'Its readings contradict.' }, units),
      ),
      ...(
        ['name', 'pulley', 'place', 'diameter', 'variable', 'arm-pivot', 'arm-end', 'spring', 'spring-length', 'lever', 'route'] as const
      ).map((what) => missingSentence(whole, { what, of: 'crank' })),
      ...(['v-on-flat', 'back-in-groove', 'idler-on-tight-side'] as const).map((code) =>
        doubtSentence({ code, stop: 0 }, 'Engagement idler'),
      ),
      ...(['agrees', 'stretched', 'too-short-for-the-path', 'longer-than-the-path', 'lies-loose'] as const).map((verdict) =>
        closingSentence(
          whole,
          'blade',
          { verdict, differenceMm: 14, sd: 3, share: 0.011, culprit: { id: 'crank-spindle', byMm: 12 } },
          units,
        ),
      ),
    ];
    for (const s of sentences) expect(s).toMatch(/^[A-Z0-9].*[.?]$/);
    for (const s of sentences) expect(s).not.toMatch(/undefined|null|NaN|crank-/);
  });
  it('prints a side as it was answered', () => {
    expect(sideSentence(whole, { pulley: 'arm-idler', leftOf: ['crank', 'spindle'] })).toBe(
      'Seen from above, the engagement idler is left of the line from the engine pulley to the blade spindle.',
    );
    expect(sideSentence(whole, { pulley: 'arm-idler', leftOf: ['crank', 'spindle'], right: true })).toContain('is right of');
  });
  it('three distances that cannot meet are named', () =>
    expect(triangleSentence(whole, { long: 'crank-spindle', short: ['crank-arm-idler', 'arm-idler-spindle'], byMm: 50 }, units)).toBe(
      'Three distances cannot meet: engine pulley to blade spindle is 50.0 mm longer than engine pulley to engagement idler and engagement idler to blade spindle together. One of the three is misread.',
    ));
  it('prints wear in caliper precision, and nothing without a measurement', () => {
    const inch = unitsFor({ system: 'inch', inchDenominator: 16 });
    expect(wornWords({ narrowedMm: 0.6, stretched: 0.008 }, units.caliper)).toBe('0.6 mm narrower than new, 0.8% longer than new');
    expect(wornWords({ narrowedMm: 0.6, stretched: null }, inch.caliper)).toBe('0.02 in narrower than new');
    expect(wornWords({ narrowedMm: 0.1, stretched: 0.001 }, units.caliper)).toBe('full width, its length when new');
    expect(wornWords({ narrowedMm: -0.5, stretched: -0.004 }, units.caliper)).toBe('0.5 mm wider than new, 0.4% shorter than new');
    expect(wornWords({ narrowedMm: null, stretched: null }, units.caliper)).toBe('');
  });
  it('compares a measurement with the others only to their precision', () => {
    const solved = (by: number, sd: number) => ({ id: 'm', fitted: 0, residual: 0, suspect: false, againstRest: { by, sd } });
    const say = (by: number, sd: number, suspect = true) => againstRestWords(kinds[0]!, solved(by, sd), 2, suspect, units);
    expect([say(1, 3), say(25, 3), say(-25, 3), say(25, 3, false), say(10, 40)]).toEqual([
      'agrees with the others',
      '25.0 mm over the value from the others',
      '25.0 mm under the value from the others',
      '',
      'barely checked by the others',
    ]);
  });
});

describe('two people in one notebook', () => {
  const pulley = (n: Notebook, i: number, part: Partial<Notebook['pulleys'][number]>): Notebook => ({
    ...n,
    pulleys: n.pulleys.map((p, k) => (k === i ? { ...p, ...part } : p)),
  });
  /** As the store returns it, with keys in another order. */
  const stored = (n: Notebook): Notebook =>
    JSON.parse(JSON.stringify(n), (_, v: unknown) =>
      typeof v === 'object' && v !== null && !Array.isArray(v) ? Object.fromEntries(Object.entries(v).sort().reverse()) : v,
    ) as Notebook;
  const labels = (n: Notebook) => n.pulleys.map((p) => p.label);
  const mine = pulley({ ...whole, measures: whole.measures.map((m, i) => (i === 0 ? { ...m, value: 333 } : m)) }, 0, { label: 'Mine' });
  const theirs = stored({
    ...pulley(pulley(whole, 0, { outsideDiameter: 111 }), 1, { label: 'Theirs' }),
    notes: 'wet deck',
    measures: [...whole.measures.slice(0, -1), { ...whole.measures[0]!, id: 'added', value: 5 }],
  });
  it('what each changed is in the whole, also of one pulley; a measure that one added and one that he took off, too', () => {
    const { notebook, both } = mergeNotebooks(whole, mine, theirs);
    expect(both).toEqual([]);
    expect(notebook.pulleys.map((p) => p.id)).toEqual(whole.pulleys.map((p) => p.id));
    expect([notebook.pulleys[0], notebook.pulleys[1], notebook.notes]).toMatchObject([
      { label: 'Mine', outsideDiameter: 111 },
      { label: 'Theirs' },
      'wet deck',
    ]);
    expect(notebook.measures.map((m) => m.id)).toEqual([...whole.measures.slice(0, -1).map((m) => m.id), 'added']);
    expect(notebook.measures[0]!.value).toBe(333);
    expect(validateNotebook(notebook).ok).toBe(true);
    expect(labels(mergeNotebooks(whole, theirs, mine).notebook)).toEqual(['Mine', 'Theirs', whole.pulleys[2]!.label]);
  });
  it('the same on both sides, or nothing on one, asks nothing', () => {
    expect(mergeNotebooks(whole, mine, stored(mine)).both).toEqual([]);
    expect(mergeNotebooks(whole, whole, theirs).notebook).toEqual(theirs);
    expect(mergeNotebooks(whole, mine, stored(whole)).notebook).toEqual(mine);
  });
  it('asks about a field that both changed by its name, and merges the rest', () => {
    const other = pulley(theirs, 0, { label: 'Hers' });
    const [own, hers] = (['mine', 'theirs'] as const).map((prefer) => mergeNotebooks(whole, mine, other, prefer));
    expect(own!.both).toEqual([['pulleys', whole.pulleys[0]!.id, 'label']]);
    expect([own!.notebook.pulleys[0]!.label, hers!.notebook.pulleys[0]!.label]).toEqual(['Mine', 'Hers']);
    expect([own!.notebook.notes, hers!.notebook.measures[0]!.value]).toEqual(['wet deck', 333]);
    expect(entryName(whole, own!.both[0]!)).toBe(whole.pulleys[0]!.label);
    expect(entryName(whole, ['measures', whole.measures[0]!.id, 'value'])).toBe(measureTitle(whole, whole.measures[0]!));
    expect(['photos', 'name', 'kind'].map((list) => entryName(whole, [list]))).not.toContain('');
  });
  it('a pulley that one took off and the other changed is asked about, not dropped', () => {
    const gone = { ...whole, pulleys: whole.pulleys.slice(1) };
    expect(mergeNotebooks(whole, mine, gone).both).toEqual([['pulleys', whole.pulleys[0]!.id]]);
    expect(mergeNotebooks(whole, mine, gone, 'theirs').notebook.pulleys).toHaveLength(whole.pulleys.length - 1);
    expect(mergeNotebooks(whole, whole, gone).notebook.pulleys).toHaveLength(whole.pulleys.length - 1);
  });
  it('parts that both added are both there', () => {
    const added = (label: string): Notebook => {
      const pulley = { ...whole.pulleys[1]!, id: freshId([], 'pulley'), label, sketch: freeSpot(whole) };
      return askedFor({ ...whole, pulleys: [...whole.pulleys, pulley] });
    };
    const { notebook, both } = mergeNotebooks(whole, added('Mine'), added('Theirs'));
    expect(both).toEqual([]);
    expect(notebook.pulleys.slice(whole.pulleys.length).map((p) => p.label)).toEqual(expect.arrayContaining(['Mine', 'Theirs']));
    expect(solveNotebook(notebook).ok).toBe(true);
    const lots = [0.5, 0.5, 0.25];
    expect(freshId([freshId([], 'arm', () => 0.5)], 'arm', () => lots.shift()!)).toBe(freshId([], 'arm', () => 0.25));
  });
  it("undoes the person's own entries, and keeps those of the other", () => {
    let pages = startHistory(whole);
    pages = turn(pages, { type: 'write', change: () => mine });
    pages = turn(pages, { type: 'rebase', by: (page) => mergeNotebooks(whole, page, theirs).notebook });
    expect([pages.now.notes, ...labels(pages.now).slice(0, 2)]).toEqual(['wet deck', 'Mine', 'Theirs']);
    pages = turn(pages, { type: 'undo' });
    expect([pages.now.notes, ...labels(pages.now).slice(0, 2)]).toEqual(['wet deck', whole.pulleys[0]!.label, 'Theirs']);
  });
});

describe('steps', () => {
  it('a route is not all while a pulley is on no belt, or there is no belt', () => {
    const spare = { ...whole, pulleys: [...whole.pulleys, { ...whole.pulleys[0]!, id: 'spare' }] };
    expect(progressOf(spare, 'route')).toEqual({ done: whole.pulleys.length, asked: whole.pulleys.length + 1 });
    const bare = progressOf({ ...whole, belts: [] }, 'route')!;
    expect(bare.done).toBeLessThan(bare.asked);
  });
  it.each(STEPS)('%s: nothing done in a fresh notebook counts as done in a whole one', (step) => {
    const [before, after] = [progressOf({ ...fresh, belts: fresh.belts.map((b) => ({ ...b, route: [] })) }, step), progressOf(whole, step)];
    if (after === null) return expect(before).toBeNull();
    expect(before!.done).toBe(0);
    expect(after.done).toBe(after.asked);
  });
  it.each(TEMPLATES.map((t) => [t.key, t] as const))('%s starts as a valid notebook', (_, template) =>
    expect(validateNotebook(notebookFor(template.make())).ok).toBe(true),
  );
});
