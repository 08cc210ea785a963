import { describe, expect, it } from 'vitest';
import { notebookFor, solveNotebook, type Notebook, type NotebookPhoto } from '@/core/survey';
import { cameraAt, ellipseOf, projected } from '@/lab/photo-camera';
import { empty } from '../drives/template-parts';
import { beltRouteStatus } from './messages';
import { nextActionOf } from './next';
import { scaleDistance } from './photo-distance';
import { hasRimPhoto, instruction, shownOnPhoto, tapped } from './photo-marks';
import { loopOf, spansOn, withPulleyTapped, withSpanTapped, withTappedBelt, withTappedRoute } from './photo-route';
import { previewOf } from './preview';
import { progressOf } from './progress';

const camera = cameraAt({ width: 1600, height: 1200, focal: 1230, barrel: 0 }, [0, 120], 800, { tilt: 0.3, toward: 1, roll: 0 });
/** Engine, two spindles, and an idler that pushes the belt in from outside. */
const DECK = [
  { x: 0, y: 0, r: 55 },
  { x: 220, y: 260, r: 70 },
  { x: -220, y: 260, r: 70 },
  { x: -150, y: 90, r: 40 },
];
const photo: NotebookPhoto = { id: 'p', photo: 1, width: 1600, height: 1200, scale: { kind: 'rims' }, marks: [], spans: [] };
const fresh: Notebook = { ...notebookFor(empty('Drive from a photo', 'other')), photos: [photo] };
const at = (x: number, y: number) => projected(camera, [x, y, -8]);

/** Notebook after a tap on each pulley, with the rim that a search finds. */
const marked = DECK.reduce((now, { x, y, r }) => {
  const e = ellipseOf(camera, [x, y, 0], r);
  const { notebook, id } = withPulleyTapped(now, now.photos[0]!, [e.x, e.y]);
  const mark = { of: id, at: [e.x, e.y] as [number, number], radius: e.a, ellipse: { b: e.b, angle: (e.angle * Math.PI) / 180 } };
  return { ...notebook, photos: notebook.photos.map((p) => ({ ...p, marks: [...p.marks, mark] })) };
}, fresh);
const ids = marked.pulleys.map((p) => p.id);
/** Taps on the spans: engine to right, right to left, left to idler, idler to engine. */
const SPANS = [at(130, 100), at(0, 330), at(-165, 175), at(-80, 30)];
const routed = SPANS.reduce((now, tap) => withSpanTapped(now, 'p', 'belt', tap) ?? now, withTappedBelt(marked).notebook);

describe('pulleys tapped on a photo', () => {
  it('become pulleys of the notebook, the first of them the driver', () => {
    expect(marked.pulleys.map((p) => [p.label, p.role])).toEqual([
      ['Engine pulley', 'driver'],
      ['Second pulley', 'driven'],
      ['Third pulley', 'driven'],
      ['Fourth pulley', 'driven'],
    ]);
    expect(new Set(ids).size).toBe(4);
  });
  it('are sketched as the photo shows them, mirrored if it was taken from below', () => {
    const above = withPulleyTapped(fresh, photo, [1200, 300]).notebook.pulleys[0]!.sketch;
    const below = withPulleyTapped(fresh, { ...photo, fromBelow: true }, [1200, 300]).notebook.pulleys[0]!.sketch;
    expect(above).toEqual({ x: 200, y: 150 });
    expect(below).toEqual({ x: -200, y: 150 });
  });
  it('need no scale before they are tapped', () => {
    expect(instruction(fresh, photo, null)).toBe('Tap the middle of the engine pulley.');
    expect(instruction(marked, marked.photos[0]!, null)).toMatch(/^Tap the middle of another pulley/);
    expect(tapped(marked, marked.photos[0]!, null, [5, 5])).toBeNull();
    expect(hasRimPhoto(fresh)).toBe(false);
    expect(shownOnPhoto(marked, ids[0]!)).toBe(true);
  });
});

describe('belt tapped on a photo', () => {
  it('has its route and sides once the loop is closed, and an idler on its back', () => {
    expect(routed.belts[0]!.route.map((s) => [ids.indexOf(s.pulley), s.contact]).sort()).toEqual([
      [0, 'v'],
      [1, 'v'],
      [2, 'v'],
      [3, 'back'],
    ]);
    expect(routed.pulleys[3]).toMatchObject({ role: 'idler', face: 'flat' });
    expect(beltRouteStatus(routed, loopOf(routed, 'belt').route, ids)).toMatch(/^The belt runs round 4 pulleys/);
  });
  it('has no route while it is open, and names the place', () => {
    const half = SPANS.slice(0, 2).reduce((now, tap) => withSpanTapped(now, 'p', 'belt', tap) ?? now, withTappedBelt(marked).notebook);
    expect(half.belts[0]!.route).toEqual([]);
    expect(beltRouteStatus(half, loopOf(half, 'belt').route, ids)).toBe(
      'The belt is open at the engine pulley and the third pulley. Tap its next span.',
    );
    expect(beltRouteStatus(marked, { ok: false, why: 'none', at: [] }, ids)).toMatch(/^Tap each span/);
    for (const why of ['twisted', 'forked', 'several'] as const)
      expect(beltRouteStatus(marked, { ok: false, why, at: [ids[0]!] }, ids)).toMatch(/to remove|two loops/);
  });
  it('loses a span that is tapped again, and ignores a tap on none', () => {
    const fewer = withSpanTapped(routed, 'p', 'belt', SPANS[1]!)!;
    expect(spansOn(fewer, 'p', 'belt')).toHaveLength(3);
    expect(withSpanTapped(routed, 'p', 'belt', [10, 10])).toBeNull();
  });
  it('follows a rim that is corrected', () => {
    const without = (gone: string) => ({
      ...routed,
      photos: routed.photos.map((p) => ({ ...p, marks: p.marks.filter((m) => m.of !== gone) })),
    });
    expect(withTappedRoute(without(ids[1]!), 'belt').belts[0]!.route).toEqual([]);
    expect(withTappedRoute(routed, 'belt').belts[0]!.route).toEqual(routed.belts[0]!.route);
    const plain = withTappedBelt(marked).notebook;
    expect(withTappedRoute(plain, 'belt')).toBe(plain);
  });
  it('names a marked pulley that it does not touch', () => {
    const stops = [0, 1, 2].map((k) => ({ pulley: ids[k]!, left: true }));
    expect(beltRouteStatus(marked, { ok: true, stops }, ids)).toBe('The belt runs round 3 pulleys, without the fourth pulley.');
  });
});

describe('scale of a photo', () => {
  const solved = (notebook: Notebook) => {
    const read = solveNotebook(notebook);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    return read.look;
  };
  const withDistance = (value: number): Notebook => {
    const { pair } = scaleDistance(routed, routed.photos[0]!)!;
    return { ...routed, measures: [{ id: 'm', kind: 'centres', between: [pair[0], pair[1]], value }] };
  };
  it('is one distance between the two pulleys that are farthest from each other', () => {
    const scale = scaleDistance(marked, marked.photos[0]!)!;
    expect(scale.pair.map((id) => ids.indexOf(id)).sort()).toEqual([1, 2]);
    expect(scaleDistance(withDistance(440), routed.photos[0]!)!.id).toBe('m');
    expect(scaleDistance(fresh, photo)).toBeNull();
  });
  it('makes the drive with diameters and their uncertainty from the photo', () => {
    const look = solved(withDistance(440));
    const drive = look.built.drive!;
    for (const [k, { r }] of DECK.entries())
      expect(Math.abs(drive.pulleys.find((p) => p.id === ids[k])!.outsideDiameter - 2 * r)).toBeLessThan(2.5);
    expect(look.uncertainty!.paths.some((p) => p.includes('outsideDiameter'))).toBe(true);
    expect(nextActionOf(withDistance(440), look).kind).toBe('make');
    expect(previewOf(withDistance(440), look, false).drive.belts).toHaveLength(1);
  });
  it('is requested until it is known, and the drawing shows no belt before', () => {
    const look = solved(routed);
    expect(look.built.drive).toBeNull();
    expect(nextActionOf(routed, look)).toMatchObject({ kind: 'advice', advice: { kind: 'centres' } });
    expect(previewOf(routed, look, false).drive.belts).toEqual([]);
    expect([progressOf(routed, 'tape'), progressOf(routed, 'photo'), progressOf(routed, 'pulleys')]).toEqual([
      { done: 0, asked: 1 },
      { done: 4, asked: 4 },
      { done: 4, asked: 4 },
    ]);
  });
});
