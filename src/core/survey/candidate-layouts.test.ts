import { describe, expect, it } from 'vitest';
import { solveNotebook, notebookFor, solveSurvey, surveyOf, type Notebook } from '.';
import { compareLayouts } from './candidate-layouts';
import { DEMO_DRIVES, demoDrive, measured } from '../../lab/survey-notebooks';

const solved = (notebook: Notebook) => {
  const read = surveyOf(notebook);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return { survey: read.survey, answer: solveSurvey(read.survey) };
};
/** A rider from tape alone, before any side is entered. */
const unsaid = (name = 'orchard-rider'): Notebook => ({
  ...measured(demoDrive(name)),
  sides: [],
  springs: [],
  keepers: [],
  points: [],
  arms: [],
});
const withoutPoints = (notebook: Notebook): Notebook => {
  const pulleys = new Set(notebook.pulleys.map((p) => p.id));
  return { ...notebook, measures: notebook.measures.filter((m) => 'between' in m && m.between.every((p) => pulleys.has(p))) };
};

describe('layouts that fit, to be compared', () => {
  const bare = withoutPoints(unsaid());
  it('are two where only the whole can be turned over: every distance is the same in both', () => {
    const { survey, answer } = solved(bare);
    expect(answer.images).toHaveLength(2);
    const lengths = answer.images.map(({ places }) =>
      survey.measures.flatMap((m) => {
        if (m.kind !== 'centres') return [];
        const [i, j] = m.between.map((id) => survey.drive.pulleys.findIndex((p) => p.id === id)) as [number, number];
        return [Math.hypot(places[2 * i]! - places[2 * j]!, places[2 * i + 1]! - places[2 * j + 1]!)];
      }),
    );
    lengths[0]!.forEach((d, k) => expect(lengths[1]![k]).toBeCloseTo(d, 6));
  });
  it('the sides of each pick that one and no other, on every demo drive that has some', () => {
    const found = DEMO_DRIVES.map((name) => solved(withoutPoints(unsaid(name)))).filter(({ answer }) => answer.images.length > 0);
    expect(found.length).toBeGreaterThan(DEMO_DRIVES.length / 2);
    for (const { survey, answer } of found)
      for (const { places, sides } of answer.images) {
        const chosen = solveSurvey({ ...survey, sides: [...survey.sides, ...sides] });
        expect(chosen.images).toEqual([]);
        expect(chosen.undetermined).toEqual([]);
        chosen.drawn.forEach((v, k) => expect(Math.abs(v - places[k]!)).toBeLessThan(0.5));
      }
  });
  it('are none while something can still move, and none once it is settled', () => {
    expect(solved(notebookFor(demoDrive('orchard-rider'))).answer.images).toEqual([]);
    expect(solved(measured(demoDrive('orchard-rider'))).answer.images).toEqual([]);
  });
  it('are compared as they are or reflected, for any rotation and shift, with the places that still differ', () => {
    const one = Float64Array.from([0, 0, 300, 20, 120, -180, 50, 90]);
    const moved = (by: (x: number, y: number) => [number, number]) =>
      Float64Array.from([0, 1, 2, 3].flatMap((k) => by(one[2 * k]!, one[2 * k + 1]!)));
    const [cos, sin] = [Math.cos(2), Math.sin(2)];
    expect(
      compareLayouts(
        one,
        moved((x, y) => [cos * x - sin * y + 40, sin * x + cos * y - 7]),
      ),
    ).toEqual({ turnedOver: false, moved: [] });
    const over = moved((x, y) => [cos * x + sin * y + 40, sin * x - cos * y - 7]);
    expect(compareLayouts(one, over)).toEqual({ turnedOver: true, moved: [] });
    over[7]! += 80;
    expect(compareLayouts(one, over)).toEqual({ turnedOver: true, moved: [3] });
  });
  it('are rotated to the sketch without reflection, the nearest first', () => {
    const pictured = (notebook: Notebook) => {
      const read = solveNotebook(notebook);
      if (!read.ok) throw new Error();
      return read.look.images;
    };
    const [first, second] = pictured(bare);
    for (const p of bare.pulleys) {
      const at = first!.layout.find((one) => one.id === p.id)!;
      expect(Math.hypot(at.x - p.sketch.x, at.y - p.sketch.y)).toBeLessThan(0.1);
    }
    expect(second!.layout).not.toEqual(first!.layout);
    // Drawn the other way round by hand, the other one is the likest.
    const flipped = { ...bare, pulleys: bare.pulleys.map((p) => ({ ...p, sketch: { x: -p.sketch.x, y: p.sketch.y } })) };
    const [likest] = pictured(flipped);
    for (const p of flipped.pulleys) expect(Math.abs(likest!.layout.find((one) => one.id === p.id)!.x - p.sketch.x)).toBeLessThan(0.1);
  });
});
