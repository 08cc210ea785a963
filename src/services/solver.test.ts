import { describe, expect, it } from 'vitest';
import { demoDrive } from '../core/drive/sample-drives';
import { solveNotebook } from '../core/survey';
import { measured } from '../lab/survey-notebooks';
import { assessBelt } from './assess-belt';
import { solverService } from './solver';

const rider = demoDrive('orchard-rider');
const candidates = ['4L475', '4L480', '4L490', 'B45', 'zebra'].map((designation, i) => ({ id: `${i}`, designation }));
const match = (more: object = {}) => {
  const result = solverService.match({ drive: rider, beltId: 'blade', candidates, ...more });
  if (!result.ok) throw new Error(result.problems[0]!.message);
  return result.answer;
};

describe('what a screen asks of its worker', () => {
  it('a drive is posed at any lever, with a belt tried in place of its own', () => {
    const at = (lever: number, outsideMm?: Record<string, number>) => {
      const result = solverService.pose({ drive: rider, lever, ...(outsideMm ? { outsideMm } : {}) });
      if (!result.ok) throw new Error(result.problems[0]!.message);
      return result.answer;
    };
    expect([at(0).solved.name, at(1).solved.name, at(0.5).solved.name]).toEqual(['disengaged', 'engaged', 'between']);
    expect(at(0).solved.belts[0]!.tension).toBe(0);
    expect(at(1).solved.belts[0]!.tension).toBeGreaterThan(50);
    expect(at(1, { blade: 1200 }).solved.belts[0]!.tension).toBeGreaterThan(at(1).solved.belts[0]!.tension!);
    expect(at(1).problem).toBeNull();
  });
  it('a drive that cannot be laid is refused with its problems', () => {
    const flat = { ...rider, pulleys: rider.pulleys.map((p) => ({ ...p, x: 0, y: 0 })) };
    expect(solverService.pose({ drive: flat, lever: 0 })).toMatchObject({ ok: false });
    expect(solverService.match({ drive: flat, beltId: 'blade', candidates })).toMatchObject({ ok: false });
    expect(solverService.match({ drive: rider, beltId: 'auger', candidates })).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringContaining('there is no belt “auger”') }],
    });
  });
  it('the whole shelf is judged, with the window, what would be standard in it, and what adjusters would change', () => {
    const answer = match();
    expect(answer.belts.map((b) => b.id).sort()).toEqual(['0', '1', '2', '3']);
    expect(answer.unread.map((u) => u.id)).toEqual(['4']);
    expect(answer.standard.length).toBeGreaterThan(0);
    for (const { id, outsideMm, verdict } of answer.standard) {
      expect(outsideMm).toBeGreaterThanOrEqual(answer.window.shortestMm!);
      expect(outsideMm).toBeLessThanOrEqual(answer.window.longestMm!);
      // A size that is offered has the same verdict as the same belt on the shelf.
      const judged = assessBelt({ drive: rider, beltId: 'blade', candidate: { id, designation: id }, uncertainty: null });
      expect(judged!.belt.verdict).toBe(verdict);
      expect(['fits', 'marginal']).toContain(verdict);
    }
    expect(answer.adjusters.map((a) => [a.id, a.windows.length])).toEqual(rider.adjusters.map((a) => [a.id, 3]));
    expect(answer.own!.failures).toEqual([]);
    expect(answer.unworn).toBeNull();
  });
  it('agrees with the server about a belt when it is used', () => {
    const { belts } = match();
    const judged = assessBelt({ drive: rider, beltId: 'blade', candidate: candidates[1]!, uncertainty: null });
    expect(judged!.belt).toEqual(belts.find((b) => b.id === '1'));
    expect(assessBelt({ drive: rider, beltId: 'blade', candidate: candidates[4]!, uncertainty: null })).toBeNull();
  });
  it('moves the window for a lower belt, next to the unworn one', () => {
    const [fresh, worn] = [match(), match({ sunk: { mm: 0.8 } })];
    expect(worn.unworn).toEqual(fresh.window);
    // The same belt then reaches further round: by some 2π for each mm.
    expect(worn.window.shortestMm! - fresh.window.shortestMm!).toBeGreaterThan(-7);
    expect(worn.window.shortestMm! - fresh.window.shortestMm!).toBeLessThan(-3);
    expect(match().window).toEqual(fresh.window);
  });
  it('finds the settings at which a nearly failing belt runs, and it runs there', () => {
    const answer = match();
    for (const [id, settings] of Object.entries(answer.rescues)) {
      const belt = answer.belts.find((b) => b.id === id)!;
      expect(['too-short', 'too-long']).toContain(belt.verdict);
      for (const { adjuster, ranges } of settings)
        for (const [from, to] of ranges) {
          const drive = { ...rider, adjusters: rider.adjusters.map((a) => (a.id === adjuster ? { ...a, position: (from + to) / 2 } : a)) };
          const again = solverService.match({ drive, beltId: 'blade', candidates: [candidates[Number(id)]!] });
          expect(again.ok && again.answer.belts[0]!.failures).toEqual([]);
        }
    }
  });
  it('many uncertain drives are drawn the same each time, with progress, until they are stopped', async () => {
    const spread = { springRateShare: 0.1, diameterMm: 0.5, lengthMm: 3 };
    const told: number[] = [];
    const run = (stopAt: number) =>
      solverService.variations(rider, 'blade', 1219.2, spread, 400, (done) => {
        told.push(done);
        return done < stopAt;
      });
    const [whole, again, stopped] = [await run(9999), await run(9999), await run(200)];
    expect(again).toEqual(whole);
    expect(whole.done).toBe(400);
    expect(stopped.done).toBe(200);
    expect(told.slice(0, 4)).toEqual([100, 200, 300, 400]);
  });
  it('solves a notebook like the core', () => {
    const notebook = measured(rider);
    expect(solverService.look(notebook)).toEqual(solveNotebook(notebook));
  });
});
