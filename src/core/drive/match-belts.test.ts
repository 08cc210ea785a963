import { describe, expect, it } from 'vitest';
import { solveNotebook } from '../survey';
import { measured } from '../../lab/survey-notebooks';
import { assessBelt } from './verdict';
import { newBeltMatching } from './match-belts';
import { newMatcher } from './matcher';
import { readCandidate } from './candidate';
import { compiled, demoDrive } from './sample-drives';
import { lengthWindow } from './window';

const rider = demoDrive('orchard-rider');
const belts = ['4L475', '4L480', '4L485', 'B45', '13x1170Li', 'zebra'].map((designation) => ({ id: designation, designation }));

describe('belts judged on a drive', () => {
  it('are assessed as each alone, best first, with unreadable ones reported', () => {
    const result = newBeltMatching()({ drive: rider, beltId: 'blade', candidates: belts });
    if (!result.ok) throw new Error(result.problems[0]!.message);
    const matcher = newMatcher(compiled(rider), 'blade')!;
    const window = lengthWindow(matcher);
    expect(result.match.window).toEqual(window);
    for (const belt of result.match.belts) {
      const read = readCandidate({ id: belt.id, designation: belt.id }, matcher.section);
      if (!read.ok) throw new Error(read.problem);
      expect(belt).toEqual(assessBelt(matcher, window, belt.id, read));
    }
    expect(result.match.belts[0]!.verdict === 'fits' || result.match.belts[0]!.verdict === 'marginal').toBe(true);
    expect(result.match.unread.map((u) => u.id)).toEqual(['zebra']);
  });
  it('have the same answer again after other requests, and a new one for another drive', () => {
    const match = newBeltMatching();
    const ask = (drive = rider, candidates = belts) => {
      const result = match({ drive, beltId: 'blade', candidates });
      if (!result.ok) throw new Error();
      return { window: result.match.window, belts: result.match.belts };
    };
    const first = ask();
    const springy = { ...rider, springs: rider.springs.map((s) => ({ ...s, rate: s.rate * 1.4 })) };
    expect(ask(springy).window).not.toEqual(first.window);
    for (let k = 0; k < 12; k++) ask({ ...rider, name: `Other ${k}` }, []);
    expect(ask()).toEqual(first);
    // A belt of another id and number of the same size is its own row.
    const [same] = ask(rider, [{ id: 'mine', designation: '4L480' }]).belts;
    expect(same).toMatchObject({ id: 'mine', designation: '4L480' });
  });
  it('of a measured drive know how closely the window is known', () => {
    const read = solveNotebook(measured(rider));
    if (!read.ok || !read.look.built.drive) throw new Error();
    const result = newBeltMatching()({
      drive: read.look.built.drive,
      beltId: 'blade',
      candidates: belts,
      uncertainty: read.look.uncertainty,
    });
    expect(result.ok && result.match.spread?.shortestSd).toBeGreaterThan(0);
  });
  it('are assessed by seating on a variable drive, unless its radii count as drawn', () => {
    const cvt = { ...rider, kind: 'cvt' as const };
    const match = newBeltMatching();
    const [seated, drawn] = [false, true].map((asDrawn) => match({ drive: cvt, beltId: 'blade', candidates: belts, asDrawn }));
    if (!seated?.ok || !drawn?.ok) throw new Error();
    expect(seated.match.hasLengthWindow).toBe(false);
    expect(seated.match.belts.find((b) => b.id === '4L480')!.reasons).toEqual(['length-not-judged']);
    expect(drawn.match.belts.find((b) => b.id === '4L480')!.reasons).not.toContain('length-not-judged');
  });
  it('report a missing belt, a drive without belts, and one without a loop', () => {
    const match = newBeltMatching();
    const said = (drive: typeof rider, beltId?: string) => {
      const result = match({ drive, beltId, candidates: belts });
      return result.ok ? '' : result.problems[0]!.message;
    };
    expect(said(rider, 'auger')).toBe('there is no belt “auger”; it has “blade”');
    expect(said({ ...rider, belts: [] })).toBe('the drive has no belt');
    expect(said({ ...rider, pulleys: rider.pulleys.map((p) => ({ ...p, x: 0, y: 0 })) })).toMatch(/overlap/);
  });
});
