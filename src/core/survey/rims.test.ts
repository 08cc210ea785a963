import { describe, expect, it } from 'vitest';
import { seededRandom } from '../drive';
import { cameraAt, ellipseOf, type PhotoCamera } from '../../lab/photo-camera';
import { solveSurvey, validateSurvey, type PhotoMarks, type Survey } from '.';

interface Place {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly z?: number;
  readonly diameter: number;
}

const DECK: readonly Place[] = [
  { id: 'engine', x: 0, y: 0, diameter: 110 },
  { id: 'left', x: -210, y: 260, diameter: 140 },
  { id: 'right', x: 230, y: 250, diameter: 140 },
  { id: 'idler', x: 60, y: 150, diameter: 82 },
];

type Pose = Parameters<typeof cameraAt>[3];
const over = (target: [number, number], pose: Pose, barrel = 0.02): PhotoCamera =>
  cameraAt({ width: 1600, height: 1200, focal: 0.77 * 1600, barrel }, target, 800, pose);

/** Marks of the places on a photo. @param noise px of the middle and of both half axes */
function photoOf(camera: PhotoCamera, places: readonly Place[], id = 'photo', noise = 0, random = seededRandom(1)): PhotoMarks {
  const off = () => (noise === 0 ? 0 : noise * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random()));
  return {
    id,
    scale: { kind: 'rims', width: camera.width, height: camera.height },
    marks: places.map(({ id: of, x, y, z = 0, diameter }) => {
      const e = ellipseOf(camera, [x, y, z], diameter / 2);
      const [a, b] = [e.a + off(), e.b + off()];
      const long = Math.max(a, b);
      return {
        of,
        at: [e.x + off(), e.y + off()],
        radius: long,
        ellipse: { b: Math.min(a, b), angle: (e.angle * Math.PI) / 180 },
        ...(noise > 0 ? { sd: noise } : {}),
      };
    }),
  };
}

interface Sheet {
  readonly places?: readonly Place[];
  readonly photos: readonly PhotoMarks[];
  readonly tapes?: readonly { between: [string, string]; off?: number }[];
  /** Places with a measured diameter. */
  readonly known?: readonly string[];
}

function sheetOf({ places = DECK, photos, tapes = [], known = [] }: Sheet): Survey {
  const at = (id: string) => places.find((p) => p.id === id)!;
  const read = validateSurvey({
    format: 'taut-sheave/survey',
    version: 1,
    drive: {
      format: 'taut-sheave/drive',
      version: 1,
      name: 'Deck',
      kind: 'mower-deck',
      pulleys: places.map((p) => ({ id: p.id, role: 'driven', face: 'v', outsideDiameter: p.diameter, ...(p.z ? { z: p.z } : {}) })),
      belts: [],
      tensioners: [],
      springs: [],
      states: [{ name: 'running', lever: 1 }],
    },
    measures: tapes.map(({ between, off = 0 }, k) => ({
      id: `t${k}`,
      kind: 'centres',
      between,
      value: Math.hypot(at(between[0]).x - at(between[1]).x, at(between[0]).y - at(between[1]).y) + off,
    })),
    photos,
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return { ...read.survey, openDiameters: Object.fromEntries(places.filter((p) => !known.includes(p.id)).map((p) => [p.id, p.id])) };
}

/** Largest error of the distances between all places, mm; null if a place is not determined. */
function worstDistance(answer: ReturnType<typeof solveSurvey>, places = DECK): number | null {
  let worst = 0;
  for (const a of places)
    for (const b of places) {
      const [p, q] = [a, b].map((one) => answer.pulleys.find((f) => f.id === one.id)!);
      if (p!.x === null || q!.x === null) return null;
      worst = Math.max(worst, Math.abs(Math.hypot(p!.x - q!.x, p!.y! - q!.y!) - Math.hypot(a.x - b.x, a.y - b.y)));
    }
  return worst;
}

const tilted: Pose = { tilt: 0.45, toward: 0.8, roll: 0.3 };
const tape = { between: ['left', 'right'] as [string, string] };

describe('camera from rims', () => {
  it('finds places and diameters on a tilted photo from one distance', () => {
    const answer = solveSurvey(sheetOf({ photos: [photoOf(over([10, 130], tilted), DECK)], tapes: [tape] }));
    expect(answer.status).toBe('determined');
    expect(worstDistance(answer)).toBeLessThan(1);
    for (const { pulley, mm } of answer.diameters) expect(Math.abs(mm! - DECK.find((p) => p.id === pulley)!.diameter)).toBeLessThan(1);
    expect(answer.photos[0]!.slantDegrees).toBeCloseTo((0.45 * 180) / Math.PI, 0);
  });
  it('needs no tape if two diameters are measured', () => {
    const answer = solveSurvey(sheetOf({ photos: [photoOf(over([10, 130], tilted), DECK)], known: ['engine', 'left'] }));
    expect(answer.status).toBe('determined');
    expect(worstDistance(answer)).toBeLessThan(2);
  });
  it('is undetermined without a length, and requests one', () => {
    const answer = solveSurvey(sheetOf({ photos: [photoOf(over([10, 130], tilted), DECK)] }));
    expect(answer.status).toBe('undetermined');
    expect(answer.diameters.every((d) => d.mm === null)).toBe(true);
    expect(answer.next[0]?.kind).toBe('centres');
  });
  it('joins two photos by the pulleys that they share', () => {
    const left = DECK.filter((p) => p.id !== 'right');
    const right = DECK.filter((p) => p.id !== 'left');
    const photos = [
      photoOf(over([-80, 130], tilted), left, 'a'),
      photoOf(over([90, 130], { tilt: 0.3, toward: -2, roll: -1 }), right, 'b'),
    ];
    const answer = solveSurvey(sheetOf({ photos, tapes: [{ between: ['engine', 'left'] }] }));
    expect(answer.status).toBe('determined');
    expect(worstDistance(answer)).toBeLessThan(2);
  });
  it('sees the drive from below', () => {
    const mirrored = DECK.map((p) => ({ ...p, x: -p.x }));
    const photo = { ...photoOf(over([-10, 130], tilted), mirrored), fromBelow: true };
    const answer = solveSurvey(sheetOf({ photos: [photo], tapes: [tape] }));
    const at = (id: string) => answer.pulleys.find((p) => p.id === id)!;
    const turn = (p: readonly { x: number | null; y: number | null }[]) =>
      (p[1]!.x! - p[0]!.x!) * (p[2]!.y! - p[0]!.y!) - (p[1]!.y! - p[0]!.y!) * (p[2]!.x! - p[0]!.x!);
    expect(worstDistance(answer)).toBeLessThan(1);
    expect(Math.sign(turn([at('engine'), at('left'), at('right')]))).toBe(Math.sign(turn([DECK[0]!, DECK[1]!, DECK[2]!])));
  });
  it('takes a known step between planes into account', () => {
    const stepped = DECK.map((p) => (p.id === 'engine' ? { ...p, z: 40 } : p));
    const photos = [photoOf(over([10, 130], tilted), stepped)];
    const flat = solveSurvey(sheetOf({ photos, tapes: [tape] }));
    const known = solveSurvey(sheetOf({ places: stepped, photos, tapes: [tape] }));
    expect(worstDistance(known)).toBeLessThan(1.5);
    expect(worstDistance(flat)).toBeGreaterThan(5);
  });
  it('estimates an unknown step, with a larger uncertainty', () => {
    const stepped = DECK.map((p) => (p.id === 'engine' ? { ...p, z: 40 } : p));
    const photos = [
      photoOf(over([10, 130], tilted), stepped, 'a', 0.5),
      photoOf(over([10, 130], { tilt: 0.5, toward: 2.6, roll: 0 }), stepped, 'b', 0.5),
    ];
    const sheet = { ...sheetOf({ photos, tapes: [tape] }), unknownHeights: ['engine'] };
    const one = solveSurvey({ ...sheet, photos: [photos[0]!] });
    const two = solveSurvey(sheet);
    expect(worstDistance(two)).toBeLessThan(4);
    expect(one.pulleys[1]!.sd!).toBeGreaterThan(3 * two.pulleys[1]!.sd!);
  });
  it('holds its stated uncertainty with any phone, tilt, height and noise', () => {
    const random = seededRandom(77);
    let [within, all, fixed] = [0, 0, 0];
    const trials = 30;
    for (let k = 0; k < trials; k++) {
      const places = DECK.map((p) => ({ ...p, z: 10 * (random() - 0.5) }));
      const pose = { tilt: 0.6 * random(), toward: 6.28 * random(), roll: 6.28 * random() };
      const size = { width: 1600, height: 1200, focal: (0.72 + 0.1 * random()) * 1600, barrel: 0.045 * random() };
      const photo = photoOf(cameraAt(size, [30 * random(), 130], 850, pose), places, 'photo', 1.2, random);
      const tape = { between: ['left', 'right'] as [string, string], off: 4 * (random() - 0.5) };
      const answer = solveSurvey(sheetOf({ photos: [photo], tapes: [tape] }));
      if (answer.status !== 'determined') continue;
      fixed++;
      // The frame has the engine at its origin, so the error of a place contains that of the engine.
      for (const id of ['left', 'right', 'idler']) {
        const [at, truth] = [answer.pulleys.find((p) => p.id === id)!, DECK.find((p) => p.id === id)!];
        const off = Math.abs(Math.hypot(at.x!, at.y!) - Math.hypot(truth.x, truth.y));
        all++;
        if (off <= 2 * at.sd!) within++;
      }
    }
    expect(fixed / trials).toBeGreaterThan(0.9);
    expect(within / all).toBeGreaterThan(0.9);
  });
});

describe('photo that disagrees', () => {
  const tapes = [
    tape,
    { between: ['engine', 'left'] },
    { between: ['engine', 'right'] },
    { between: ['engine', 'idler'] },
    { between: ['left', 'idler'] },
  ] as const;
  const sheet = (photos: PhotoMarks[], off: readonly number[] = []) =>
    sheetOf({ photos, tapes: tapes.map((t, k) => ({ between: [...t.between] as [string, string], off: off[k] ?? 0 })), known: ['engine'] });
  const moved = DECK.map((p) => (p.id === 'idler' ? { ...p, x: p.x + 45 } : p.id === 'right' ? { ...p, y: p.y - 40 } : p));
  it('is excluded by name, and the rest answers', () => {
    const photos = [
      photoOf(over([10, 130], tilted), DECK, 'good'),
      photoOf(over([10, 130], { tilt: 0.2, toward: 2, roll: 1 }), moved, 'bad'),
    ];
    const answer = solveSurvey(sheet(photos));
    expect(answer.status).toBe('determined');
    expect(answer.photos.map((p) => [p.id, p.excluded])).toEqual([
      ['good', false],
      ['bad', true],
    ]);
    expect(worstDistance(answer)).toBeLessThan(1.5);
  });
  it('keeps its other marks if only one of them disagrees', () => {
    const one = DECK.map((p) => (p.id === 'idler' ? { ...p, x: p.x + 45 } : p));
    const more = { between: ['right', 'idler'] as [string, string] };
    const photos = [photoOf(over([10, 130], tilted), one)];
    const answer = solveSurvey(
      sheetOf({ photos, tapes: [...tapes.map((t) => ({ between: [...t.between] as [string, string] })), more], known: ['engine'] }),
    );
    expect(answer.status).toBe('determined');
    expect(answer.photos.map((p) => [p.excluded, p.excludedMark])).toEqual([[false, 'idler']]);
    expect(worstDistance(answer)).toBeLessThan(1.5);
  });
  it('stays in if one misread length explains the conflict', () => {
    const answer = solveSurvey(sheet([photoOf(over([10, 130], tilted), DECK)], [0, 0, 0, 40]));
    expect(answer.status).toBe('conflict');
    expect(answer.photos[0]!.excluded).toBe(false);
    expect(answer.suspects[0]).toBe('t3');
  });
});
