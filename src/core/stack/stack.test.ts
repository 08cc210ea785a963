import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { solveDrive } from '../drive';
import { demoDrive } from '../drive/sample-drives';
import {
  clampLength,
  entryAngles,
  facesOf,
  grooveHeight,
  offHeight,
  STACK_FAULTS,
  STACK_TEMPLATES,
  stackFaults,
  stackShape,
  withMoved,
  type Layer,
  type Stack,
} from '.';

const above = STACK_TEMPLATES.find((t) => t.key === 'idler-above')!.stack;
const codes = (stack: Stack) => stackFaults(stack).map((f) => f.code);
const at = (stack: Stack, kind: Layer['kind']) => stack.layers.findIndex((l) => l.kind === kind);
const without = (stack: Stack, i: number): Stack => ({ ...stack, layers: stack.layers.filter((_, k) => k !== i) });
const changed = (stack: Stack, i: number, more: object): Stack => ({
  ...stack,
  layers: stack.layers.map((l, k) => (k === i ? ({ ...l, ...more } as Layer) : l)),
});

const wheelAt = at(above, 'wheel');
const twoWheels: Stack = { ...above, layers: above.layers.toSpliced(wheelAt, 0, above.layers[wheelAt]!) };

describe('a stack correct', () => {
  it.each(STACK_TEMPLATES.map((t) => [t.title, t.stack] as const))(
    '%s has nothing wrong with it and reads back as it was written',
    (_, stack) => {
      expect(stackFaults(stack)).toEqual([]);
      expect(offHeight(stack)).toBe(0);
      expect(stackShape.parse(structuredClone(stack))).toEqual(stack);
    },
  );

  it('is as high as the layers below its groove', () => {
    expect(grooveHeight(above)).toBe(14 + 6);
    expect(clampLength(above)).toBeCloseTo(5 + 14 + 12 + 2 + 2.5, 12);
    const faces = facesOf(above);
    expect(faces[at(above, 'bracket')]).toEqual({ low: -5, high: 0 });
  });

  it('hangs under its bracket by the bracket, the spacer and what is left of the wheel', () => {
    const below = STACK_TEMPLATES.find((t) => t.key === 'idler-below')!.stack;
    expect(grooveHeight(below)).toBe(-(5 + 14 + (12 - 6)));
  });
});

describe('what is wrong is named, and where', () => {
  const spacer = at(above, 'spacer');
  const wheel = at(above, 'wheel');
  const washer = at(above, 'washer');
  const cup = at(above, 'cupped');
  it.each<[string, Stack, string[]]>([
    ['spacer left out', without(above, spacer), ['rubs-bracket', 'off-height']],
    ['spacer on the far side', withMoved(above, spacer, wheel), ['rubs-bracket', 'spacer-far-side', 'off-height']],
    ['plain washer left out, so that the cupped one lies on the shell', without(above, washer), ['clamps-shell']],
    ['a washer wider than the race', changed(above, washer, { outsideMm: 30 }), ['clamps-shell']],
    ['cup the wrong way', changed(above, cup, { raisedUp: false }), ['cup-wrong-way']],
    ['cup gone flat', changed(above, cup, { cupMm: 0 }), ['cup-flat']],
    ['no nut', without(above, above.layers.length - 1), ['not-held']],
    ['a nut in the middle', withMoved(above, above.layers.length - 1, 2), ['not-held']],
    ['no bracket', without(above, at(above, 'bracket')), ['no-bracket']],
    ['no wheel', without(above, wheel), ['no-wheel']],
    ['two wheels', twoWheels, ['two-wheels']],
    ['a longer spacer', changed(above, spacer, { thickMm: 17 }), ['off-height']],
  ])('%s', (_, stack, expected) => {
    expect(codes(stack)).toEqual(expected);
  });

  it('every fault there is arises from some stack', () => {
    const all = new Set<string>();
    for (const stack of [
      without(above, spacer),
      withMoved(above, spacer, wheel),
      without(above, washer),
      changed(above, cup, { raisedUp: false }),
      changed(above, cup, { cupMm: 0 }),
      without(above, above.layers.length - 1),
      without(above, at(above, 'bracket')),
      without(above, wheel),
      twoWheels,
    ])
      codes(stack).forEach((c) => all.add(c));
    expect([...all].sort()).toEqual([...STACK_FAULTS].sort());
  });

  it('a spacer on the far side lowers the wheel by its own length', () => {
    expect(stackFaults(withMoved(above, spacer, wheel)).find((f) => f.code === 'off-height')?.mm).toBe(-14);
  });

  it('accepts a spacer beyond the pulley that does not change its height', () => {
    const layers = [
      ...above.layers.slice(0, wheel + 1),
      { kind: 'spacer', thickMm: 4, outsideMm: 16 } as Layer,
      ...above.layers.slice(wheel + 1),
    ];
    expect(codes({ ...above, layers })).toEqual([]);
  });
});

/** The same stack stood on its head. */
const upsideDown = ({ layers, wantedMm }: Stack): Stack => {
  const bracket = layers.find((l) => l.kind === 'bracket');
  return {
    layers: layers
      .toReversed()
      .map((l) =>
        l.kind === 'cupped' ? { ...l, raisedUp: !l.raisedUp } : l.kind === 'wheel' ? { ...l, grooveMm: l.thickMm - l.grooveMm } : l,
      ),
    wantedMm: -wantedMm - (bracket?.thickMm ?? 0),
  };
};

it('a stack stood on its head has the same faults', () => {
  fc.assert(
    fc.property(fc.constantFrom(...STACK_TEMPLATES), fc.nat(20), fc.nat(20), fc.boolean(), ({ stack }, from, to, flip) => {
      const n = stack.layers.length;
      let moved = withMoved(stack, from % n, to % n);
      if (flip)
        moved = changed(
          moved,
          moved.layers.findIndex((l) => l.kind === 'cupped'),
          { cupMm: 1, raisedUp: from % 2 === 0 },
        );
      // Halfway between the ends a cup belongs to neither, and is read as the upper one's.
      fc.pre(moved.layers.length - 1 !== 2 * moved.layers.findIndex((l) => l.kind === 'cupped'));
      expect(codes(upsideDown(moved)).sort()).toEqual(codes(moved).sort());
    }),
  );
});

it('moving a part there and back changes nothing, and a place that is not there is the end', () => {
  fc.assert(
    fc.property(fc.nat(6), fc.nat(6), (a, b) => {
      expect(withMoved(withMoved(above, a, b), b, a)).toEqual(above);
    }),
  );
  expect(withMoved(above, 1, 99).layers.at(-1)?.kind).toBe('bracket');
  expect(withMoved(above, 99, 0)).toBe(above);
});

describe('the belt at a wheel off its height', () => {
  const drive = demoDrive('orchard-rider');
  const solved = solveDrive(drive, 'engaged');
  if (!solved.ok) throw new Error('the orchard rider does not solve');
  const [state] = solved.answer.states;

  it('comes in on its two spans at atan(off/span), and level where it is at its height', () => {
    const angles = entryAngles(drive, state!, 'arm-idler', 14);
    expect(angles).toHaveLength(2);
    for (const a of angles) expect(a.degrees).toBeCloseTo((Math.atan(14 / a.spanMm) * 180) / Math.PI, 9);
    expect(entryAngles(drive, state!, 'arm-idler', 0).every((a) => a.degrees === 0)).toBe(true);
    expect(angles.some((a) => a.degrees > a.limit)).toBe(true);
  });

  it('counts heights that are drawn: to the height of the neighbour it comes level', () => {
    const raised = { ...drive, pulleys: drive.pulleys.map((p) => (p.id === 'arm-idler' ? { ...p, z: -6 } : p)) };
    expect(entryAngles(raised, state!, 'arm-idler', 6).every((a) => a.degrees < 1e-9)).toBe(true);
  });

  it('is empty for a belt that does not run there', () => {
    expect(entryAngles(drive, state!, 'nowhere', 5)).toEqual([]);
  });
});
