import * as z from 'zod';

const mm = (what: string, low: number, high: number) =>
  z
    .number({ error: `${what}: enter a number of millimetres.` })
    .min(low, `${what}: enter at least ${low} mm.`)
    .max(high, `${what}: enter at most ${high} mm.`);
const outsideMm = mm('Outside diameter', 4, 200);

/** Layers of a hardware stack. Sizes along the bolt and across it, mm. */
export const layer = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('head') }),
  z.object({ kind: z.literal('nut') }),
  /** Bracket, arm or housing: the fixed part. Heights are measured from its upper face. */
  z.object({ kind: z.literal('bracket'), thickMm: mm('Thickness', 1, 60) }),
  z.object({ kind: z.literal('spacer'), thickMm: mm('Length', 0.5, 120), outsideMm }),
  z.object({ kind: z.literal('washer'), thickMm: mm('Thickness', 0.2, 20), outsideMm }),
  /** A cupped spring washer: its height, and the direction of its raised side along the bolt. */
  z.object({ kind: z.literal('cupped'), thickMm: mm('Thickness', 0.2, 20), outsideMm, cupMm: mm('Cup', 0, 10), raisedUp: z.boolean() }),
  /** A wheel: its bearing in its shell. */
  z.object({
    kind: z.literal('wheel'),
    /** Width of the inner race, which is what may be clamped. */
    thickMm: mm('Width of the inner race', 3, 120),
    /** Largest diameter that touches the inner race alone. */
    raceMm: mm('Outside diameter of the inner race', 6, 120),
    shellMm: mm('Outside diameter of the idler', 20, 400),
    /** Middle of its groove or flat above the race's lower face. */
    grooveMm: mm('Groove above the race', -60, 120),
    /** Its rim is flat: the belt's back runs on it. */
    flat: z.boolean(),
  }),
]);
export type Layer = Readonly<z.infer<typeof layer>>;
export type LayerKind = Layer['kind'];

/** A bolt-up from its lower end to its upper, and where its wheel belongs. */
export const stackShape = z.object({
  layers: z.array(layer).min(2, 'A stack needs at least two parts.').max(30, 'A stack has at most 30 parts.'),
  /** Height of the groove over the bracket's upper face when it is correct; negative below it. */
  wantedMm: mm('Correct height', -300, 300),
});
export type Stack = Readonly<{ layers: readonly Layer[]; wantedMm: number }>;

/** Length of the bolt that a part takes up, mm. A cupped washer is drawn nearly flat. */
export const lengthOf = (one: Layer): number => (one.kind === 'head' || one.kind === 'nut' ? 0 : one.thickMm);

/** Lower and upper face of each part over the bracket's upper face, mm; where there is no bracket, over the lowest part. */
export function facesOf({ layers }: Stack): { readonly low: number; readonly high: number }[] {
  const faces: { low: number; high: number }[] = [];
  let at = 0;
  for (const one of layers) {
    faces.push({ low: at, high: at + lengthOf(one) });
    at += lengthOf(one);
  }
  const bracket = layers.findIndex((l) => l.kind === 'bracket');
  const zero = faces[bracket]?.high ?? 0;
  return faces.map(({ low, high }) => ({ low: low - zero, high: high - zero }));
}

/** Height of the wheel's groove over the bracket's upper face, mm; null where there is no wheel or nothing to count from. */
export function grooveHeight(stack: Stack): number | null {
  const i = stack.layers.findIndex((l) => l.kind === 'wheel');
  const wheel = stack.layers[i];
  if (wheel?.kind !== 'wheel' || !stack.layers.some((l) => l.kind === 'bracket')) return null;
  return (facesOf(stack)[i]?.low ?? 0) + wheel.grooveMm;
}

/** Height of the pulley above (+) or below (−) its correct height, mm. Null if its height is unknown. */
export const offHeight = (stack: Stack): number | null => {
  const height = grooveHeight(stack);
  return height === null ? null : height - stack.wantedMm;
};

/** The stack with one part moved to another place. */
export function withMoved(stack: Stack, from: number, to: number): Stack {
  const layers = [...stack.layers];
  const [taken] = layers.splice(from, 1);
  if (!taken) return stack;
  layers.splice(Math.max(0, Math.min(to, layers.length)), 0, taken);
  return { ...stack, layers };
}
