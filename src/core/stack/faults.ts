import { facesOf, offHeight, type Layer, type Stack } from './stack';

/** Faults of a hardware stack. */
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

/** Largest height error of a pulley without a fault, mm: the usual spread of stamped washers. */
export const HEIGHT_TOLERANCE_MM = 0.8;

const isEnd = (one: Layer | undefined) => one?.kind === 'head' || one?.kind === 'nut';

/**
 * Faults of a stack. The clamp force must pass through inner race, spacers and washers only. A part wider than the race
 * presses on the shell of the pulley, and stops the bearing when tightened. The raised side of a cupped washer faces
 * the nut or head that presses on it. A spacer beyond the pulley, seen from the bracket, changes its height.
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
    // It belongs to the nearer end, which presses on it. Without two ends this is unknown.
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

/** Length of the bolt from end to end, mm. */
export function clampLength(stack: Stack): number {
  const faces = facesOf(stack);
  return (faces.at(-1)?.high ?? 0) - (faces[0]?.low ?? 0);
}
