import type { EntryAngle, Layer, LayerKind, Stack, StackFault } from '@/core/stack';
import type { Units } from '@/ui/units';

export const KIND_WORDS: Readonly<Record<LayerKind, string>> = {
  head: 'Bolt head',
  nut: 'Nut',
  bracket: 'Bracket',
  spacer: 'Spacer',
  washer: 'Washer',
  cupped: 'Cupped washer',
  wheel: 'Idler on its bearing',
};

/** A part in a line: what it is, and its size along the bolt. */
export function layerWords(one: Layer, { show }: Pick<Units, 'show'>): string {
  if (one.kind === 'head' || one.kind === 'nut') return KIND_WORDS[one.kind];
  const size = show(one.thickMm, 'length');
  if (one.kind === 'cupped') return `Cupped washer, raised side ${one.raisedUp ? 'up' : 'down'}`;
  return `${KIND_WORDS[one.kind]}, ${size} ${one.kind === 'wheel' ? 'race' : one.kind === 'spacer' ? 'long' : 'thick'}`;
}

/** A fault and its effect, in one sentence. */
export function faultWords({ code, layer, mm }: StackFault, stack: Stack, { show }: Pick<Units, 'show'>): string {
  const part = layer === null ? undefined : stack.layers[layer];
  const what = part ? KIND_WORDS[part.kind].toLowerCase() : '';
  switch (code) {
    case 'no-bracket':
      return 'The bracket is missing. Add it to measure heights from it.';
    case 'no-wheel':
      return 'The idler is missing. Add it.';
    case 'two-wheels':
      return 'Two idlers are on one bolt. Draw each as its own stack.';
    case 'not-held':
      return 'A stack needs a head or nut at the bottom and at the top, and none between.';
    case 'clamps-shell':
      return `The ${what} is ${show(mm ?? 0, 'length')} wider than the inner race. When tightened, it clamps the shell, and the idler binds.`;
    case 'rubs-bracket':
      return 'The idler touches the bracket, so its outer race rubs. Fit a spacer or washer as wide as the inner race between them.';
    case 'cup-wrong-way':
      return 'The cupped washer is reversed. Fit its raised side to the nut or bolt head. Otherwise the bolt loosens.';
    case 'cup-flat':
      return 'The cupped washer is flat and no longer holds the bolt tight. Replace it.';
    case 'spacer-far-side':
      return 'The spacer is on the wrong side of the idler. The idler is in the place of the spacer.';
    case 'off-height':
      return `The idler is ${show(Math.abs(mm ?? 0), 'length')} too ${(mm ?? 0) > 0 ? 'high' : 'low'}.`;
  }
}

/** Effect of such a pulley on the belt. */
export const angleWords = ({ degrees, limit }: EntryAngle): string =>
  degrees > limit
    ? `${degrees.toFixed(1)}°, limit ${limit}°: the belt climbs the rim and comes off`
    : `${degrees.toFixed(1)}°, within the limit of ${limit}°`;

export const stackHeights = (
  { grooveMm, wantedMm, clampMm }: { readonly grooveMm: number | null; readonly wantedMm: number; readonly clampMm: number },
  show: Units['show'],
): string =>
  `Groove height over the bracket: ${grooveMm === null ? 'unknown' : show(grooveMm, 'length')}. Correct: ${show(wantedMm, 'length')} (dashed). Bolt length through the stack: ${show(clampMm, 'length')}.`;
