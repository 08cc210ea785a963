import { describe, expect, it } from 'vitest';
import {
  compileDrive,
  driveWith,
  numbersOf,
  routeDoubts,
  speedsOf,
  stillUncertain,
  windowSpread,
  lengthWindow,
  newMatcher,
  type Drive,
} from '.';
import { DEMO_DRIVES, demoDrive } from './sample-drives';

const pulleys = [
  { id: 'engine', role: 'driver', face: 'v' },
  { id: 'blade', role: 'driven', face: 'v' },
  { id: 'idler', role: 'idler', face: 'flat' },
] as const;
const route = (...stops: [string, 'v' | 'back'][]) => stops.map(([pulley, contact]) => ({ pulley, contact }));
const codes = (r: ReturnType<typeof route>, travel: 1 | -1 | 0, carried = ['idler']) =>
  routeDoubts({ pulleys, carried: new Set(carried) }, r, travel).map((d) => d.code);

describe('doubts about a route', () => {
  const good = route(['engine', 'v'], ['idler', 'back'], ['blade', 'v']);
  it('the slack strand leaves the driver: an idler there raises none, and on the other strand it does', () => {
    expect(codes(good, 1)).toEqual([]);
    expect(codes(good, -1)).toEqual(['idler-on-tight-side']);
    expect(codes(good, 0)).toEqual([]);
    expect(codes(good, -1, [])).toEqual([]);
  });
  it('turning the list round turns nothing', () => expect(codes(route(['blade', 'v'], ['engine', 'v'], ['idler', 'back']), 1)).toEqual([]));
  it('the V side on a flat idler and the back in a groove that must pull', () => {
    expect(codes(route(['engine', 'v'], ['idler', 'v'], ['blade', 'v']), 1)).toEqual(['v-on-flat']);
    expect(codes(route(['engine', 'v'], ['blade', 'back']), 1)).toEqual(['back-in-groove']);
  });
  it.each(DEMO_DRIVES)('%s raises none, but for the flat idler inside the chipper’s belt', (name) => {
    const drive = demoDrive(name);
    const made = compileDrive(drive);
    if (!made.ok) throw new Error();
    const speeds = speedsOf(made.compiled);
    const carried = new Set(drive.tensioners.flatMap((t) => t.carries));
    const doubts = drive.belts.flatMap((b, i) => routeDoubts({ pulleys: drive.pulleys, carried }, b.route, speeds.belts[i]!.travel));
    expect(doubts.map((d) => d.code)).toEqual(name === 'slipway-chipper' ? ['v-on-flat'] : []);
  });
});

describe('errors carried through a drive', () => {
  const drive = demoDrive('orchard-rider');
  const one = (path: string, sd: number) => ({ paths: [path], base: [numbersOf(drive).get(path)!], errors: [[sd]] });
  const windowOf = (d: Drive) => {
    const made = compileDrive(d);
    if (!made.ok) throw new Error();
    return lengthWindow(newMatcher(made.compiled, 'blade')!);
  };
  it('reads and writes numbers by their path, and leaves those alone that were changed since', () => {
    expect(numbersOf(drive).get('pulleys[1].outsideDiameter')).toBe(127);
    const errors = one('pulleys[1].x', 2);
    expect(driveWith(drive, errors, [1.5]).pulleys[1]!.x).toBe(drive.pulleys[1]!.x + 3);
    const moved = { ...drive, pulleys: drive.pulleys.map((p, i) => (i === 1 ? { ...p, x: p.x + 40 } : p)) };
    expect(driveWith(moved, errors, [1.5])).toEqual(moved);
    expect([stillUncertain(drive, errors), stillUncertain(moved, errors)]).toEqual([true, false]);
  });
  it.each(['pulleys[1].y', 'pulleys[1].outsideDiameter', 'springs[0].rate', 'tensioners[0].min'])(
    '%s: moves the ends as far as newly computed windows do',
    (path) => {
      const sd = path.includes('rate') ? 0.3 : 1.5;
      const window = windowOf(drive);
      const moved = windowOf(driveWith(drive, one(path, sd), [1]));
      const spread = windowSpread(drive, 'blade', window, one(path, sd))!;
      expect(spread.shortestSd!).toBeCloseTo(Math.abs(moved.shortestMm! - window.shortestMm!), 0);
      expect(Math.abs(spread.longestSd! - Math.abs(moved.longestMm! - window.longestMm!))).toBeLessThan(0.1);
    },
  );
  it('independent errors add as squares', () => {
    const window = windowOf(drive);
    const [a, b] = [one('pulleys[1].y', 1), one('pulleys[1].outsideDiameter', 0.5)];
    const both = {
      paths: [...a.paths, ...b.paths],
      base: [...a.base, ...b.base],
      errors: [
        [1, 0],
        [0, 0.5],
      ],
    };
    const sd = (u: typeof a) => windowSpread(drive, 'blade', window, u)!;
    expect(sd(both).longestSd!).toBeCloseTo(Math.hypot(sd(a).longestSd!, sd(b).longestSd!), 6);
    expect(sd(both).pathSd).toBeCloseTo(Math.hypot(sd(a).pathSd, sd(b).pathSd), 6);
  });
});
