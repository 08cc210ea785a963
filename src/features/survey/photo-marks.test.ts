import { describe, expect, it } from 'vitest';
import type { Notebook, NotebookPhoto } from '@/core/survey';
import { circlesOf, handlesOf, instruction, moved, placing, rimShown, scaleSpotsOf, tapped, withNextRim, withRim } from './photo-marks';

const NOTEBOOK = {
  pulleys: [
    { id: 'a', label: 'Engine pulley', outsideDiameter: 100, sameAs: null },
    { id: 'b', label: 'Spindle pulley', outsideDiameter: null, sameAs: null },
  ],
  points: [{ id: 'p', label: 'Arm pivot' }],
  photos: [],
} as unknown as Notebook;
const photo = (more: object = {}): NotebookPhoto =>
  ({
    id: 'x',
    photo: 1,
    width: 2400,
    height: 1600,
    scale: { kind: 'two-points', ends: [], distance: null },
    marks: [],
    spans: [],
    ...more,
  }) as NotebookPhoto;
/** Scale of 2 px per mm: 400 px between two points, 200 mm on the machine. */
const SCALE = {
  kind: 'two-points',
  ends: [
    [100, 100],
    [500, 100],
  ],
  distance: 200,
} as const;
const scaled = (more: object = {}) => photo({ scale: SCALE, ...more });

describe('marks on a photo', () => {
  it('start with the points of the scale, and mark nothing before its length is entered', () => {
    const first = tapped(NOTEBOOK, photo(), null, [100, 100])!;
    expect(first.photo.scale).toMatchObject({ ends: [[100, 100]] });
    const both = photo({
      scale: {
        kind: 'two-points',
        ends: [
          [100, 100],
          [500, 100],
        ],
        distance: null,
      },
    });
    expect(tapped(NOTEBOOK, both, null, [300, 300])).toBeNull();
    expect(placing(NOTEBOOK, both, 'a')).toBeNull();
  });
  it('draw a circle of the known diameter, and of a share of the photo without one', () => {
    const first = tapped(NOTEBOOK, scaled(), null, [300, 300])!;
    expect(first.photo.marks).toMatchObject([{ of: 'a', at: [300, 300] }]);
    expect(first.photo.marks![0]!.radius).toBeCloseTo(100, 6);
    expect(first.chosen).toBe('b');
    const second = tapped(NOTEBOOK, scaled(first.photo), 'b', [900, 300])!;
    expect(second.photo.marks!.find((m) => m.of === 'b')!.radius).toBe(240);
    const point = tapped(NOTEBOOK, scaled(second.photo), 'p', [700, 200])!;
    expect(point.photo.marks!.find((m) => m.of === 'p')).toEqual({ of: 'p', at: [700, 200] });
    expect(tapped(NOTEBOOK, scaled(point.photo), null, [1, 1])).toBeNull();
  });
  it('move a mark that is tapped again, with its circle', () => {
    const marks = [{ of: 'a', at: [300, 300], radius: 77 }];
    const again = tapped(NOTEBOOK, scaled({ marks }), 'a', [320, 310])!;
    expect(again.photo.marks).toEqual([{ of: 'a', at: [320, 310], radius: 77 }]);
    expect(again.chosen).toBe('a');
  });
  it('follow a dragged middle, rim or end of the scale', () => {
    const marks = [{ of: 'a', at: [300, 300], radius: 77 }];
    expect(moved(scaled({ marks }), 'centre:a', [310, 300]).photo.marks).toEqual([{ of: 'a', at: [310, 300], radius: 77 }]);
    expect(moved(scaled({ marks }), 'rim:a', [330, 340]).photo.marks![0]!.radius).toBe(50);
    expect(moved(scaled({ marks }), 'rim:a', [300, 300]).photo.marks![0]!.radius).toBe(2);
    const dragged = moved(scaled({ marks }), 'scale:1', [520, 110]);
    expect(dragged.photo.scale).toMatchObject({
      ends: [
        [100, 100],
        [520, 110],
      ],
      distance: 200,
    });
    expect(dragged.chosen).toBeUndefined();
  });
  it('have a handle for each middle, rim and point of the scale', () => {
    const marks = [
      { of: 'a', at: [300, 300], radius: 77 },
      { of: 'p', at: [700, 200] },
    ];
    const handles = handlesOf(NOTEBOOK, scaled({ marks }));
    expect(handles.map((h) => h.key)).toEqual(['scale:0', 'scale:1', 'rim:a', 'centre:a', 'centre:p']);
    expect(handles[2]!.at).toEqual([377, 300]);
    expect(circlesOf(scaled({ marks }), 'a')).toEqual([{ key: 'a', at: [300, 300], radius: 77, b: 77, angle: 0, chosen: true }]);
    expect(scaleSpotsOf(scaled())).toHaveLength(2);
  });
  it('are asked for one after another', () => {
    const words = [
      instruction(NOTEBOOK, photo(), null),
      instruction(NOTEBOOK, photo({ scale: { ...SCALE, distance: null } }), null),
      instruction(NOTEBOOK, scaled(), null),
      instruction(NOTEBOOK, scaled({ marks: [{ of: 'a', at: [1, 1], radius: 5 }] }), 'a'),
      instruction(NOTEBOOK, scaled({ marks: ['a', 'b', 'p'].map((of) => ({ of, at: [1, 1] })) }), null),
    ];
    expect(new Set(words).size).toBe(words.length);
    expect(words.at(-1)).toBe('Everything is marked. Drag a mark to correct it.');
  });
  it('may be missing on a further photo', () => {
    const second = scaled({ id: 'y' });
    const both = { ...NOTEBOOK, photos: [scaled(), second] };
    expect(instruction(both, scaled(), null)).toBe('Tap the middle of the engine pulley.');
    expect(instruction(both, second, null)).toBe(
      'Tap the middle of the engine pulley. If this photo does not show it, choose another place below the photo.',
    );
  });

  describe('with a rim that was found', () => {
    const rim = { x: 310, y: 305, a: 80, b: 70, angle: 0.5 };
    const marked = scaled({ marks: [{ of: 'a', at: [300, 300], radius: 60 }] });
    it('take its place and shape, unless they were moved since', () => {
      const after = withRim(marked, 'a', [300, 300], rim, 1.5);
      expect(after.marks).toEqual([{ of: 'a', at: [310, 305], radius: 80, ellipse: { b: 70, angle: 0.5 }, sd: 1.5 }]);
      expect(withRim(marked, 'a', [299, 300], rim, 1.5)).toEqual(marked);
      // Corrected by hand, it no longer has the uncertainty of the search.
      expect(moved(after, 'centre:a', [312, 305]).photo.marks![0]!.sd).toBeUndefined();
      expect(circlesOf(after, null)[0]).toMatchObject({ radius: 80, b: 70, angle: 0.5 });
    });
    it('take the next possible rim in turn, until they are moved', () => {
      const rims = [80, 64, 90].map((a, k) => ({ ellipse: { ...rim, a, x: 310 + k }, sd: k === 0 ? 1.5 : null }));
      let now = withRim(marked, 'a', [300, 300], rims[0]!.ellipse, rims[0]!.sd);
      const seen = [0, 1, 2].map(() => {
        now = withNextRim(now, 'a', rims);
        return [rimShown(now, 'a', rims), now.marks[0]!.radius, now.marks[0]!.sd];
      });
      expect(seen).toEqual([
        [1, 64, undefined],
        [2, 90, undefined],
        [0, 80, 1.5],
      ]);
      const dragged = scaled({ marks: [...moved(now, 'centre:a', [330, 305]).photo.marks!] });
      expect(rimShown(dragged, 'a', rims)).toBe(-1);
      expect(withNextRim(dragged, 'a', rims)).toEqual(dragged);
    });
    it('have the rim handle at the end of the long axis, which turns and scales the ellipse', () => {
      const after = withRim(marked, 'a', [300, 300], rim, null);
      const handle = handlesOf(NOTEBOOK, after).find((h) => h.key === 'rim:a')!;
      expect(handle.at[0]).toBeCloseTo(310 + 80 * Math.cos(0.5), 9);
      expect(handle.at[1]).toBeCloseTo(305 + 80 * Math.sin(0.5), 9);
      const [mark] = moved(after, 'rim:a', [310, 345]).photo.marks!;
      expect(mark!.radius).toBeCloseTo(40, 9);
      expect(mark!.ellipse!.b).toBeCloseTo(35, 9);
      expect(mark!.ellipse!.angle).toBeCloseTo(Math.PI / 2, 9);
    });
  });
});
