import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compileDrive, validateDrive } from '../drive';
import { demoDrive } from '../drive/sample-drives';
import { cameraAt, ellipseOf, projected } from '../../lab/photo-camera';
import { loopOfTaps, possibleSpans, routeOfSpans, stopsOfRoute, type TappedSpan } from './tapped-spans';

const size = { width: 1600, height: 1200, focal: 1230, barrel: 0 };
const DRIVES = ['orchard-rider', 'kelp-lane-mower', 'airstrip-mower', 'tower-green-mower', 'peat-road-tractor'] as const;

/** Photo of a drive at its drawn position, and the middle of every span of a belt on it. */
function photoOf(name: (typeof DRIVES)[number], belt: number, pose: Parameters<typeof cameraAt>[3], fromBelow = false) {
  const read = validateDrive(JSON.parse(JSON.stringify(demoDrive(name))));
  if (!read.ok) throw new Error(name);
  const made = compileDrive(read.drive);
  if (!made.ok) throw new Error(name);
  const { plan, drawnTrace: trace } = made.compiled.belts[belt]!;
  const { pulleys } = read.drive;
  const flip = fromBelow ? -1 : 1;
  const xs = pulleys.map((p) => p.x);
  const ys = pulleys.map((p) => p.y);
  const middle = (v: number[]) => (Math.min(...v) + Math.max(...v)) / 2;
  const camera = cameraAt(size, [flip * middle(xs), middle(ys)], 1400, pose);
  const active = Array.from({ length: trace.touched }, (_, k) => plan.pulley[trace.active[k]!]!);
  const marks = active.map((p) => {
    const { id, x, y, outsideDiameter } = pulleys[p]!;
    const e = ellipseOf(camera, [flip * x, y, 0], outsideDiameter / 2);
    return { of: id, at: [e.x, e.y] as [number, number], radius: e.a, ellipse: { b: e.b, angle: (e.angle * Math.PI) / 180 } };
  });
  // Between two pulleys the belt runs on the tangent of the pitch circles, a little inside that of the rims.
  const taps = active.map((p, k) => {
    const next = (k + 1) % active.length;
    const [ux, uy] = [trace.ux[k]!, trace.uy[k]!];
    const touch = (stop: number, sign: number): [number, number] => {
      const { x, y } = pulleys[plan.pulley[stop]!]!;
      return [x + sign * plan.signed[stop]! * uy, y - sign * plan.signed[stop]! * ux];
    };
    const ends = [1, -1].map((sign) => [touch(trace.active[k]!, sign), touch(trace.active[next]!, sign)] as const);
    const across = ([a, b]: (typeof ends)[number]) => Math.abs((b[0] - a[0]) * uy - (b[1] - a[1]) * ux);
    const [a, b] = ends.reduce((one, other) => (across(other) < across(one) ? other : one));
    return projected(camera, [(flip * (a[0] + b[0])) / 2, (a[1] + b[1]) / 2, -8]);
  });
  return { drive: read.drive, marks, taps, route: read.drive.belts[belt]!.route };
}

describe('tangents', () => {
  it('are four between two rims that are clear of each other, and touch both', () => {
    const spot = fc.double({ min: 20, max: 60, noNaN: true });
    fc.assert(
      fc.property(
        spot,
        spot,
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.double({ min: -400, max: 400, noNaN: true }),
        (a, b, angle, y) => {
          const marks = [
            { of: 'a', at: [0, 0] as [number, number], radius: a, ellipse: { b: 0.8 * a, angle } },
            { of: 'b', at: [300, y] as [number, number], radius: b, ellipse: { b: 0.7 * b, angle: -angle } },
          ];
          const all = possibleSpans(marks, false);
          expect(all).toHaveLength(4);
          for (const { ends, from, to } of all) {
            const [dx, dy] = [ends[1][0] - ends[0][0], ends[1][1] - ends[0][1]];
            for (const m of marks) {
              // Every point of a rim is on one side of a tangent.
              const sides = Array.from({ length: 90 }, (_, k) => {
                const t = (k * Math.PI) / 45;
                const [p, q] = [m.radius * Math.cos(t), m.ellipse.b * Math.sin(t)];
                const [px, py] = [
                  m.at[0] + p * Math.cos(m.ellipse.angle) - q * Math.sin(m.ellipse.angle),
                  m.at[1] + p * Math.sin(m.ellipse.angle) + q * Math.cos(m.ellipse.angle),
                ];
                return (dx * (py - ends[0][1]) - dy * (px - ends[0][0])) / Math.hypot(dx, dy);
              });
              const left = (m.of === 'a' ? from : to).left;
              expect(Math.max(...sides.map((s) => (left ? s : -s)))).toBeLessThan(0.2);
              expect(Math.max(...sides.map((s) => (left ? -s : s)))).toBeGreaterThan(10);
            }
          }
        },
      ),
    );
  });
  it('do not pass through a third rim', () => {
    const round = (of: string, x: number) => ({ of, at: [x, 0] as [number, number], radius: 50 });
    const all = possibleSpans([round('a', 0), round('b', 200), round('c', 400)], false);
    expect(all.some((t) => t.from.pulley === 'a' && t.to.pulley === 'c' && t.from.left !== t.to.left)).toBe(false);
  });
});

describe('route by tapping the spans', () => {
  const walked = (name: (typeof DRIVES)[number], pose: Parameters<typeof cameraAt>[3], fromBelow: boolean) => {
    const { drive, marks, taps, route } = photoOf(name, 0, pose, fromBelow);
    // In another order than along the belt.
    const spans = [...taps].sort((a, b) => a[1] - b[1]);
    const { route: joined } = loopOfTaps([{ marks, fromBelow, spans }]);
    if (!joined.ok) throw new Error(`${name}: ${joined.why} at ${joined.at.join()}`);
    const stops = stopsOfRoute(joined.stops, (id) => drive.pulleys.find((p) => p.id === id)?.role === 'driver');
    return { stops, route: route.filter((s) => stops.some((t) => t.pulley === s.pulley)) };
  };
  const turned = (stops: readonly { pulley: string }[], from: string) => {
    const ids = stops.map((s) => s.pulley);
    const at = ids.indexOf(from);
    return [...ids.slice(at), ...ids.slice(0, at)];
  };
  it.each(DRIVES)('finds order and sides of %s, from above and from below', (name) => {
    for (const fromBelow of [false, true])
      for (const pose of [
        { tilt: 0, toward: 0, roll: 0 },
        { tilt: 0.45, toward: 2, roll: 1 },
      ]) {
        const { stops, route } = walked(name, pose, fromBelow);
        const first = route[0]!.pulley;
        const there = turned(stops, first);
        const back = turned([...stops].reverse(), first);
        expect([there, back]).toContainEqual(route.map((s) => s.pulley));
        expect(new Map(stops.map((s) => [s.pulley, s.contact]))).toEqual(new Map(route.map((s) => [s.pulley, s.contact])));
      }
  });
  const end = (pulley: string, left = true) => ({ pulley, left });
  const loop: TappedSpan[] = [
    { from: end('a'), to: end('b') },
    { from: end('b'), to: end('c') },
    { from: end('c'), to: end('a') },
  ];
  it('names the pulley where the loop is open, twisted or forked', () => {
    expect(routeOfSpans([])).toEqual({ ok: false, why: 'none', at: [] });
    expect(routeOfSpans(loop.slice(0, 2))).toEqual({ ok: false, why: 'open', at: ['a', 'c'] });
    expect(routeOfSpans([loop[0]!, { from: end('b', false), to: end('c') }, loop[2]!])).toEqual({ ok: false, why: 'twisted', at: ['b'] });
    expect(routeOfSpans([loop[0]!, loop[1]!, { from: end('c'), to: end('a', false) }])).toEqual({ ok: false, why: 'twisted', at: ['a'] });
    expect(routeOfSpans([...loop, { from: end('b'), to: end('d') }])).toMatchObject({ ok: false, why: 'forked', at: ['b'] });
    const other = ['d', 'e', 'f'].map((p, k) => ({ from: end(p), to: end(['e', 'f', 'd'][k]!) }));
    expect(routeOfSpans([...loop, ...other])).toMatchObject({ ok: false, why: 'several' });
  });
  it('closes a loop of two pulleys', () => {
    const two = [
      { from: end('a'), to: end('b') },
      { from: end('b'), to: end('a') },
    ];
    expect(routeOfSpans(two)).toEqual({ ok: true, stops: [end('a'), end('b')] });
  });
  it('joins the spans of two photos', () => {
    const { marks, taps, route } = photoOf('kelp-lane-mower', 0, { tilt: 0.3, toward: 1, roll: 0 });
    const half = Math.ceil(taps.length / 2);
    const { route: joined } = loopOfTaps([
      { marks, spans: taps.slice(0, half) },
      { marks, spans: taps.slice(half) },
    ]);
    expect(joined.ok && joined.stops.length).toBe(route.length);
  });
  it('finds no span far from all of them', () => {
    const { marks } = photoOf('orchard-rider', 0, { tilt: 0, toward: 0, roll: 0 });
    expect(loopOfTaps([{ marks, spans: [[5, 5]] }]).spans).toEqual([null]);
  });
});
