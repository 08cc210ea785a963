import { describe, expect, it } from 'vitest';
import { compileDrive, seededRandom } from '../drive';
import { demoDrive } from '../drive/sample-drives';
import { solveSurvey, validateSurvey } from '.';
import { sheetOf, type Sheet } from '../../lab/survey-sheets';

const solved = (sheet: unknown) => {
  const read = validateSurvey(sheet);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return solveSurvey(read.survey);
};
const trueLength = (name: string) => {
  const made = compileDrive(demoDrive(name));
  if (!made.ok) throw new Error();
  return made.compiled.belts[0]!.drawnLength;
};

describe('exact measures', () => {
  it.each(['orchard-rider', 'airstrip-mower', 'slipway-chipper', 'lighthouse-generator'])('%s: return the drive and its belt', (name) => {
    const answer = solved(sheetOf(demoDrive(name), 3, seededRandom(2), 0));
    expect([answer.status, answer.undetermined, answer.suspects]).toEqual(['determined', [], []]);
    expect(answer.belts[0]!.pitchLength).toBeCloseTo(trueLength(name), 5);
    const { pulleys } = demoDrive(name);
    const there = (i: number, j: number) =>
      Math.hypot(answer.pulleys[i]!.x! - answer.pulleys[j]!.x!, answer.pulleys[i]!.y! - answer.pulleys[j]!.y!);
    pulleys.forEach((p, i) => pulleys.slice(0, i).forEach((q, j) => expect(there(i, j)).toBeCloseTo(Math.hypot(p.x - q.x, p.y - q.y), 4)));
    expect([answer.pulleys[0]!.x, answer.pulleys[0]!.y, answer.pulleys[1]!.y]).toEqual([0, 0, 0]);
  });

  it('from a straight edge and along it are the frame themselves', () => {
    const drive = demoDrive('orchard-rider');
    const measures = drive.pulleys.flatMap((p) => [
      { id: `${p.id}-y`, kind: 'from-edge', of: p.id, edge: 'deck', value: p.y + 600 },
      { id: `${p.id}-x`, kind: 'along-edge', of: p.id, edge: 'deck', value: p.x + 300 },
    ]);
    const answer = solved({ format: 'taut-sheave/survey', version: 1, drive, measures });
    answer.pulleys.forEach((p, i) =>
      expect([p.x, p.y]).toEqual([expect.closeTo(drive.pulleys[i]!.x + 300, 6), expect.closeTo(drive.pulleys[i]!.y + 600, 6)]),
    );
    expect(answer.status).toBe('determined');
    expect(answer.pulleys[0]!.sd).toBeCloseTo(Math.hypot(2, 2), 6);
  });

  it('an angle fixes what two distances leave open, up to its mirror image', () => {
    const sheet = sheetOf(demoDrive('orchard-rider'), 0, seededRandom(1), 0);
    sheet.measures = sheet.measures.slice(0, 2);
    expect(solved(sheet).undetermined).toContain('arm-idler');
    const [a, b, c] = demoDrive('orchard-rider').pulleys;
    const [u, v] = [
      [b!.x - a!.x, b!.y - a!.y],
      [c!.x - a!.x, c!.y - a!.y],
    ] as const;
    const value = (Math.acos((u[0] * v[0] + u[1] * v[1]) / (Math.hypot(...u) * Math.hypot(...v))) * 180) / Math.PI;
    sheet.measures.push({ id: 'angle', kind: 'angle', at: a!.id, between: [b!.id, c!.id], value });
    const answer = solved(sheet);
    expect(answer.status).toBe('determined');
    expect(answer.belts[0]!.pitchLength).toBeCloseTo(trueLength('orchard-rider'), 4);
  });
});

describe('undetermined parts are reported', () => {
  it('without a side an idler may be mirrored, and the advice is to say the side', () => {
    const sheet = sheetOf(demoDrive('orchard-rider'), 0, seededRandom(1), 0);
    sheet.sides = [];
    const answer = solved(sheet);
    expect([answer.status, answer.undetermined]).toEqual(['undetermined', ['arm-idler']]);
    expect(answer.pulleys[2]).toEqual({ id: 'arm-idler', x: null, y: null, sd: null });
    expect(answer.belts[0]).toEqual({ id: 'blade', pitchLength: null, sd: null });
    expect(answer.next[0]).toMatchObject({ kind: 'side', why: expect.stringContaining('left or right') });
  });
  it('a centre tied by one distance can move, and the missing distance is named', () => {
    const sheet = sheetOf(demoDrive('orchard-rider'), 0, seededRandom(1), 0);
    const gone = sheet.measures.pop()!;
    const answer = solved(sheet);
    expect(answer.undetermined).toEqual(['arm-idler']);
    expect([...answer.next[0]!.between].sort()).toEqual([...(gone['between'] as string[])].sort());
  });
  it('nothing measured fixes nothing but the origin', () => {
    const answer = solved({ ...sheetOf(demoDrive('orchard-rider'), 0, seededRandom(1)), measures: [], sides: [] });
    expect(answer.status).toBe('undetermined');
    expect(answer.undetermined).toEqual(['spindle', 'arm-idler']);
  });
});

describe('with tape errors', () => {
  it('covers the true belt length by ±2 sd about as often as stated', () => {
    const random = seededRandom(8);
    const truth = trueLength('orchard-rider');
    let covered = 0;
    const trials = 300;
    for (let k = 0; k < trials; k++) {
      const [belt] = solved(sheetOf(demoDrive('orchard-rider'), 0, random)).belts;
      if (Math.abs(belt!.pitchLength! - truth) <= 2 * belt!.sd!) covered++;
    }
    expect(covered / trials).toBeGreaterThan(0.9);
    expect(covered / trials).toBeLessThan(0.985);
  });
  it('no step from the optimum lowers the sum of squares', () => {
    const sheet = sheetOf(demoDrive('airstrip-mower'), 6, seededRandom(4));
    const answer = solved(sheet);
    const { pulleys } = demoDrive('airstrip-mower');
    const od = (sheet.drive['pulleys'] as { outsideDiameter: number }[]).map((p) => p.outsideDiameter);
    const cost = (at: { x: number; y: number }[]) =>
      sheet.measures.reduce((sum, m) => {
        const [i, j] = (m['between'] as string[]).map((id) => pulleys.findIndex((p) => p.id === id)) as [number, number];
        const rims = ((od[i]! + od[j]!) / 2) * (m['kind'] === 'outside' ? 1 : m['kind'] === 'inside' ? -1 : 0);
        return sum + (((m['value'] as number) - Math.hypot(at[i]!.x - at[j]!.x, at[i]!.y - at[j]!.y) - rims) / 2) ** 2;
      }, 0);
    const at = answer.pulleys.map((p) => ({ x: p.x!, y: p.y! }));
    const least = cost(at);
    at.forEach((_, i) => {
      for (const [dx, dy] of [
        [0.05, 0],
        [-0.05, 0],
        [0, 0.05],
        [0, -0.05],
      ] as const)
        expect(cost(at.map((p, j) => (i === j ? { x: p.x + dx, y: p.y + dy } : p)))).toBeGreaterThan(least);
    });
  });
  it('a blunder of 25 mm among spare measures is a conflict and mostly named first', () => {
    const random = seededRandom(5);
    let first = 0;
    let conflicts = 0;
    const trials = 40;
    for (let k = 0; k < trials; k++) {
      const sheet = sheetOf(demoDrive('airstrip-mower'), 7, random);
      const bad = Math.floor(random() * sheet.measures.length);
      sheet.measures[bad]!['value'] = (sheet.measures[bad]!['value'] as number) + 25;
      const answer = solved(sheet);
      if (answer.status === 'conflict') conflicts++;
      if (answer.suspects[0] === `m${bad}`) first++;
    }
    expect(conflicts).toBeGreaterThan(0.9 * trials);
    expect(first).toBeGreaterThanOrEqual(0.75 * trials);
  });
});

describe('with a wrapped belt among the measures', () => {
  it('still suspects the error of the tape first', () => {
    const random = seededRandom(15);
    let first = 0;
    const trials = 30;
    for (let k = 0; k < trials; k++) {
      const sheet = sheetOf(demoDrive('airstrip-mower'), 9, random);
      sheet.measures.push({ id: 'wrap', kind: 'belt', belt: 'deck', reference: 'pitch', value: trueLength('airstrip-mower') });
      const bad = Math.floor(random() * (sheet.measures.length - 1));
      sheet.measures[bad]!['value'] = (sheet.measures[bad]!['value'] as number) + 25;
      if (solved(sheet).suspects[0] === `m${bad}`) first++;
    }
    expect(first).toBeGreaterThanOrEqual(0.75 * trials);
  });
});

describe('bad sheets get a sentence with its place', () => {
  const faults = (change: (sheet: Sheet) => void) => {
    const sheet = structuredClone(sheetOf(demoDrive('orchard-rider'), 0, seededRandom(1)));
    change(sheet);
    const read = validateSurvey(sheet);
    return read.ok ? [] : read.problems.map((p) => p.path);
  };
  it.each<[string, (s: Sheet) => void, string]>([
    ['negative', (s) => (s.measures[0]!['value'] = -3), 'measures[0].value'],
    ['five metres and more', (s) => (s.measures[0]!['value'] = 5400), 'measures[0].value'],
    ['text', (s) => (s.measures[0]!['value'] = '12'), 'measures[0].value'],
    ['an unknown kind', (s) => (s.measures[0]!['kind'] = 'guess'), 'measures[0].kind'],
    ['an unknown pulley', (s) => (s.measures[0]!['between'] = ['crank', 'nobody']), 'measures[0].between[1]'],
    ['a pulley to itself', (s) => (s.measures[0]!['between'] = ['crank', 'crank']), 'measures[0].between'],
    ['an id twice', (s) => (s.measures[1]!['id'] = 'm0'), 'measures[1].id'],
    [
      'a bad drive',
      (s) => ((s.drive['pulleys'] as Record<string, unknown>[])[0]!['outsideDiameter'] = -1),
      'drive.pulleys[0].outsideDiameter',
    ],
    ['no format', (s) => delete s['format'], 'format'],
  ])('%s', (_, change, path) => expect(faults(change)).toContain(path));
});
