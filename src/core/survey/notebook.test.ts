import { describe, expect, it } from 'vitest';
import { compileDrive } from '../drive';
import { driveOf } from '../drive/sample-drives';
import { diameterOf, notebookFor, proposeEnds, proposeMeasures, surveyOf, validateNotebook, type Notebook } from '.';
import { DEMO_DRIVES, demoDrive, look, measured, windowOf } from '../../lab/survey-notebooks';

describe('a fresh notebook', () => {
  it.each(DEMO_DRIVES)('%s: is valid, needs measurements that determine everything, and reports missing ones', (name) => {
    const fresh = notebookFor(demoDrive(name));
    expect(validateNotebook(fresh).ok).toBe(true);
    expect(proposeMeasures(fresh)).toEqual([]);
    const { built, answer } = look(fresh);
    expect(built.drive).toBeNull();
    expect(answer.status).toBe('undetermined');
    expect(built.missing.filter((m) => m.what === 'diameter').map((m) => m.of)).toEqual(fresh.pulleys.map((p) => p.id));
  });
  it.each(DEMO_DRIVES)('%s: is determined once every requested measurement and side is entered', (name) => {
    const { answer } = look(measured(demoDrive(name)));
    expect(answer.status).toBe('determined');
    expect(answer.undetermined).toEqual([]);
  });
  it('is refused with the place where its shape is wrong', () => {
    const bad = { ...notebookFor(demoDrive('orchard-rider')), tapeSd: -1 };
    expect(validateNotebook(bad)).toMatchObject({ ok: false, problems: [{ path: 'tapeSd' }] });
    expect(validateNotebook('text')).toMatchObject({ ok: false });
  });
});

describe('sizes', () => {
  const fresh = notebookFor(demoDrive('airstrip-mower'));
  const with_ = (change: (p: Notebook['pulleys'][number], i: number) => Notebook['pulleys'][number]): Notebook => ({
    ...fresh,
    pulleys: fresh.pulleys.map(change),
  });
  it('“same as” follows to the end, and a ring of them ends nowhere', () => {
    const [a, b, c] = fresh.pulleys.map((p) => p.id) as [string, string, string];
    const chain = with_((p, i) => ({ ...p, sameAs: i === 1 ? a : i === 2 ? b : null, outsideDiameter: i === 0 ? 120 : null }));
    expect([a, b, c].map((id) => diameterOf(chain, id))).toEqual([120, 120, 120]);
    expect(
      diameterOf(
        with_((p, i) => ({ ...p, sameAs: i === 0 ? b : i === 1 ? a : null })),
        a,
      ),
    ).toBeNull();
  });
  it('a rim measure waits until both rims are known; left-out and empty measures take no part', () => {
    const [a, b] = fresh.pulleys.map((p) => p.id) as [string, string];
    const one = (diameter: number | null, part: Partial<{ value: number | null; skipped: boolean }> = {}) => {
      const read = surveyOf({
        ...with_((p, i) => ({ ...p, outsideDiameter: i < 2 ? diameter : null })),
        measures: [{ id: 'm', kind: 'outside', between: [a, b], value: 500, ...part }],
      });
      if (!read.ok) throw new Error();
      return read.survey.measures.length;
    };
    expect([one(null), one(100), one(100, { value: null }), one(100, { skipped: true })]).toEqual([0, 1, 0, 0]);
  });
});

describe('the drive that a notebook amounts to', () => {
  it.each(['orchard-rider', 'lighthouse-generator', 'slipway-chipper'])('%s: exact tapes return the window of its file', (name) => {
    const drive = demoDrive(name);
    const { built } = look(measured(drive));
    const [a, b] = [windowOf(built.drive!), windowOf(drive)];
    expect(built.problems).toEqual([]);
    for (const end of ['shortestMm', 'longestMm'] as const) if (Number.isFinite(b[end])) expect(a[end]!).toBeCloseTo(b[end]!, 1);
  });
  it('is rotated to the sketch but never reflected', () => {
    const drive = demoDrive('orchard-rider');
    const { layout } = look(measured(drive));
    drive.pulleys.forEach((p) => {
      const at = layout.find((l) => l.id === p.id)!;
      expect(Math.hypot(at.x - p.x, at.y - p.y)).toBeLessThan(0.1);
    });
  });
  it('excludes and reports an undetermined keeper; reports an undetermined pivot as missing', () => {
    const whole = measured(demoDrive('orchard-rider'));
    const without = (id: string): Notebook => ({
      ...whole,
      measures: whole.measures.map((m) => ('between' in m && m.between.includes(id) ? { ...m, value: null } : m)),
    });
    const keeper = look(without(whole.keepers[0]!.point)).built;
    expect(keeper.drive!.keepers).toEqual([]);
    expect(keeper.findings).toContainEqual({ code: 'keeper-left-out', of: whole.keepers[0]!.id });
    expect(look(without('arm-pivot')).built.missing).toContainEqual({ what: 'arm-pivot', of: 'arm' });
  });
  it('ends of travel that were swapped are found: moving to “engaged” would slacken the belt', () => {
    const whole = measured(demoDrive('orchard-rider'));
    const swapped = {
      ...whole,
      arms: whole.arms.map((a) => ({
        ...a,
        ends: a.ends.map((e) => ({
          ...e,
          at: e.at === 'released' ? ('engaged' as const) : e.at === 'engaged' ? ('released' as const) : e.at,
        })),
      })),
    };
    expect(look(whole).built.findings.map((f) => f.code)).not.toContain('tightens-the-wrong-way');
    expect(look(swapped).built.findings.map((f) => f.code)).toContain('tightens-the-wrong-way');
  });
  it('reports a spring that is too long for its ends as slack', () => {
    const whole = measured(demoDrive('orchard-rider'));
    const slack = { ...whole, springs: whole.springs.map((s, i) => (i === 0 ? { ...s, freeLength: s.freeLength! + 200 } : s)) };
    expect(look(slack).built.findings).toContainEqual(expect.objectContaining({ code: 'spring-slack', of: whole.springs[0]!.id }));
  });
  it('does not report a lever spring that is slack when released', () => {
    const whole = measured(demoDrive('orchard-rider'));
    const engage = whole.springs.find((s) => s.lever !== null)!;
    const longer = (by: number) => ({
      ...whole,
      springs: whole.springs.map((s) => (s.id === engage.id ? { ...s, freeLength: s.freeLength! + by } : s)),
    });
    const slackIn = (by: number) =>
      look(longer(by))
        .built.findings.filter((f) => f.code === 'spring-slack' && f.of === engage.id)
        .map((f) => f.text);
    const said = Array.from({ length: 21 }, (_, i) => slackIn(10 * i));
    expect(said.flat()).not.toContain('disengaged');
    expect(said.flat()).toContain('engaged');
  });
  it('a spring is taught its rate by the tension that the engaged belt was read at', () => {
    const drive = demoDrive('orchard-rider');
    const whole = measured(drive);
    const known = whole.springs[0]!;
    const taught: Notebook = {
      ...whole,
      springs: whole.springs.map((s, i) =>
        i === 0 ? { ...s, rate: { by: 'taught', tensionN: 200, initialTension: drive.springs[0]!.initialTension! } } : s,
      ),
    };
    const learnt = (tensionN: number) => {
      const read = look({
        ...taught,
        springs: taught.springs.map((s) => (s.rate.by === 'taught' ? { ...s, rate: { ...s.rate, tensionN } } : s)),
      }).built;
      return read.findings.some((f) => f.code === 'cannot-teach') ? null : read.drive!.springs.find((s) => s.id === known.id)!.rate;
    };
    expect(learnt(150)!).toBeLessThan(learnt(200)!);
    expect(learnt(200)!).toBeGreaterThan(0);
    expect(learnt(50_000)).toBeNull();
  });
});

describe('the ends of an arm', () => {
  it('proposes distances to two fixed places for every missing end', () => {
    const notebook = notebookFor(demoDrive('orchard-rider'));
    const ends = proposeEnds(notebook, { ...notebook.arms[0]!, stood: 'released', brake: 'Brake' });
    expect(ends.map((e) => e.at)).toEqual(['engaged', 'engaged', 'brake', 'brake']);
    expect(new Set(ends.map((e) => e.to)).size).toBe(2);
  });
});

describe('the belt that is on it', () => {
  it('agrees with a path measured well, and a misread distance is found by it', () => {
    const drive = driveOf({
      pulleys: [
        { id: 'a', label: 'A', role: 'driver', face: 'v', x: 0, y: 0, outsideDiameter: 100, rpm: 3000, rotation: 'cw' },
        { id: 'b', label: 'B', role: 'driven', face: 'v', x: 400, y: 0, outsideDiameter: 140 },
      ],
      belts: [
        {
          id: 'belt',
          section: 'A',
          route: [
            { pulley: 'a', contact: 'v' },
            { pulley: 'b', contact: 'v' },
          ],
        },
      ],
      states: [{ name: 'running', lever: 1 }],
    });
    const made = compileDrive(drive);
    if (!made.ok) throw new Error();
    const whole = measured(drive);
    const outside = made.compiled.belts[0]!.drawnLength + 2 * Math.PI * 3.3;
    const withBelt = (read: number): Notebook => ({
      ...whole,
      measures: whole.measures.filter((m) => m.kind === 'centres').map((m) => ({ ...m, value: read })),
      belts: whole.belts.map((b) => ({ ...b, now: { ...b.now, by: 'wrap', outsideMm: Math.round(outside), taut: true } })),
    });
    expect(look(withBelt(400)).closing[0]!.check.verdict).toBe('agrees');
    const off = look(withBelt(430)).closing[0]!.check;
    expect(off.verdict).toBe('too-short-for-the-path');
    expect(off.culprit!.byMm).toBeCloseTo(30, -1);
  });
});

describe('a variable sheave', () => {
  const whole = measured(demoDrive('hill-track-utility'));
  const primary = whole.pulleys.find((p) => p.variable)!;
  const with_ = (part: Partial<NonNullable<typeof primary.variable>>): Notebook => ({
    ...whole,
    pulleys: whole.pulleys.map((p) => (p.id === primary.id ? { ...p, variable: { ...p.variable!, ...part } } : p)),
  });
  it('walked round it becomes what the drive file holds of it', () => {
    const built = look(whole).built.drive!;
    for (const p of demoDrive('hill-track-utility').pulleys) {
      const { angle, hubRadius, openGap, travel } = built.pulleys.find((b) => b.id === p.id)!.variable!;
      expect([angle, hubRadius, openGap, travel].map((x) => Math.round(x * 1e6) / 1e6)).toEqual([
        p.variable!.angle,
        p.variable!.hubRadius,
        p.variable!.openGap,
        p.variable!.travel,
      ]);
    }
  });
  it.each<[string, Partial<NonNullable<typeof primary.variable>>]>([
    ['not wholly measured', { gapClosed: null }],
    ['with a hub as wide as its rim', { hubAcross: 400 }],
    ['no wider open than closed', { gapOpen: 3, gapClosed: 3 }],
  ])('%s it is missing, and no drive is made', (_, part) => {
    const { built } = look(with_(part));
    expect(built.missing).toEqual([{ what: 'variable', of: primary.id }]);
    expect(built.drive).toBeNull();
  });
});
