import { facesOf, offHeight, type Layer, type Stack } from './stack';

/** What can be wrong with a bolt-up. */
export const STACK_FAULTS = [
  'no-bracket',
  'no-wheel',
  'two-wheels',
  'not-held',
  'clamps-shell',
  'rubs-bracket',
  'cup-wrong-way',
  'cup-flat',
  'spacer-far-side',
  'off-height',
] as const;
export type StackFaultCode = (typeof STACK_FAULTS)[number];

export interface StackFault {
  readonly code: StackFaultCode;
  /** The part it is seen at, by its place from below; null where it is of the whole. */
  readonly layer: number | null;
  /** Its size where it has one, mm. */
  readonly mm: number | null;
}

/** A wheel may stand this far from its height before a belt minds, mm: what stamped washers differ by. */
export const HEIGHT_TOLERANCE_MM = 0.8;

const isEnd = (one: Layer | undefined) => one?.kind === 'head' || one?.kind === 'nut';

/**
 * What is wrong with a stack. The clamp has to go from end to end through inner race, spacers and washers: whatever wider than the race lies on the
 * wheel holds its shell and stops the bearing when it is tightened; the raised side of a cupped washer looks to the nut or head that bears on it; a
 * spacer beyond the wheel, as seen from the bracket, holds it at the wrong height.
 */
export function stackFaults(stack: Stack): StackFault[] {
  const { layers } = stack;
  const found: StackFault[] = [];
  const report = (code: StackFaultCode, layer: number | null, mm: number | null = null) => found.push({ code, layer, mm });
  const wheels = layers.flatMap((l, i) => (l.kind === 'wheel' ? [i] : []));
  const bracket = layers.findIndex((l) => l.kind === 'bracket');
  if (bracket < 0) report('no-bracket', null);
  if (wheels.length === 0) report('no-wheel', null);
  if (wheels.length > 1) report('two-wheels', wheels[1] ?? null);
  const held = isEnd(layers[0]) && isEnd(layers.at(-1)) && !layers.slice(1, -1).some(isEnd);
  if (!held) report('not-held', null);
  for (const w of wheels) {
    const wheel = layers[w];
    if (wheel?.kind !== 'wheel') continue;
    for (const side of [w - 1, w + 1]) {
      const on = layers[side];
      if (on?.kind === 'bracket') report('rubs-bracket', w);
      else if (on && 'outsideMm' in on && on.outsideMm > wheel.raceMm) report('clamps-shell', side, on.outsideMm - wheel.raceMm);
    }
  }
  layers.forEach((one, i) => {
    if (one.kind !== 'cupped') return;
    if (one.cupMm <= 0) return report('cup-flat', i);
    // It belongs to the nearer end, which bears on it; without two ends nobody can say which that is.
    const toTop = layers.length - 1 - i <= i;
    if (held && one.raisedUp !== toTop) report('cup-wrong-way', i);
  });
  const [w] = wheels;
  const off = offHeight(stack);
  if (bracket >= 0 && w !== undefined) {
    const away = Math.sign(w - bracket);
    layers.forEach((one, i) => {
      if (one.kind === 'spacer' && Math.sign(i - w) === away && off !== null && Math.abs(off) > HEIGHT_TOLERANCE_MM)
        report('spacer-far-side', i, one.thickMm);
    });
  }
  if (off !== null && Math.abs(off) > HEIGHT_TOLERANCE_MM) report('off-height', w ?? null, off);
  return found;
}

/** How long the bolt has to reach from end to end, mm. */
export function clampLength(stack: Stack): number {
  const faces = facesOf(stack);
  return (faces.at(-1)?.high ?? 0) - (faces[0]?.low ?? 0);
}
