import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../drive';
import { demoDrive } from '../drive/sample-drives';
import { cameraAt, ellipseOf, projected } from '../../lab/photo-camera';
import { markedCircle, solveSurvey, toPlane, validateSurvey } from '.';

type Spot = [number, number];

/** A camera: plane mm (y up) to pixels (y down) by a homography with a slant, and none where `tilt` is 0. */
const camera =
  (tilt: number, turn = 0.2, k = 1.7) =>
  (x: number, y: number): Spot => {
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    const [u, v] = [c * x - s * y, s * x + c * y];
    const w = 1 + tilt * u + 0.6 * tilt * v;
    return [1000 + (k * u) / w, 800 - (k * v) / w];
  };

describe('from pixels to the plane', () => {
  it('two points shrink and turn nothing: distances come out in mm, y up', () => {
    const plane = toPlane({
      scale: {
        kind: 'two-points',
        ends: [
          [100, 100],
          [300, 100],
        ],
        distance: 400,
      },
    })!;
    expect(plane(100, 100)).toEqual([0, -0]);
    expect(plane(300, 50)).toEqual([400, 100]);
  });
  it('corrects any tilt by a rectangle: distances between places are true', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -4e-4, max: 4e-4, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.tuple(fc.double({ min: -300, max: 300, noNaN: true }), fc.double({ min: -300, max: 300, noNaN: true })),
        (tilt, turn, [x, y]) => {
          const shot = camera(tilt, turn);
          const corners = (
            [
              [-100, -70],
              [110, -70],
              [110, 80],
              [-100, 80],
            ] as Spot[]
          ).map((p) => shot(...p)) as [Spot, Spot, Spot, Spot];
          const plane = toPlane({ scale: { kind: 'rectangle', corners, width: 210, height: 150 } })!;
          const [a, b] = [plane(...shot(x, y)), plane(...shot(0, 0))];
          expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeCloseTo(Math.hypot(x, y), 5);
        },
      ),
    );
  });
  it('the corners may be marked either way round, and seen from below it is mirrored', () => {
    const shot = camera(2e-4);
    const corners = (
      [
        [0, 0],
        [200, 0],
        [200, 150],
        [0, 150],
      ] as Spot[]
    ).map((p) => shot(...p)) as [Spot, Spot, Spot, Spot];
    const back = [corners[0], corners[3], corners[2], corners[1]] as [Spot, Spot, Spot, Spot];
    const turnOf = (scale: Parameters<typeof toPlane>[0]) => {
      const plane = toPlane(scale)!;
      const [a, b, c] = [plane(...shot(0, 0)), plane(...shot(100, 0)), plane(...shot(0, 100))];
      return Math.sign((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]));
    };
    expect(turnOf({ scale: { kind: 'rectangle', corners, width: 200, height: 150 } })).toBe(1);
    expect(turnOf({ scale: { kind: 'rectangle', corners: back, width: 150, height: 200 } })).toBe(1);
    expect(turnOf({ scale: { kind: 'rectangle', corners, width: 200, height: 150 }, fromBelow: true })).toBe(-1);
  });
  it('is null for coinciding or collinear marks', () => {
    expect(
      toPlane({
        scale: {
          kind: 'two-points',
          ends: [
            [5, 5],
            [5, 5],
          ],
          distance: 100,
        },
      }),
    ).toBeNull();
    expect(
      toPlane({
        scale: {
          kind: 'rectangle',
          corners: [
            [0, 0],
            [1, 1],
            [2, 2],
            [3, 3],
          ],
          width: 100,
          height: 100,
        },
      }),
    ).toBeNull();
  });
  it('a circle reads its own diameter', () => {
    const plane = toPlane({
      scale: {
        kind: 'two-points',
        ends: [
          [0, 0],
          [200, 0],
        ],
        distance: 100,
      },
    })!;
    expect(markedCircle(plane, { at: [500, 400], radius: 60 }).diameter).toBeCloseTo(60, 9);
  });
  it('the rim of a pulley on a tilted photo has its true middle and diameter, which its ellipse alone has not', () => {
    const camera = cameraAt({ width: 1600, height: 1200, focal: 1230, barrel: 0 }, [100, 0], 600, { tilt: 0.5, toward: 0.8, roll: 0.3 });
    const at = (x: number, y: number): [number, number] => [...projected(camera, [x, y, 0])];
    const plane = toPlane({
      scale: { kind: 'rectangle', corners: [at(0, 0), at(200, 0), at(200, -150), at(0, -150)], width: 200, height: 150 },
    })!;
    const rim = ellipseOf(camera, [180, 40, 0], 90);
    const mark = { at: [rim.x, rim.y] as const, radius: rim.a, ellipse: { b: rim.b, angle: (rim.angle * Math.PI) / 180 } };
    const { centre, diameter } = markedCircle(plane, mark);
    const off = ([x, y]: readonly [number, number]) => Math.hypot(Math.abs(x) - 180, y - 40);
    expect(diameter).toBeCloseTo(180, 0);
    expect(off(centre)).toBeLessThan(0.5);
    expect(off(plane(rim.x, rim.y))).toBeGreaterThan(3);
  });
});

describe('photo and tape together', () => {
  const drive = demoDrive('airstrip-mower');
  const bare = drive.pulleys.map(({ x: _x, y: _y, ...p }) => p);
  const sheet = (shot: (x: number, y: number) => Spot, corners: boolean, noise: () => number, measures: unknown[]) => ({
    format: 'taut-sheave/survey',
    version: 1,
    drive: { ...drive, pulleys: bare },
    measures,
    photos: [
      {
        id: 'p',
        marks: drive.pulleys.map((p) => ({ of: p.id, at: shot(p.x, p.y).map((v) => v + noise()) })),
        scale: corners
          ? {
              kind: 'rectangle',
              corners: (
                [
                  [-100, -70],
                  [110, -70],
                  [110, 80],
                  [-100, 80],
                ] as Spot[]
              ).map((p) => shot(...p)),
              width: 210,
              height: 150,
            }
          : { kind: 'two-points', ends: [shot(0, 0), shot(300, 0)], distance: 300 },
      },
    ],
  });
  const solved = (document: unknown) => {
    const read = validateSurvey(document);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    return solveSurvey(read.survey);
  };
  const distances = (places: readonly { x: number | null; y: number | null }[]) =>
    places.flatMap((a, i) => places.slice(i + 1).map((b) => Math.hypot(a.x! - b.x!, a.y! - b.y!)));
  const truth = distances(drive.pulleys);

  it('a photo alone fixes every pulley, without a question of left or right', () => {
    const answer = solved(sheet(camera(3e-4), true, () => 0, []));
    expect(answer.status).toBe('determined');
    distances(answer.pulleys).forEach((d, i) => expect(d).toBeCloseTo(truth[i]!, 3));
    expect(answer.photos[0]!.bent).toBe(false);
  });
  it('corrects a scale error of 5% by tapes in both directions; one tape alone leaves the tilt open, and the spread shows it', () => {
    const random = seededRandom(4);
    const normal = () => 0.3 * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const document = sheet(camera(0), false, normal, []);
    (document.photos[0]!.scale as { distance: number }).distance = 315;
    const by = (id: string) => drive.pulleys.find((p) => p.id === id)!;
    const withTapes = (...pairs: [string, string][]) =>
      solved({
        ...document,
        measures: pairs.map(([a, b], i) => ({
          id: `t${i}`,
          kind: 'centres',
          between: [a, b],
          value: Math.hypot(by(a).x - by(b).x, by(a).y - by(b).y),
        })),
      });
    const worst = (answer: ReturnType<typeof solved>) => Math.max(...distances(answer.pulleys).map((d, i) => Math.abs(d - truth[i]!)));
    expect(worst(withTapes())).toBeGreaterThan(20);
    const one = withTapes(['left', 'right']);
    expect(one.status).toBe('determined');
    const spread = Math.max(...one.pulleys.map((p) => p.sd!));
    expect(worst(one)).toBeLessThan(3 * spread);
    expect(worst(withTapes(['left', 'right'], ['engine', 'centre'], ['engine', 'left'], ['engine', 'right']))).toBeLessThan(8);
  });
  it('solves a tilt that two points cannot correct from the tape, with true places', () => {
    const pairs = drive.pulleys.flatMap((p, i) => drive.pulleys.slice(0, i).map((q) => [p, q] as const)).slice(0, 12);
    const taped = pairs.map(([p, q], i) => ({
      id: `m${i}`,
      kind: 'centres',
      between: [p.id, q.id],
      value: Math.hypot(p.x - q.x, p.y - q.y),
    }));
    // Keystone and foreshortening of a shot about a quarter off square.
    const slanted = solved(sheet(camera(4e-4), false, () => 0, taped));
    expect(slanted.photos[0]!.bent).toBe(false);
    drive.pulleys.forEach((p, i) =>
      drive.pulleys.slice(0, i).forEach((q, j) => {
        const [a, b] = [slanted.pulleys[i]!, slanted.pulleys[j]!];
        expect(Math.abs(Math.hypot(a.x! - b.x!, a.y! - b.y!) - Math.hypot(p.x - q.x, p.y - q.y))).toBeLessThan(4);
      }),
    );
    expect(solved(sheet(camera(4e-4), true, () => 0, taped)).photos[0]!.bent).toBe(false);
  });
});
